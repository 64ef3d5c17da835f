/** Which weight this is of a step: the first, after another round, or one batch of several. Pure. */
import type { GlassView } from '../api/types';

export interface Turn {
  /** How often the step was done by then, null for once. */
  round: number | null;
  /** Which batch, 0 for all at once. */
  batch: number;
  batches: number;
}

export const ONCE: Turn = { round: null, batch: 0, batches: 1 };
export type Again = 'on' | 'instead';

const GOES_ON = new Set<string>(['press_more', 'heat_more', 'simmer_more', 'heavier']);

/** Whether a weight counts anew or instead, before the cook says so: null where nobody knows. */
export function usually(glass: GlassView): Again | null {
  if (glass.point.weighed === null) return 'instead';
  return GOES_ON.has(glass.point.advice) ? 'on' : null;
}

/** The turn of the next weight, null while it is not said what becomes of the last one. */
export function turnOf(glass: GlassView, again: Again | null, batches: number): Turn | null {
  const { turns } = glass;
  if (batches > 1) {
    const done = turns.of === batches ? turns.batches.length : 0;
    return { round: null, batch: Math.min(done + 1, batches), batches };
  }
  if (glass.point.weighed === null) return ONCE;
  if (again === null) return null;
  const whole = turns.batches.length > 0;
  const round = whole ? 1 : turns.round;
  return { ...ONCE, round: again === 'on' ? round + 1 : round };
}

/** The turn that was weighed last: the one that is deleted. */
export function lastOf(glass: GlassView): Turn {
  const { turns } = glass;
  if (turns.batches.length > 0)
    return { round: null, batch: turns.batches.length, batches: turns.of };
  return { ...ONCE, round: turns.round };
}

/** What the next weight of a step may be, in grams. */
export function weighedOf(
  glass: GlassView,
  turn: Turn,
): { step: string; low: number; high: number } {
  const { point } = glass;
  const step = `${glass.slot_id || glass.part_id}/${glass.step_id}/${turn.round ?? 1}/${turn.batch}`;
  if (turn.batch) return { step, low: point.low / turn.batches, high: point.high / turn.batches };
  if (glass.again && (turn.round ?? 1) > glass.turns.round) return { step, ...glass.again };
  return { step, low: point.low, high: point.high };
}
