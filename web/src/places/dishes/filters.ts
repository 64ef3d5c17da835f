/** What the list of dishes can be narrowed to. */
import type { BatchRecord, DishRecord } from '../../api/types';

export type FilterKey = 'quick' | 'no_oven' | 'fits' | 'shelf';

export const QUICK_MINUTES = 30;

export const FILTERS: [FilterKey, string][] = [
  ['quick', `under ${QUICK_MINUTES} minutes`],
  ['no_oven', 'no oven'],
  ['fits', 'fits everybody'],
  ['shelf', 'uses what is on the shelf'],
];

/** The foods of what is there and may still be eaten. */
export function foodsThere(batches: BatchRecord[]): Set<string> {
  return new Set(usable(batches).map((one) => one.food));
}

function usable(batches: BatchRecord[]): BatchRecord[] {
  return batches.filter((one) => one.food !== '' && one.view.left >= 1 && one.view.safe);
}

/** The names of what is on the shelf that a dish has in it. */
export function fromShelf(dish: DishRecord, batches: BatchRecord[]): string[] {
  const foods = new Set(dish.summary?.foods ?? []);
  return usable(batches)
    .filter((one) => foods.has(one.food))
    .map((one) => one.name);
}

/** Whether a dish is known to be so: what nobody knows of it does not pass. */
export function passes(dish: DishRecord, key: FilterKey, shelved: Set<string>): boolean {
  const known = dish.summary;
  if (!known) return false;
  if (key === 'quick') return known.minutes !== null && known.minutes < QUICK_MINUTES;
  if (key === 'no_oven') return known.minutes !== null && !known.oven;
  if (key === 'fits') return known.suits.length > 0 && known.others.length === 0;
  return known.foods.some((food) => shelved.has(food));
}
