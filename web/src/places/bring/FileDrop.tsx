/** Where a file is dropped or chosen: a saved page, Cooklang, Markdown, a text, a table, an archive. */
import Button from '@mui/material/Button';
import { useRef, useState, type DragEvent, type JSX, type ReactNode } from 'react';

import styles from './fileDrop.module.css';

const ACCEPT =
  '.html,.htm,.mhtml,.json,.jsonld,.yaml,.yml,.cook,.md,.markdown,.txt,.csv,.zip,.toml,text/*,application/json';

interface Props {
  onFile: (file: File) => void;
  children: ReactNode;
}

export function FileDrop({ onFile, children }: Props): JSX.Element {
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent): void => {
    const file = event.dataTransfer.files[0];
    setOver(false);
    if (!file) return;
    event.preventDefault();
    onFile(file);
  };
  return (
    <div
      className={`${styles.drop ?? ''} ${over ? (styles.over ?? '') : ''}`}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes('Files')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      {children}
      {over && <p className={styles.here}>Drop the file here</p>}
    </div>
  );
}

export function ChooseFile({ onFile }: { onFile: (file: File) => void }): JSX.Element {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()}>Choose a file</Button>
      <input
        ref={input}
        type="file"
        accept={ACCEPT}
        hidden
        aria-label="A file with a recipe"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
    </>
  );
}
