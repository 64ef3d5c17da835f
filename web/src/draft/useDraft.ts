/**
 * The browser owns the draft: a stack of documents for undo, autosave with the revision it
 * started from, and the unsaved document in local storage until the server has it.
 */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';

import { ApiError, client, sentence, take } from '../api/client';
import { dishesQuery } from '../api/queries';
import type { Dish } from '../api/types';
import { forget, keep, recall } from './storage';

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 5000;
const MOST_UNDO = 100;

interface Unsaved {
  revision: number;
  document: Dish;
}

export interface Draft {
  id: string;
  document: Dish;
  /** Counts edits; the number of the preview that belongs to this document. */
  sequence: number;
  change: (next: (dish: Dish) => Dish) => void;
  undo: () => void;
  canUndo: boolean;
  saving: 'saved' | 'saving' | 'waiting';
  problem: string | null;
  /** Set when somebody else saved meanwhile; `saveOver` keeps ours, `loadOther` theirs. */
  conflict: number | null;
  saveOver: () => void;
  loadOther: () => void;
  /** Resolves when everything typed so far is on the server. */
  flush: () => Promise<void>;
}

interface State {
  document: Dish;
  sequence: number;
  past: Dish[];
}

function start(id: string, revision: number, stored: Dish): { state: State; dirty: boolean } {
  const unsaved = recall<Unsaved>(`draft-${id}`);
  const ours = unsaved?.revision === revision ? unsaved.document : null;
  if (unsaved && !ours) keep(`draft-${id}-left`, unsaved);
  const document = ours ?? stored;
  return { state: { document, sequence: 0, past: ours ? [stored] : [] }, dirty: ours !== null };
}

export function useDraft(id: string, revision: number, stored: Dish, reload: () => void): Draft {
  const [begun] = useState(() => start(id, revision, stored));
  const [state, setState] = useState(begun.state);
  const [conflict, setConflict] = useState<number | null>(null);
  const [unsaved, setUnsaved] = useState(begun.dirty);
  const known = useRef(revision);
  const dirty = useRef(begun.dirty);
  const latest = useRef(begun.state.document);
  const queries = useQueryClient();

  const { mutateAsync, isPending, error } = useMutation({
    mutationFn: (document: Dish) =>
      take(
        client.PUT('/api/dishes/{dish_id}', {
          params: { path: { dish_id: id }, header: { 'If-Match': String(known.current) } },
          body: document,
        }),
      ),
    onSuccess: (saved, document) => {
      known.current = saved.revision;
      if (latest.current === document) {
        dirty.current = false;
        setUnsaved(false);
        forget(`draft-${id}`);
      } else {
        keep(`draft-${id}`, { revision: saved.revision, document: latest.current });
      }
      void queries.invalidateQueries({ queryKey: dishesQuery.queryKey });
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
      setState(next);
    },
    [id],
  );

  const change = useCallback(
    (edit: (dish: Dish) => Dish) => {
      const document = edit(state.document);
      if (document === state.document) return;
      const past = [...state.past, state.document].slice(-MOST_UNDO);
      put({ document, past, sequence: state.sequence + 1 });
    },
    [state, put],
  );

  const undo = useCallback(() => {
    const document = state.past[state.past.length - 1];
    if (!document) return;
    put({ document, past: state.past.slice(0, -1), sequence: state.sequence + 1 });
  }, [state, put]);

  const saveOver = (): void => {
    if (conflict === null) return;
    known.current = conflict;
    setConflict(null);
  };
  const loadOther = (): void => {
    forget(`draft-${id}`);
    reload();
  };

  const stale = error instanceof ApiError && error.status === 412;
  return {
    id,
    document: state.document,
    sequence: state.sequence,
    change,
    undo,
    canUndo: state.past.length > 0,
    saving: error ? 'waiting' : isPending || unsaved ? 'saving' : 'saved',
    problem: error && !stale ? sentence(error) : null,
    conflict,
    saveOver,
    loadOther,
    flush,
  };
}
