/** Where the pieces of a reach bar lie on a track 300 units wide. Pure. */
import type { Reach } from '../api/types';

export const TRACK = 300;
const HEADROOM = 1.3;
/** A value this many times over the limit breaks the track instead of shrinking it. */
const BREAK_AT = 2.4;

export interface ReachGeometry {
  bar: number;
  whisker: [number, number] | null;
  was: number | null;
  atMost: number | null;
  atLeast: number | null;
  broken: boolean;
}

export function reachGeometry(reach: Reach): ReachGeometry {
  const { figure } = reach;
  const value = figure.best ?? figure.high ?? figure.low;
  const limit = Math.max(reach.at_most ?? 0, reach.at_least ?? 0);
  const highest = Math.max(value, figure.spread_high ?? 0, reach.was ?? 0);
  const broken = limit > 0 && value > limit * BREAK_AT;
  const end =
    (broken
      ? limit * BREAK_AT
      : Math.max(limit, Math.min(highest, limit > 0 ? limit * BREAK_AT : highest))) * HEADROOM;
  const scale = end > 0 ? TRACK / end : 0;
  const at = (x: number): number => Math.max(0, Math.min(TRACK, x * scale));
  const low = figure.spread_low;
  const high = figure.spread_high;
  const spread = low !== null && high !== null && (high - low) * scale > 2 && !broken;
  return {
    bar: broken ? TRACK : at(value),
    whisker: spread ? [at(low), at(high)] : null,
    was:
      reach.was !== null && reach.was * scale <= TRACK && Math.abs(reach.was - value) * scale > 3
        ? at(reach.was)
        : null,
    atMost: reach.at_most === null ? null : Math.max(1.5, at(reach.at_most)),
    atLeast: reach.at_least === null ? null : at(reach.at_least),
    broken,
  };
}
