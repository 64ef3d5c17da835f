/** What is kept on the shelf, how long things keep, and what dishes mean to take. */
import {
  keepPreviousData,
  queryOptions,
  useMutation,
  type QueryClient,
} from '@tanstack/react-query';

import { client, take } from './client';
import { askAgain, menuChanged, type Removal } from './stale';
import type {
  BatchChange,
  BatchRecord,
  Dish,
  NewBatch,
  PlannedTaking,
  PutPart,
  ShelfAnswer,
  ShelfTold,
} from './types';

export type { PlannedTaking };

export const shelfQuery = queryOptions({
  queryKey: ['shelf'],
  queryFn: () => take(client.GET('/api/shelf')),
});

export const plannedQuery = queryOptions({
  queryKey: ['shelf-planned'],
  queryFn: () => take(client.GET('/api/shelf/planned')),
});

export const kindsQuery = (food: string) =>
  queryOptions({
    queryKey: ['shelf-kinds', food],
    queryFn: () => take(client.GET('/api/shelf/kinds', { params: { query: { food } } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });

export const shelfOffersQuery = (dish: string) =>
  queryOptions({
    queryKey: ['shelf-offers', dish],
    queryFn: () =>
      take(client.GET('/api/dishes/{dish_id}/shelf', { params: { path: { dish_id: dish } } })),
  });

/** The draft with a line, or a whole part, met from the shelf. */
export function metFromShelf(
  dish: Dish,
  part: string,
  line: string | null,
  batch: string,
  grams: number | null,
) {
  return take(client.POST('/api/shelf/meet', { body: { dish, part, line, batch, grams } }));
}

/** The shelf as the server has just answered it; what dishes and menu take from it follows. */
export function shelfAnswered(queries: QueryClient, answer: ShelfAnswer): void {
  queries.setQueryData(shelfQuery.queryKey, answer);
  void askAgain(queries, 'shelf-planned');
  void menuChanged(queries);
}

export function putOnShelf(body: NewBatch): Promise<ShelfAnswer> {
  return take(client.POST('/api/shelf', { body }));
}

/** A part of a dish, made ahead. */
export function putPartOnShelf(dish: string, body: PutPart): Promise<ShelfAnswer> {
  const params = { path: { dish_id: dish } };
  return take(client.POST('/api/dishes/{dish_id}/shelf', { params, body }));
}

export function tellShelf(events: ShelfTold[]) {
  return take(client.POST('/api/shelf/events', { body: { events } }));
}

const path = (batch: { id: string }) => ({ params: { path: { batch_id: batch.id } } });

export function useChangeBatch(batch: BatchRecord, onSaved: (answer: ShelfAnswer) => void) {
  return useMutation({
    mutationFn: (body: BatchChange) =>
      take(client.PUT('/api/shelf/{batch_id}', { ...path(batch), body })),
    onSuccess: onSaved,
  });
}

export const batchRemoval: Removal<BatchRecord> = {
  takeAway: (batch) => take(client.DELETE('/api/shelf/{batch_id}', path(batch))),
  restore: (batch) => take(client.POST('/api/shelf/{batch_id}/restore', path(batch))),
  // What was asked before is given up: an older answer never comes last.
  stale: (queries) => askAgain(queries, 'shelf'),
};
