import { afterEach, describe, expect, it } from 'vitest';

import type { Figure } from '../api/types';
import {
  clockOf,
  listed,
  duration,
  figureText,
  minutesMore,
  percent,
  plain,
  setEnergyUnit,
  signed,
  spreadOf,
  withUnit,
  workMore,
} from './format';

const figure = (best: number | null, low: number, high: number | null): Figure => ({
  best,
  low,
  high,
  spread_low: low,
  spread_high: high,
  blame: [],
});

describe('figures as a cook reads them', () => {
  afterEach(() => setEnergyUnit('kcal'));

  it.each([
    [0, '0'],
    [0.04, '0'],
    [-0.04, '0'],
    [3.25, '3.3'],
    [9.94, '9.9'],
    [9.96, '10'],
    [1482.4, '1482'],
  ])('%d is written %s', (value, text) => expect(plain(value)).toBe(text));

  it('never takes unknown for nothing', () => {
    expect(figureText(figure(null, 4, null), 'g')).toBe('at least 4 g');
    expect(figureText(figure(null, 4, 12), 'g')).toBe('4 to 12 g');
    expect(figureText(figure(7.2, 4, 12), 'g')).toBe('7.2 g');
  });

  it('says a range only where it says more than the value', () => {
    expect(spreadOf(figure(10, 10.1, 10.2), 'g')).toBe('');
    expect(spreadOf(figure(10, 8, 12), 'g')).toBe('8 to 12');
    expect(spreadOf(figure(null, 8, 12), 'g')).toBe('');
  });

  it('writes energy in the household’s unit', () => {
    setEnergyUnit('kj');
    expect(withUnit(100, 'kcal')).toBe('418 kJ');
    expect(withUnit(100, 'g')).toBe('100 g');
  });

  it('words minutes, signs and shares', () => {
    expect([duration(90), duration(120), duration(44)]).toEqual([
      '1 min 30 s',
      '2 min',
      '0 min 40 s',
    ]);
    expect([signed(9.4), signed(-12), signed(0.2)]).toEqual(['+ 9', '− 12', '± 0']);
    expect([minutesMore(-6), minutesMore(0.2), workMore(1)]).toEqual([
      '6 min quicker',
      'as quick',
      '1 min more work',
    ]);
    expect(percent(0.415)).toBe('42 %');
  });
});

describe('names', () => {
  it('are listed as a sentence lists them', () => {
    expect(listed([])).toBe('');
    expect(listed(['a'])).toBe('a');
    expect(listed(['a', 'b', 'c'])).toBe('a, b and c');
  });
});

describe('the clock', () => {
  it('an instant is told by the clock it was made in', () => {
    expect(clockOf('2026-11-27T18:05:00+00:00')).toBe('18:05');
    expect(clockOf('2026-07-01T19:30:00+01:00')).toBe('19:30');
  });
});
