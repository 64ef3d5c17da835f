import { describe, expect, it } from 'vitest';

import type { CandidateView } from '../../api/types';
import { ordered, smellsStrongly } from './ordering';

function item(name: string, more: Partial<CandidateView>): CandidateView {
  return {
    name,
    excluded: false,
    texture_gap: 1,
    net_carbs: 5,
    extra_total: 0,
    smell_level: 3,
    ...more,
  } as CandidateView;
}

const LIST = [
  item('a', { net_carbs: null, texture_gap: 2 }),
  item('b', { net_carbs: 3, extra_total: 20, smell_level: 1 }),
  item('c', { net_carbs: 1, excluded: true }),
  item('d', { net_carbs: 2, texture_gap: null, extra_total: -5, smell_level: 0 }),
];

describe('the order of stand-ins', () => {
  it.each([
    ['best', 'abcd'],
    ['carbs', 'dbac'],
    ['texture', 'badc'],
    ['minutes', 'dabc'],
    ['smell', 'dbac'],
  ] as const)('%s', (order, names) => {
    expect(
      ordered(LIST, order)
        .map((i) => i.name)
        .join(''),
    ).toBe(names);
  });
});

describe('what smells strongly', () => {
  it('is what stays in the house; nobody knowing is not strong', () => {
    expect(
      [0, 2, 3, null].map((smell_level) => smellsStrongly(item('x', { smell_level }))),
    ).toEqual([false, false, true, false]);
  });
});
