/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** Run sheets, and the evenings that are cooked by them. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { Dish, SheetRequest } from './types';

/** The sheet of some dishes as they are saved; what the open one holds makes it another. */
export const sheetQuery = (request: SheetRequest, open: Dish) =>
  queryOptions({
    queryKey: ['sheet', request, open],
    queryFn: () => take(client.POST('/api/sheet', { body: request })),
    placeholderData: keepPreviousData,
    // It begins now, and now moves on.
    staleTime: 60_000,
    gcTime: 60_000,
    retry: false,
  });

export const eveningsQuery = queryOptions({
  queryKey: ['evenings'],
  queryFn: () => take(client.GET('/api/evenings')),
});
