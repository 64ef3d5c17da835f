/** Something written down at a step, kept or left. */
import InputBase from '@mui/material/InputBase';
import { useState, type JSX, type ReactNode } from 'react';

import { PlainButton } from '../../parts/PlainButton';
import styles from './stove.module.css';

interface Props {
  label: string;
  keepWords: string;
  first?: string;
  placeholder?: string;
  /** A note may run over lines; what is one thing stays on one. */
  long?: boolean;
  children?: ReactNode;
  onKeep: (words: string) => void;
  onClose: () => void;
}

export function Written({
  label,
  keepWords,
  first = '',
  placeholder = '',
  long = false,
  children,
  onKeep,
  onClose,
}: Props): JSX.Element {
  const [words, setWords] = useState(first);
  return (
    <form
      className={styles.noteForm}
      onSubmit={(event) => {
        event.preventDefault();
        if (words.trim()) onKeep(words.trim());
        onClose();
      }}
    >
      <InputBase
        inputComponent={long ? 'textarea' : 'input'}
        inputProps={{ 'aria-label': label, maxLength: long ? 2000 : 200 }}
        autoFocus
        placeholder={placeholder}
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      {children}
      <div className={styles.actions}>
        <PlainButton type="submit" className={styles.main}>
          {keepWords}
        </PlainButton>
        <PlainButton onClick={onClose}>Leave it</PlainButton>
      </div>
    </form>
  );
}
