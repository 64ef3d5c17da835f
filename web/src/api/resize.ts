/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- queryOptions carries the
   fetcher's type in its return type, which nobody could write out better. */
/** A dish of another size, as it would be. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { ResizeRequest } from './types';

export const resizeQuery = (body: ResizeRequest, wanted: boolean) =>
  queryOptions({
    queryKey: ['resize', body],
    queryFn: () => take(client.POST('/api/resize', { body })),
    enabled: wanted,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
    retry: false,
  });
