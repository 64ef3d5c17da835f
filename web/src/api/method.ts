/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** The method of a draft as it is cooked now. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { Dish, Readings } from './types';

export const methodQuery = (dish: Dish, readings: Readings) =>
  queryOptions({
    queryKey: ['method', dish, readings],
    queryFn: () => take(client.POST('/api/method', { body: { dish, eaters: [], readings } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });
