import { describe, expect, it } from 'vitest';

import type { PartView, PointView, Reach } from '../api/types';
import { part } from '../testing/dishes';
import { GLASS, glassGeometry } from './glassGeometry';
import { reachGeometry, TRACK } from './reachGeometry';
import { CUT, hatchGap, layersOf } from './sectionGeometry';

const view = (id: string, grams: number, was = grams, starch = 0): PartView =>
  ({
    part_id: id,
    grams,
    was_grams: was,
    net: null,
    was_net: null,
    net_share: null,
    was_net_share: null,
    starch_share: starch,
    was_starch_share: starch,
    makes: grams,
    share: 1,
  }) as unknown as PartView;

const reach = (best: number, most: number | null, least: number | null = null): Reach => ({
  nutrient: 'net_carbs',
  label: 'Net carbs',
  unit: 'g',
  figure: { best, low: best, high: best, spread_low: best - 1, spread_high: best + 1, blame: [] },
  was: null,
  at_least: least,
  at_most: most,
  per: 'serving',
  hard: true,
  code: 'meets',
  met: true,
  line_id: null,
  words: '',
});

describe('the cut through a dish', () => {
  it('draws layers to mass, from the base up, without a gap', () => {
    const layers = layersOf(
      [part('pot', []), part('lid', [])],
      [view('pot', 600), view('lid', 300)],
    );
    const [pot, lid] = layers;
    expect(pot && lid && pot.height / lid.height).toBeCloseTo(2);
    expect(pot && pot.y + pot.height).toBeCloseTo(CUT.base);
    expect(lid && pot && lid.y + lid.height - pot.y).toBeCloseTo(0);
    expect(pot && lid && pot.height + lid.height).toBeCloseTo(CUT.height);
  });

  it('keeps labels apart and the old top where it lay', () => {
    const views = [view('a', 10), view('b', 10), view('c', 900, 1100)];
    const layers = layersOf([part('a', []), part('b', []), part('c', [])], views);
    const labels = layers.map((layer) => layer.labelY);
    expect(Math.min(...labels.slice(1).map((y, i) => (labels[i] ?? 0) - y))).toBeGreaterThanOrEqual(
      65,
    );
    expect(layers[2]?.ghost).toBeLessThan(layers[2]?.y ?? 0);
    expect(layers[0]?.ghost).toBeNull();
  });

  it('hatches what is starch, closer for more', () => {
    expect(hatchGap(0)).toBeNull();
    expect(hatchGap(0.2)).toBeLessThan(hatchGap(0.05) ?? 0);
    expect(hatchGap(0.9)).toBe(hatchGap(0.2));
  });
});

describe('a reach bar', () => {
  it('never leaves its track, and breaks it far over the limit', () => {
    for (const best of [0, 3, 12, 40, 500, 1e6]) {
      const drawn = reachGeometry(reach(best, 12));
      for (const x of [drawn.bar, drawn.atMost ?? 0, ...(drawn.whisker ?? [])]) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(TRACK);
      }
      expect(drawn.broken).toBe(best > 12 * 2.4);
    }
  });

  it('marks both ends of a window in order', () => {
    const drawn = reachGeometry(reach(20, 40, 10));
    expect(drawn.atLeast).toBeLessThan(drawn.bar);
    expect(drawn.bar).toBeLessThan(drawn.atMost ?? 0);
  });
});

describe('a sight glass', () => {
  it('stands higher for more grams and stays in the glass', () => {
    const at = (grams: number): number =>
      glassGeometry(
        {
          grams,
          solids: 50,
          high: grams,
          low: grams,
          weighed: grams,
          target: 700,
          floor: 500,
        } as PointView,
        1000,
      ).level;
    expect(at(900)).toBeLessThan(at(400));
    expect(at(99_999)).toBeGreaterThanOrEqual(GLASS.top);
    expect(at(0)).toBeLessThanOrEqual(GLASS.base);
  });
});
