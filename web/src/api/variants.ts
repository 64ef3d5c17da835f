/** Dishes parted into variants, and what the book knows of how somebody may want one. */
import { queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { Dish, LikeRequest, LikeView, Readings } from './types';

export const likingsQuery = queryOptions({
  queryKey: ['likings'],
  queryFn: () => take(client.GET('/api/likings')),
  staleTime: Infinity,
});

export const splitQuery = (dish: Dish, readings: Readings, wanted: boolean) =>
  queryOptions({
    queryKey: ['split', dish, readings],
    queryFn: ({ signal }) =>
      take(client.POST('/api/split', { body: { dish, eaters: [], readings }, signal })),
    enabled: wanted,
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });

export function like(body: LikeRequest): Promise<LikeView> {
  return take(client.POST('/api/likings', { body }));
}
