/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** What is kept on the shelf, how long things keep, and what dishes mean to take. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { Dish, PlannedTaking } from './types';

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
