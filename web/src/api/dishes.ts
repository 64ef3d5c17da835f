/** The household's dishes: brought, saved, kept as versions, taken away. */
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { useOnce } from '../browser/useOnce';
import { client, take, takeList } from './client';
import { askAgain, foodsChanged, type Removal } from './stale';
import type { Dish, DishRecord } from './types';

export const dishesQuery = queryOptions({
  queryKey: ['dishes'],
  queryFn: () => takeList((query) => client.GET('/api/dishes', { params: { query } })),
});

export const dishQuery = (id: string) =>
  queryOptions({
    queryKey: ['dish', id],
    queryFn: () => take(client.GET('/api/dishes/{dish_id}', { params: { path: { dish_id: id } } })),
    staleTime: Infinity,
    gcTime: 0,
  });

const path = (dish: { id: string }) => ({ params: { path: { dish_id: dish.id } } });

export const dishRemoval: Removal<DishRecord> = {
  takeAway: (dish) => take(client.DELETE('/api/dishes/{dish_id}', path(dish))),
  restore: (dish) => take(client.POST('/api/dishes/{dish_id}/restore', path(dish))),
  stale: (queries) => askAgain(queries, 'dishes'),
};

/** Stores a dish that was read, with the slots its starch is in. */
export function useBringDish(onStored: (id: string) => Promise<void> | void) {
  const queries = useQueryClient();
  const once = useOnce();
  return useMutation({
    mutationFn: async (dish: Dish) => {
      const body = await take(client.POST('/api/read/slots', { body: dish }));
      return take(client.POST('/api/dishes', { params: { header: once.header(dish) }, body }));
    },
    onSuccess: async (stored) => {
      await askAgain(queries, 'dishes');
      await onStored(stored.id);
    },
  });
}

/** Saves a draft over the revision it was made from; refused with 412 where that is an older one. */
export function saveDraft(id: string, revision: number, body: Dish) {
  const params = { path: { dish_id: id }, header: { 'If-Match': String(revision) } };
  return take(client.PUT('/api/dishes/{dish_id}', { params, body }));
}

export function keepVersion(id: string) {
  return take(client.POST('/api/dishes/{dish_id}/versions', path({ id })));
}

/** A kept version, or a part of it, as a food that other dishes use by grams. */
export function useMakeFood(id: string, version: number) {
  const queries = useQueryClient();
  const once = useOnce();
  return useMutation({
    mutationFn: (body: { name: string; part: string | null; grams: number | null }) => {
      const params = { path: { dish_id: id, number: version }, header: once.header(body) };
      return take(client.POST('/api/dishes/{dish_id}/versions/{number}/food', { params, body }));
    },
    onSuccess: () => foodsChanged(queries),
  });
}
