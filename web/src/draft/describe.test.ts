import { describe as about, expect, it } from 'vitest';

import { dish, line, part, slot } from '../testing/dishes';
import { describe } from './describe';
import { mapPart, removeLine, replaceLine, setChoice, setTaken, withGrams } from './edits';

const LID = part('lid', [line('potato', 800)], [slot('s', ['potato'])]);
const WHOLE = dish(part('pot', [line('beans', 400)]), LID);
const CHOICE = slot('s', ['potato'], [line('celeriac', 900)]).choice;

about('what an edit changed, in words', () => {
  it.each([
    ['the servings', { ...WHOLE, servings: 6 }],
    ['the name of the dish', { ...WHOLE, title: 'Lock pot' }],
    ['the portions', { ...WHOLE, portions: [{ eater: 'x', share: 0.4 }] }],
    ['Celeriac in the lid', setChoice(WHOLE, 'lid', 's', CHOICE)],
    ['the grams of beans', replaceLine(WHOLE, 'beans', withGrams(line('beans', 400), 380))],
    ['beans left out', replaceLine(WHOLE, 'beans', line('beans', 400, { left_out: true }))],
    ['beans taken away', removeLine(WHOLE, 'beans')],
    [
      'how much of the lid is used',
      setTaken(WHOLE, 'lid', { share: 0.5, grams: null, makes_grams: null }),
    ],
    ['the name Stew', mapPart(WHOLE, 'pot', (p) => ({ ...p, name: 'Stew' }))],
    ['a step', { ...WHOLE, steps: [{ id: '1', text: 'Bake.', section: '' }] }],
  ])('%s', (words, after) => expect(describe(WHOLE, after)).toBe(words));

  it('names a variant that comes, changes and goes', () => {
    const mild = {
      id: 'v',
      name: 'Mild',
      eaters: [],
      others: 2,
      because: 'heat' as const,
      changes: [],
      waits: [],
    };
    const mildly = { ...WHOLE, variants: [mild] };
    expect(describe(WHOLE, mildly)).toBe('the variant for Mild');
    expect(describe(mildly, { ...WHOLE, variants: [{ ...mild, others: 3 }] })).toBe(
      'the variant for Mild changed',
    );
    expect(describe(mildly, WHOLE)).toBe('the variant for Mild taken away');
  });

  it('names a swap that is taken back', () => {
    const swapped = setChoice(WHOLE, 'lid', 's', CHOICE);
    expect(describe(swapped, WHOLE)).toBe('the swap in the lid');
  });
});
