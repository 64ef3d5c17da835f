/** What is asked for anew once something that it rests on has changed. */
import type { QueryClient } from '@tanstack/react-query';

import { forget } from '../browser/storage';

/** Answers computed for a dish: they rest on the table, the kitchen, the book and the foods. */
const COMPUTED = [
  'card',
  'compare-dish',
  'day',
  'dishes',
  'explain',
  'line-swaps',
  'look-through',
  'menu',
  'menu-sheet',
  'method',
  'preview',
  'rank',
  'resize',
  'run',
  'sheet',
  'shelf-offers',
  'shopping',
  'split',
  'table-matrix',
  'table-ways',
  'water',
  'ways',
];

const OF_FOODS = ['compare', 'convert', 'food', 'foods', 'label'];
const OWN = ['own-foods', 'homemade', 'own-measures', 'own-names'];

/** The lists of these names are asked for again where they are shown. */
export async function askAgain(queries: QueryClient, ...names: string[]): Promise<void> {
  for (const name of names) await queries.invalidateQueries({ queryKey: [name] });
}

async function anew(queries: QueryClient, names: string[]): Promise<void> {
  for (const name of names) queries.removeQueries({ queryKey: [name], type: 'inactive' });
  await askAgain(queries, ...names);
}

/** Something that every computed answer may rest on has changed: none of them is shown again. */
export async function computedAnew(queries: QueryClient): Promise<void> {
  forget('kept-dishes');
  await anew(queries, COMPUTED);
}

/** What hangs on the household's own foods, measures and names; stale once one changes. */
export async function foodsChanged(queries: QueryClient): Promise<void> {
  forget('kept-dishes');
  await anew(queries, [...OF_FOODS, ...COMPUTED]);
  await askAgain(queries, ...OWN);
}

/** What the menu is made of has changed: its days, its list, its run sheet. */
export async function menuChanged(queries: QueryClient): Promise<void> {
  await Promise.all(['menu', 'shopping', 'menu-sheet'].map((name) => askAgain(queries, name)));
}

/** A thing of a list that can be taken away and brought back, and what either makes stale. */
export interface Removal<T> {
  takeAway: (thing: T) => Promise<unknown>;
  restore: (thing: T) => Promise<unknown>;
  stale: (queries: QueryClient) => Promise<void>;
}
