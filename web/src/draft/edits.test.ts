import { describe, expect, it } from 'vitest';

import { dish, line, part, slot } from '../testing/dishes';
import {
  addPart,
  allLines,
  areGrams,
  effectiveLines,
  movedTo,
  removeLine,
  replaceLine,
  setChoice,
  withAlternative,
  withGrams,
  withLeaving,
} from './edits';

const LID = part('lid', [line('potato', 800), line('butter', 40)], [slot('s', ['potato'])]);
const POT = part('pot', [line('beans', 400)]);
const WHOLE = dish(POT, LID);

describe('edits of a dish', () => {
  it('leave what they were given as it was', () => {
    const before = JSON.stringify(WHOLE);
    replaceLine(WHOLE, 'potato', line('potato', 1));
    removeLine(WHOLE, 'potato');
    movedTo(WHOLE, 'beans', 'lid');
    setChoice(WHOLE, 'lid', 's', null);
    expect(JSON.stringify(WHOLE)).toBe(before);
  });

  it('replace a line wherever it stands, in a stand-in too', () => {
    const swapped = dish(
      part('lid', [line('potato', 800)], [slot('s', ['potato'], [line('celeriac', 900)])]),
    );
    const changed = replaceLine(swapped, 'celeriac', line('celeriac', 950));
    expect(changed.parts[0]?.slots[0]?.choice?.lines[0]?.grams).toBe(950);
    expect(changed.parts[0]?.lines[0]?.grams).toBe(800);
  });

  it('take a removed line out of its slot', () => {
    const [, lid] = removeLine(WHOLE, 'potato').parts;
    expect(lid?.lines.map((l) => l.id)).toEqual(['butter']);
    expect(lid?.slots[0]?.line_ids).toEqual([]);
  });

  it('move a line to another part or to one of its own, and lose none', () => {
    const [pot, lid] = movedTo(WHOLE, 'beans', 'lid').parts;
    expect(pot?.lines).toEqual([]);
    expect(lid?.lines.map((l) => l.id)).toEqual(['potato', 'butter', 'beans']);
    const apart = movedTo(WHOLE, 'butter', 'new');
    expect(apart.parts).toHaveLength(3);
    expect(apart.parts[2]?.lines.map((l) => l.id)).toEqual(['butter']);
    expect(movedTo(WHOLE, 'nobody', 'lid')).toBe(WHOLE);
  });

  it('name a new part and say which it is', () => {
    const [more, id] = addPart(WHOLE, 'Crumb');
    expect(more.parts.at(-1)).toMatchObject({ id, name: 'Crumb', lines: [] });
  });
});

describe('the lines that are cooked', () => {
  it('are the stand-in’s in place of those it replaces', () => {
    const chosen = part('lid', LID.lines, [slot('s', ['potato'], [line('celeriac', 900)])]);
    expect(effectiveLines(chosen).map((l) => l.id)).toEqual(['butter', 'celeriac']);
    expect(allLines(chosen).map((l) => l.id)).toEqual(['potato', 'butter', 'celeriac']);
    expect(effectiveLines(LID).map((l) => l.id)).toEqual(['potato', 'butter']);
  });

  it('leave out what the cook leaves out', () => {
    const some = part('pot', [line('beans', 400), line('cream', 50, { left_out: true })]);
    expect(effectiveLines(some).map((l) => l.id)).toEqual(['beans']);
  });
});

describe('one line', () => {
  it('holds typed grams as they are', () => {
    const vague = line('leek', null, { doubts: ['no_grams'], settled: false });
    const typed = withGrams(vague, 150);
    expect([typed.grams_low, typed.grams, typed.grams_high]).toEqual([150, 150, 150]);
    expect([typed.doubts, typed.settled]).toEqual([[], true]);
    expect(withGrams({ ...vague, food: null }, 150).settled).toBe(false);
    expect(withGrams({ ...vague, left_out: true }, 150).left_out).toBe(false);
    expect(withGrams(line('leek', 90, { left_out: true }), 150).left_out).toBe(true);
  });

  it('has one leaving of a kind, by the cook’s word', () => {
    const once = withLeaving(line('mince', 500), 'fat', 0.3);
    const twice = withLeaving(once, 'fat', 0.5);
    expect(twice.leavings).toHaveLength(1);
    expect(twice.leavings[0]).toMatchObject({ what: 'fat', best: 0.5, known: true });
    expect(withLeaving(twice, 'fat', null).leavings).toEqual([]);
  });

  it('changes places with another choice and keeps both', () => {
    const other = line('swede', 300);
    const first = line('turnip', 250, { alternatives: [other], optional: true });
    const changed = withAlternative(first, other);
    expect([changed.id, changed.food, changed.optional]).toEqual(['turnip', 'swede', true]);
    expect(changed.alternatives.map((l) => l.food)).toEqual(['turnip']);
  });
});

describe('amounts without a unit', () => {
  it('are grams once the cook says so; other doubts stay', () => {
    const asked = { doubts: ['unit_guessed'], settled: false };
    const pot = dish(
      part('lid', [
        line('butter', 90, asked),
        line('cream', 200, { ...asked, doubts: ['which_one', 'unit_guessed'] }),
        line('leek', 300),
      ]),
    );
    const [butter, cream, leek] = areGrams(pot).parts[0]?.lines ?? [];
    expect([butter?.doubts, butter?.settled]).toEqual([[], true]);
    expect([cream?.doubts, cream?.settled]).toEqual([['which_one'], false]);
    expect(leek).toBe(pot.parts[0]?.lines[2]);
  });
});
