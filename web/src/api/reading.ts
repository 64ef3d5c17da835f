/** Words read as lines, foods and steps, and what the household always reads them as. */
import { keepPreviousData, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { client, take, takeList } from './client';
import { askAgain } from './stale';
import type { Dish, Line, UnitSystem } from './types';

export const readingsQuery = queryOptions({
  queryKey: ['readings'],
  queryFn: () => takeList((query) => client.GET('/api/readings', { params: { query } })),
});

/** What the recipe's steps say and what it leaves open. */
export const lookThroughQuery = (dish: Dish) =>
  queryOptions({
    queryKey: ['look-through', dish],
    queryFn: () => take(client.POST('/api/read/look-through', { body: dish })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
  });

/** One line, or several where the words hold several foods. */
export function readLine(text: string, unit_system: UnitSystem): Promise<Line[]> {
  return take(client.POST('/api/read/line', { body: { text, unit_system } }));
}

interface ChosenFood {
  food: string;
  form: string | null;
  unit_system: UnitSystem;
}

/** A line as it reads with a food chosen by hand. */
export function readFood(line: Line, chosen: ChosenFood): Promise<Line> {
  return take(client.POST('/api/read/food', { body: { ...chosen, line } }));
}

/** From now on these words are read as this food. */
export function alwaysRead(text: string, chosen: ChosenFood) {
  return take(client.POST('/api/readings', { body: { ...chosen, text } }));
}

export function useForgetReading() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) =>
      take(client.DELETE('/api/readings/{reading_id}', { params: { path: { reading_id: id } } })),
    onSuccess: () => askAgain(queries, 'readings'),
  });
}

/** What an older release left in this browser, brought into today's form by the server. */
export function inTodaysForm(dish: Dish): Promise<Dish> {
  return take(client.POST('/api/read/upgrade', { body: dish }));
}
