/** What the next weight of a step is: in how many batches, and what becomes of the last weight. */
import type { JSX } from 'react';

import type { GlassView } from '../api/types';
import { PlainButton } from './PlainButton';
import { withUnit } from './format';
import type { Again } from './turn';
import styles from './weighing.module.css';

const USUALLY_MOST = 4;

interface Props {
  glass: GlassView;
  again: Again | null;
  batches: number;
  /** Whether the cook may say in how many batches. */
  choosing: boolean;
  onAgain: (again: Again) => void;
  onBatches: (batches: number) => void;
}

export function TurnRow({
  glass,
  again,
  batches,
  choosing,
  onAgain,
  onBatches,
}: Props): JSX.Element | null {
  const { point } = glass;
  const replaced = point.weighed !== null && batches === 1;
  if (!glass.so_far && !choosing && !replaced) return null;
  const most = Math.max(USUALLY_MOST, glass.batches, batches);
  const counts = Array.from({ length: most }, (_, i) => i + 1);
  const pressed = glass.press !== null;
  return (
    <div className={styles.turn}>
      {glass.so_far && <p className={styles.soFar}>{glass.so_far}</p>}
      {choosing && (
        <div className="chips" role="group" aria-label="In how many batches">
          <span className="soft">In batches</span>
          {counts.map((count) => (
            <PlainButton
              key={count}
              className="chip"
              aria-pressed={count === batches}
              onClick={() => onBatches(count)}
            >
              {count === 1 ? 'all at once' : count}
            </PlainButton>
          ))}
        </div>
      )}
      {replaced && (
        <div className="chips" role="group" aria-label="The next weight is">
          <PlainButton className="chip" aria-pressed={again === 'on'} onClick={() => onAgain('on')}>
            {pressed ? 'after another round' : 'after going on'}
          </PlainButton>
          <PlainButton
            className="chip"
            aria-pressed={again === 'instead'}
            onClick={() => onAgain('instead')}
          >
            instead of {withUnit(point.weighed ?? 0, 'g')}
          </PlainButton>
        </div>
      )}
    </div>
  );
}
