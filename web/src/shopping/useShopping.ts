/** The shopping list with what this browser has told of it, sent or not. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';

import { listAnswered, shoppingQuery } from '../api/shopping';
import type { ShoppingAnswer, ShoppingTold } from '../api/types';
import { newId } from '../browser/newId';
import { useOutbox } from '../outbox/useOutbox';
import type { Refused } from '../outbox/box';
import { shoppingBox, withWaiting, type Waiting } from './box';

export interface ShoppingList {
  answer: ShoppingAnswer | undefined;
  waiting: Waiting[];
  refused: Refused[];
  error: Error | null;
  tell: (name: string, told: Partial<ShoppingTold> & { kind: ShoppingTold['kind'] }) => void;
  readRefused: () => void;
}

export function useShopping(days: number): ShoppingList {
  const queries = useQueryClient();
  const found = useQuery(shoppingQuery(days));
  const set = useCallback((answer: ShoppingAnswer) => listAnswered(queries, answer), [queries]);
  const { box, put, readRefused } = useOutbox(shoppingBox, set);
  // Whichever was answered last, of these days; without a network whichever there is.
  const kept = box.answer?.days === days || !found.data ? box.answer : null;
  const told = box.answeredAt > found.dataUpdatedAt ? kept : null;
  const answer = told ?? found.data;
  return {
    answer: answer && withWaiting(answer, box.waiting),
    waiting: box.waiting,
    refused: box.refused,
    error: answer ? null : found.error,
    tell: (name, one) =>
      put({
        name,
        days,
        body: {
          id: newId(),
          food: '',
          form: '',
          grams: 0,
          words: '',
          of: null,
          at: new Date().toISOString(),
          ...one,
        },
      }),
    readRefused,
  };
}
