import { describe, expect, it } from 'vitest';

import { called, clock, dayAndMonth, plusDays, weekday } from './dates';

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
