/** The orders a cook can put stand-ins in; the first is the core's own. */
import type { CandidateView } from '../../api/types';

export const ORDERS = {
  best: 'Best first',
  texture: 'Nearest texture',
  carbs: 'Fewest net carbs',
  minutes: 'Least time',
  smell: 'Least smell',
} as const;
export type Order = keyof typeof ORDERS;

const KEYS: Record<Exclude<Order, 'best'>, (item: CandidateView) => number | null> = {
  texture: (item) => item.texture_gap,
  carbs: (item) => item.net_carbs,
  minutes: (item) => item.extra_total,
  smell: (item) => item.smell_level,
};

/** From this level on a smell stays in the house. */
const STRONG = 3;

export function smellsStrongly(item: CandidateView): boolean {
  return (item.smell_level ?? 0) >= STRONG;
}

/** Returns the stand-ins in an order; excluded ones stay last, unknown ones before them. */
export function ordered(items: CandidateView[], order: Order): CandidateView[] {
  if (order === 'best') return items;
  const key = KEYS[order];
  return [...items].sort(
    (a, b) =>
      Number(a.excluded) - Number(b.excluded) || (key(a) ?? Infinity) - (key(b) ?? Infinity) || 0,
  );
}
