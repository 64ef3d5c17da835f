import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

import type { Change, Dish, Variant } from '../api/types';
import { dish, line, part, slot } from '../testing/dishes';
import { applied, asVariant, difference, removeVariant, withVariant } from './variants';

interface Case {
  before: Dish;
  after: Dish;
  changes: Change[];
}

const CASES = JSON.parse(
  readFileSync(new URL('../../../core/tests/data/changes.json', import.meta.url), 'utf-8'),
) as Case[];

describe('changes agree with the core', () => {
  it('has cases', () => expect(CASES.length).toBeGreaterThan(8));
  it.each(CASES.map((one, place) => [place, one] as const))('case %i', (_, one) => {
    expect(applied(one.before, one.changes)).toEqual(one.after);
    expect(difference(one.before, one.after)).toEqual(one.changes);
  });
});

describe('a variant of a dish', () => {
  const LID = part('lid', [line('potato', 800), line('butter', 40)], [slot('s', ['potato'])]);
  const MILD: Variant = {
    id: 'v',
    name: 'Mild',
    eaters: [],
    others: 2,
    because: 'heat',
    changes: [],
    waits: ['butter'],
  };
  const WHOLE: Dish = { ...dish(LID), variants: [MILD] };

  it('keeps what is changed in it as changes and the dish as it was', () => {
    const next = applied(asVariant(WHOLE, MILD), [
      { kind: 'omit', at: 'butter', choice: null, line: null, step: null },
    ]);
    const after = withVariant(WHOLE, MILD, { ...next, title: 'Other name' });
    expect(after.parts).toEqual(WHOLE.parts);
    expect(after.title).toBe('Other name');
    expect(after.variants[0]?.changes.map((one) => one.kind)).toEqual(['omit']);
    expect(after.variants[0]?.waits).toEqual(['butter']);
    expect(asVariant(after, after.variants[0] ?? MILD).parts).toEqual(next.parts);
  });

  it('takes a line written anew for one in its place, and one taken away as left out', () => {
    const own = asVariant(WHOLE, MILD);
    const lines = [line('butter', 25)];
    const after = withVariant(WHOLE, MILD, { ...own, parts: [{ ...LID, lines }] });
    const variant = after.variants[0] ?? MILD;
    expect(variant.changes.map((one) => one.kind).toSorted()).toEqual(['omit', 'swap_line']);
    const [potato, butter] = asVariant(after, variant).parts[0]?.lines ?? [];
    expect([potato?.left_out, butter?.instead?.grams]).toEqual([true, 25]);
    expect(after.parts).toEqual(WHOLE.parts);
  });

  it('lets go in what was held back and is in after all', () => {
    const after = withVariant(WHOLE, MILD, asVariant(WHOLE, MILD));
    expect(after.variants[0]?.waits).toEqual([]);
  });

  it('finds a slot for the dish, and its stand-in for itself', () => {
    const own = asVariant(WHOLE, MILD);
    const more = slot('t', ['butter'], [line('ghee', 30)]);
    const after = withVariant(WHOLE, MILD, {
      ...own,
      parts: [{ ...LID, slots: [...LID.slots, more] }],
    });
    expect(after.parts[0]?.slots.map((one) => [one.id, one.choice])).toEqual([
      ['s', null],
      ['t', null],
    ]);
    expect(after.variants[0]?.changes.map((one) => [one.kind, one.at])).toEqual([
      ['set_choice', 't'],
    ]);
  });

  it('is taken away without a trace', () => {
    expect(removeVariant(WHOLE, 'v')).toEqual({ ...WHOLE, variants: [] });
  });
});
