/** Small documents for tests; invented. */
import type { Dish, Line, Part, Slot } from '../api/types';
import { emptyLine } from '../draft/edits';

export function line(id: string, grams: number | null, more: Partial<Line> = {}): Line {
  const text = `${grams ?? 'some'} g ${id}`;
  return { ...emptyLine(text), id, food: id, food_name: id, grams, settled: true, ...more };
}

export function slot(id: string, lineIds: string[], lines: Line[] | null = null): Slot {
  const choice = lines && {
    stand_in: 'celeriac_mash',
    lines,
    press: null,
    kind: 'book' as const,
    name: 'Celeriac',
    steps: [],
    method: [],
    basis: '',
  };
  return { id, role: 'mash', line_ids: lineIds, choice: choice };
}

export function part(id: string, lines: Line[], slots: Slot[] = []): Part {
  return { id, name: id, lines, slots, taken: null };
}

export function dish(...parts: Part[]): Dish {
  return {
    title: 'Weir pot',
    servings: 4,
    parts,
    steps: [],
    method: [],
    unit_system: 'metric',
    source_text: '',
    notes: [],
    accepted: [],
    pinned: [],
    variants: [],
    times: 1,
    servings_assumed: false,
    expected_grams: null,
    portions: [],
    asides: [],
    told: {
      servings_low: null,
      servings_high: null,
      makes: '',
      prep_minutes: null,
      cook_minutes: null,
      rest_minutes: null,
      total_minutes: null,
      claims: [],
      source: '',
    },
    schema: 4,
  };
}
