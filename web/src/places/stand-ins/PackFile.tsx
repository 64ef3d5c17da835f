/** Own stand-ins as one file: out as TOML, in with a look at what would change. */
import Button from '@mui/material/Button';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { usePack } from '../../api/standIns';
import type { PackResult } from '../../api/types';
import { FileDoor } from '../../parts/FileDoor';
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
  const [text, setText] = useState<string | null>(null);
  const pack = usePack();
  const open = (read: string): void => {
    setText(read);
    pack.mutate({ text: read, apply: false });
  };
  return (
    <section aria-label="As a file" style={{ marginTop: 26 }}>
      <h2>As a file</h2>
      <FileDoor
        from={some ? '/api/stand-ins/pack' : null}
        fileName="stand-ins.toml"
        save="Save all as a pack"
        bring="Bring in a pack"
        label="Pack of stand-ins"
        accept=".toml,text/plain"
        hint="You see what would change first; a bad line stops all of it."
        onText={open}
      />
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
