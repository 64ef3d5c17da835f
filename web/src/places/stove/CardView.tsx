/** One step, large: what to do, with how much, until when, and what to mind. */
import type { JSX } from 'react';

import type { Card } from '../../api/types';
import { clockOf, withUnit } from '../../parts/format';
import styles from './stove.module.css';

function ofWhere(card: Card, dishes: string[]): string {
  const parts = [dishes.length > 1 && dishes[card.dish], card.part];
  if (card.number > 0) parts.push(`step ${card.number}`);
  if (card.whose) parts.push(`for ${card.whose}`);
  if (card.oven_c !== null) {
    const fan = card.fan_c === null ? '' : `, ${card.fan_c} °C with a fan`;
    parts.push(`${card.oven_c} °C${fan}`);
  }
  return parts.filter(Boolean).join(' · ');
}

export function CardView({ card, dishes }: { card: Card; dishes: string[] }): JSX.Element {
  return (
    <article className={styles.card} aria-label="The step now">
      <p className={styles.where}>{ofWhere(card, dishes)}</p>
      <h1>{card.title}</h1>
      {card.words && <p className={styles.tail}>{card.words}</p>}
      {card.takes.length > 0 && (
        <ul className={styles.takes}>
          {card.takes.map((take) => (
            <li key={`${take.name}${take.grams}`}>
              {take.grams !== null && <b>{withUnit(take.grams, 'g')}</b>} {take.share} {take.name}
            </li>
          ))}
        </ul>
      )}
      {card.cue && (
        <p className={styles.cue}>
          {card.cue.charAt(0).toUpperCase() + card.cue.slice(1).replace(/\.$/, '')}.
        </p>
      )}
      {card.weighs && <p className={styles.weighs}>{card.weighs}</p>}
      {card.held.map((line) => (
        <p key={`${line.name}${line.step}`} className={styles.note}>
          Keep back for step {line.step}:{' '}
          {line.grams !== null && <b>{withUnit(line.grams, 'g')}</b>} {line.name}
        </p>
      ))}
      <p className={styles.clock}>
        {card.paused
          ? `off since ${clockOf(card.paused)}; its time stands still`
          : card.state === 'running' && card.started
            ? `since ${clockOf(card.started)}, about ${card.minutes} min`
            : card.state === 'waiting'
              ? `planned for ${clockOf(card.at)}, about ${card.minutes} min`
              : ''}
      </p>
      {card.setting ? (
        <p className={styles.note}>Set to: {card.setting}</p>
      ) : (
        card.setting_before && (
          <p className={styles.note}>Last time it was set to: {card.setting_before}</p>
        )
      )}
      {card.look && <p className={styles.note}>{card.look}</p>}
      {card.notes.map((note) => (
        <p key={note} className={styles.note}>
          {note}
        </p>
      ))}
      {card.cautions.map((caution) => (
        <p key={caution.key} className={styles.caution} title={caution.why}>
          {caution.who && <b>{caution.who}: </b>}
          {caution.text}
        </p>
      ))}
    </article>
  );
}
