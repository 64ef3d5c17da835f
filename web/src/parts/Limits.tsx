/** An eater's limits as reach bars, and what breaks their exclusions. */
import type { JSX } from 'react';

import type { EaterView } from '../api/types';
import { ReachBar } from './ReachBar';

interface Props {
  eater: EaterView;
  onOpen?: (nutrient: string) => void;
}

type Breach = EaterView['breaches'][number];

/** The same food on two lines is one thing to say. */
function unlike(breaches: Breach[]): Breach[] {
  return breaches.filter((b, i) => breaches.findIndex((other) => other.words === b.words) === i);
}

const GRAVE: Record<string, string> = { contains: 'bad', tolerated: 'ok' };

export function Limits({ eater, onOpen }: Props): JSX.Element {
  return (
    <>
      {eater.reaches.map((reach) => (
        <ReachBar
          key={`${reach.nutrient}-${reach.per}`}
          reach={reach}
          onOpen={onOpen && (() => onOpen(reach.nutrient))}
        />
      ))}
      {unlike(eater.breaches).map((breach) => (
        <p
          key={`${breach.line_id}-${breach.what}`}
          className={`verdict ${GRAVE[breach.certainty] ?? 'unsure'}`}
        >
          {breach.words}
          {breach.help && <span className="soft"> · {breach.help}</span>}
        </p>
      ))}
      {eater.rules.map((rule) => (
        <p key={rule.rule} className={`verdict ${rule.kept ? 'ok' : 'bad'}`}>
          {rule.rule}: {rule.words}
        </p>
      ))}
      {eater.reaches.length === 0 && eater.breaches.length === 0 && (
        <p className="verdict ok">nothing against it</p>
      )}
    </>
  );
}
