import { describe, expect, it } from 'vitest';

import type { CandidateView } from '../../api/types';
import { ordered } from './ordering';

function item(name: string, more: Partial<CandidateView>): CandidateView {
  return {
    name,
    excluded: false,
    texture_gap: 1,
    net_carbs: 5,
    extra_total: 0,
    ...more,
  } as CandidateView;
}

const LIST = [
  item('a', { net_carbs: null, texture_gap: 2 }),
  item('b', { net_carbs: 3, extra_total: 20 }),
  item('c', { net_carbs: 1, excluded: true }),
  item('d', { net_carbs: 2, texture_gap: null, extra_total: -5 }),
];

describe('the order of stand-ins', () => {
  it.each([
    ['best', 'abcd'],
    ['carbs', 'dbac'],
    ['texture', 'badc'],
    ['minutes', 'dabc'],
  ] as const)('%s', (order, names) => {
    expect(
      ordered(LIST, order)
        .map((i) => i.name)
        .join(''),
    ).toBe(names);
  });
});
