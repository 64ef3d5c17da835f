/** The days on screen, and what can be done to them; each change is saved at once. */
import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';

import {
  addMeal,
  changeDay,
  changeMeal,
  eaten,
  mealRemoval,
  menuQuery,
  sizeDish,
  useChangeMenu,
} from '../../api/menu';
import type { DayForm, MealChange, MenuAnswer, NewMeal, PlannedMeal } from '../../api/types';
import { newId } from '../../browser/newId';
import { useRemovable, type Removable } from '../../parts/useRemovable';

export const DAYS = 7;

export interface Menu {
  answer: MenuAnswer | undefined;
  first: string;
  showFrom: (date: string) => void;
  error: Error | null;
  add: (meal: Omit<NewMeal, 'id'>) => void;
  /** The same, resolved once the meal is kept and the days show it, rejected where it is refused. */
  put: (meal: Omit<NewMeal, 'id'>) => Promise<unknown>;
  change: (meal: PlannedMeal, change: MealChange) => void;
  changeDay: (date: string, form: DayForm) => void;
  sizeDish: (meal: PlannedMeal) => void;
  eat: (meal: PlannedMeal) => void;
  away: Removable<PlannedMeal>;
}

export function useMenu(): Menu {
  const [params, setParams] = useSearchParams();
  const first = params.get('first') ?? '';
  const found = useQuery(menuQuery(first, DAYS));
  const saving = useChangeMenu();
  const away = useRemovable(mealRemoval);
  return {
    answer: found.data,
    first: first || (found.data?.today ?? ''),
    showFrom: (date) =>
      setParams(date === found.data?.today ? {} : { first: date }, { replace: true }),
    error: saving.error ?? away.error ?? found.error,
    add: (meal) => {
      const body = { ...meal, id: newId() };
      saving.mutate(() => addMeal(body));
    },
    put: (meal) => {
      const body = { ...meal, id: newId() };
      return saving.mutateAsync(() => addMeal(body));
    },
    change: (meal, body) => saving.mutate(() => changeMeal(meal, body)),
    changeDay: (date, body) => saving.mutate(() => changeDay(date, body)),
    sizeDish: (meal) => saving.mutate(() => sizeDish(meal)),
    eat: (meal) => saving.mutate(() => eaten(meal)),
    away,
  };
}
