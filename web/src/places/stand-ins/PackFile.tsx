/** Own stand-ins as one file: out as TOML, in with a look at what would change. */
import Button from '@mui/material/Button';
import { useRef, useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { usePack } from '../../api/standIns';
import type { PackResult } from '../../api/types';
import { Notice } from '../../parts/Notice';
import styles from './standIns.module.css';

const WHAT: Record<string, string> = {
  new: 'is new',
  changed: 'changes yours of that name',
  same: 'stays the same',
};

function Changes({ result }: { result: PackResult }): JSX.Element {
  return (
    <>
      {result.name && (
        <p>
          The pack “{result.name}” holds {result.changes.length}.
        </p>
      )}
      <ul className={styles.list}>
        {result.changes.map((change) => (
          <li key={`${change.role}/${change.name}`}>
            <b>{change.name}</b> {WHAT[change.what]}.
            {change.doubts.map((words) => (
              <span key={words} className="soft">
                {' '}
                {words}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </>
  );
}

export function PackFile({ some }: { some: boolean }): JSX.Element {
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState<string | null>(null);
  const pack = usePack();
  const open = async (file: File): Promise<void> => {
    const read = await file.text();
    setText(read);
    pack.mutate({ text: read, apply: false });
  };
  return (
    <section aria-label="As a file" style={{ marginTop: 26 }}>
      <h2>As a file</h2>
      <div className={styles.row} style={{ margin: '8px 0' }}>
        {some && (
          <Button variant="outlined" href="/api/stand-ins/pack" download="stand-ins.toml">
            Save all as a pack
          </Button>
        )}
        <Button variant="outlined" onClick={() => input.current?.click()}>
          Bring in a pack
        </Button>
        <input
          ref={input}
          type="file"
          accept=".toml,text/plain"
          hidden
          aria-label="Pack of stand-ins"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void open(file);
            event.target.value = '';
          }}
        />
        <span className="soft">You see what would change first; a bad line stops all of it.</span>
      </div>
      {pack.error && <Notice bad>{sentence(pack.error)}</Notice>}
      {pack.data?.applied && <Notice>The pack is in: {pack.data.changes.length} stand-ins.</Notice>}
      {text !== null && pack.data && !pack.data.applied && (
        <>
          <Changes result={pack.data} />
          <div className={styles.row}>
            <Button
              variant="contained"
              disabled={pack.isPending}
              onClick={() => pack.mutate({ text, apply: true }, { onSuccess: () => setText(null) })}
            >
              Bring all of it in
            </Button>
            <Button onClick={() => setText(null)}>Leave it</Button>
          </div>
        </>
      )}
    </section>
  );
}
