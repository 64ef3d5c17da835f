/** Pure edits of a dish's method. */
import type { Dish, MethodStep, Take } from '../api/types';
import { removeLine } from './edits';
import { newId } from '../browser/newId';

/** The dish with its steps in it: one brought before steps were read carries those just read. */
export function withSteps(dish: Dish, read: MethodStep[]): Dish {
  return dish.method.length > 0 ? dish : { ...dish, method: read };
}

export function changeStep(dish: Dish, id: string, change: Partial<MethodStep>): Dish {
  return {
    ...dish,
    method: dish.method.map((step) => (step.id === id ? { ...step, ...change } : step)),
  };
}

/** What a step takes once other things are chosen; what stays keeps its share. */
export function takenAgain(before: Take[], refs: string[]): Take[] {
  return refs.map(
    (ref) => before.find((take) => take.ref === ref) ?? { ref, share: null, fraction: null },
  );
}

/** Without a line, which no step takes any more. */
export function withoutLine(dish: Dish, id: string): Dish {
  const left = removeLine(dish, id);
  const method = left.method.map((step) => ({
    ...step,
    takes: step.takes.filter((take) => take.ref !== id),
  }));
  return { ...left, method };
}

/** Without a step; what took its product takes what went into it. */
export function removeStep(dish: Dish, id: string): Dish {
  const gone = dish.method.find((step) => step.id === id);
  if (!gone) return dish;
  const method = dish.method
    .filter((step) => step.id !== id)
    .map((step) => {
      const others = step.takes.filter((take) => take.ref !== id);
      if (others.length === step.takes.length) return step;
      const handed = gone.takes.filter((take) => others.every((other) => other.ref !== take.ref));
      return { ...step, takes: [...others, ...handed] };
    });
  return { ...dish, method };
}

/** A new step behind another one, which it takes; at the end where none is named. */
export function addStep(dish: Dish, behind: string | null, words: string): Dish {
  const at = behind === null ? -1 : dish.method.findIndex((step) => step.id === behind);
  const place = at < 0 ? dish.method.length : at + 1;
  const before = dish.method[place - 1];
  const step: MethodStep = {
    id: newId(),
    text: '',
    words,
    technique: '',
    takes: before ? [{ ref: before.id, share: null, fraction: null }] : [],
    minutes_low: 0,
    minutes_high: 0,
    oven_c: null,
    watts: null,
    ring: null,
    covered: null,
    until: '',
    after: [],
    before: [],
    parallel: [],
    stated: [],
    by_cook: [],
    settled: false,
  };
  return { ...dish, method: [...dish.method.slice(0, place), step, ...dish.method.slice(place)] };
}

/** Whether a step can change places with its neighbour: nothing is taken before it is made. */
export function canMove(dish: Dish, id: string, by: 1 | -1): boolean {
  const at = dish.method.findIndex((step) => step.id === id);
  const other = dish.method[at + by];
  const own = dish.method[at];
  if (!own || !other) return false;
  const [first, second] = by === 1 ? [own, other] : [other, own];
  return second.takes.every((take) => take.ref !== first.id);
}

export function moveStep(dish: Dish, id: string, by: 1 | -1): Dish {
  if (!canMove(dish, id, by)) return dish;
  const at = dish.method.findIndex((step) => step.id === id);
  const method = [...dish.method];
  const [step] = method.splice(at, 1);
  if (step) method.splice(at + by, 0, step);
  return { ...dish, method };
}
