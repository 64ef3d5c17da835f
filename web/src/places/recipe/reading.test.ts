import { describe, expect, it } from 'vitest';

import type { CookStepView, TakenView, UsedLine } from '../../api/types';
import {
  factsOf,
  gramsIn,
  minutesIn,
  minutesText,
  perPart,
  perVariant,
  sentenceOf,
  servingsIn,
  stepsOfSwap,
  takenText,
} from './reading';

const taken: TakenView = { ref: 'b', name: 'butter', grams: 20, share: '', step: null };

describe('what a step takes', () => {
  it('is told by grams, share and step', () => {
    expect(takenText(taken)).toBe('20 g butter');
    expect(takenText({ ...taken, share: 'half' })).toBe('half the butter, 20 g');
    expect(takenText({ ...taken, grams: null })).toBe('butter');
    expect(takenText({ ...taken, grams: null, share: 'some of' })).toBe('some of butter');
    expect(takenText({ ...taken, name: '', step: 3 })).toBe('from step 3');
  });
});

describe('a clause', () => {
  it('stands as a sentence', () => expect(sentenceOf('squeeze it')).toBe('Squeeze it'));
});

describe('typed figures', () => {
  it('are minutes from low to high', () => {
    expect(minutesIn('8')).toEqual([8, 8]);
    expect(minutesIn('8 to 10 min')).toEqual([8, 10]);
    expect(minutesIn('2,5-3')).toEqual([2.5, 3]);
    for (const bad of ['', 'soon', '10 to 8', '99999']) expect(minutesIn(bad)).toBeNull();
  });

  it('are servings', () => {
    expect(servingsIn('2,5')).toBe(2.5);
    for (const bad of ['', '0', 'four', '500']) expect(servingsIn(bad)).toBeNull();
  });

  it('are grams', () => {
    expect(gramsIn('12,5')).toBe(12.5);
    for (const bad of ['', '-1', 'a lot', '60000']) expect(gramsIn(bad)).toBeNull();
  });

  it('are written as a cook reads them', () => {
    expect(minutesText(0.5, 0.5)).toBe('30 s');
    expect(minutesText(20, 25)).toBe('20 to 25 min');
    expect(minutesText(480, 840)).toBe('8 to 14 h');
  });
});

describe('the facts beside a step', () => {
  const step = {
    kind: 'own',
    minutes_low: 20,
    minutes_high: 20,
    minutes_said: false,
    passive: true,
    seconds: null,
    oven_c: 200,
    fan_c: 180,
    parallel: [2],
  } as unknown as CookStepView;
  it('say what is only usual', () => {
    expect(factsOf(step)).toEqual([
      'usually 20 min',
      '200 °C, with a fan 180 °C',
      'while step 2 goes on',
    ]);
    expect(factsOf({ ...step, minutes_said: true })[0]).toBe('20 min');
    expect(factsOf({ ...step, passive: false, oven_c: null, parallel: [] })).toEqual([]);
  });
});

describe('a swap', () => {
  it('shows its own and the struck steps alone', () => {
    const one = (kind: string, slot: string | null, branches: string[] = []): CookStepView =>
      ({ kind, slot, branches }) as unknown as CookStepView;
    const steps = [one('own', null), one('ghost', 'a'), one('stand_in', 'a'), one('ghost', 'b')];
    expect(stepsOfSwap(steps, 'a').map((step) => step.kind)).toEqual(['ghost', 'stand_in']);
    expect(stepsOfSwap([one('stand_in', 'a', ['v'])], 'a')).toEqual([]);
    expect(stepsOfSwap([one('stand_in', 'a', ['v', ''])], 'a')).toHaveLength(1);
  });
});

describe('variants', () => {
  it('stand together, a struck step where it stood', () => {
    const one = (whose: string, kind = 'own'): CookStepView =>
      ({ whose, kind }) as unknown as CookStepView;
    const steps = [one(''), one('Maren'), one('', 'ghost'), one('Maren'), one('the others')];
    expect(perVariant(steps).map(([whose, some]) => [whose, some.length])).toEqual([
      ['', 1],
      ['Maren', 3],
      ['the others', 1],
    ]);
  });
});

describe('lines', () => {
  it('stand under their parts in the order of use', () => {
    const line = (id: string, part: string): UsedLine => ({ id, part }) as UsedLine;
    const found = perPart([line('a', 'Lid'), line('b', 'Pot'), line('c', 'Lid')]);
    expect(found.map(([part, own]) => [part, own.length])).toEqual([
      ['Lid', 2],
      ['Pot', 1],
    ]);
  });
});
