/** What the cook wishes of a sheet; kept in this browser, so that leaving loses nothing. */
import { useState } from 'react';

import type { SheetRequest } from '../../api/types';
import { forget, keep, recall } from '../../browser/storage';

export interface SheetWishes {
  /** "19:00", or empty for as early as can be. */
  serve: string;
  cooks: number | null;
  pins: Record<string, number>;
  ahead: string[];
  others: string[];
  /** The instant the pins count from. */
  opens: string | null;
}

const NONE: SheetWishes = { serve: '', cooks: null, pins: {}, ahead: [], others: [], opens: null };

/** The next time the clock shows this, from an instant on. */
export function nextAt(clock: string, now: Date): Date | null {
  const [, hours, minutes] = /^(\d{1,2}):(\d{2})$/.exec(clock) ?? [];
  if (hours === undefined || minutes === undefined) return null;
  const at = new Date(now);
  at.setHours(Number(hours), Number(minutes), 0, 0);
  if (at.getTime() <= now.getTime()) at.setDate(at.getDate() + 1);
  return at;
}

export function requestOf(dish: string, wishes: SheetWishes, now: Date): SheetRequest {
  const serve = nextAt(wishes.serve, now);
  return {
    dishes: [dish, ...wishes.others],
    serve_at: serve ? serve.toISOString() : null,
    cooks: wishes.cooks,
    pins: wishes.pins,
    ahead: wishes.ahead,
    opens: wishes.opens,
  };
}

export function useSheetWishes(dish: string): {
  wishes: SheetWishes;
  change: (next: Partial<SheetWishes>) => void;
  drop: () => void;
} {
  const key = `sheet-${dish}`;
  const [wishes, setWishes] = useState<SheetWishes>(() => ({
    ...NONE,
    ...recall<Partial<SheetWishes>>(key),
  }));
  const change = (next: Partial<SheetWishes>): void => {
    const all = { ...wishes, ...next };
    setWishes(all);
    keep(key, all);
  };
  const drop = (): void => {
    setWishes(NONE);
    forget(key);
  };
  return { wishes, change, drop };
}
