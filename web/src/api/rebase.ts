/* eslint-disable @typescript-eslint/explicit-module-boundary-types -- useMutation carries the
   fetcher's type in its return type, which nobody could write out better. */
/** A chosen stand-in for a vegetable of another size. */
import { useMutation } from '@tanstack/react-query';

import { client, take } from './client';
import type { Choice, Dish } from './types';

export function useRebase(onDone: (choice: Choice) => void) {
  return useMutation({
    mutationFn: (body: { dish: Dish; part: string; slot: string; grams: number }) =>
      take(client.POST('/api/rebase', { body })),
    onSuccess: onDone,
  });
}
