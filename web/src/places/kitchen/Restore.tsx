/** Putting an archive back: first what it would change, then as a whole or not at all. */
import Button from '@mui/material/Button';
import { useRef, useState, type JSX } from 'react';

import { useRestore } from '../../api/archive';
import { sentence } from '../../api/client';
import type { KindPlan, RestorePlan } from '../../api/types';
import { Notice } from '../../parts/Notice';
import { Tick } from '../../parts/Tick';
import styles from './archive.module.css';

const DAY: Intl.DateTimeFormatOptions = {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
};

function names(kind: KindPlan): string {
  const added = kind.added_names.join(', ');
  const differ = kind.differ_names.join(', ');
  return [added && `new: ${added}`, differ && `otherwise here: ${differ}`]
    .filter(Boolean)
    .join('; ');
}

function isNews(plan: RestorePlan): boolean {
  return plan.settings.length > 0 || plan.kinds.some((kind) => kind.added + kind.differ > 0);
}

/** What it comes to in one sentence. */
function inShort(plan: RestorePlan): string {
  const sum = (of: (kind: KindPlan) => number): number =>
    plan.kinds.reduce((total, kind) => total + of(kind), 0);
  const added = sum((kind) => kind.added);
  const differ = sum((kind) => kind.differ);
  if (added === 0 && differ === 0) return 'Everything in it is here already.';
  const done = plan.applied;
  const more = `${added} ${added === 1 ? 'thing' : 'things'} ${done ? 'added' : 'would be added'}`;
  if (differ === 0) return `${more}.`;
  const otherwise = plan.replaced ? (done ? 'replaced' : 'would be replaced') : 'stay as they are';
  return `${more}, ${differ} that ${differ === 1 ? 'is' : 'are'} otherwise here ${otherwise}.`;
}

function Rows({ kinds }: { kinds: KindPlan[] }): JSX.Element {
  return (
    <table className={styles.plan}>
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">New</th>
          <th scope="col">Otherwise</th>
          <th scope="col">The same</th>
          <th scope="col">Only here</th>
        </tr>
      </thead>
      <tbody>
        {kinds.map((kind) => (
          <tr key={kind.kind}>
            <th scope="row">
              {kind.label}
              <span className="soft">{names(kind)}</span>
            </th>
            <td>{kind.added || ''}</td>
            <td>{kind.differ || ''}</td>
            <td>{kind.same || ''}</td>
            <td>{kind.here || ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What changes, and folded away what does not. */
function Plan({ plan }: { plan: RestorePlan }): JSX.Element {
  const moved = plan.kinds.filter((kind) => kind.added + kind.differ > 0);
  const still = plan.kinds.filter((kind) => kind.added + kind.differ === 0);
  return (
    <>
      {moved.length > 0 && <Rows kinds={moved} />}
      {still.length > 0 && (
        <details className={styles.still}>
          <summary>What stays as it is</summary>
          <Rows kinds={still} />
        </details>
      )}
    </>
  );
}

export function Restore(): JSX.Element {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [replace, setReplace] = useState(false);
  const taking = useRestore(() => setFile(null));
  const look = (chosen: File, over: boolean): void => {
    setFile(chosen);
    taking.mutate({ file: chosen, replace: over, apply: false });
  };
  const plan = taking.data;
  return (
    <section aria-label="Take an archive back">
      <h2>Take an archive back</h2>
      <p>
        Or a pack of stand-ins. What it holds is compared first and nothing is changed. What is only
        here stays. A file that was cut or changed is refused as a whole.
      </p>
      <Button variant="outlined" onClick={() => input.current?.click()}>
        Choose an archive
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,.zip,.toml,application/json,application/zip"
        hidden
        aria-label="An archive"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          if (chosen) look(chosen, replace);
          event.target.value = '';
        }}
      />
      {taking.isPending && <p className="soft">Looking it through …</p>}
      {taking.error && <Notice bad>{sentence(taking.error)}</Notice>}
      {taking.isSuccess && plan && (
        <div role="status">
          <p>
            <b>{inShort(plan)}</b> It is of {plan.household},{' '}
            {new Date(plan.made).toLocaleString('en-GB', DAY)}.
          </p>
          {plan.settings.length > 0 && (
            <p className="soft">
              Settings of the kitchen that are otherwise there
              {plan.replaced ? '' : ' and stay as they are here'}: {plan.settings.join(', ')}.
            </p>
          )}
          {plan.photos_missing > 0 && (
            <p className="soft">
              {plan.photos_missing === 1 ? 'One photo is' : `${plan.photos_missing} photos are`} not
              in the file.
            </p>
          )}
          {file && isNews(plan) && (
            <div className="row">
              <Tick
                checked={replace}
                onChange={(on) => {
                  setReplace(on);
                  look(file, on);
                }}
              >
                Replace what is otherwise here
              </Tick>
              <Button
                variant="contained"
                onClick={() => taking.mutate({ file, replace, apply: true })}
              >
                Take it
              </Button>
            </div>
          )}
          <Plan plan={plan} />
        </div>
      )}
    </section>
  );
}
