/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- useMutation carries the
   fetcher's type in its return type, which nobody could write out better. */
/** Which families of stand-ins this household does not want again. */
import { useMutation, useQueryClient } from '@tanstack/react-query';

import { client, take } from './client';
import { computedAnew } from './queries';

/** Takes a family in or out; every list of stand-ins is ranked afresh. */
export function useWantAgain() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { family: string; again: boolean }) =>
      take(client.POST('/api/kitchen/families', { body })),
    onSuccess: () => computedAnew(queries),
  });
}
