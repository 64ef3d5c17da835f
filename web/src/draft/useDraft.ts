/**
 * The browser owns the draft: a stack of documents for undo, autosave with the revision it
 * started from, and the unsaved document in local storage until the server has it.
 */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';

import { ApiError, sentence } from '../api/client';
import { saveDraft } from '../api/dishes';
import { inTodaysForm } from '../api/reading';
import { retold, runsChanged, takeBack, weighIn } from '../api/runs';
import { askAgain } from '../api/stale';
import type { Dish, RunTold, WeighBody } from '../api/types';
import { describe } from './describe';
import { newId } from '../browser/newId';
import { forget, keep, recall } from '../browser/storage';

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 5000;
const MOST_UNDO = 100;
// So many steps outlive a reload; a window keeps a few megabytes at most.
const MOST_KEPT = 15;

interface Unsaved {
  revision: number;
  document: Dish;
}

export interface Draft {
  id: string;
  document: Dish;
  /** Counts edits; the number of the preview that belongs to this document. */
  sequence: number;
  /** Edit it; `words` say what was done where it is more than one thing. */
  change: (next: (dish: Dish) => Dish, words?: string) => void;
  undo: () => void;
  redo: () => void;
  /** What undo and redo would do, in words; null where there is nothing. */
  undoes: string | null;
  redoes: string | null;
  /** What was undone or redone last, to be said. */
  said: string;
  /** Tell the history of a weigh-in, so that undo covers it. */
  noteWeighed: (weighed: Weighed) => void;
  /** An unsaved change of an older revision, found in this browser. */
  left: Dish | null;
  takeUpLeft: () => Promise<void>;
  dropLeft: () => void;
  saving: 'saved' | 'saving' | 'waiting';
  problem: string | null;
  /** Set when somebody else saved meanwhile; `saveOver` keeps ours, `loadOther` theirs. */
  conflict: number | null;
  saveOver: () => void;
  loadOther: () => void;
  /** Resolves when everything typed so far is on the server. */
  flush: () => Promise<void>;
}

/** A weigh-in, of a step or of the finished dish, that undo deletes and redo makes again. */
export type Weighed = { run: string; words: string } & (
  { body: WeighBody } | { finished: RunTold }
);

type Entry = { document: Dish; words: string } | { weighed: Weighed; words: string };

interface State {
  document: Dish;
  sequence: number;
  past: Entry[];
  future: Entry[];
}

/** Undo and redo outlive a reload of this window. */
function recallHistory(id: string, document: Dish): { past: Entry[]; future: Entry[] } {
  try {
    const text = sessionStorage.getItem(`snabo-history-${id}`);
    const kept = text ? (JSON.parse(text) as { at: Dish; past: Entry[]; future: Entry[] }) : null;
    // A history of another document would undo into the wrong one.
    if (kept && JSON.stringify(kept.at) === JSON.stringify(document)) return kept;
  } catch {
    // Nothing kept, or nothing that can be read.
  }
  return { past: [], future: [] };
}

function keepHistory(id: string, state: State): void {
  const kept = {
    at: state.document,
    past: state.past.slice(-MOST_KEPT),
    future: state.future.slice(-MOST_KEPT),
  };
  try {
    sessionStorage.setItem(`snabo-history-${id}`, JSON.stringify(kept));
  } catch {
    // Undo still works until the window is closed.
  }
}

function start(
  id: string,
  revision: number,
  stored: Dish,
): { state: State; dirty: boolean; left: Unsaved | null } {
  const unsaved = recall<Unsaved>(`draft-${id}`);
  const current = unsaved?.document.schema === stored.schema && unsaved.revision === revision;
  const ours = current ? unsaved.document : null;
  const document = ours ?? stored;
  const state = { document, sequence: 0, ...recallHistory(id, document) };
  // An unsaved change of an older revision or release is offered; nobody's text is dropped.
  return { state, dirty: ours !== null, left: ours ? null : unsaved };
}

