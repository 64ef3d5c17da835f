/** The shopping list, what things cost here, and what is always at home. */
import {
  keepPreviousData,
  queryOptions,
  useMutation,
  useQueryClient,
  type QueryClient,
} from '@tanstack/react-query';

import { client, take } from './client';
import { menuChanged } from './stale';
import type { PriceForm, ShoppingAnswer, ShoppingTold } from './types';

export const shoppingQuery = (days: number) =>
  queryOptions({
    queryKey: ['shopping', days],
    queryFn: () => take(client.GET('/api/shopping', { params: { query: { days } } })),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });

/** The list as the server has just answered it. */
export function listAnswered(queries: QueryClient, answer: ShoppingAnswer): void {
  queries.setQueryData(shoppingQuery(answer.days).queryKey, answer);
}

export function tellList(days: number, events: ShoppingTold[]) {
  return take(
    client.POST('/api/shopping/events', { params: { query: { days } }, body: { events } }),
  );
}

export function useKeepPrice() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: PriceForm) => take(client.PUT('/api/shopping/prices', { body })),
    onSuccess: () => menuChanged(queries),
  });
}

export function useAlwaysAtHome() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { food: string; always: boolean }) =>
      take(client.PUT('/api/shopping/pantry', { body })),
    onSuccess: () => menuChanged(queries),
  });
}
