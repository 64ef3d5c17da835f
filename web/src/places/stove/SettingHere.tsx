/** What a machine is set to at a step: written down once, shown the next time. */
import { useState, type JSX } from 'react';

import type { Card } from '../../api/types';
import styles from './stove.module.css';

interface Props {
  card: Card;
  onKeep: (words: string) => void;
  onClose: () => void;
}

export function SettingForm({ card, onKeep, onClose }: Props): JSX.Element {
  const [words, setWords] = useState(card.setting || card.setting_before);
  return (
    <form
      className={styles.noteForm}
      onSubmit={(event) => {
        event.preventDefault();
        if (words.trim()) onKeep(words.trim());
        onClose();
      }}
    >
      <input
        aria-label="What it is set to"
        placeholder="speed 6, thin disc, second rack …"
        autoFocus
        maxLength={200}
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <div className={styles.actions}>
        <button type="submit">Keep the setting</button>
        <button type="button" onClick={onClose}>
          Leave it
        </button>
      </div>
    </form>
  );
}

/** What it is set to now, or was the last time. */
export function SettingSaid({ card }: { card: Card }): JSX.Element | null {
  if (card.setting) return <p className={styles.note}>Set to: {card.setting}</p>;
  if (!card.setting_before) return null;
  return <p className={styles.note}>Last time it was set to: {card.setting_before}</p>;
}
