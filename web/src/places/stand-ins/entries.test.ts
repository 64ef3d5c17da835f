import { describe, expect, it } from 'vitest';

import { typed } from '../../parts/format';
import { changed, emptyOwn, withFood, withLine, withNewStep, withStep } from './entries';

describe('a stand-in as it is written down', () => {
  it('takes foods in and out', () => {
    const two = withFood(withFood(emptyOwn('mash'), 'swede'), 'butter');
    expect(two.stand_in.lines.map((line) => line.food)).toEqual(['swede', 'butter']);
    const [swede] = two.stand_in.lines;
    if (!swede) throw new Error('no line');
    const heavier = withLine(two, 0, { ...swede, grams: 700 });
    expect(heavier.stand_in.lines[0]?.grams).toBe(700);
    expect(withLine(heavier, 0, null).stand_in.lines.map((line) => line.food)).toEqual(['butter']);
  });

  it('gives every step an id of its own', () => {
    const two = withNewStep(withNewStep(emptyOwn('mash')));
    const one = withStep(two, 0, null);
    const ids = withNewStep(one).stand_in.step.map((step) => step.id);
    expect(new Set(ids).size).toBe(2);
    const last = two.stand_in.step[1];
    if (!last) throw new Error('no step');
    const named = withStep(two, 1, { ...last, order: 'Mash it.' });
    expect(named.stand_in.step[1]?.order).toBe('Mash it.');
  });

  it('reads numbers with a comma and nothing else', () => {
    expect([typed('3,5'), typed('3.5'), typed(''), typed('much')]).toEqual([3.5, 3.5, null, null]);
    expect(changed(emptyOwn('lid'), { name: 'Ours' }).stand_in.name).toBe('Ours');
  });
});
