/** Figures computed of a draft as it stands: nothing of them is stored. */
import { keepPreviousData, queryOptions, useMutation } from '@tanstack/react-query';

import { client, take } from './client';
import type { Choice, CompareDishRequest, Dish, Readings, ResizeRequest } from './types';

/** What was computed of a document stays true of it. */
const STEADY = { staleTime: Infinity };

/** A preview belongs to what it was made from, so no figure outlives the draft it is of. */
export const previewQuery = (sequence: number, document: Dish, readings: Readings, variant = '') =>
  queryOptions({
    queryKey: ['preview', document, readings, variant],
    queryFn: () =>
      take(
        client.POST('/api/preview', {
          body: { sequence, dish: document, eaters: [], readings, variant },
        }),
      ),
    placeholderData: keepPreviousData,
    ...STEADY,
    gcTime: 60_000,
  });

export const rankQuery = (
  sequence: number,
  document: Dish,
  part: string,
  slot: string,
  readings: Readings,
  eaters: string[] = [],
) =>
  queryOptions({
    queryKey: ['rank', document, part, slot, readings, eaters],
    queryFn: () =>
      take(
        client.POST('/api/rank', {
          body: { sequence, dish: document, part, slot, eaters, readings },
        }),
      ),
    ...STEADY,
    gcTime: 60_000,
    retry: false,
  });

export const explainQuery = (dish: Dish, nutrient: string, scale: string, readings: Readings) =>
  queryOptions({
    queryKey: ['explain', nutrient, scale, dish, readings],
    queryFn: () =>
      take(client.POST('/api/explain', { body: { dish, nutrient, scale, eaters: [], readings } })),
    placeholderData: keepPreviousData,
    ...STEADY,
    gcTime: 30_000,
  });

/** The water of a dish, part by part and as a whole, as its run has weighed it. */
export const waterQuery = (dish: Dish, readings: Readings, eaters: string[], variant = '') =>
  queryOptions({
    queryKey: ['water', dish, readings, eaters, variant],
    queryFn: () => take(client.POST('/api/water', { body: { dish, readings, eaters, variant } })),
    placeholderData: keepPreviousData,
    ...STEADY,
  });

export const lineSwapsQuery = (
  dish: Dish,
  line: string,
  readings: Readings,
  eaters: string[] = [],
) =>
  queryOptions({
    queryKey: ['line-swaps', line, dish, readings, eaters],
    queryFn: () => take(client.POST('/api/line-swaps', { body: { dish, line, eaters, readings } })),
    ...STEADY,
    gcTime: 30_000,
    retry: false,
  });

export const compareDishQuery = (dishId: string, request: CompareDishRequest) =>
  queryOptions({
    queryKey: ['compare-dish', dishId, request],
    queryFn: () =>
      take(
        client.POST('/api/dishes/{dish_id}/compare', {
          params: { path: { dish_id: dishId } },
          body: request,
        }),
      ),
    placeholderData: keepPreviousData,
    ...STEADY,
    gcTime: 30_000,
    retry: false,
  });

/** The method of a draft as it is cooked now. */
export const methodQuery = (dish: Dish, readings: Readings) =>
  queryOptions({
    queryKey: ['method', dish, readings],
    queryFn: () => take(client.POST('/api/method', { body: { dish, eaters: [], readings } })),
    placeholderData: keepPreviousData,
    ...STEADY,
    gcTime: 60_000,
    retry: false,
  });

/** A dish of another size, as it would be. */
export const resizeQuery = (body: ResizeRequest, wanted: boolean) =>
  queryOptions({
    queryKey: ['resize', body],
    queryFn: () => take(client.POST('/api/resize', { body })),
    enabled: wanted,
    placeholderData: keepPreviousData,
    ...STEADY,
    gcTime: 30_000,
    retry: false,
  });

/** A chosen stand-in for a vegetable of another size. */
export function useRebase(onDone: (choice: Choice) => void) {
  return useMutation({
    mutationFn: (body: { dish: Dish; part: string; slot: string; grams: number }) =>
      take(client.POST('/api/rebase', { body })),
    onSuccess: onDone,
  });
}
