import { describe, expect, it } from 'vitest';

import type { SheetItem } from '../../api/types';
import { acrossOven, axisOf, LINE, lanesOf, PER_MINUTE } from './sheetLayout';

function item(start: number, minutes: number, more: Partial<SheetItem> = {}): SheetItem {
  return {
    task: `${start}`, dish: 0, step: '', kind: 'hands', words: 'cut', part: '', start, minutes,
    at: '', ends: '', lane: 'hands', place: 0, ring: null, runs_until: null, oven_c: null, slack: 0, decides: false,
    pinned: false, cue: '', notes: [], ...more,
  }; // prettier-ignore
}

describe('the axis of a run sheet', () => {
  it('gives every line by hand its room, and long stretches their length', () => {
    const axis = axisOf([item(0, 1), item(1, 1), item(2, 40), item(42, 3)], 45);
    expect(axis.y(0)).toBe(0);
    expect(axis.y(1) - axis.y(0)).toBe(LINE);
    expect(axis.y(2) - axis.y(1)).toBe(LINE);
    expect(axis.y(42) - axis.y(2)).toBeCloseTo(40 * PER_MINUTE);
    expect(axis.height).toBeGreaterThanOrEqual(axis.y(42) + LINE);
  });

  it('two cooks are spaced each on their own', () => {
    const axis = axisOf([item(0, 5), item(1, 5, { place: 1 })], 10);
    expect(axis.y(1) - axis.y(0)).toBeLessThan(LINE);
  });

  it('is read back at every place', () => {
    const axis = axisOf([item(0, 3), item(3, 1), item(4, 30)], 40);
    for (const minute of [0, 1.5, 3, 3.5, 20, 39]) {
      expect(axis.minute(axis.y(minute))).toBeCloseTo(minute, 5);
    }
  });

  it('stands where nothing is to be done', () => {
    expect(axisOf([], 0).height).toBeGreaterThanOrEqual(0);
  });
});

describe('the lanes', () => {
  it('are those in use, in the order of a kitchen', () => {
    const items = [
      item(0, 5, { lane: 'microwave', kind: 'runs' }),
      item(0, 5, { lane: 'ring', place: 1, ring: 1, kind: 'runs' }),
      item(0, 5, { ring: 0 }),
      item(0, 5),
    ];
    expect(lanesOf(items).map((one) => `${one.lane} ${one.place}`)).toEqual([
      'ring 0',
      'ring 1',
      'microwave 0',
    ]);
  });
});

describe('heat', () => {
  it('a hotter oven reaches further across', () => {
    expect(acrossOven(20)).toBe(0);
    expect(acrossOven(200)).toBeGreaterThan(acrossOven(180));
    expect(acrossOven(999)).toBe(1);
  });
});
