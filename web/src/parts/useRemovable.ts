/** Taking something away with the way back at hand. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import type { Removal } from '../api/stale';

export interface Removable<T> {
  removed: T | null;
  remove: (thing: T) => void;
  bringBack: () => void;
  error: Error | null;
}

export function useRemovable<T>({ takeAway, restore, stale }: Removal<T>): Removable<T> {
  const queries = useQueryClient();
  const [removed, setRemoved] = useState<T | null>(null);
  const taking = useMutation({
    mutationFn: takeAway,
    onSuccess: async (_, thing) => {
      setRemoved(thing);
      await stale(queries);
    },
  });
  const restoring = useMutation({
    mutationFn: restore,
    onSuccess: async () => {
      setRemoved(null);
      await stale(queries);
    },
  });
  return {
    removed,
    remove: (thing) => taking.mutate(thing),
    bringBack: () => {
      if (removed !== null) restoring.mutate(removed);
    },
    error: taking.error ?? restoring.error,
  };
}
