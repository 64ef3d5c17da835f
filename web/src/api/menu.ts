/** The menu, its run sheet, and the cards that go with a dish. */
import {
  experimental_streamedQuery as streamedQuery,
  keepPreviousData,
  queryOptions,
  useMutation,
  useQueryClient,
} from '@tanstack/react-query';

import { client, take } from './client';
import { askAgain, menuChanged, type Removal } from './stale';
import type { DayForm, MealChange, MenuSheetDay, NewMeal, PlannedMeal } from './types';
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

const path = (meal: { id: string }) => ({ params: { path: { meal_id: meal.id } } });

export function addMeal(body: NewMeal) {
  return take(client.POST('/api/menu/meals', { body }));
}

export function changeMeal(meal: PlannedMeal, body: MealChange) {
  return take(client.PUT('/api/menu/meals/{meal_id}', { ...path(meal), body }));
}

export function changeDay(date: string, body: DayForm) {
  return take(client.PUT('/api/menu/days/{date}', { params: { path: { date } }, body }));
}

/** The dish is made as large as what is planned of it. */
export function sizeDish(meal: PlannedMeal) {
  return take(client.POST('/api/menu/meals/{meal_id}/size', path(meal)));
}

/** It is eaten: what it takes from the shelf is gone. */
export function eaten(meal: PlannedMeal) {
  return take(client.POST('/api/menu/meals/{meal_id}/eaten', path(meal)));
}

/** One change of the menu after another; days, list and sheet follow, refused or not. */
export function useChangeMenu() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change: () => Promise<unknown>) => change(),
    onSettled: async () => {
      await menuChanged(queries);
      await askAgain(queries, 'shelf', 'shelf-planned');
    },
  });
}

export const mealRemoval: Removal<PlannedMeal> = {
  takeAway: (meal) => take(client.DELETE('/api/menu/meals/{meal_id}', path(meal))),
  restore: (meal) => take(client.POST('/api/menu/meals/{meal_id}/restore', path(meal))),
  stale: menuChanged,
};
