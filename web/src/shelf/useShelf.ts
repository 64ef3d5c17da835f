/** The shelf with what this browser has told of it, sent or not. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';

import { shelfAnswered, shelfQuery } from '../api/shelf';
import type { BatchRecord, ShelfAnswer, ShelfTold } from '../api/types';
import { newId } from '../browser/newId';
import type { Refused } from '../outbox/box';
import { useOutbox } from '../outbox/useOutbox';
import { shelfBox, withWaiting, type Waiting } from './box';

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
  const found = useQuery(shelfQuery);
  const set = useCallback((answer: ShelfAnswer) => shelfAnswered(queries, answer), [queries]);
  const { box, put, readRefused } = useOutbox(shelfBox, set);
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
    readRefused,
    set,
  };
}
