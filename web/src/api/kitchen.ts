/** What the computation has to know of this kitchen, and what it has learnt there. */
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { client, take } from './client';
import { askAgain, computedAnew, foodsChanged } from './stale';
import type { KitchenSettings } from './types';

export const kitchenQuery = queryOptions({
  queryKey: ['kitchen'],
  queryFn: () => take(client.GET('/api/kitchen')),
});

export const learningQuery = queryOptions({
  queryKey: ['learning'],
  queryFn: () => take(client.GET('/api/learning')),
});

/** Units, labels and what there is to cook with: all that is shown follows. */
export function useSaveKitchen(onKept: (kept: KitchenSettings) => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: KitchenSettings) => take(client.PUT('/api/kitchen', { body })),
    onSuccess: (kept) => {
      queries.setQueryData(kitchenQuery.queryKey, kept);
      onKept(kept);
      void askAgain(queries, 'session', 'exclusions');
      void foodsChanged(queries);
    },
  });
}

/** Whether dishes go by what was weighed here; or all of it is forgotten. */
export function useLearning() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { on: boolean; reset: boolean }) =>
      take(client.POST('/api/learning', { body })),
    onSuccess: async (now) => {
      queries.setQueryData(learningQuery.queryKey, now);
      await computedAnew(queries);
    },
  });
}

/** Takes a family of stand-ins in or out; every list of them is ranked afresh. */
export function useWantAgain() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { family: string; again: boolean }) =>
      take(client.POST('/api/kitchen/families', { body })),
    onSuccess: () => computedAnew(queries),
  });
}
