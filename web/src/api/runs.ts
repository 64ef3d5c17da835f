/** Cookings of a dish: what is kept of each, and what is told of it afterwards. */
import { queryOptions, useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import { newId } from '../browser/newId';
import { client, take, takePages } from './client';
import { askAgain, computedAnew } from './stale';
import type { Dish, NewPhoto, PhotoAnswer, RunTold, WeighBody } from './types';

export const runsQuery = (id: string) =>
  queryOptions({
    queryKey: ['runs', id],
    queryFn: () =>
      takePages(
        (query) =>
          client.GET('/api/dishes/{dish_id}/runs', { params: { path: { dish_id: id }, query } }),
        (before, more) => ({ ...before, finished: [...before.finished, ...more.finished] }),
      ),
  });

export const runQuery = (id: string) =>
  queryOptions({
    queryKey: ['run', id],
    queryFn: () => take(client.GET('/api/runs/{run_id}', { params: { path: { run_id: id } } })),
    enabled: id !== '',
  });

const of = (run: string) => ({ path: { run_id: run } });

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
          params: of(run),
          body: { ...NOTHING_TOLD, ...told, id },
        }),
      ),
    onSuccess: async (answer) => {
      if (!answer.question) setId(newId());
      queries.setQueryData(runQuery(run).queryKey, answer.run);
      await queries.invalidateQueries({ queryKey: runsQuery(dish).queryKey });
      await askAgain(queries, 'shelf');
    },
  });
}

/** Keeps that a dish was cooked without the Stove, so that something can be told of it. */
export function useCooked(dish: string, first: () => Promise<void>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      await first();
      const params = { path: { dish_id: dish } };
      return take(client.POST('/api/dishes/{dish_id}/runs', { params, body: { id: newId() } }));
    },
    onSuccess: async (answer) => {
      queries.setQueryData(runQuery(answer.view.id).queryKey, answer);
      await queries.invalidateQueries({ queryKey: runsQuery(dish).queryKey });
    },
  });
}

/** Sends a weight at a step of the method; the answer may be a question about it. */
export function weighIn(dish: string, body: WeighBody) {
  const params = { path: { dish_id: dish } };
  return take(client.POST('/api/dishes/{dish_id}/weigh-ins', { params, body }));
}

/** Takes the weight of a step back that was taken in a round, or of a batch, or of a line. */
export function takeBack(
  run: string,
  at: Pick<WeighBody, 'part' | 'slot' | 'step' | 'round' | 'batch' | 'line'>,
) {
  const { part, slot, step, round, batch, line } = at;
  const body = { client_id: newId(), part, slot, step, round, batch, line };
  return take(client.POST('/api/runs/{run_id}/take-back', { params: of(run), body }));
}

export function finishRun(run: string) {
  return take(client.POST('/api/runs/{run_id}/finish', { params: of(run) }));
}

/** Takes the weight of the finished dish back, or gives it again. */
export async function retold(
  queries: QueryClient,
  run: string,
  finished: Omit<RunTold, 'id' | 'kind' | 'sure' | 'event'>,
  back: boolean,
): Promise<void> {
  const kind = back ? 'taken_back' : 'finished_weight';
  const body = { ...finished, id: newId(), kind, sure: true, event: null } as const;
  const answer = await take(client.POST('/api/runs/{run_id}', { params: of(run), body }));
  queries.setQueryData(runQuery(run).queryKey, answer.run);
}

/** Weights of a dish have changed: its cookings are listed anew. */
export function runsChanged(queries: QueryClient, dish: string): Promise<void> {
  return queries.invalidateQueries({ queryKey: runsQuery(dish).queryKey });
}

/** A weight may have taught something that other dishes follow. */
export async function weighed(queries: QueryClient, dish: string): Promise<void> {
  await runsChanged(queries, dish);
  queries.removeQueries({ queryKey: ['learning'] });
  await computedAnew(queries);
}

/** The cooking is over: the dish opens as it is now, once it is opened again. */
export async function runOver(queries: QueryClient, dish: string): Promise<void> {
  await weighed(queries, dish);
  await queries.invalidateQueries({ queryKey: ['dish', dish], refetchType: 'none' });
}

export function sendPhoto(run: string, body: NewPhoto) {
  return take(client.POST('/api/runs/{run_id}/photos', { params: of(run), body }));
}

/** The dish as it was cooked, with those things in it that were done otherwise. */
export function dishOf(run: string, wanted: string[]): Promise<Dish> {
  return take(
    client.POST('/api/runs/{run_id}/dish', {
      params: of(run),
      body: { take: wanted },
    }),
  );
}

export function photoAddress(photo: PhotoAnswer): string {
  return `/api/photos/${photo.id}`;
}
