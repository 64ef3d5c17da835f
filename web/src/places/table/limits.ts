/** An eater's limits as typed, and back. Pure. */
import type { SchoolView, Target } from '../../api/types';
import { TARGETED } from '../../api/vocabulary';

export interface Typed {
  least: string;
  most: string;
  per: Target['per'];
  /** Share of the day a meal takes, in percent. */
  share: string;
  hard: boolean;
  tolerance: string;
}

export type Limits = Record<string, Typed>;

/** A main dish takes about two fifths of a day; common practice. */
export const NONE: Typed = {
  least: '',
  most: '',
  per: 'serving',
  share: '40',
  hard: true,
  tolerance: '',
};

export function limitsOf(targets: Target[]): Limits {
  return Object.fromEntries(
    targets.map((t) => [
      t.nutrient,
      {
        least: t.at_least?.toString() ?? '',
        most: t.at_most?.toString() ?? '',
        per: t.per,
        share: t.per === 'day' ? String(Math.round(t.day_share * 100)) : NONE.share,
        hard: t.hard,
        tolerance: t.tolerance > 0 ? String(t.tolerance) : '',
      },
    ]),
  );
}

function value(text: string): number | null {
  const number = Number(text.replace(',', '.'));
  return text.trim() === '' || Number.isNaN(number) ? null : number;
}

export function isSet(typed: Typed | undefined): boolean {
  return typed !== undefined && (typed.least.trim() !== '' || typed.most.trim() !== '');
}

export function targetsOf(limits: Limits): Target[] {
  return TARGETED.flatMap((nutrient) => {
    const typed = limits[nutrient] ?? NONE;
    const at_least = value(typed.least);
    const at_most = value(typed.most);
    if (at_least === null && at_most === null) return [];
    return [
      {
        nutrient,
        at_least,
        at_most,
        per: typed.per,
        day_share: typed.per === 'day' ? (value(typed.share) ?? 0) / 100 : 1,
        hard: typed.hard,
        tolerance: value(typed.tolerance) ?? 0,
      },
    ];
  });
}

export function presetTargets(school: SchoolView): Target[] {
  const number = (x: unknown): number | null => (typeof x === 'number' ? x : null);
  return school.targets.map((t) => ({
    nutrient: String(t.nutrient),
    at_least: number(t.at_least),
    at_most: number(t.at_most),
    per: t.per === 'day' ? 'day' : 'serving',
    day_share: number(t.day_share) ?? 1,
    hard: t.hard !== false,
    tolerance: number(t.tolerance) ?? 0,
  }));
}
