/** The shelf with what this browser has told of it, sent or not. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useSyncExternalStore } from 'react';

import { plannedQuery, shelfQuery } from '../api/shelf';
import { sessionQuery } from '../api/queries';
import type { BatchRecord, ShelfAnswer, ShelfTold } from '../api/types';
import { newId } from '../draft/newId';
import { addWaiting, dropRefused, sendShelf, shelfBoxOf, subscribe, withWaiting } from './box';
import type { Refused, Waiting } from './box';

const AGAIN_MS = 5000;

export interface Shelf {
  answer: ShelfAnswer | undefined;
  batches: BatchRecord[];
  waiting: Waiting[];
  refused: Refused[];
  error: Error | null;
  told: (batch: BatchRecord, event: Partial<ShelfTold> & { kind: ShelfTold['kind'] }) => void;
  put: (one: Waiting) => void;
  readRefused: () => void;
  set: (answer: ShelfAnswer) => void;
}

export function useShelf(): Shelf {
  const queries = useQueryClient();
  const session = useQuery(sessionQuery);
  const user = session.data?.username ?? '';
  const found = useQuery(shelfQuery);
  const box = useSyncExternalStore(subscribe, () => shelfBoxOf(user));
  const set = useCallback(
    (answer: ShelfAnswer): void => {
      queries.setQueryData(shelfQuery.queryKey, answer);
      void queries.invalidateQueries({ queryKey: plannedQuery.queryKey });
    },
    [queries],
  );
  const flush = useCallback(async (): Promise<void> => {
    const answer = await sendShelf(user);
    if (answer) set(answer);
  }, [user, set]);
  const open = box.waiting.length > 0;
  useEffect(() => {
    if (!open) return;
    const again = window.setInterval(() => void flush(), AGAIN_MS);
    return () => window.clearInterval(again);
  }, [open, flush]);
  const put = (one: Waiting): void => {
    addWaiting(user, one);
    void flush();
  };
  // Whichever was answered last.
  const told = box.answeredAt > found.dataUpdatedAt ? box.answer : null;
  const answer = told ?? found.data;
  return {
    answer,
    batches: withWaiting(answer?.batches ?? [], box.waiting),
    waiting: box.waiting,
    refused: box.refused,
    error: answer ? null : found.error,
    told: (batch, event) =>
      put({
        what: 'told',
        name: batch.name,
        body: {
          id: newId(),
          batch: batch.id,
          grams: 0,
          place: 'fridge',
          of: null,
          at: new Date().toISOString(),
          ...event,
        },
      }),
    put,
    readRefused: () => dropRefused(user),
    set,
  };
}
