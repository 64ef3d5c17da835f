/** The cut through the dish: where each layer lies, to mass. Pure. */
import type { Part, PartGroup, PartingView, PartView } from '../api/types';
import { percent } from './format';

export const CUT = { width: 102, height: 450, left: 14, base: 478, top: 28 };
/** The whole drawing. */
export const SHEET = { width: 266, height: 500 };
const LABEL_HEIGHT = 66;

export interface Layer {
  partId: string;
  name: string;
  y: number;
  height: number;
  /** Where the old top lay, when the part was swapped. */
  ghost: number | null;
  labelY: number;
  /** Gap between hatch lines in px, null without starch. */
  hatch: number | null;
  view: PartView;
}

/** Starch of a fifth of the mass is as dense as bread crumb and flour get; lines 4 px apart. */
export function hatchGap(starchShare: number): number | null {
  if (starchShare < 0.004) return null;
  return Math.max(4, 15 - 55 * Math.min(starchShare, 0.2));
}

export function layersOf(parts: Part[], views: PartView[]): Layer[] {
  const byId = new Map(views.map((view) => [view.part_id, view]));
  const now = views.reduce((sum, view) => sum + view.grams, 0);
  const was = views.reduce((sum, view) => sum + Math.max(view.was_grams, view.grams), 0);
  const scale = CUT.height / Math.max(now, was, 1);
  let y = CUT.base;
  const layers = parts.flatMap((part): Layer[] => {
    const view = byId.get(part.id);
    if (!view) return [];
    const height = view.grams * scale;
    y -= height;
    const moved =
      Math.abs(view.was_grams - view.grams) > 1 || view.was_starch_share !== view.starch_share;
    return [
      {
        partId: part.id,
        name: part.name,
        y,
        height,
        ghost: moved ? y + height - view.was_grams * scale : null,
        labelY: y + height / 2,
        hatch: hatchGap(view.starch_share),
        view,
      },
    ];
  });
  return spreadLabels(layers);
}

/** One group of variants in a parted layer, as wide as its share of the dish. */
export interface Column {
  x: number;
  width: number;
  hatch: number | null;
  group: PartGroup;
}

/** The columns of a layer that variants have otherwise; one where all have it alike. */
export function columnsOf(partId: string, parting: PartingView | null): Column[] {
  const groups = parting?.alike.find((one) => one.part_id === partId)?.groups ?? [];
  const whole = groups.reduce((sum, group) => sum + group.share, 0) || 1;
  let x = CUT.left;
  return groups.map((group) => {
    const width = (CUT.width * group.share) / whole;
    const column = { x, width, hatch: hatchGap(group.starch_share), group };
    x += width;
    return column;
  });
}

/** What the columns are, from left to right. */
export function partedWords(parting: PartingView | null): string {
  const parted = parting?.alike.find((one) => one.groups.length > 1);
  if (!parted) return '';
  const groups = parted.groups.map((group) => `${group.whose} ${percent(group.share)}`);
  return ` Parted, from the left: ${groups.join(', ')}.`;
}

/** Labels stand beside their layer and make room for each other, from the base up. */
function spreadLabels(layers: Layer[]): Layer[] {
  let free = CUT.base;
  const placed = layers.map((layer) => {
    const labelY = Math.min(layer.labelY, free - LABEL_HEIGHT / 2);
    free = labelY - LABEL_HEIGHT / 2;
    return { ...layer, labelY };
  });
  const over = CUT.top - free;
  return over > 0 ? placed.map((layer) => ({ ...layer, labelY: layer.labelY + over })) : placed;
}

/** A spoon's edge down the right side of the cut. */
export function spoonEdge(left: number, right: number, top: number, base: number): string {
  const points: string[] = [];
  const steps = 22;
  for (let i = 0; i <= steps; i += 1) {
    const y = top + ((base - top) * i) / steps;
    const wobble = [0, -5, -2, -8, -4, -9, -3, -6][i % 8] ?? 0;
    points.push(`${right + wobble} ${y.toFixed(1)}`);
  }
  return `M${left} ${top} L${points.join(' L')} L${left} ${base} Z`;
}
