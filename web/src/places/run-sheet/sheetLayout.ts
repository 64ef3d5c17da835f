/** Where things stand on a run sheet: time runs down, but no two lines of words overlap. */
import type { SheetItem } from '../../api/types';

export interface Axis {
  /** The place of a minute, in pixels from the top. */
  y: (minute: number) => number;
  /** The minute at a place; the inverse of `y`. */
  minute: (y: number) => number;
  height: number;
}

/** Pixels a minute has at least, and what a line of words by hand needs. */
export const PER_MINUTE = 2.4;
export const LINE = 50;

/** What is read in the column of the hands; everything else is drawn beside it. */
export function isByHand(item: SheetItem): boolean {
  return item.kind === 'hands' || item.kind === 'put_on' || item.kind === 'free';
}

/**
 * The axis of a sheet: minutes are as long as the words beside them need. What one pair of hands
 * does never overlaps; two pairs have a column each, so each is spaced on its own.
 */
export function axisOf(items: SheetItem[], serve: number): Axis {
  const edges = new Set([serve]);
  for (const item of items) edges.add(item.start).add(item.start + item.minutes);
  const minutes = [...edges].sort((a, b) => a - b);
  const first = minutes[0] ?? 0;
  const hands = [...new Set(items.filter(isByHand).map((item) => item.place))];
  const lastWords = new Map<number, number>(hands.map((place) => [place, -Infinity]));
  const starts = new Map<number, SheetItem[]>();
  for (const item of items.filter(isByHand))
    starts.set(item.start, [...(starts.get(item.start) ?? []), item]);
  const places: [number, number][] = [];
  let [at, y] = [first, 0];
  for (const minute of minutes) {
    y += (minute - at) * PER_MINUTE;
    for (const item of starts.get(minute) ?? [])
      y = Math.max(y, (lastWords.get(item.place) ?? -Infinity) + LINE);
    for (const item of starts.get(minute) ?? []) lastWords.set(item.place, y);
    places.push([minute, y]);
    at = minute;
  }
  const end = places.at(-1) ?? [0, 0];
  const last = Math.max(end[1], Math.max(...lastWords.values(), 0) + LINE);
  places[places.length - 1] = [end[0], last];
  return { y: along(places), minute: along(places.map(([m, p]) => [p, m])), height: last };
}

/** The straight line from point to point; beyond the ends it goes on as it does there. */
function along(points: [number, number][]): (x: number) => number {
  const origin: [number, number] = points[0] ?? [0, 0];
  return (x) => {
    let from = origin;
    let to = points[1] ?? origin;
    for (const point of points.slice(1)) {
      to = point;
      if (x <= to[0]) break;
      if (point !== points.at(-1)) from = point;
    }
    const width = to[0] - from[0];
    return width === 0 ? from[1] : from[1] + ((x - from[0]) / width) * (to[1] - from[1]);
  };
}

/** Whether something is drawn in a column; what is stirred by hand has its ring as well. */
export function standsIn(item: SheetItem, lane: SheetItem['lane'], place: number): boolean {
  return lane === 'ring' ? item.ring === place : item.lane === lane && item.place === place;
}

/** The lanes beside the hands that this sheet uses, in the order a kitchen has them. */
export function lanesOf(items: SheetItem[]): { lane: SheetItem['lane']; place: number }[] {
  const order: SheetItem['lane'][] = ['ring', 'microwave', 'blender', 'processor', 'waits'];
  const most = Math.max(0, ...items.map((item) => Math.max(item.place, item.ring ?? 0)));
  const places = [...Array(most + 1).keys()];
  return order.flatMap((lane) =>
    places
      .filter((place) => items.some((item) => standsIn(item, lane, place)))
      .map((place) => ({ lane, place })),
  );
}

/** How far across the oven's column a heat is drawn, 0 to 1. */
export function acrossOven(celsius: number): number {
  return Math.max(0, Math.min(1, (celsius - 20) / 240));
}
