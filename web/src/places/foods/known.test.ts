import { afterEach, expect, it } from 'vitest';

import type { ValueView } from '../../api/types';
import { setEnergyUnit } from '../../parts/format';
import { spreadText, valueText } from './known';

afterEach(() => setEnergyUnit('kcal'));

function value(low: number, best: number | null, high: number | null): ValueView {
  return { low, best, high, known: 'given' };
}

it('a value is written in its unit', () => {
  expect(valueText(value(4, 4, 4), 'g')).toBe('4 g');
  expect(valueText(value(100, 100, 100), 'kcal')).toBe('100 kcal');
  setEnergyUnit('kj');
  expect(valueText(value(100, 100, 100), 'kcal')).toBe('418 kJ');
});

it('what is not known is never written as nothing', () => {
  expect(valueText(value(0, null, null), 'g')).toBe('unknown');
  expect(valueText(value(2, null, null), 'g')).toBe('at least 2 g');
  expect(valueText(value(2, null, 5), 'g')).toBe('2 to 5 g');
  expect(valueText(undefined, 'g')).toBe('');
});

it('an interval is told where it says more than the value', () => {
  expect(spreadText(value(3, 4, 5))).toBe('3 to 5');
  expect(spreadText(value(4, 4, 4.01))).toBe('');
  expect(spreadText(value(3.14, 4, 120.4))).toBe('3.1 to 120');
  expect(spreadText(value(0, null, 5))).toBe('');
  expect(spreadText(value(0, 4, null))).toBe('');
});
