/** Weighing at the Stove: the form, and what the last weight says. */
import { useState, type JSX } from 'react';

import type { Card } from '../../api/types';
import type { Said } from '../../evening/useEvening';
import { PlainButton } from '../../parts/PlainButton';
import { withUnit } from '../../parts/format';
import { WeighForm, type Scale } from '../../parts/WeighForm';
import styles from './stove.module.css';

interface Props {
  card: Card;
  dish: string;
  onWeigh: (said: Said) => void;
  onClose: () => void;
}

/** Where a weight at this card is taken, as every weigh-in names it. */
export function weighingOf(card: Card, dish: string, scale: Scale): Said {
  const { glass } = card;
  return {
    dish,
    part: glass?.part_id ?? '',
    slot: glass?.slot_id ?? '',
    step: glass?.step_id ?? '',
    gross: scale.gross,
    tare: scale.tare,
    vessel: scale.vessel,
    ...scale.turn,
  };
}

export function WeighHere({ card, dish, onWeigh, onClose }: Props): JSX.Element | null {
  const [taken, setTaken] = useState(0);
  if (!card.glass) return null;
  return (
    <section className={styles.weighHere} aria-label="Weighing">
      <WeighForm
        taken={taken}
        expected={card.glass.point.grams}
        glass={card.glass}
        onWeigh={(scale) => {
          onWeigh(weighingOf(card, dish, scale));
          setTaken(taken + 1);
        }}
      >
        <PlainButton className="chip" onClick={onClose}>
          Not now
        </PlainButton>
      </WeighForm>
    </section>
  );
}

/** What the scale said at this step, in words, large; nothing before it was weighed. */
export function Weighed({
  card,
  onTakeBack,
}: {
  card: Card;
  onTakeBack?: (() => void) | undefined;
}): JSX.Element | null {
  const { point, so_far } = card.glass ?? {};
  if (!point || (point.weighed === null && !so_far)) return null;
  return (
    <p className={styles.weighed} aria-live="polite">
      {point.weighed !== null && <b>{withUnit(point.weighed, 'g')}</b>}
      {point.weighed !== null && point.words && <span>{point.words}</span>}
      {so_far && <span>{so_far}</span>}
      {onTakeBack && (
        <PlainButton className="plain-button soft" onClick={onTakeBack}>
          Delete this weighing
        </PlainButton>
      )}
    </p>
  );
}
