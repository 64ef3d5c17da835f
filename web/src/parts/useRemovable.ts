/** Taking something away with the way back at hand. */
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';

export interface Removable<T> {
  removed: T | null;
  remove: (thing: T) => void;
  bringBack: () => void;
  error: Error | null;
}

export function useRemovable<T>(
  takeAway: (thing: T) => Promise<unknown>,
  restore: (thing: T) => Promise<unknown>,
  refresh: () => Promise<void>,
): Removable<T> {
  const [removed, setRemoved] = useState<T | null>(null);
  const taking = useMutation({
    mutationFn: takeAway,
    onSuccess: async (_, thing) => {
      setRemoved(thing);
      await refresh();
    },
  });
  const restoring = useMutation({
    mutationFn: restore,
    onSuccess: async () => {
      setRemoved(null);
      await refresh();
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
