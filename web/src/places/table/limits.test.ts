import { describe, expect, it } from 'vitest';

import type { Target } from '../../api/types';
import { isSet, limitsOf, NONE, targetsOf } from './limits';

const TARGETS: Target[] = [
  {
    nutrient: 'net_carbs',
    at_least: null,
    at_most: 30,
    per: 'day',
    day_share: 0.4,
    hard: true,
    tolerance: 0,
  },
  {
    nutrient: 'protein',
    at_least: 22,
    at_most: null,
    per: 'serving',
    day_share: 1,
    hard: false,
    tolerance: 2,
  },
];

describe('limits as typed', () => {
  it('come back as they were', () => expect(targetsOf(limitsOf(TARGETS))).toEqual(TARGETS));

  it('read a comma as a point and leave out what is empty', () => {
    const typed = { fat: { ...NONE, most: '12,5' }, fibre: { ...NONE, least: ' ' } };
    expect(targetsOf(typed).map((t) => [t.nutrient, t.at_most])).toEqual([['fat', 12.5]]);
    expect([isSet(typed.fat), isSet(typed.fibre), isSet(undefined)]).toEqual([true, false, false]);
  });

  it('take no word for a number', () => {
    expect(targetsOf({ fat: { ...NONE, most: 'much' } })).toEqual([]);
  });
});
