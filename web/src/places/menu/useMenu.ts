/** The days on screen, and what can be done to them; each change is saved at once. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';

import { client, take } from '../../api/client';
import { menuChanged, menuQuery } from '../../api/menu';
import type { DayForm, MealChange, MenuAnswer, NewMeal, PlannedMeal } from '../../api/types';
import { newId } from '../../draft/newId';
import { useRemovable, type Removable } from '../../parts/useRemovable';

export const DAYS = 7;

export interface Menu {
  answer: MenuAnswer | undefined;
  first: string;
  showFrom: (date: string) => void;
  error: Error | null;
  add: (meal: Omit<NewMeal, 'id'>) => void;
  change: (meal: PlannedMeal, change: MealChange) => void;
  changeDay: (date: string, form: DayForm) => void;
  sizeDish: (meal: PlannedMeal) => void;
  eat: (meal: PlannedMeal) => void;
  away: Removable<PlannedMeal>;
}

export function useMenu(): Menu {
  const queries = useQueryClient();
  const [params, setParams] = useSearchParams();
  const first = params.get('first') ?? '';
  const found = useQuery(menuQuery(first, DAYS));
  const refresh = (): Promise<void> => menuChanged(queries);
  const path = (meal: PlannedMeal): { params: { path: { meal_id: string } } } => ({
    params: { path: { meal_id: meal.id } },
  });
  const saving = useMutation({
    mutationFn: (save: () => Promise<unknown>) => save(),
    onSettled: refresh,
  });
  const away = useRemovable<PlannedMeal>(
    (meal) => take(client.DELETE('/api/menu/meals/{meal_id}', path(meal))),
    (meal) => take(client.POST('/api/menu/meals/{meal_id}/restore', path(meal))),
    refresh,
  );
  return {
    answer: found.data,
    first: first || (found.data?.today ?? ''),
    showFrom: (date) =>
      setParams(date === found.data?.today ? {} : { first: date }, { replace: true }),
    error: saving.error ?? away.error ?? found.error,
    add: (meal) => {
      const body = { ...meal, id: newId() };
      saving.mutate(() => take(client.POST('/api/menu/meals', { body })));
    },
    change: (meal, body) => {
      saving.mutate(() => take(client.PUT('/api/menu/meals/{meal_id}', { ...path(meal), body })));
    },
    changeDay: (date, body) =>
      saving.mutate(() =>
        take(client.PUT('/api/menu/days/{date}', { params: { path: { date } }, body })),
      ),
    sizeDish: (meal) =>
      saving.mutate(() => take(client.POST('/api/menu/meals/{meal_id}/size', path(meal)))),
    eat: (meal) =>
      saving.mutate(async () => {
        await take(client.POST('/api/menu/meals/{meal_id}/eaten', path(meal)));
        await queries.invalidateQueries({ queryKey: ['shelf'] });
      }),
    away,
  };
}
