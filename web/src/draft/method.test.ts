import { describe, expect, it } from 'vitest';

import type { Dish, MethodStep } from '../api/types';
import {
  addStep,
  canMove,
  changeStep,
  moveStep,
  removeStep,
  takenAgain,
  withSteps,
  withoutLine,
} from './method';

function step(id: string, ...takes: string[]): MethodStep {
  const taken = takes.map((ref) => ({ ref, share: null, fraction: null }));
  const dish = addStep({ method: [] } as unknown as Dish, null, id);
  return { ...(dish.method[0] as MethodStep), id, takes: taken };
}

const dish = { method: [step('a', 'x'), step('b', 'a'), step('c', 'y')] } as unknown as Dish;
const ids = (of: Dish): string[] => of.method.map((one) => one.id);

describe('the steps of a method', () => {
  it('change one at a time', () => {
    const changed = changeStep(dish, 'b', { minutes_low: 5, minutes_high: 6 });
    expect(changed.method.map((one) => one.minutes_high)).toEqual([0, 6, 0]);
  });

  it('hand on what went into a step that is taken out', () => {
    const left = removeStep(dish, 'a');
    expect(ids(left)).toEqual(['b', 'c']);
    expect(left.method[0]?.takes.map((take) => take.ref)).toEqual(['x']);
  });

  it('are added behind another and take it', () => {
    const more = addStep(dish, 'b', 'Rest it');
    expect(more.method[2]?.words).toBe('Rest it');
    expect(more.method[2]?.takes.map((take) => take.ref)).toEqual(['b']);
    expect(ids(addStep(dish, null, 'Serve')).slice(0, 3)).toEqual(['a', 'b', 'c']);
  });

  it('change places unless something were taken before it is made', () => {
    expect(canMove(dish, 'a', 1)).toBe(false);
    expect(canMove(dish, 'b', -1)).toBe(false);
    expect(ids(moveStep(dish, 'b', 1))).toEqual(['a', 'c', 'b']);
    expect(moveStep(dish, 'a', 1)).toBe(dish);
    expect(canMove(dish, 'c', 1)).toBe(false);
  });

  it('keep the share of what they go on taking', () => {
    const before = [{ ref: 'a', share: 'half' as const, fraction: 0.5 }];
    expect(takenAgain(before, ['a', 'b'])).toEqual([
      before[0],
      { ref: 'b', share: null, fraction: null },
    ]);
  });

  it('take a line no longer that is taken away', () => {
    const held = { ...dish, parts: [] } as unknown as Dish;
    const left = withoutLine(held, 'y');
    expect(left.method.map((one) => one.takes.length)).toEqual([1, 1, 0]);
  });

  it('are those just read where the draft has none', () => {
    const bare = { ...dish, method: [] };
    expect(ids(withSteps(bare, dish.method))).toEqual(['a', 'b', 'c']);
    expect(withSteps(dish, [])).toBe(dish);
  });
});
