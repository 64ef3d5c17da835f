/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** The menu, its run sheet and the shopping list. */
import {
  experimental_streamedQuery as streamedQuery,
  keepPreviousData,
  queryOptions,
  type QueryClient,
} from '@tanstack/react-query';

import { client, take } from './client';
import type { MenuSheetDay } from './types';
import { linesOf } from './ways';

export const menuQuery = (first: string, days: number) =>
  queryOptions({
    queryKey: ['menu', first, days],
    queryFn: () =>
      take(client.GET('/api/menu', { params: { query: { days, ...(first ? { first } : {}) } } })),
    placeholderData: keepPreviousData,
    // Dishes, shelf and table change under it.
    staleTime: 0,
  });

export const shoppingQuery = (days: number) =>
  queryOptions({
    queryKey: ['shopping', days],
    queryFn: () => take(client.GET('/api/shopping', { params: { query: { days } } })),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });

/** The sheet of each day, as soon as it is laid out. */
export const menuSheetQuery = (
  first: string,
  days: number,
  cooks: number | null,
  ahead: Record<string, string[]>,
) =>
  queryOptions({
    queryKey: ['menu-sheet', first, days, cooks, ahead],
    queryFn: streamedQuery({
      streamFn: async ({ signal }) => {
        const body = { first, days, cooks, ahead };
        const found = await take(
          client.POST('/api/menu/sheet', { body, parseAs: 'stream', signal }),
        );
        if (!found) throw new Error('The kitchen server sent nothing.');
        return linesOf<MenuSheetDay>(found);
      },
    }),
    staleTime: 60_000,
    gcTime: 60_000,
    retry: false,
  });

export const cardQuery = (dish: string, leftAt: string) =>
  queryOptions({
    queryKey: ['card', dish, leftAt],
    queryFn: () =>
      take(
        client.GET('/api/dishes/{dish_id}/card', {
          params: { path: { dish_id: dish }, query: leftAt ? { left_at: leftAt } : {} },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });

/** What a change of the menu makes stale. */
export async function menuChanged(queries: QueryClient): Promise<void> {
  await Promise.all(
    ['menu', 'shopping', 'menu-sheet'].map((key) => queries.invalidateQueries({ queryKey: [key] })),
  );
}
