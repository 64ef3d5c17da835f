/** The household's own foods, measures and names; every figure follows a change of them. */
import {
  keepPreviousData,
  queryOptions,
  useMutation,
  useQueryClient,
  type UseMutationResult,
} from '@tanstack/react-query';

import { client, take, takeList } from './client';
import { foodsChanged, type Removal } from './stale';
import type { HomemadeRecord, ImportResult, Label, OwnFood } from './types';

export const ownFoodsQuery = queryOptions({
  queryKey: ['own-foods'],
  queryFn: () => takeList((query) => client.GET('/api/own-foods', { params: { query } })),
});

export const homemadeQuery = queryOptions({
  queryKey: ['homemade'],
  queryFn: () => takeList((query) => client.GET('/api/homemade', { params: { query } })),
});

export const ownMeasuresQuery = queryOptions({
  queryKey: ['own-measures'],
  queryFn: () => takeList((query) => client.GET('/api/own-measures', { params: { query } })),
});

export const ownNamesQuery = queryOptions({
  queryKey: ['own-names'],
  queryFn: () => takeList((query) => client.GET('/api/own-names', { params: { query } })),
});

/** What a label says once the rounding of its figures is taken into account. */
export const labelQuery = (label: Label, ready: boolean) =>
  queryOptions({
    queryKey: ['label', label],
    queryFn: () => take(client.POST('/api/own-foods/label', { body: label })),
    enabled: ready,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** One change of what the household knows of foods. */
function useChange<Asked, Answer>(
  ask: (asked: Asked) => Promise<Answer>,
  onDone?: (answer: Answer) => void,
): UseMutationResult<Answer, Error, Asked> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ask,
    onSuccess: async (answer) => {
      onDone?.(answer);
      await foodsChanged(queries);
    },
  });
}

const path = ({ id }: { id: string }) => ({ params: { path: { food_id: id } } });

/** Keeps a new food, or what has changed of one that is known. */
export const useSaveOwnFood = (onSaved: () => void) =>
  useChange(
    ({ food, known }: { food: OwnFood; known: boolean }) =>
      known
        ? take(client.PUT('/api/own-foods/{food_id}', { ...path(food), body: food }))
        : take(client.POST('/api/own-foods', { body: food })),
    onSaved,
  );

export const ownFoodRemoval: Removal<OwnFood> = {
  takeAway: (food) => take(client.DELETE('/api/own-foods/{food_id}', path(food))),
  restore: (food) => take(client.POST('/api/own-foods/{food_id}/restore', path(food))),
  stale: foodsChanged,
};

export const homemadeRemoval: Removal<HomemadeRecord> = {
  takeAway: (food) => take(client.DELETE('/api/homemade/{food_id}', path(food))),
  restore: (food) => take(client.POST('/api/homemade/{food_id}/restore', path(food))),
  stale: foodsChanged,
};

export const useKeepMeasure = (onKept: () => void) =>
  useChange(
    (own: { food: string; unit: string; grams: number }) =>
      take(client.POST('/api/own-measures', { body: { ...own, low: null, high: null } })),
    onKept,
  );

export const useForgetMeasure = () =>
  useChange((id: string) =>
    take(client.DELETE('/api/own-measures/{measure_id}', { params: { path: { measure_id: id } } })),
  );

export const useKeepName = (onKept: () => void) =>
  useChange(
    (body: { food: string; name: string }) => take(client.POST('/api/own-names', { body })),
    onKept,
  );

export const useForgetName = () =>
  useChange((id: string) =>
    take(client.DELETE('/api/own-names/{name_id}', { params: { path: { name_id: id } } })),
  );

/** A file of foods: first what it would change, then as a whole. */
export function useFoodsFile(onApplied: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { text: string; apply: boolean }): Promise<ImportResult> =>
      take(client.POST('/api/own-foods/file', { body })),
    onSuccess: async (result) => {
      if (!result.applied) return;
      onApplied();
      await foodsChanged(queries);
    },
  });
}
