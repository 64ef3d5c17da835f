/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** Keys and fetchers, one options factory per resource. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { Dish } from './types';

type Weighed = Record<string, Record<string, number>>;

const STEADY = { staleTime: Infinity };

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => take(client.GET('/api/session')),
  retry: false,
  ...STEADY,
});

export const dishesQuery = queryOptions({
  queryKey: ['dishes'],
  queryFn: () => take(client.GET('/api/dishes')),
});

export const eatersQuery = queryOptions({
  queryKey: ['eaters'],
  queryFn: () => take(client.GET('/api/eaters')),
});

export const schoolsQuery = queryOptions({
  queryKey: ['schools'],
  queryFn: () => take(client.GET('/api/schools')),
  ...STEADY,
});

export const exclusionsQuery = queryOptions({
  queryKey: ['exclusions'],
  queryFn: () => take(client.GET('/api/exclusions')),
  ...STEADY,
});

export const rolesQuery = queryOptions({
  queryKey: ['roles'],
  queryFn: () => take(client.GET('/api/roles')),
  ...STEADY,
});

export const kitchenQuery = queryOptions({
  queryKey: ['kitchen'],
  queryFn: () => take(client.GET('/api/kitchen')),
});

export const readingsQuery = queryOptions({
  queryKey: ['readings'],
  queryFn: () => take(client.GET('/api/readings')),
});

export const dishQuery = (id: number) =>
  queryOptions({
    queryKey: ['dish', id],
    queryFn: () => take(client.GET('/api/dishes/{dish_id}', { params: { path: { dish_id: id } } })),
    ...STEADY,
    gcTime: 0,
  });

export const runsQuery = (id: number) =>
  queryOptions({
    queryKey: ['runs', id],
    queryFn: () =>
      take(client.GET('/api/dishes/{dish_id}/runs', { params: { path: { dish_id: id } } })),
  });

export const foodsQuery = (text: string, limit: number) =>
  queryOptions({
    queryKey: ['foods', text, limit],
    queryFn: () => take(client.GET('/api/foods', { params: { query: { q: text, limit } } })),
    enabled: text.trim().length > 0,
    placeholderData: keepPreviousData,
    ...STEADY,
  });

export const foodQuery = (key: string) =>
  queryOptions({
    queryKey: ['food', key],
    queryFn: () => take(client.GET('/api/foods/{key}', { params: { path: { key } } })),
    ...STEADY,
  });

/** One preview per edit: the key is the edit's number, late answers fall away by themselves. */
export const previewQuery = (
  dishId: number,
  sequence: number,
  document: Dish,
  weighed: Weighed | null,
) =>
  queryOptions({
    queryKey: ['preview', dishId, sequence, JSON.stringify(weighed)],
    queryFn: () =>
      take(
        client.POST('/api/preview', { body: { sequence, dish: document, eaters: [], weighed } }),
      ),
    placeholderData: keepPreviousData,
    ...STEADY,
    gcTime: 60_000,
  });

export const rankQuery = (
  dishId: number,
  sequence: number,
  document: Dish,
  part: string,
  slot: string,
) =>
  queryOptions({
    queryKey: ['rank', dishId, sequence, part, slot],
    queryFn: () =>
      take(
        client.POST('/api/rank', { body: { sequence, dish: document, part, slot, eaters: [] } }),
      ),
    ...STEADY,
    gcTime: 60_000,
    retry: false,
  });
