import { describe, expect, it } from 'vitest';

import type { PartingView, PartView } from '../api/types';
import { line, part } from '../testing/dishes';
import { columnsOf, CUT, hatchGap, layersOf, partedWords, spoonEdge } from './sectionGeometry';

function view(part_id: string, grams: number, more: Partial<PartView> = {}): PartView {
  return {
    part_id,
    grams,
    was_grams: grams,
    net_carbs: 1,
    was_net_carbs: 1,
    net_share: 0.5,
    was_net_share: 0.5,
    starch_share: 0,
    was_starch_share: 0,
    makes_grams: grams,
    taken: 1,
    ...more,
  };
}

const named = (...names: string[]) => names.map((name) => part(name, [line('x', 1)]));

describe('the layers of the cut', () => {
  it('lie on each other from the base up, as high as they are heavy', () => {
    const layers = layersOf(named('base', 'filling', 'lid'), [
      view('base', 100),
      view('filling', 300),
      view('lid', 200),
    ]);
    const [base, filling, lid] = layers;
    expect(layers.map((one) => one.height / CUT.height)).toEqual([1 / 6, 1 / 2, 1 / 3]);
    expect((base?.y ?? 0) + (base?.height ?? 0)).toBe(CUT.base);
    expect(filling?.y).toBeCloseTo((base?.y ?? 0) - (filling?.height ?? 0));
    expect(lid?.y).toBeCloseTo(CUT.base - CUT.height);
  });

  it('shrink beside what they were, which is still to be seen', () => {
    const [lid] = layersOf(named('lid'), [view('lid', 200, { was_grams: 400 })]);
    expect(lid?.height).toBe(CUT.height / 2);
    expect(lid?.ghost).toBe(CUT.base - CUT.height);
    const [same] = layersOf(named('lid'), [view('lid', 200)]);
    expect(same?.ghost).toBeNull();
  });

  it('leave out parts that nobody has weighed yet', () => {
    expect(layersOf(named('base', 'lid'), [view('lid', 0)]).map((one) => one.name)).toEqual([
      'lid',
    ]);
    expect(layersOf([], [])).toEqual([]);
  });

  it('never write one label over another, nor beyond the drawing', () => {
    const names = ['a', 'b', 'c', 'd', 'e'];
    const layers = layersOf(
      named(...names),
      names.map((name) => view(name, name === 'a' ? 900 : 1)),
    );
    const labels = layers.map((one) => one.labelY);
    for (const [at, y] of labels.slice(1).entries())
      expect((labels[at] ?? 0) - y).toBeGreaterThanOrEqual(65.9);
    expect(Math.min(...labels)).toBeGreaterThanOrEqual(CUT.top);
  });
});

describe('starch', () => {
  it('is hatched the closer the more of it there is, and not at all without', () => {
    expect(hatchGap(0)).toBeNull();
    expect(hatchGap(0.003)).toBeNull();
    const gaps = [0.01, 0.05, 0.1, 0.2, 0.8].map((share) => hatchGap(share) ?? 0);
    expect(gaps).toEqual([...gaps].sort((a, b) => b - a));
    expect(gaps.at(-1)).toBe(4);
  });
});

describe('a layer that not all have alike', () => {
  const group = (whose: string, share: number) => ({ whose, share, starch_share: 0.1 });
  const parting = {
    alike: [
      { part_id: 'base', groups: [group('everybody', 1)] },
      { part_id: 'lid', groups: [group('Maren', 0.25), group('Jory and Tove', 0.75)] },
    ],
  } as unknown as PartingView;

  it('is as wide for each as their share', () => {
    const columns = columnsOf('lid', parting);
    expect(columns.map((one) => one.width / CUT.width)).toEqual([0.25, 0.75]);
    expect(columns.map((one) => one.x)).toEqual([CUT.left, CUT.left + CUT.width / 4]);
    expect(columnsOf('lid', null)).toEqual([]);
    expect(columnsOf('sauce', parting)).toEqual([]);
  });

  it('is told in words', () => {
    expect(partedWords(parting)).toBe(' Parted, from the left: Maren 25 %, Jory and Tove 75 %.');
    expect(partedWords(null)).toBe('');
  });
});

it('a spoon cuts down the whole side', () => {
  const path = spoonEdge(10, 110, 20, 400);
  expect(path.startsWith('M10 20 L')).toBe(true);
  expect(path).toContain(' 400.0 ');
  expect(path.endsWith('L10 400 Z')).toBe(true);
});
