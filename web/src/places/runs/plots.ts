/** Where the marks of the plots lie. Pure. */
import type { RunView } from '../../api/types';

/** A cooking among those side by side: the first is A. */
export function letterOf(index: number): string {
  return String.fromCharCode(65 + index);
}

export interface Mark {
  letter: string;
  value: number;
}

/** One row of a plot: the range that was to be expected, and a mark for every cooking. */
export interface PlotRow {
  name: string;
  low: number;
  high: number;
  marks: Mark[];
}

export interface Point {
  letter: string;
  name: string;
  predicted: number;
  low: number;
  high: number;
  weighed: number;
}

/** Every weight beside what was predicted, in grams. */
export function weighedPoints(runs: RunView[]): Point[] {
  return runs.flatMap((run, index) =>
    run.weights.map((one) => ({
      letter: letterOf(index),
      name: one.part ? `${one.words}, ${one.part.toLowerCase()}` : one.words,
      predicted: one.usual,
      low: one.low,
      high: one.high,
      weighed: one.grams,
    })),
  );
}

function rowsOf<T>(
  runs: RunView[],
  of: (run: RunView) => T[],
  read: (one: T) => { key: string; name: string; low: number; high: number; value: number } | null,
): PlotRow[] {
  const rows = new Map<string, PlotRow>();
  runs.forEach((run, index) => {
    for (const one of of(run)) {
      const said = read(one);
      if (!said) continue;
      const row = rows.get(said.key) ?? {
        name: said.name,
        low: said.low,
        high: said.high,
        marks: [],
      };
      row.low = Math.min(row.low, said.low);
      row.high = Math.max(row.high, said.high);
      row.marks.push({ letter: letterOf(index), value: said.value });
      rows.set(said.key, row);
    }
  });
  return [...rows.values()];
}

/** What was left of what went in, step by step, in percent. */
export function yieldRows(runs: RunView[]): PlotRow[] {
  return rowsOf(
    runs,
    (run) => run.weights,
    (one) => {
      const { shares } = one;
      if (!shares) return null;
      return {
        key: one.place,
        name: one.part ? `${one.words}, ${one.part.toLowerCase()}` : one.words,
        low: shares.low * 100,
        high: shares.high * 100,
        value: shares.weighed * 100,
      };
    },
  );
}

/** How long each bake took beside what the recipe says, in minutes. */
export function bakeRows(runs: RunView[]): PlotRow[] {
  return rowsOf(
    runs,
    (run) => run.times.filter((one) => one.in_oven),
    (one) => ({
      key: one.place,
      name: one.words,
      low: one.low,
      high: one.high,
      value: one.took,
    }),
  );
}

/** How far each mark is moved off the line so that none covers another, in the order given. */
export function lanesOf(places: number[], size: number): number[] {
  const taken: number[][] = [[], [], []];
  const found = new Array<number>(places.length).fill(0);
  const order = places.map((_, index) => index).sort((a, b) => (places[a] ?? 0) - (places[b] ?? 0));
  for (const index of order) {
    const at = places[index] ?? 0;
    const free = taken.findIndex((lane) => lane.every((other) => Math.abs(other - at) >= size));
    const lane = free < 0 ? 0 : free;
    taken[lane]?.push(at);
    found[index] = [0, -1, 1][lane] ?? 0;
  }
  return found;
}

export interface Axis {
  low: number;
  high: number;
  ticks: number[];
  at: (value: number) => number;
}

/** An axis over some values, with round ticks, `width` long. */
export function axisOf(values: number[], width: number): Axis {
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const span = Math.max(most - least, Math.abs(most) * 0.1, 1);
  const rough = span / 4;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5, 10].find((one) => one * power >= rough) ?? 10) * power;
  const low = Math.floor((least - span * 0.05) / step) * step;
  const high = Math.ceil((most + span * 0.05) / step) * step;
  const ticks: number[] = [];
  for (let tick = low; tick <= high + step / 2; tick += step) ticks.push(Number(tick.toFixed(6)));
  return { low, high, ticks, at: (value) => ((value - low) / (high - low)) * width };
}
