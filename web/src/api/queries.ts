/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** Keys and fetchers, one options factory per resource. */
import { keepPreviousData, queryOptions, type QueryClient } from '@tanstack/react-query';

import { forget } from '../draft/storage';
import { client, take } from './client';
import type { CompareDishRequest, CompareRequest, Dish, Readings } from './types';

const STEADY = { staleTime: Infinity };

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => take(client.GET('/api/session')),
  retry: false,
  ...STEADY,
});

export const dishesQuery = queryOptions({
  queryKey: ['dishes'],
  queryFn: () => take(client.GET('/api/dishes')),
});

export const eatersQuery = queryOptions({
  queryKey: ['eaters'],
  queryFn: () => take(client.GET('/api/eaters')),
});

export const schoolsQuery = queryOptions({
  queryKey: ['schools'],
  queryFn: () => take(client.GET('/api/schools')),
  ...STEADY,
});

export const exclusionsQuery = queryOptions({
  queryKey: ['exclusions'],
  queryFn: () => take(client.GET('/api/exclusions')),
  ...STEADY,
});

export const rolesQuery = queryOptions({
  queryKey: ['roles'],
  queryFn: () => take(client.GET('/api/roles')),
  ...STEADY,
});

export const kitchenQuery = queryOptions({
  queryKey: ['kitchen'],
  queryFn: () => take(client.GET('/api/kitchen')),
});

export const readingsQuery = queryOptions({
  queryKey: ['readings'],
  queryFn: () => take(client.GET('/api/readings')),
});

export const dishQuery = (id: string) =>
  queryOptions({
    queryKey: ['dish', id],
    queryFn: () => take(client.GET('/api/dishes/{dish_id}', { params: { path: { dish_id: id } } })),
    ...STEADY,
    gcTime: 0,
  });

export const runsQuery = (id: string) =>
  queryOptions({
    queryKey: ['runs', id],
    queryFn: () =>
      take(client.GET('/api/dishes/{dish_id}/runs', { params: { path: { dish_id: id } } })),
  });

export const foodsQuery = (text: string, limit: number) =>
  queryOptions({
    queryKey: ['foods', text, limit],
    queryFn: () => take(client.GET('/api/foods', { params: { query: { q: text, limit } } })),
    enabled: text.trim().length > 0,
    placeholderData: keepPreviousData,
    ...STEADY,
  });

export const foodQuery = (key: string, form: string | null = null, grams = 100) =>
  queryOptions({
    queryKey: ['food', key, form, grams],
    queryFn: () =>
      take(
        client.GET('/api/foods/{key}', {
          params: { path: { key }, query: { ...(form ? { form } : {}), grams } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
    ...STEADY,
  });

export const compareQuery = (request: CompareRequest) =>
  queryOptions({
    queryKey: ['compare', request],
    queryFn: () => take(client.POST('/api/foods/compare', { body: request })),
    enabled: request.items.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
    ...STEADY,
  });

export const convertQuery = (amount: number, unit: string, food: string, form: string | null) =>
  queryOptions({
    queryKey: ['convert', amount, unit, food, form],
    queryFn: () =>
      take(
        client.GET('/api/convert', {
          params: { query: { amount, unit, food, ...(form ? { form } : {}) } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
    ...STEADY,
  });

export const ovenQuery = (value: number, scale: string) =>
  queryOptions({
    queryKey: ['oven', value, scale],
    queryFn: () => take(client.GET('/api/convert/oven', { params: { query: { value, scale } } })),
    placeholderData: keepPreviousData,
    retry: false,
    ...STEADY,
  });

export const microwaveQuery = (seconds: number, watts: number) =>
  queryOptions({
    queryKey: ['microwave', seconds, watts],
    queryFn: () =>
      take(client.GET('/api/convert/microwave', { params: { query: { seconds, watts } } })),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const ownFoodsQuery = queryOptions({
  queryKey: ['own-foods'],
  queryFn: () => take(client.GET('/api/own-foods')),
});

export const learningQuery = queryOptions({
  queryKey: ['learning'],
  queryFn: () => take(client.GET('/api/learning')),
});

export const signInsQuery = queryOptions({
  queryKey: ['sign-ins'],
  queryFn: () => take(client.GET('/api/sign-ins')),
});

export const homemadeQuery = queryOptions({
  queryKey: ['homemade'],
  queryFn: () => take(client.GET('/api/homemade')),
});

export const ownMeasuresQuery = queryOptions({
  queryKey: ['own-measures'],
  queryFn: () => take(client.GET('/api/own-measures')),
});

export const ownNamesQuery = queryOptions({
  queryKey: ['own-names'],
  queryFn: () => take(client.GET('/api/own-names')),
});

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

async function anew(queries: QueryClient, keys: string[]): Promise<void> {
  for (const key of keys) {
    queries.removeQueries({ queryKey: [key], type: 'inactive' });
    await queries.invalidateQueries({ queryKey: [key] });
  }
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
  for (const query of [ownFoodsQuery, homemadeQuery, ownMeasuresQuery, ownNamesQuery])
    await queries.invalidateQueries({ queryKey: query.queryKey });
}

/** The water of a dish, part by part and as a whole, as its run has weighed it. */
export const waterQuery = (dish: Dish, readings: Readings, eaters: string[], variant = '') =>
  queryOptions({
    queryKey: ['water', dish, readings, eaters, variant],
    queryFn: () => take(client.POST('/api/water', { body: { dish, readings, eaters, variant } })),
    placeholderData: keepPreviousData,
    ...STEADY,
  });

/** What the recipe's steps say and what it leaves open. */
export const lookThroughQuery = (dish: Dish) =>
  queryOptions({
    queryKey: ['look-through', dish],
    queryFn: () => take(client.POST('/api/read/look-through', { body: dish })),
    placeholderData: keepPreviousData,
    ...STEADY,
    gcTime: 30_000,
  });

export const explainQuery = (dish: Dish, nutrient: string, scale: string, readings: Readings) =>
  queryOptions({
    queryKey: ['explain', nutrient, scale, dish, readings],
    queryFn: () =>
      take(client.POST('/api/explain', { body: { dish, nutrient, scale, eaters: [], readings } })),
    placeholderData: keepPreviousData,
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

export const matrixQuery = queryOptions({
  queryKey: ['table-matrix'],
  queryFn: () => take(client.GET('/api/table')),
});

export const dayQuery = (meals: { dish: string; servings: number }[]) =>
  queryOptions({
    queryKey: ['day', meals],
    queryFn: () => take(client.POST('/api/day', { body: { meals } })),
    enabled: meals.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
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
