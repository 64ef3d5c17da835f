/** Where the pieces of a stacked bar lie. Pure. */
import type { DishComparison } from '../../api/types';

export interface Segment {
  part: string;
  index: number;
  value: number | null;
  x: number;
  width: number;
}

export interface Stack {
  key: string;
  label: string;
  segments: Segment[];
  total: number | null;
  end: number;
}

/** Every column's parts as segments on one scale; unknown parts have no width. */
export function stackOf(found: DishComparison, nutrient: string, width: number): Stack[] {
  const names = [...new Set(found.columns.flatMap((c) => c.parts.map((p) => p.part)))];
  const sums = found.columns.map((c) =>
    c.parts.reduce((sum, part) => sum + (part.values[nutrient] ?? 0), 0),
  );
  const scale = width / Math.max(...sums, 1e-9);
  return found.columns.map((column) => {
    let x = 0;
    const segments = column.parts.map((part) => {
      const value = part.values[nutrient] ?? null;
      const segment = {
        part: part.part,
        index: names.indexOf(part.part),
        value,
        x,
        width: (value ?? 0) * scale,
      };
      x += segment.width;
      return segment;
    });
    const unknown = segments.some((s) => s.value === null);
    return {
      key: column.key,
      label: column.label,
      segments: segments.filter((s) => s.width > 0.5 || s.value === null),
      total: unknown ? null : segments.reduce((sum, s) => sum + (s.value ?? 0), 0),
      end: x,
    };
  });
}
