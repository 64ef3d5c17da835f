/** What the kitchen keeps: made ahead, left over, opened; what is to be eaten first on top. */
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { batchRemoval, plannedQuery } from '../../api/shelf';
import type { BatchRecord } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { listed, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useRemovable } from '../../parts/useRemovable';
import { useTitle } from '../../parts/useTitle';
import { Refusals } from '../../shelf/Refusals';
import { useShelf, type Shelf } from '../../shelf/useShelf';
import { BatchRow } from './BatchRow';
import { PutForm } from './PutForm';
import styles from './shelf.module.css';

const BOARDS = [
  ['fridge', 'In the fridge'],
  ['freezer', 'In the freezer'],
  ['cupboard', 'In the cupboard'],
] as const;

/** What cannot wait, in one sentence. */
function First({ batches }: { batches: BatchRecord[] }): JSX.Element | null {
  const there = batches.filter((one) => one.view.left >= 1);
  const past = there.filter((one) => one.view.near === 'past' && !one.view.safe);
  const soon = there.filter((one) => ['today', 'soon'].includes(one.view.near));
  if (!past.length && !soon.length) return null;
  return (
    <div className={styles.first} role="status">
      {past.length > 0 && (
        <p>
          <b>Past its day:</b> {listed(past.map((one) => one.name))}. Throw{' '}
          {past.length === 1 ? 'it' : 'them'} away.
        </p>
      )}
      {soon.length > 0 && (
        <p>
          <b>Eat first:</b> {listed(soon.map((one) => `${one.name} (${one.view.by})`))}.
        </p>
      )}
    </div>
  );
}

function Told({ shelf }: { shelf: Shelf }): JSX.Element {
  return (
    <>
      {shelf.waiting.length > 0 && (
        <Notice>
          {shelf.waiting.length === 1 ? '1 thing told' : `${shelf.waiting.length} things told`} here{' '}
          {shelf.waiting.length === 1 ? 'has' : 'have'} not reached the kitchen server yet. It is
          kept, and sent as soon as the server answers.
        </Notice>
      )}
      <Refusals shelf={shelf} />
    </>
  );
}

export function ShelfPlace(): JSX.Element {
  useTitle('Shelf');
  const shelf = useShelf();
  const planned = useQuery(plannedQuery);
  const [open, setOpen] = useState<string | null>(null);
  const away = useRemovable(batchRemoval);
  const problem = shelf.error ?? away.error;
  const { batches, answer } = shelf;
  return (
    <main className={`place ${styles.place}`} id="content">
      <div>
        <h1>Shelf</h1>
        {problem && <Notice bad>{sentence(problem)}</Notice>}
        <Told shelf={shelf} />
        {away.removed && (
          <Notice
            actions={
              <PlainButton className="chip" onClick={away.bringBack}>
                Bring it back
              </PlainButton>
            }
          >
            {away.removed.name} is off the shelf.
          </Notice>
        )}
        <First batches={batches} />
        {answer && batches.length === 0 && (
          <p>
            Nothing is on the shelf. Put something there on the right; what is left over of a dish
            comes here from its Portions.
          </p>
        )}
        {BOARDS.map(([key, name]) => {
          const here = batches.filter((one) => one.view.place === key);
          if (!here.length) return null;
          return (
            <section key={key} aria-label={name} className={styles.board}>
              <h2>{name}</h2>
              <ul className={styles.list}>
                {here.map((one) => (
                  <BatchRow
                    key={one.id}
                    batch={one}
                    shelf={shelf}
                    planned={(planned.data ?? []).filter((each) => each.batch === one.id)}
                    open={open === one.id}
                    onOpen={(is) => setOpen(is ? one.id : null)}
                    onRemove={() => away.remove(one)}
                  />
                ))}
              </ul>
            </section>
          );
        })}
        {answer && answer.thrown_grams >= 1 && (
          <p className="soft">
            Thrown away in the last {answer.thrown_days} days: {withUnit(answer.thrown_grams, 'g')}.
          </p>
        )}
      </div>
      <PutForm shelf={shelf} today={answer?.today ?? ''} />
    </main>
  );
}
