/** An eater's limits as reach bars, and what breaks their exclusions. */
import type { JSX } from 'react';

import type { EaterView } from '../api/types';
import { ReachBar } from './ReachBar';

interface Props {
  eater: EaterView;
  onOpen?: (nutrient: string) => void;
}

export function Limits({ eater, onOpen }: Props): JSX.Element {
  return (
    <>
      {eater.reaches.map((reach) => (
        <ReachBar
          key={reach.nutrient}
          reach={reach}
          onOpen={onOpen && (() => onOpen(reach.nutrient))}
        />
      ))}
      {eater.breaches.map((breach) => (
        <p
          key={`${breach.line_id}-${breach.what}`}
          className={breach.certainty === 'contains' ? 'verdict bad' : 'verdict unsure'}
        >
          {breach.words}
        </p>
      ))}
      {eater.reaches.length === 0 && eater.breaches.length === 0 && (
        <p className="verdict ok">nothing against it</p>
      )}
    </>
  );
}
