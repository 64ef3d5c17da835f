/** The sheet as a list: on a phone and on paper. */
import type { JSX } from 'react';

import type { SheetView } from '../../api/types';
import { clockOf } from '../../parts/format';
import styles from './runSheet.module.css';

const WHERE: Record<string, string> = {
  ring: 'ring',
  microwave: 'microwave',
  oven: 'oven',
  blender: 'blender',
  processor: 'processor',
  waits: 'stands',
  hands: '',
};

interface Props {
  sheet: SheetView;
  titles: string[];
  /** What its end is. */
  last?: string;
}

export function SheetList({ sheet, titles, last = 'On the table' }: Props): JSX.Element {
  // What was put on says itself how long it runs.
  const putOn = new Set(
    sheet.items
      .filter((item) => item.kind === 'put_on')
      .map((item) => item.task.replace(/\/on$/, '')),
  );
  return (
    <ol className={styles.list}>
      {sheet.items
        .filter((item) => !putOn.has(item.task))
        .map((item) => (
          <li key={`${item.kind}${item.task}${item.start}`} data-kind={item.kind}>
            <time>{clockOf(item.at)}</time>
            <div>
              {item.kind === 'runs' ? (
                <span>
                  {item.words}, until {clockOf(item.ends)}
                </span>
              ) : (
                <b>{item.words}</b>
              )}
              <span className={styles.detail}>
                {[
                  titles.length > 1 && item.kind !== 'free' && titles[item.dish],
                  item.part,
                  item.kind !== 'free' &&
                    item.kind !== 'oven_on' &&
                    item.kind !== 'put_on' &&
                    `${item.minutes} min`,
                  item.runs_until && `runs by itself until ${clockOf(item.runs_until)}`,
                  item.kind === 'runs' && WHERE[item.lane],
                  item.cue,
                  ...item.notes,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            </div>
          </li>
        ))}
      <li data-kind="serve">
        <time>{clockOf(sheet.serve)}</time>
        <b>{last}</b>
      </li>
    </ol>
  );
}
