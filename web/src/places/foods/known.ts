/** Words for how a figure is known, and the figures' texts. */
import type { ValueView } from '../../api/types';
import { plain, unitText, valueIn } from '../../parts/format';

export const KNOWN: Record<string, string> = {
  given: '',
  derived: 'derived: 100 g less everything else',
  computed: 'computed from other figures',
  recalled: 'from memory',
  label: 'from your label, as its rounding allows',
  class: 'none, by the kind of food',
  unknown: 'unknown',
};

export function valueText(value: ValueView | undefined, unit: string): string {
  if (!value) return '';
  const written = unitText(unit);
  if (value.best !== null) return `${valueIn(value.best, unit)} ${written}`;
  if (value.high === null)
    return value.low > 0 ? `at least ${valueIn(value.low, unit)} ${written}` : 'unknown';
  return `${valueIn(value.low, unit)} to ${valueIn(value.high, unit)} ${written}`;
}

/** An end of an interval keeps a decimal longer than a value does. */
function edge(value: number): string {
  return value >= 100 ? plain(value) : String(Number(value.toFixed(1)));
}

/** The interval, where it says more than the value. */
export function spreadText(value: ValueView): string {
  if (value.best === null || value.high === null) return '';
  const narrow = value.high - value.low < 0.02 * Math.max(value.best, 1);
  return narrow ? '' : `${edge(value.low)} to ${edge(value.high)}`;
}
