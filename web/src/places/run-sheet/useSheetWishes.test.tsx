// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';

import { nextAt, requestOf, useSheetWishes } from './useSheetWishes';

const SIX = new Date(2026, 10, 27, 18, 0, 0);

describe('when it is served', () => {
  it('is the next time the clock shows it', () => {
    expect(nextAt('19:30', SIX)).toEqual(new Date(2026, 10, 27, 19, 30));
    expect(nextAt('7:05', SIX)).toEqual(new Date(2026, 10, 28, 7, 5));
    // Now is over: a day from now.
    expect(nextAt('18:00', SIX)).toEqual(new Date(2026, 10, 28, 18, 0));
  });

  it('is as early as can be where no clock shows it', () => {
    for (const clock of ['', 'seven', '19', '19:3']) expect(nextAt(clock, SIX)).toBeNull();
  });
});

describe('the wishes', () => {
  beforeEach(() => localStorage.clear());

  it('are asked for as the server has them', () => {
    const wishes = {
      serve: '',
      cooks: 2,
      pins: { cut: 5 },
      ahead: ['soak'],
      others: ['b'],
      opens: null,
    };
    expect(requestOf('a', wishes, SIX)).toEqual({
      dishes: ['a', 'b'],
      serve_at: null,
      cooks: 2,
      pins: { cut: 5 },
      ahead: ['soak'],
      opens: null,
    });
    const at = requestOf('a', { ...wishes, serve: '19:30' }, SIX).serve_at;
    expect(at).toBe(new Date(2026, 10, 27, 19, 30).toISOString());
  });

  it('are there again after leaving, dish by dish, until they are dropped', () => {
    const first = renderHook(() => useSheetWishes('a'));
    act(() => first.result.current.change({ cooks: 2 }));
    act(() => first.result.current.change({ serve: '19:30' }));
    first.unmount();
    const again = renderHook(() => useSheetWishes('a'));
    expect(again.result.current.wishes).toMatchObject({ cooks: 2, serve: '19:30' });
    expect(renderHook(() => useSheetWishes('b')).result.current.wishes.cooks).toBeNull();
    act(() => again.result.current.drop());
    expect(renderHook(() => useSheetWishes('a')).result.current.wishes.serve).toBe('');
  });
});
