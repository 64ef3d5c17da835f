/** Figures as a cook reads them: with a unit and one sensible decimal. */
import type { Figure, Leaving } from '../api/types';
import { KJ_PER_KCAL, LABELS, UNITS } from '../api/vocabulary';

/** Whole from 10 up, one decimal below; nothing is "0.0". */
export function plain(value: number): string {
  const rounded = Math.abs(value) >= 9.95 ? value.toFixed(0) : value.toFixed(1);
  return rounded.replace(/\.0$/, '').replace(/^-0$/, '0');
}

let energyInJoule = false;

/** The household's energy unit; figures arrive in kcal and are only written otherwise. */
export function setEnergyUnit(unit: 'kcal' | 'kj'): void {
  energyInJoule = unit === 'kj';
}

export function unitText(unit: string): string {
  return unit === 'kcal' && energyInJoule ? 'kJ' : unit;
}

/** A value as written in its unit, without the unit. */
export function valueIn(value: number, unit: string): string {
  return plain(unit === 'kcal' && energyInJoule ? value * KJ_PER_KCAL : value);
}

export function withUnit(value: number, unit: string): string {
  return `${valueIn(value, unit)} ${unitText(unit)}`;
}

/** A figure's text: the value, or what is known of it. Unknown is never zero. */
export function figureText(figure: Figure, unit: string): string {
  if (figure.best !== null) return withUnit(figure.best, unit);
  if (figure.high === null) return `at least ${withUnit(figure.low, unit)}`;
  return `${valueIn(figure.low, unit)} to ${withUnit(figure.high, unit)}`;
}

/** The modelled nine times in ten, where it says more than the value. */
export function spreadOf(figure: Figure, unit: string): string {
  if (figure.best === null || figure.spread_low === null || figure.spread_high === null) return '';
  const [low, high] = [valueIn(figure.spread_low, unit), valueIn(figure.spread_high, unit)];
  return low === high ? '' : `${low} to ${high}`;
}

export function percent(share: number, digits = 0): string {
  return `${(share * 100).toFixed(digits)} %`;
}

/** A whole number with its sign: "+ 9", "− 12", "± 0". */
export function signed(value: number): string {
  const whole = Math.round(value);
  if (whole === 0) return '± 0';
  return `${whole > 0 ? '+' : '−'} ${Math.abs(whole)}`;
}

export function duration(seconds: number): string {
  const whole = Math.round(seconds / 10) * 10;
  const rest = whole % 60;
  return rest ? `${Math.floor(whole / 60)} min ${rest} s` : `${whole / 60} min`;
}

export function day(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
}

export { LABELS };

export function unitOf(nutrient: string): string {
  return UNITS[nutrient] ?? 'g';
}

/** How much longer the whole takes, as said: "6 min quicker". */
export function minutesMore(minutes: number): string {
  const whole = Math.round(Math.abs(minutes));
  if (whole === 0) return 'as quick';
  return `${whole} min ${minutes < 0 ? 'quicker' : 'longer'}`;
}

/** How much more of it is work. */
export function workMore(minutes: number): string {
  const whole = Math.round(Math.abs(minutes));
  if (whole === 0) return 'as much work';
  return `${whole} min ${minutes < 0 ? 'less' : 'more'} work`;
}

/** What can leave a line before it is eaten, as said on screens. */
export const LEAVES: Record<Leaving['what'], string> = {
  all: 'left behind or drained away',
  fat: 'fat poured off',
  dissolved: 'juice pressed out',
  sodium: 'salt rinsed or drained away',
};

/** A number as typed, with a comma or a point; null where it is none. */
export function typed(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? null : value;
}

/** Names as a sentence lists them: "a", "a and b", "a, b and c". */
export function listed(names: string[]): string {
  const last = names.at(-1) ?? '';
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${last}` : last;
}

/** "18:05" in the zone the sheet was made in; its offset is part of the instant. */
export function clockOf(instant: string): string {
  return instant.slice(11, 16);
}
