/** Foods looked up, set side by side, and turned from one measure into another. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { CompareRequest } from './types';

const STEADY = { staleTime: Infinity };

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
