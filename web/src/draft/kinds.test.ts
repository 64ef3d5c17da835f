import { describe, expect, it } from 'vitest';

import { dish, line, part } from '../testing/dishes';
import { asLines, asStep, leftOut, makeIt } from './kinds';

const TEXT = 'Weir pot\n400 g beans\nFor the lid\n800 g potato\nMash them.\nBake.';
const WHOLE = {
  ...dish(
    part('pot', [
      line('beans', 400),
      line('x', null, { text: 'For the lid' }),
      line('potato', 800),
    ]),
  ),
  source_text: TEXT,
  steps: [{ id: 'bake', text: 'Bake.', section: '' }],
};

describe('what a read line really is', () => {
  it('becomes a heading over the lines under it', () => {
    const [pot, lid] = makeIt(WHOLE, 'x', 'heading').parts;
    expect(pot?.lines.map((l) => l.id)).toEqual(['beans']);
    expect([lid?.name, lid?.lines.map((l) => l.id)]).toEqual(['Lid', ['potato']]);
  });

  it('names the part when it stands first', () => {
    const first = dish(part('dish', [line('x', null, { text: 'TOPPING:' }), line('potato', 800)]));
    const made = makeIt(first, 'x', 'heading');
    expect(made.parts.map((p) => [p.name, p.lines.length])).toEqual([['TOPPING', 1]]);
  });

  it('becomes a step where it stood', () => {
    const odd = { ...WHOLE, parts: [part('pot', [line('m', null, { text: 'Mash them.' })])] };
    const made = makeIt(odd, 'm', 'step');
    expect(made.steps.map((s) => s.text)).toEqual(['Mash them.', 'Bake.']);
    expect(made.parts[0]?.lines).toEqual([]);
  });

  it('is set aside with its words, and comes back', () => {
    const aside = makeIt(WHOLE, 'x', 'note');
    expect(aside.asides).toEqual([{ id: 'x', kind: 'note', text: 'For the lid' }]);
    const back = asLines(aside, 'x', 'For the lid', [line('x', null, { text: 'For the lid' })]);
    expect(back.asides).toEqual([]);
    expect(back.parts[0]?.lines.map((l) => l.id)).toEqual(['beans', 'x', 'potato']);
  });

  it('takes every food of one written line with it', () => {
    const both = [line('salt', 2), line('pepper', 1)].map((l) => ({
      ...l,
      text: 'salt & pepper',
      clause: l.id,
    }));
    const made = makeIt(dish(part('pot', both)), 'salt', 'furniture');
    expect(made.parts[0]?.lines).toEqual([]);
    expect(made.asides).toHaveLength(1);
  });

  it('loses no step that is left out', () => {
    const out = leftOut(WHOLE, 'bake');
    expect([out.steps, out.asides[0]?.text]).toEqual([[], 'Bake.']);
    const aside = out.asides[0];
    expect(aside && asStep(out, aside).steps[0]?.text).toBe('Bake.');
    expect(leftOut(WHOLE, 'nobody')).toBe(WHOLE);
    expect(makeIt(WHOLE, 'nobody', 'note')).toBe(WHOLE);
  });
});
