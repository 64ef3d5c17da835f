import { expect, it } from 'vitest';

import type { Reach } from '../api/types';
import { reachGeometry, TRACK } from './reachGeometry';

function reach(
  best: number | null,
  more: Partial<Reach> = {},
  spread: [number, number] | null = null,
): Reach {
  const figure = {
    best,
    low: best ?? 0,
    high: best,
    spread_low: spread?.[0] ?? null,
    spread_high: spread?.[1] ?? null,
  };
  return {
    nutrient: 'net_carbs',
    figure,
    was: null,
    at_least: null,
    at_most: null,
    ...more,
  } as Reach;
}

it('draws a value as far along as it is of the limit', () => {
  const { bar, atMost, broken } = reachGeometry(reach(10, { at_most: 20 }));
  expect(bar / (atMost ?? 1)).toBeCloseTo(0.5);
  expect(broken).toBe(false);
});

it('draws a value over the limit beyond it, and breaks the track where it is far over', () => {
  const over = reachGeometry(reach(30, { at_most: 20 }));
  expect(over.bar).toBeGreaterThan(over.atMost ?? TRACK);
  const far = reachGeometry(reach(100, { at_most: 20 }, [90, 110]));
  expect([far.broken, far.bar, far.whisker]).toEqual([true, TRACK, null]);
  expect(far.atMost).toBeGreaterThan(0);
});

it('shows how far the value may lie off, where that can be seen', () => {
  const seen = reachGeometry(reach(10, { at_most: 20 }, [6, 14]));
  const [low, high] = seen.whisker ?? [0, 0];
  expect(low).toBeLessThan(seen.bar);
  expect(high).toBeGreaterThan(seen.bar);
  expect(reachGeometry(reach(10, { at_most: 20 }, [9.99, 10.01])).whisker).toBeNull();
});

it('shows where it was, unless that is the same place or off the track', () => {
  const moved = reachGeometry(reach(10, { at_most: 20, was: 18 }));
  expect(moved.was).toBeGreaterThan(moved.bar);
  expect(reachGeometry(reach(10, { at_most: 20, was: 10.05 })).was).toBeNull();
  expect(reachGeometry(reach(10, { at_most: 20, was: 500 })).was).toBeNull();
});

it('takes what is known where the best value is not', () => {
  const unknown = reachGeometry(
    reach(null, { at_least: 30, figure: { ...reach(12).figure, best: null, high: null } }),
  );
  expect(unknown.bar).toBeGreaterThan(0);
  expect(unknown.bar).toBeLessThan(unknown.atLeast ?? 0);
});

it('draws nothing of nothing', () => {
  expect(reachGeometry(reach(0))).toMatchObject({
    bar: 0,
    whisker: null,
    was: null,
    broken: false,
  });
  // A limit of zero can still be seen.
  expect(reachGeometry(reach(0, { at_most: 0 })).atMost).toBeGreaterThan(0);
});
