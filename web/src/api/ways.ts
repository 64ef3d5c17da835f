/** What to change so that everybody can eat a dish, part by part as it is found. */
import {
  experimental_streamedQuery as streamedQuery,
  queryOptions,
  useQueryClient,
} from '@tanstack/react-query';

import { client, take } from './client';
import type { Dish, DishWays, Readings, WaysPart } from './types';

/** The lines of a stream of JSON, each as soon as it is whole. */
export async function* linesOf<T>(
  stream: ReadableStream<Uint8Array<ArrayBuffer>>,
): AsyncGenerator<T> {
  const reader = stream.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) yield JSON.parse(line) as T;
  }
}

/** Ways belong to the document they were found for; leaving it cancels the search. */
export const waysQuery = (
  sequence: number,
  dish: Dish,
  readings: Readings,
  onlyGrams: boolean,
  wanted: boolean,
  eaters: string[] = [],
) =>
  queryOptions({
    queryKey: ['ways', dish, readings, onlyGrams, eaters],
    queryFn: streamedQuery({
      streamFn: async ({ signal }) => {
        const body = { sequence, dish, eaters, readings, only_grams: onlyGrams };
        const found = await take(client.POST('/api/ways', { body, parseAs: 'stream', signal }));
        if (!found) throw new Error('The kitchen server sent nothing.');
        return linesOf<WaysPart>(found);
      },
    }),
    enabled: wanted,
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });

/** What would make each dish of the table fit, dish by dish; found for the table of one moment. */
export const tableWaysQuery = (tableAt: number) =>
  queryOptions({
    queryKey: ['table-ways', tableAt],
    queryFn: streamedQuery({
      streamFn: async ({ signal }) => {
        const found = await take(client.GET('/api/table/ways', { parseAs: 'stream', signal }));
        if (!found) throw new Error('The kitchen server sent nothing.');
        return linesOf<DishWays>(found);
      },
    }),
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });

/** Gives a search up: for ways of one dish, or for how to part it. */
export function useStopLooking(what: 'ways' | 'split'): () => void {
  const queries = useQueryClient();
  return () => void queries.cancelQueries({ queryKey: [what] });
}
