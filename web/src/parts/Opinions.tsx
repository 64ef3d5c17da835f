/** What was said of a dish, by whom and of which part. */
import type { JSX } from 'react';

import type { OpinionView } from '../api/types';
import { PlainButton } from './PlainButton';
import styles from './opinions.module.css';

interface Props {
  opinions: OpinionView[];
  onTakeBack?: (event: string) => void;
}

export function Opinions({ opinions, onTakeBack }: Props): JSX.Element | null {
  if (!opinions.length) return null;
  return (
    <ul className={styles.opinions}>
      {opinions.map(({ opinion, part_name: part, words, band }) => (
        <li key={opinion.event}>
          <p>
            <b>{opinion.name || 'Somebody'}</b>
            {part && ` on the ${part.toLowerCase()}`}
            {words && `: ${words}`}
            {opinion.words && <q>{opinion.words}</q>}
            {band && <span className={styles.band}>{band}</span>}
          </p>
          {onTakeBack && (
            <PlainButton
              className="plain-button soft"
              aria-label={`Undo what ${opinion.name || 'somebody'} said`}
              onClick={() => onTakeBack(opinion.event)}
            >
              Undo
            </PlainButton>
          )}
        </li>
      ))}
    </ul>
  );
}
