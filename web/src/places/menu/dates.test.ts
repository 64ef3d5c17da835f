import { describe, expect, it } from 'vitest';

import type { PlannedMeal } from '../../api/types';
import { called, clock, dayAndMonth, plusDays, weekday } from './dates';
import { asItIs } from './useMenu';

describe('days of a menu', () => {
  it('are whole days over the end of a month and a change of the clock', () => {
    expect(plusDays('2026-02-27', 3)).toBe('2026-03-02');
    expect(plusDays('2026-03-28', 2)).toBe('2026-03-30');
    expect(plusDays('2026-10-26', -2)).toBe('2026-10-24');
  });

  it('are said as a cook says them', () => {
    expect(weekday('2026-03-05')).toBe('Thursday');
    expect(dayAndMonth('2026-03-05')).toBe('5 March');
    expect(called('2026-03-05', '2026-03-05')).toBe('today');
    expect(called('2026-03-06', '2026-03-05')).toBe('tomorrow');
    expect(called('2026-03-07', '2026-03-05')).toBe('Saturday, 7 March');
    expect(clock('18:30:00')).toBe('18:30');
  });
});

describe('a meal as it is', () => {
  const meal: PlannedMeal = {
    id: 'm',
    date: '2026-03-05',
    kind: 'cooked',
    title: 'Pot',
    dish: 'd',
    of: null,
    cooked_on: null,
    batch: null,
    grams: 0,
    makes: 4,
    size: 4,
    servings: { ada: 1, bo: 1 },
    problem: '',
    begun: false,
  };

  it('says only what is not as usual, so that nothing is fixed by moving it', () => {
    expect(asItIs(meal)).toMatchObject({ makes: null, servings: {}, grams: null });
    const more = { ...meal, makes: 6, servings: { ada: 2, bo: 1 } };
    expect(asItIs(more)).toMatchObject({ makes: 6, servings: { ada: 2 } });
    const shelf = { ...meal, kind: 'shelf' as const, grams: 300 };
    expect(asItIs(shelf)).toMatchObject({ makes: null, grams: 300 });
  });
});
