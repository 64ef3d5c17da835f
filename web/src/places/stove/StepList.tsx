/** The steps of the evening: all of them at the side, the next few below the one that is done. */
import type { JSX } from 'react';

import type { Card } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { clockOf } from '../../parts/format';
import styles from './stove.module.css';

const COMING = 3;

export function StepList({
  cards,
  shown,
  onChoose,
}: {
  cards: Card[];
  shown: Card | undefined;
  onChoose: (task: string) => void;
}): JSX.Element {
  return (
    <ol className={styles.list} aria-label="All steps">
      {cards.map((card) => (
        <li key={card.task}>
          <PlainButton
            data-state={card.state}
            aria-current={card.task === shown?.task ? 'step' : undefined}
            onClick={() => onChoose(card.task)}
          >
            <time>{clockOf(card.started ?? card.at)}</time>
            <span>{card.title}</span>
          </PlainButton>
        </li>
      ))}
    </ol>
  );
}

export function ComingUp({ cards, card }: { cards: Card[]; card: Card }): JSX.Element | null {
  const then = cards.filter((one) => one.state === 'waiting' && one.task !== card.task);
  if (!then.length) return null;
  return (
    <section className={styles.then} aria-label="Then">
      {then.slice(0, COMING).map((one) => (
        <p key={one.task}>
          <time>{clockOf(one.at)}</time> {one.title}
        </p>
      ))}
    </section>
  );
}
