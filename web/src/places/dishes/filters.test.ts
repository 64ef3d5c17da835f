import { describe, expect, it } from 'vitest';

import type { BatchRecord, DishRecord } from '../../api/types';
import { foodsThere, fromShelf, passes } from './filters';

function dish(summary: object | null): DishRecord {
  const base = { minutes: 25, oven: false, suits: ['Ada'], others: [], foods: ['leek'] };
  return { summary: summary === null ? null : { ...base, ...summary } } as unknown as DishRecord;
}

function batch(food: string, left = 200, safe = true): BatchRecord {
  return { name: `some ${food}`, food, view: { left, safe } } as unknown as BatchRecord;
}

describe('the list of dishes', () => {
  it('passes only what is known to be so', () => {
    const none = new Set<string>();
    for (const key of ['quick', 'no_oven', 'fits', 'shelf'] as const)
      expect(passes(dish(null), key, none)).toBe(false);
    expect(passes(dish({}), 'quick', none)).toBe(true);
    expect(passes(dish({ minutes: 30 }), 'quick', none)).toBe(false);
    // Without steps nobody knows how long it takes, or whether it wants the oven.
    expect(passes(dish({ minutes: null }), 'quick', none)).toBe(false);
    expect(passes(dish({ minutes: null }), 'no_oven', none)).toBe(false);
    expect(passes(dish({ oven: true }), 'no_oven', none)).toBe(false);
    expect(passes(dish({ others: ['Bo'] }), 'fits', none)).toBe(false);
    expect(passes(dish({ suits: [], others: [] }), 'fits', none)).toBe(false);
  });

  it('finds what is on the shelf and may still be eaten', () => {
    const there = [batch('leek'), batch('egg', 0), batch('milk', 100, false), batch('')];
    expect([...foodsThere(there)]).toEqual(['leek']);
    expect(passes(dish({}), 'shelf', foodsThere(there))).toBe(true);
    expect(passes(dish({ foods: ['egg', 'milk', ''] }), 'shelf', foodsThere(there))).toBe(false);
    expect(fromShelf(dish({}), there)).toEqual(['some leek']);
  });
});
