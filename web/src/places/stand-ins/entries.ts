/** Changes to a stand-in as it is written down; nothing here knows of screens. */
import type { LineEntry, OwnStandIn, StandInEntry, StepEntry } from '../../api/types';

/** What a new stand-in starts as: nothing in it but the role. */
export function emptyOwn(role: string): OwnStandIn {
  const stand_in: StandInEntry = {
    key: '',
    name: '',
    family: '',
    driver: '',
    expectation: '',
    texture: {},
    smell: '',
    taste: '',
    evidence: '',
    lines: [],
    step: [],
    equipment: [],
    without: {},
    reference: null,
    gives: null,
    thickness_mm: null,
    serves: null,
    colour: '',
    hold: '',
    in_oven: '',
    smell_level: null,
    fridge: null,
    freezer: null,
    reheat: null,
    way: [],
  };
  return { role, stand_in };
}

export function changed(own: OwnStandIn, more: Partial<StandInEntry>): OwnStandIn {
  return { ...own, stand_in: { ...own.stand_in, ...more } };
}

export function withLine(own: OwnStandIn, place: number, line: LineEntry | null): OwnStandIn {
  const lines = own.stand_in.lines.flatMap((old, i) =>
    i === place ? (line ? [line] : []) : [old],
  );
  return changed(own, { lines });
}

export function withFood(own: OwnStandIn, food: string): OwnStandIn {
  const line: LineEntry = { food, grams: 100, form: '', low: null, high: null, prep: '' };
  return changed(own, { lines: [...own.stand_in.lines, line] });
}

export function withStep(own: OwnStandIn, place: number, step: StepEntry | null): OwnStandIn {
  const steps = own.stand_in.step.flatMap((old, i) => (i === place ? (step ? [step] : []) : [old]));
  return changed(own, { step: steps });
}

/** Adds a step whose id no other step has. */
export function withNewStep(own: OwnStandIn): OwnStandIn {
  const taken = new Set(own.stand_in.step.map((step) => step.id));
  let number = own.stand_in.step.length + 1;
  while (taken.has(`step-${number}`)) number += 1;
  const step: StepEntry = {
    id: `step-${number}`,
    technique: 'mix',
    label: '',
    order: '',
    foods: [],
    cue: '',
    hands_on_minutes: [0, 0],
    passive_minutes: [0, 0],
    band: null,
    cautions: [],
    settings: {},
  };
  return changed(own, { step: [...own.stand_in.step, step] });
}
