/** Where the levels of a sight glass lie. Pure. */
import type { PointView } from '../api/types';

export const GLASS = { width: 160, height: 290, wall: 12, right: 92, top: 10, base: 274 };

export interface GlassGeometry {
  level: number;
  solids: number;
  band: [number, number] | null;
  spread: [number, number] | null;
}

export function glassGeometry(point: PointView, fullGrams: number): GlassGeometry {
  const scale = (GLASS.base - GLASS.top - 16) / Math.max(fullGrams, 1);
  const at = (grams: number): number => GLASS.base - grams * scale;
  const floor = GLASS.top + 2;
  const inside = (y: number): number => Math.max(floor, Math.min(GLASS.base, y));
  const band: [number, number] | null =
    point.target !== null && point.floor !== null
      ? [inside(at(point.target)), inside(at(point.floor))]
      : null;
  return {
    level: inside(at(point.grams)),
    solids: inside(at(point.solids)),
    band,
    spread: point.weighed === null ? [inside(at(point.high)), inside(at(point.low))] : null,
  };
}
