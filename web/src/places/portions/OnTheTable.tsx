/** What was cooked, on the table: its weight, who had how much, what is left, how it was. */
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { type JSX } from 'react';

import { sentence } from '../../api/client';
import { runQuery, runsQuery, useCooked } from '../../api/runs';
import { useOpenDish } from '../../draft/context';
import { percent, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { ShelfOffers } from '../../parts/ShelfOffers';
import { HowItWas } from './HowItWas';
import { PutAway } from './PutAway';
import { ShareOut } from './ShareOut';
import { WeighFinished } from './WeighFinished';
import styles from './table.module.css';

/** Keeps that the dish was cooked without the Stove, so that something can be told of it. */
function CookedWithoutStove({ dish }: { dish: string }): JSX.Element {
  const { draft } = useOpenDish();
  const cooking = useCooked(dish, draft.flush);
  return (
    <>
      <p className={styles.invite}>
        <span>Is it cooked? Then share it out by what it really weighs, and say how it was.</span>
        <Button
          variant="outlined"
          disabled={cooking.isPending}
          onClick={() => cooking.mutate(undefined)}
        >
          It is on the table
        </Button>
      </p>
      {cooking.error && <Notice bad>{sentence(cooking.error)}</Notice>}
    </>
  );
}

export function OnTheTable(): JSX.Element | null {
  const { draft, whole } = useOpenDish();
  const runs = useQuery(runsQuery(draft.id));
  const id = runs.data?.on_table ?? '';
  const run = useQuery(runQuery(id));
  if (!runs.data) return null;
  const view = run.data?.view;
  const parted = whole.document.variants.length > 0;
  return (
    <section aria-label="On the table" className={styles.table}>
      <div className="row">
        <h2>On the table</h2>
        {view && (
          <span className="soft">
            version {view.version}, cooked{' '}
            {new Date(view.started).toLocaleString('en-GB', {
              weekday: 'long',
              hour: '2-digit',
              minute: '2-digit',
            })}
            {view.finished ? '' : ', still on the stove'}
          </span>
        )}
      </div>
      {!id && <CookedWithoutStove dish={draft.id} />}
      {id && run.error && <Notice bad>{sentence(run.error)}</Notice>}
      {view && (
        <div className={styles.columns}>
          <div>
            <h3>What it weighs</h3>
            {view.weighed && view.whole_grams !== null ? (
              <p className={styles.figure}>
                <b>{withUnit(view.whole_grams, 'g')}</b>
                {view.went_in_grams !== null && view.share_left !== null && (
                  <span className="soft">
                    of {withUnit(view.went_in_grams, 'g')} that went in ({percent(view.share_left)})
                  </span>
                )}
              </p>
            ) : (
              view.whole_grams !== null && (
                <p className="soft">
                  Not weighed yet; by the recipe about {withUnit(view.whole_grams, 'g')}.
                </p>
              )
            )}
            {parted ? (
              <p className="soft">
                A dish in variants comes in several pots: the weight of one says nothing of the
                others, so shares go by what went in.
              </p>
            ) : (
              <WeighFinished view={view} />
            )}
            <h3>Who had how much</h3>
            <ShareOut key={view.id} view={view} />
            <PutAway view={view} />
            <ShelfOffers dish={draft.id} title={draft.document.title} parts={false} />
          </div>
          <HowItWas key={view.id} view={view} />
        </div>
      )}
    </section>
  );
}
