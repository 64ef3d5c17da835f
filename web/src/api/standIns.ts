/** The household's own stand-ins, and packs of them. */
import { queryOptions, useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';

import { client, take, takeList } from './client';
import { askAgain, computedAnew } from './stale';
import type { Dish, OwnStandIn, StandInRecord } from './types';

export const rolesQuery = queryOptions({
  queryKey: ['roles'],
  queryFn: () => take(client.GET('/api/roles')),
  staleTime: Infinity,
});

export const standInsQuery = queryOptions({
  queryKey: ['stand-ins'],
  // The client's own types forget that a range has two ends.
  queryFn: () =>
    takeList((query) => client.GET('/api/stand-ins', { params: { query } })) as Promise<
      StandInRecord[]
    >,
});

/** The list, the roles' counts and every ranking follow a change. */
async function changed(queries: QueryClient): Promise<void> {
  await askAgain(queries, 'stand-ins', 'roles');
  await computedAnew(queries);
}

export function useKeepStandIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { id: string; own: OwnStandIn }) =>
      take(client.POST('/api/stand-ins', { body })),
    onSuccess: () => changed(queries),
  });
}

export function usePutAway() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) =>
      take(
        client.DELETE('/api/stand-ins/{stand_in_id}', { params: { path: { stand_in_id: id } } }),
      ),
    onSuccess: () => changed(queries),
  });
}

export function useBringBack() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) =>
      take(
        client.POST('/api/stand-ins/{stand_in_id}/restore', {
          params: { path: { stand_in_id: id } },
        }),
      ),
    onSuccess: () => changed(queries),
  });
}

/** Keeps what stands in a slot under a name, as it is. */
export function useKeepPart() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (asked: {
      id: string;
      dish: Dish;
      part: string;
      slot: string;
      name: string;
    }) => {
      const { id, ...body } = asked;
      const own = (await take(client.POST('/api/stand-ins/part', { body }))) as OwnStandIn;
      return take(client.POST('/api/stand-ins', { body: { id, own } }));
    },
    onSuccess: () => changed(queries),
  });
}

export function usePack() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { text: string; apply: boolean }) =>
      take(client.POST('/api/stand-ins/pack', { body: { ...body, replace: true } })),
    onSuccess: (result) => (result.applied ? changed(queries) : undefined),
  });
}
