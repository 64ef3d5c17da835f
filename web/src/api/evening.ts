/** Run sheets, and the evenings that are cooked by them. */
import {
  keepPreviousData,
  queryOptions,
  useMutation,
  useQueryClient,
  type QueryClient,
} from '@tanstack/react-query';

import { client, take, takeList } from './client';
import { askAgain } from './stale';
import type { Dish, EveningStart, SheetRequest, StoveEvent } from './types';

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
  queryFn: () => takeList((query) => client.GET('/api/evenings', { params: { query } })),
});

/** Begins an evening by its sheet; the same id begins it once. */
export function useBeginEvening(
  request: () => Promise<EveningStart>,
  onBegun: (id: string) => Promise<void> | void,
) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => take(client.POST('/api/evenings', { body: await request() })),
    onSuccess: async (evening) => {
      await askAgain(queries, 'evenings', 'runs');
      await onBegun(evening.id);
    },
  });
}

/** An evening as the server knows it, nothing of it where it is no later than `after`. */
export function lookAt(evening: string, after: number | undefined) {
  const params = { path: { session_id: evening }, query: after === undefined ? {} : { after } };
  return take(client.GET('/api/evenings/{session_id}', { params }));
}

/** Tells what happened at the Stove; what was told before counts once. */
export function tellEvening(evening: string, events: StoveEvent[]) {
  const params = { path: { session_id: evening } };
  return take(client.POST('/api/evenings/{session_id}/events', { params, body: { events } }));
}

/** The evening is over: nothing shows it any more, and its dishes have been cooked. */
export async function eveningOver(queries: QueryClient): Promise<void> {
  queries.removeQueries({ queryKey: eveningsQuery.queryKey });
  await askAgain(queries, 'runs');
}

/** The run sheet as a calendar, with an alarm at every start. */
export function calendarOf(body: SheetRequest): Promise<string> {
  return take(client.POST('/api/sheet/calendar', { body, parseAs: 'text' }));
}
