/** Dishes are asked for once while there is a network, so that they can be read without one. */
import type { QueryClient } from '@tanstack/react-query';

import { methodQuery, previewQuery } from './api/reckon';
import { dishesQuery, dishQuery } from './api/dishes';
import { runsQuery } from './api/runs';
import { NOTHING_WEIGHED, type DishRecord } from './api/types';
import { forget, keep, recall } from './browser/storage';

const KEY = 'kept-dishes';
/** The ones changed last; and how long the server rests between two of them, in milliseconds. */
const MOST = 40;
const REST = 300;

/** Which dishes are to be asked for: those that have changed since they were. */
export function toKeep(dishes: DishRecord[], kept: Record<string, string>): DishRecord[] {
  return [...dishes]
    .sort((one, other) => other.changed_at.localeCompare(one.changed_at))
    .slice(0, MOST)
    .filter((dish) => kept[dish.id] !== dish.changed_at);
}

async function keepOne(queries: QueryClient, id: string): Promise<void> {
  const dish = await queries.query(dishQuery(id));
  const runs = await queries.query(runsQuery(id));
  const readings = runs.open?.readings ?? NOTHING_WEIGHED;
  await queries.query(methodQuery(dish.document, readings));
  await queries.query(previewQuery(0, dish.document, readings));
}

/** Ask for every dish the worker does not have as it is now; stops where the network does. */
export async function keepDishes(queries: QueryClient): Promise<void> {
  if (!('serviceWorker' in navigator) || !navigator.serviceWorker.controller) return;
  const kept = recall<Record<string, string>>(KEY) ?? {};
  try {
    const dishes = await queries.query({ ...dishesQuery, staleTime: 'static' });
    for (const dish of toKeep(dishes, kept)) {
      await keepOne(queries, dish.id);
      kept[dish.id] = dish.changed_at;
      keep(KEY, kept);
      await new Promise((rested) => setTimeout(rested, REST));
    }
  } catch {
    // Without a network there is nothing to be asked; next time.
  }
}

/** What was kept is no longer how it would be computed now, or no longer anybody's. */
export function forgetKeptDishes(): void {
  forget(KEY);
}
