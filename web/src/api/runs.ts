/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** Cookings of a dish: what is kept of each, and what is told of it afterwards. */
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { useState } from 'react';

import { newId } from '../draft/newId';
import { client, take } from './client';
import { runsQuery } from './queries';
import { shelfQuery } from './shelf';
import type { Dish, PhotoAnswer, RunTold } from './types';

export const runQuery = (id: string) =>
  queryOptions({
    queryKey: ['run', id],
    queryFn: () => take(client.GET('/api/runs/{run_id}', { params: { path: { run_id: id } } })),
    enabled: id !== '',
  });

/** Something told of a cooking; what its kind does not ask for stays empty. */
export type Told = Partial<Omit<RunTold, 'id' | 'kind'>> & { kind: RunTold['kind'] };

/** What is told of a cooking where a kind asks for nothing more. */
export const NOTHING_TOLD: Omit<RunTold, 'id' | 'kind'> = {
  gross: 0,
  tare: 0,
  vessel: '',
  sure: false,
  way: 'grams',
  amounts: {},
  each: 0,
  stays: 0,
  grams: 0,
  kept: 'fridge',
  eater: null,
  part: '',
  texture: '',
  holding: '',
  taste: '',
  again: '',
  words: '',
  event: null,
};

/** Tell something of a cooking; the answer is what is kept of it now, or a question. */
export function useTell(run: string, dish: string) {
  const queries = useQueryClient();
  // The same id until it is taken: sent again after a lost answer, it still counts once.
  const [id, setId] = useState(() => newId());
  return useMutation({
    mutationFn: (told: Told) =>
      take(
        client.POST('/api/runs/{run_id}', {
          params: { path: { run_id: run } },
          body: { ...NOTHING_TOLD, ...told, id },
        }),
      ),
    onSuccess: async (answer) => {
      if (!answer.question) setId(newId());
      queries.setQueryData(runQuery(run).queryKey, answer.run);
      await queries.invalidateQueries({ queryKey: runsQuery(dish).queryKey });
      await queries.invalidateQueries({ queryKey: shelfQuery.queryKey });
    },
  });
}

/** The dish as it was cooked, with those things in it that were done otherwise. */
export function dishOf(run: string, wanted: string[]): Promise<Dish> {
  return take(
    client.POST('/api/runs/{run_id}/dish', {
      params: { path: { run_id: run } },
      body: { take: wanted },
    }),
  );
}

export function photoAddress(photo: PhotoAnswer): string {
  return `/api/photos/${photo.id}`;
}
