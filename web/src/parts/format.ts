/** Figures as a cook reads them: with a unit and one sensible decimal. */
import type { Figure } from '../api/types';

/** Whole from 10 up, one decimal below; nothing is "0.0". */
export function plain(value: number): string {
  const rounded = Math.abs(value) >= 9.95 ? value.toFixed(0) : value.toFixed(1);
  return rounded.replace(/\.0$/, '').replace(/^-0$/, '0');
}

export function withUnit(value: number, unit: string): string {
  return `${plain(value)} ${unit}`;
}

/** A figure's text: the value, or what is known of it. Unknown is never zero. */
export function figureText(figure: Figure, unit: string, share = 1): string {
  if (figure.best !== null) return withUnit(figure.best * share, unit);
  if (figure.high === null) return `at least ${withUnit(figure.low * share, unit)}`;
  return `${plain(figure.low * share)} to ${withUnit(figure.high * share, unit)}`;
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

export const UNITS: Record<string, string> = { kcal: 'kcal', sodium_mg: 'mg' };
export const LABELS: Record<string, string> = {
  kcal: 'Energy',
  net_carbs: 'Net carbs',
  carbohydrate: 'Total carbohydrate',
  fibre: 'Fibre',
  sugars: 'Sugars',
  added_sugar: 'Added sugar',
  polyols: 'Polyols',
  protein: 'Protein',
  fat: 'Fat',
  saturated: 'Saturated fat',
  added_oil: 'Added oil',
  sodium_mg: 'Sodium',
  water: 'Water',
};

export function unitOf(nutrient: string): string {
  return UNITS[nutrient] ?? 'g';
}