export function useDraft(id: string, revision: number, stored: Dish, reload: () => void): Draft {
  const [begun] = useState(() => start(id, revision, stored));
  const [state, setState] = useState(begun.state);
  const [conflict, setConflict] = useState<number | null>(null);
  const [unsaved, setUnsaved] = useState(begun.dirty);
  const known = useRef(revision);
  const dirty = useRef(begun.dirty);
  const latest = useRef(begun.state.document);
  const [left, setLeft] = useState(begun.left?.document ?? null);
  const [said, setSaid] = useState('');
  const queries = useQueryClient();

  const { mutateAsync, isPending, error } = useMutation({
    mutationFn: (document: Dish) => saveDraft(id, known.current, document),
    onSuccess: (saved, document) => {
      known.current = saved.revision;
      if (latest.current === document) {
        dirty.current = false;
        setUnsaved(false);
        forget(`draft-${id}`);
      } else {
        keep(`draft-${id}`, { revision: saved.revision, document: latest.current });
      }
      void askAgain(queries, 'dishes');
    },
    onError: (refusal) => {
      if (refusal instanceof ApiError && refusal.status === 412)
        setConflict(refusal.currentRevision);
    },
  });

  const inFlight = useRef<Promise<unknown> | null>(null);
  const flush = useCallback(async () => {
    while (dirty.current) {
      inFlight.current ??= mutateAsync(latest.current).finally(() => {
        inFlight.current = null;
      });
      await inFlight.current;
    }
  }, [mutateAsync]);

  useEffect(() => {
    if (!dirty.current || conflict !== null) return;
    const timer = setTimeout(
      () => {
        flush().catch(() => undefined);
      },
      error ? RETRY_AFTER_MS : SAVE_AFTER_MS,
    );
    return () => clearTimeout(timer);
  }, [state.document, error, conflict, flush, isPending]);

  const put = useCallback(
    (next: State) => {
      latest.current = next.document;
      dirty.current = true;
      setUnsaved(true);
      keep(`draft-${id}`, { revision: known.current, document: next.document });
      keepHistory(id, next);
      setState(next);
    },
    [id],
  );

  const change = useCallback(
    (edit: (dish: Dish) => Dish, words?: string) => {
      const document = edit(state.document);
      if (document === state.document) return;
      const done = words ?? describe(state.document, document);
      const entry = { document: state.document, words: done };
      const past = [...state.past, entry].slice(-MOST_UNDO);
      put({ document, past, future: [], sequence: state.sequence + 1 });
    },
    [state, put],
  );

  const noteWeighed = useCallback(
    (weighed: Weighed) => {
      const entry = { weighed, words: weighed.words };
      const next = { ...state, past: [...state.past, entry].slice(-MOST_UNDO), future: [] };
      keepHistory(id, next);
      setState(next);
    },
    [id, state],
  );

  /** Delete a weigh-in, or make it again; the run says what there is. */
  const weigh = useCallback(
    async (weighed: Weighed, back: boolean): Promise<void> => {
      if ('finished' in weighed) {
        await retold(queries, weighed.run, weighed.finished, back);
      } else if (back) {
        await takeBack(weighed.run, weighed.body);
      } else {
        await weighIn(id, { ...weighed.body, client_id: newId(), sure: true });
      }
      await runsChanged(queries, id);
    },
    [id, queries],
  );

  const move = useCallback(
    (back: boolean) => {
      const from = back ? state.past : state.future;
      const entry = from.at(-1);
      if (!entry) return;
      const rest = from.slice(0, -1);
      const opposite: Entry =
        'document' in entry ? { document: state.document, words: entry.words } : entry;
      const to = [...(back ? state.future : state.past), opposite].slice(-MOST_UNDO);
      const lists = back ? { past: rest, future: to } : { past: to, future: rest };
      setSaid(`${back ? 'Undone' : 'Done again'}: ${entry.words}.`);
      if ('document' in entry) {
        put({ document: entry.document, ...lists, sequence: state.sequence + 1 });
        return;
      }
      const next = { ...state, ...lists };
      setState(next);
      keepHistory(id, next);
      weigh(entry.weighed, back).catch((refusal: unknown) => setSaid(sentence(refusal)));
    },
    [id, state, put, weigh],
  );
  const undo = useCallback(() => move(true), [move]);
  const redo = useCallback(() => move(false), [move]);

  const saveOver = (): void => {
    if (conflict === null) return;
    known.current = conflict;
    setConflict(null);
    flush().catch(() => undefined);
  };
  const loadOther = (): void => {
    forget(`draft-${id}`);
    reload();
  };
  const takeUpLeft = async (): Promise<void> => {
    try {
      if (left) {
        const today = await inTodaysForm(left);
        change(() => today);
      }
      setLeft(null);
    } catch (refusal) {
      setSaid(sentence(refusal));
    }
  };
  const dropLeft = (): void => {
    if (!dirty.current) forget(`draft-${id}`);
    setLeft(null);
  };

  const stale = error instanceof ApiError && error.status === 412;
  return {
    id,
    document: state.document,
    sequence: state.sequence,
    change,
    undo,
    redo,
    undoes: state.past.at(-1)?.words ?? null,
    redoes: state.future.at(-1)?.words ?? null,
    said,
    noteWeighed,
    left,
    takeUpLeft,
    dropLeft,
    saving: error ? 'waiting' : isPending || unsaved ? 'saving' : 'saved',
    problem: error && !stale ? sentence(error) : null,
    conflict,
    saveOver,
    loadOther,
    flush,
  };
}
