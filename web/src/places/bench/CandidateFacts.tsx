/** An opened stand-in: what a cook may expect of it, and the other ways to make it. */
import Button from '@mui/material/Button';
import type { JSX } from 'react';

import type { CandidateView, Choice } from '../../api/types';
import { percent } from '../../parts/format';
import { Limits } from '../../parts/Limits';
import styles from './candidates.module.css';

interface Props {
  item: CandidateView;
  textureWas: Record<string, number>;
  chosen: string;
  onChoose: (choice: Choice) => void;
  onTire: (again: boolean) => void;
}

/** A scale's level beside the original's: "hold 3 (was 4)". */
function texture(item: CandidateView, was: Record<string, number>): string {
  return Object.entries(item.texture)
    .map(([name, level]) => {
      const before = was[name];
      return `${name} ${level}${before !== undefined && before !== level ? ` (was ${before})` : ''}`;
    })
    .join(' · ');
}

function Facts({ item, textureWas }: Pick<Props, 'item' | 'textureWas'>): JSX.Element {
  const behaviour = item.behaviour;
  const water = `${percent(item.water_share)} water${
    item.band ? `, right from ${percent(item.band.low)} to ${percent(item.band.high)}` : ''
  }`;
  const rows: [string, string][] = [
    ['How much', behaviour?.shape ?? ''],
    ['At a time', behaviour?.piece ?? ''],
    ['Texture, 1 to 5', texture(item, textureWas)],
    ['Holds', behaviour?.hold ?? ''],
    ['Ends at', water],
    ['Looks', behaviour?.colour ?? ''],
    ['Smells', item.smell],
    ['Tastes', item.taste],
    ['In the dish', behaviour?.in_oven ?? ''],
    ['Fridge', behaviour?.fridge ?? ''],
    ['Freezer', behaviour?.freezer ?? ''],
    ['Warmed', behaviour?.reheat ?? ''],
    ['Needs', item.equipment.join(', ')],
    [
      'Without',
      Object.entries(item.without)
        .map(([name, how]) => `${name}: ${how}`)
        .join(' '),
    ],
    ['Who says so', item.evidence],
  ];
  return (
    <dl className={styles.facts}>
      {rows
        .filter(([, words]) => words)
        .map(([name, words]) => (
          <div key={name} style={{ display: 'contents' }}>
            <dt>{name}</dt>
            <dd>{words}</dd>
          </div>
        ))}
    </dl>
  );
}

export function CandidateFacts({ item, textureWas, chosen, onChoose, onTire }: Props): JSX.Element {
  return (
    <div className={styles.opened}>
      <div className={styles.limits}>
        {item.eaters.map((eater) => (
          <div key={eater.id}>
            <b>{eater.name}</b> <span className="soft">{eater.school}</span>
            <Limits eater={eater} />
          </div>
        ))}
      </div>
      <Facts item={item} textureWas={textureWas} />
      <Button size="small" onClick={() => onTire(item.tired)}>
        {item.tired ? `${item.family} again, please` : `Not ${item.family} again`}
      </Button>
      {item.ways.length > 0 && (
        <ul className={styles.ways} aria-label={`Other ways to make ${item.name}`}>
          {item.ways.map((way) => (
            <li key={way.key}>
              <span>
                <b>{way.name}.</b> {way.note}
              </span>
              {chosen === way.key ? (
                <b>chosen</b>
              ) : (
                <Button
                  variant="outlined"
                  size="small"
                  onClick={() => onChoose(way.choice)}
                  aria-label={`Choose ${item.name}, ${way.name}`}
                >
                  Choose
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
