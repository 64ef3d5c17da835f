/** The open dish: head, stations in the order of the work, saving, and the counter strip. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState, useSyncExternalStore, type JSX } from 'react';
import { NavLink, Outlet, useParams } from 'react-router';

import { sentence } from '../../api/client';
import { dishQuery } from '../../api/dishes';
import { previewQuery } from '../../api/reckon';
import { runsQuery } from '../../api/runs';
import { NOTHING_WEIGHED, type Dish, type Preview } from '../../api/types';
import { OpenDishContext, type OpenDish } from '../../draft/context';
import { useDraft } from '../../draft/useDraft';
import { PlainButton } from '../../parts/PlainButton';
import { plain } from '../../parts/format';
import { KeepVersion } from '../../parts/KeepVersion';
import { Notice } from '../../parts/Notice';
import { OtherSize } from '../../parts/OtherSize';
import { useKeys } from '../../parts/useKeys';
import { useTitle } from '../../parts/useTitle';
import { CounterStrip } from './CounterStrip';
import styles from './dishFrame.module.css';

const STATIONS = [
  ['bench', 'Bench'],
  ['recipe', 'Recipe'],
  ['water', 'Water'],
  ['run-sheet', 'Run sheet'],
  ['stove', 'Stove'],
  ['portions', 'Portions'],
  ['runs', 'Runs'],
  ['compare', 'Compare'],
] as const;

export function DishFrame(): JSX.Element {
  const id = useParams().dishId ?? '';
  const [attempt, setAttempt] = useState(0);
  const queries = useQueryClient();
  const dish = useQuery(dishQuery(id));
  if (dish.error)
    return (
      <main className="place">
        <Notice bad actions={<a href="/dishes">To the dishes</a>}>
          {sentence(dish.error)}
        </Notice>
      </main>
    );
  if (!dish.data || dish.isFetching) return <main className="place soft">Fetching the dish …</main>;
  const { revision, document, versions } = dish.data;
  const reload = async (): Promise<void> => {
    await queries.refetchQueries({ queryKey: dishQuery(id).queryKey });
    setAttempt(attempt + 1);
  };
  return (
    <Opened
      key={`${id}-${revision}-${attempt}`}
      id={id}
      revision={revision}
      stored={document}
      version={versions.length}
      reload={() => void reload()}
    />
  );
}

function whatWeight(preview: Preview | undefined, dish: Dish): string {
  if (preview?.finished_grams != null) return 'finished';
  return dish.expected_grams === null ? 'when it is done' : 'expected';
}

/** Without a network: what is seen is what was asked for before. */
function Away(): JSX.Element | null {
  const online = useSyncExternalStore(watchNetwork, () => navigator.onLine);
  if (online) return null;
  return (
    <Notice>
      There is no network: this is the dish as it was last seen in this browser. What you change
      stays here until the kitchen server answers.
    </Notice>
  );
}

function watchNetwork(changed: () => void): () => void {
  window.addEventListener('online', changed);
  window.addEventListener('offline', changed);
  return () => {
    window.removeEventListener('online', changed);
    window.removeEventListener('offline', changed);
  };
}

interface OpenedProps {
  id: string;
  revision: number;
  stored: Dish;
  version: number;
  reload: () => void;
}

function Opened({ id, revision, stored, version, reload }: OpenedProps): JSX.Element {
  const draft = useDraft(id, revision, stored, reload);
  const runs = useQuery(runsQuery(id));
  const run = runs.data?.open ?? null;
  const readings = run?.readings ?? NOTHING_WEIGHED;
  // Typing stays ahead of computing: the preview follows when the screen has a moment.
  const shown = useDeferredValue(draft.document);
  const sequence = useDeferredValue(draft.sequence);
  const preview = useQuery(previewQuery(sequence, shown, readings));
  // A refused draft keeps the last figures, and with them every field being typed in.
  const [last, setLast] = useState<Preview>();
  if (preview.data && preview.data !== last) setLast(preview.data);
  useKeys(useMemo(() => ({ u: draft.undo, r: draft.redo }), [draft.undo, draft.redo]));
  useTitle(draft.document.title);
  const open: OpenDish = {
    draft,
    whole: draft,
    preview: preview.data ?? last,
    previewProblem: preview.error ? sentence(preview.error) : null,
    run,
    readings,
    finishedRuns: runs.data?.finished ?? [],
    variant: null,
    eaters: [],
  };
  const { document } = draft;
  const grams = (preview.data?.serving_grams ?? 0) * document.servings;
  return (
    <OpenDishContext value={open}>
      <Away />
      <div className={styles.dishHead}>
        <div>
          <h1>{document.title}</h1>
          <p className="soft">
            {run
              ? `version ${run.version}, being cooked`
              : version
                ? `version ${version} kept`
                : 'draft'}{' '}
            · {plain(document.servings)} servings · {preview.data?.mass_is_least && 'at least '}
            {(grams / 1000).toFixed(1)} kg {whatWeight(preview.data, document)} ·{' '}
            <span aria-live="polite">
              {draft.saving === 'saved'
                ? 'saved'
                : draft.saving === 'saving'
                  ? 'saving …'
                  : 'not yet saved'}
            </span>
          </p>
        </div>
        <span className={styles.history}>
          <PlainButton
            className="plain-button"
            disabled={draft.undoes === null}
            title={draft.undoes ? `Undo: ${draft.undoes}` : 'Nothing to undo'}
            onClick={draft.undo}
          >
            <kbd>U</kbd> undo
          </PlainButton>
          <PlainButton
            className="plain-button"
            disabled={draft.redoes === null}
            title={draft.redoes ? `Redo: ${draft.redoes}` : 'Nothing to redo'}
            onClick={draft.redo}
          >
            <kbd>R</kbd> redo
          </PlainButton>
          <span role="status" className="soft">
            {draft.said}
          </span>
        </span>
        <OtherSize />
        <KeepVersion />
        <nav className={styles.stations} aria-label="Stations">
          {STATIONS.map(([to, name], i) => (
            <span key={to} style={{ display: 'contents' }}>
              {i > 0 && <b aria-hidden="true" />}
              <NavLink to={to}>
                <i aria-hidden="true" />
                {name}
              </NavLink>
            </span>
          ))}
        </nav>
      </div>
      {draft.left && (
        <Notice
          actions={
            <>
              <PlainButton className="chip" onClick={() => void draft.takeUpLeft()}>
                Take it up
              </PlainButton>
              <PlainButton className="chip" onClick={draft.dropLeft}>
                Drop it
              </PlainButton>
            </>
          }
        >
          A change to this dish was not saved and is still in this browser.
        </Notice>
      )}
      {draft.problem && <Notice bad>{draft.problem}</Notice>}
      {open.previewProblem && <Notice bad>{open.previewProblem}</Notice>}
      {draft.conflict !== null && (
        <Notice
          bad
          actions={
            <>
              <PlainButton className="chip" onClick={draft.loadOther}>
                Load the other one
              </PlainButton>
              <PlainButton className="chip" onClick={draft.saveOver}>
                Save mine over it
              </PlainButton>
            </>
          }
        >
          This dish was changed in another window. Yours is still here.
        </Notice>
      )}
      <Outlet />
      <CounterStrip />
    </OpenDishContext>
  );
}
