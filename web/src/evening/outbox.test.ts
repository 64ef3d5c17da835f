// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest';

import type { StoveEvent } from '../api/types';
import { afterAnswers, boxOf, EMPTY_BOX, keepBox, waitingEvenings } from './outbox';

const event = (id: string): StoveEvent => ({ id }) as StoveEvent;

describe('the outbox', () => {
  beforeEach(() => localStorage.clear());

  it('lets go of what was taken, keeps what came meanwhile and what was refused', () => {
    const [one, two, three] = [event('1'), event('2'), event('3')];
    const box = { ...EMPTY_BOX, pending: [one, two, three, event('4')] };
    const left = afterAnswers(
      box,
      [one, two, three],
      [
        { id: '1', outcome: 'accepted', sentence: '' },
        { id: '2', outcome: 'refused', sentence: 'no' },
        { id: '3', outcome: 'asked', sentence: 'really?' },
      ],
    );
    expect(left.pending.map((each) => each.id)).toEqual(['4']);
    expect(left.conflicts.map((each) => [each.event.id, each.asked])).toEqual([
      ['2', false],
      ['3', true],
    ]);
  });

  it('knows which evenings have something to tell', () => {
    expect(waitingEvenings()).toEqual([]);
    keepBox('a', { ...EMPTY_BOX, pending: [event('1'), event('2')] });
    keepBox('b', EMPTY_BOX);
    localStorage.setItem('snabo-device', '"x"');
    expect(waitingEvenings()).toEqual(['a']);
    expect(boxOf('a').pending).toHaveLength(2);
    expect(boxOf('nothing')).toEqual(EMPTY_BOX);
  });
});
