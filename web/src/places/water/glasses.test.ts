import { expect, it } from 'vitest';

import type { CourseView, GlassView } from '../../api/types';
import { flowsOf, keyOf, nextOf, openedFirst } from './glasses';

function glass(step: string, weighed: number | null = null, slot = ''): GlassView {
  return { step_id: step, part_id: 'lid', slot_id: slot, point: { weighed } } as GlassView;
}

function course(name: string, glasses: GlassView[], more: Partial<CourseView> = {}): CourseView {
  return { name, glasses, stand_in: '', flows: [], ...more } as unknown as CourseView;
}

it('a glass is told by its slot, or its part', () => {
  expect(keyOf(glass('press'))).toBe('lid/press');
  expect(keyOf(glass('press', null, 'mash'))).toBe('mash/press');
});

it('the next one follows the last that was weighed', () => {
  const [a, b, c] = [glass('a', 500), glass('b'), glass('c', 400)];
  expect(nextOf([a, b])).toBe(b);
  // What was left out in between is not asked for again.
  expect(nextOf([a, b, c, glass('d')])?.step_id).toBe('d');
  expect(nextOf([a, b, c])).toBe(c);
  expect(nextOf([b])).toBe(b);
  expect(nextOf([])).toBeUndefined();
});

it('opens on the part being weighed, else on a stand-in, else on what can be weighed', () => {
  const nothing = course('Salad', []);
  const sauce = course('Sauce', [glass('simmer')]);
  const mash = course('Lid', [glass('press')], { stand_in: 'Celeriac' });
  const begun = course('Pot', [glass('fry', 600), glass('bake')]);
  const done = course('Pot', [glass('fry', 600), glass('bake', 550)]);
  expect(openedFirst([nothing, sauce, mash, begun])).toBe(begun);
  expect(openedFirst([nothing, sauce, mash, done])).toBe(mash);
  expect(openedFirst([nothing, sauce])).toBe(sauce);
  expect(openedFirst([nothing])).toBe(nothing);
  expect(openedFirst([])).toBeUndefined();
});

it('says where the grams went, and leaves out what is too little to see', () => {
  const flows = [
    { kind: 'brought', grams: 900 },
    { kind: 'taken_up', grams: 20 },
    { kind: 'goes_on', grams: 700 },
    { kind: 'vapour', grams: 219.6 },
    { kind: 'stuck', grams: 0.4 },
  ];
  const { came, takenUp, went } = flowsOf(course('Lid', [], { flows } as Partial<CourseView>));
  expect([came, takenUp]).toEqual([900, 20]);
  expect(went.map((flow) => flow.kind)).toEqual(['goes_on', 'vapour']);
});
