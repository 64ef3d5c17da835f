import { describe, expect, it } from 'vitest';

import type { RunView } from '../../api/types';
import { axisOf, bakeRows, lanesOf, weighedPoints, yieldRows } from './plots';

function run(grams: number, took: number): RunView {
  return {
    weights: [
      {
        place: 'lid/press', words: 'Pressed', part: 'Lid', technique: 'press', low: 600, usual: 700,
        high: 800, grams, shares: { weighed: grams / 1000, low: 0.6, high: 0.8 },
      },
      {
        place: 'x/y', words: 'Alone', part: '', technique: '', low: 1, usual: 2, high: 3, grams: 2,
        shares: null,
      },
    ],
    times: [
      { place: 'bake', words: 'Bake', part: '', in_oven: true, oven_c: 200, low: 30, high: 35, said: true, took },
      { place: 'soak', words: 'Soak', part: '', in_oven: false, oven_c: null, low: 5, high: 9, said: true, took: 7 },
    ],
  } as unknown as RunView; // prettier-ignore
}

describe('plots of cookings', () => {
  it('lay every weight beside what was predicted, by its letter', () => {
    const points = weighedPoints([run(720, 34), run(650, 41)]);
    expect(points.map((one) => [one.letter, one.predicted, one.weighed])).toEqual([
      ['A', 700, 720],
      ['A', 2, 2],
      ['B', 700, 650],
      ['B', 2, 2],
    ]);
    expect(points[0]?.name).toBe('Pressed, lid');
  });

  it('show what was left in percent, with the range that was expected', () => {
    const [row, ...others] = yieldRows([run(720, 34), run(650, 41)]);
    expect(others).toEqual([]);
    expect([row?.low, row?.high].map((one) => Math.round(one ?? 0))).toEqual([60, 80]);
    expect(row?.marks.map((one) => Math.round(one.value))).toEqual([72, 65]);
  });

  it('show bakes only, each with how long it took', () => {
    const rows = bakeRows([run(720, 34), run(650, 41)]);
    expect(rows).toHaveLength(1);
    expect(rows[0]?.marks).toEqual([
      { letter: 'A', value: 34 },
      { letter: 'B', value: 41 },
    ]);
  });

  it('move marks that would cover each other off the line', () => {
    expect(lanesOf([10, 100, 14, 12], 18)).toEqual([0, 0, 1, -1]);
    expect(lanesOf([10, 40, 70], 18)).toEqual([0, 0, 0]);
  });

  it('have axes with round ticks that hold all values', () => {
    for (const values of [[30, 41], [0, 0], [652.4], [0.2, 0.9], [1, 5000]]) {
      const axis = axisOf(values, 100);
      expect(axis.ticks.length).toBeGreaterThan(1);
      expect(axis.ticks.length).toBeLessThan(12);
      for (const value of values) {
        expect(axis.at(value)).toBeGreaterThanOrEqual(0);
        expect(axis.at(value)).toBeLessThanOrEqual(100);
      }
    }
  });
});
