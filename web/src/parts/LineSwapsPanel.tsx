/** What else would do for one line, each computed on this dish before it is taken. */
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';

import { sentence } from '../api/client';
import { lineSwapsQuery } from '../api/reckon';
import {
  NOTHING_WEIGHED,
  type Dish,
  type Line,
  type LineSwapView,
  type Readings,
} from '../api/types';
import { PlainButton } from './PlainButton';
import { withUnit } from './format';
import { Notice } from './Notice';
import styles from './lineSwaps.module.css';

interface Props {
  dish: Dish;
  line: Line;
  readings?: Readings;
  /** Ids of whom it is for, everybody where none. */
  eaters?: string[];
  onTake: (instead: Line | null) => void;
}

function details(swap: LineSwapView): string {
  const water = swap.water_grams;
  const parts = [swap.note, ...swap.changes];
  if (water !== null && Math.abs(water) >= 5)
    parts.push(`${water > 0 ? '+' : '−'}${withUnit(Math.abs(water), 'g')} water`);
  if (swap.gains.length) parts.push(`brings ${swap.gains.join(', ')}`);
  if (swap.loses.length) parts.push(`without ${swap.loses.join(', ')}`);
  return parts.filter(Boolean).join(' · ');
}

export function LineSwapsPanel({
  dish,
  line,
  readings = NOTHING_WEIGHED,
  eaters = [],
  onTake,
}: Props): JSX.Element {
  const found = useQuery(lineSwapsQuery(dish, line.id, readings, eaters));
  if (found.error) return <Notice bad>{sentence(found.error)}</Notice>;
  if (!found.data) return <p className="soft">Looking what else would do …</p>;
  const { swaps, look_alikes: alike } = found.data;
  return (
    <section aria-label={`Instead of ${line.food_name}`} className={styles.lineSwaps}>
      <h3>
        Instead of {line.food_name} <span className="soft">changes are per serving</span>
      </h3>
      {swaps.length === 0 && <p className="soft">The book knows nothing that does its work.</p>}
      <ul className="plain-list">
        {swaps.map((swap) => (
          <li key={`${swap.line.food}/${swap.line.form}`} className={swap.excluded ? 'stays' : ''}>
            <PlainButton className="chip" onClick={() => onTake(swap.line)}>
              {withUnit(swap.line.grams ?? 0, 'g')} {swap.line.food_name}
              {swap.line.form &&
                ['frozen', 'dry', 'boiled', 'drained', 'tinned'].includes(swap.line.form) &&
                `, ${swap.line.form}`}
            </PlainButton>
            <span>
              {swap.excluded && <b className="bad">{swap.breaches[0]}. </b>}
              <span className="soft">{details(swap)}</span>
              {swap.part_words && <span className="aside"> {swap.part_words}</span>}
            </span>
          </li>
        ))}
      </ul>
      {alike.map((words) => (
        <p key={words} className={styles.lookAlike}>
          <b>Not the same:</b> {words}
        </p>
      ))}
      {line.instead && (
        <PlainButton className="chip" onClick={() => onTake(null)}>
          Back to {line.food_name}
        </PlainButton>
      )}
    </section>
  );
}
