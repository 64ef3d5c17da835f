/** Own foods as a file: out as CSV, in with a look at what would change. */
import Button from '@mui/material/Button';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { useFoodsFile } from '../../api/ownFoods';
import type { ImportResult } from '../../api/types';
import { FileDoor } from '../../parts/FileDoor';
import { Notice } from '../../parts/Notice';
import styles from './foods.module.css';

const KINDS: Record<string, string> = {
  new: 'new',
  changed: 'changes',
  same: 'stays the same',
  bad: 'cannot be read',
};

function Plan({ result }: { result: ImportResult }): JSX.Element {
  return (
    <>
      {result.plan.ignored_columns.length > 0 && (
        <p className="soft">Columns left out: {result.plan.ignored_columns.join(', ')}.</p>
      )}
      <table className={styles.facts}>
        <thead>
          <tr>
            <th scope="col">row</th>
            <th scope="col">food</th>
            <th scope="col">what happens</th>
          </tr>
        </thead>
        <tbody>
          {result.plan.rows.map((row) => (
            <tr key={row.number}>
              <td>{row.number}</td>
              <th scope="row">{row.name || 'no name'}</th>
              <td>
                <b className={row.kind === 'bad' ? 'bad' : ''}>{KINDS[row.kind]}</b>{' '}
                {[row.reason, ...row.changes, ...row.warnings].filter(Boolean).join('; ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

export function FoodsFile(): JSX.Element {
  const [text, setText] = useState<string | null>(null);
  const look = useFoodsFile(() => setText(null));
  const open = (read: string): void => {
    setText(read);
    look.mutate({ text: read, apply: false });
  };
  return (
    <section aria-label="As a file" style={{ marginTop: 26 }}>
      <h2>As a file</h2>
      <FileDoor
        from="/api/own-foods/file"
        fileName="own-foods.csv"
        save="Save as CSV"
        bring="Bring in a CSV"
        label="CSV file of foods"
        accept=".csv,text/csv"
        hint="You see what would change first; a bad row stops all of it."
        onText={open}
      />
      {look.error && <Notice bad>{sentence(look.error)}</Notice>}
      {look.data?.applied && <Notice>The file is in: {look.data.plan.rows.length} rows.</Notice>}
      {text !== null && look.data && !look.data.applied && (
        <>
          <Plan result={look.data} />
          <div className="row" style={{ marginTop: 10 }}>
            <Button
              variant="contained"
              disabled={!look.data.sound || look.isPending}
              onClick={() => look.mutate({ text, apply: true })}
            >
              Bring all of it in
            </Button>
            <Button onClick={() => setText(null)}>Leave it</Button>
            {!look.data.sound && <span className="bad">Mend the rows marked above first.</span>}
          </div>
        </>
      )}
    </section>
  );
}
