// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import type { Dish } from '../api/types';
import { dish, line, part } from '../testing/dishes';
import { standIn, type Server } from '../testing/server';
import { recall } from '../browser/storage';
import { useDraft, type Draft } from './useDraft';

const POT = dish(part('lid', [line('potato', 500)]));
const named = (title: string) => (one: Dish) => ({ ...one, title });
const LONG_ENOUGH = 600;
const UNTIL_TRIED_AGAIN = 5100;

let server: Server;
const reload = vi.fn();

function open(revision = 3, stored = POT): { result: { current: Draft }; unmount: () => void } {
  const queries = new QueryClient({ defaultOptions: { mutations: { retry: false } } });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  return renderHook(() => useDraft('pot', revision, stored, reload), { wrapper });
}

async function later(ms: number): Promise<void> {
  await act(() => vi.advanceTimersByTimeAsync(ms));
}

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  sessionStorage.clear();
  reload.mockReset();
  server = standIn();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('what is typed', () => {
  it('is saved by itself, with the revision it started from', async () => {
    const { result } = open();
    server.answers(200, { revision: 4 });
    act(() => result.current.change(named('Ferry pot')));
    expect(result.current.saving).toBe('saving');
    await later(LONG_ENOUGH);
    expect(result.current.saving).toBe('saved');
    expect(server.asked.map((one) => [one.method, one.path, one.headers.get('If-Match')])).toEqual([
      ['PUT', '/api/dishes/pot', '3'],
    ]);
    expect((server.asked[0]?.body as Dish).title).toBe('Ferry pot');
  });

  it('is kept in the browser until the server has it', async () => {
    const { result } = open();
    act(() => result.current.change(named('Ferry pot')));
    expect(recall<{ document: Dish }>('draft-pot')?.document.title).toBe('Ferry pot');
    server.answers(200, { revision: 4 });
    await later(LONG_ENOUGH);
    expect(recall('draft-pot')).toBeNull();
  });

  it('is saved once for many letters, and changes nothing where nothing changed', async () => {
    const { result } = open();
    act(() => result.current.change((one) => one));
    expect([result.current.sequence, result.current.saving]).toEqual([0, 'saved']);
    server.answers(200, { revision: 4 });
    for (const title of ['F', 'Fe', 'Fer']) act(() => result.current.change(named(title)));
    await later(LONG_ENOUGH);
    expect(server.asked).toHaveLength(1);
  });

  it('goes on while the last save is under way, and is saved after it', async () => {
    const { result } = open();
    const free = server.holdsBack(200, { revision: 4 });
    act(() => result.current.change(named('One')));
    await later(LONG_ENOUGH);
    act(() => result.current.change(named('Two')));
    server.answers(200, { revision: 5 });
    free();
    await later(LONG_ENOUGH);
    expect(server.asked.map((one) => one.headers.get('If-Match'))).toEqual(['3', '4']);
    expect((server.asked[1]?.body as Dish).title).toBe('Two');
    expect(result.current.saving).toBe('saved');
  });

  it('waits for a server that is gone, and is sent when it is back', async () => {
    const { result } = open();
    server.isGone();
    act(() => result.current.change(named('Ferry pot')));
    await later(LONG_ENOUGH);
    expect(result.current.saving).toBe('waiting');
    expect(result.current.problem).toMatch(/does not answer/);
    expect(recall<{ document: Dish }>('draft-pot')?.document.title).toBe('Ferry pot');
    server.answers(200, { revision: 4 });
    await later(UNTIL_TRIED_AGAIN);
    expect([result.current.saving, result.current.problem]).toEqual(['saved', null]);
  });

  it('is flushed at once where something else needs it on the server', async () => {
    const { result } = open();
    server.answers(200, { revision: 4 });
    act(() => result.current.change(named('Ferry pot')));
    await act(() => result.current.flush());
    expect(server.asked).toHaveLength(1);
    expect(result.current.saving).toBe('saved');
  });
});

describe('two windows', () => {
  it('say that somebody else saved, and keep ours or take theirs', async () => {
    const { result } = open();
    server.answers(412, { detail: 'Changed in another window.', current_revision: 8 });
    act(() => result.current.change(named('Ours')));
    await later(LONG_ENOUGH);
    expect([result.current.conflict, result.current.problem]).toEqual([8, null]);
    // Nothing is tried again by itself: the cook decides.
    await later(2 * UNTIL_TRIED_AGAIN);
    expect(server.asked).toHaveLength(1);
    server.answers(200, { revision: 9 });
    act(() => result.current.saveOver());
    await later(LONG_ENOUGH);
    expect(server.asked[1]?.headers.get('If-Match')).toBe('8');
    expect([result.current.conflict, result.current.saving]).toEqual([null, 'saved']);
  });

  it('load theirs where the cook says so', async () => {
    const { result } = open();
    server.answers(412, { detail: 'Changed in another window.', current_revision: 8 });
    act(() => result.current.change(named('Ours')));
    await later(LONG_ENOUGH);
    act(() => result.current.loadOther());
    expect(reload).toHaveBeenCalledOnce();
    expect(recall('draft-pot')).toBeNull();
  });
});

describe('coming back', () => {
  it('finds what was not saved, and saves it', async () => {
    const first = open();
    act(() => first.result.current.change(named('Ferry pot')));
    first.unmount();
    server.answers(200, { revision: 4 });
    const { result } = open();
    expect(result.current.document.title).toBe('Ferry pot');
    await later(LONG_ENOUGH);
    expect((server.asked[0]?.body as Dish).title).toBe('Ferry pot');
  });

  it('offers what was typed on an older revision, and drops nothing by itself', async () => {
    const first = open(3);
    act(() => first.result.current.change(named('Older')));
    first.unmount();
    const { result } = open(5, named('Newer')(POT));
    expect(result.current.document.title).toBe('Newer');
    expect(result.current.left?.title).toBe('Older');
    await later(LONG_ENOUGH);
    expect(server.asked).toEqual([]);
    act(() => result.current.dropLeft());
    expect([result.current.left, recall('draft-pot')]).toEqual([null, null]);
  });

  it('can still undo after a reload of the same document', async () => {
    const first = open();
    server.answers(200, { revision: 4 });
    act(() => first.result.current.change(named('Ferry pot'), 'the name'));
    await later(LONG_ENOUGH);
    first.unmount();
    const again = open(4, named('Ferry pot')(POT));
    expect(again.result.current.undoes).toBe('the name');
    again.unmount();
    // Another document was saved meanwhile: its history is not ours.
    expect(open(5, named('Other')(POT)).result.current.undoes).toBeNull();
  });
});

describe('undo', () => {
  it('goes back and forth, and says what it did', () => {
    const { result } = open();
    act(() => result.current.change(named('One'), 'the first name'));
    act(() => result.current.change(named('Two'), 'the second name'));
    act(() => result.current.undo());
    expect([result.current.document.title, result.current.said]).toEqual([
      'One',
      'Undone: the second name.',
    ]);
    act(() => result.current.redo());
    expect([result.current.document.title, result.current.redoes]).toEqual(['Two', null]);
    act(() => result.current.undo());
    act(() => result.current.change(named('Three')));
    // What was undone is gone once something else is done.
    expect(result.current.redoes).toBeNull();
    act(() => result.current.undo());
    act(() => result.current.undo());
    expect([result.current.document.title, result.current.undoes]).toEqual(['Weir pot', null]);
    act(() => result.current.undo());
    expect(result.current.document.title).toBe('Weir pot');
  });

  it('takes a weigh-in back at the server, and says so where it may not', async () => {
    const { result } = open();
    const body = { part: 'lid', slot: 's', step: 't' } as never;
    act(() => result.current.noteWeighed({ run: 'r1', body, words: 'the weighing' }));
    server.answers(409, { detail: 'The run is closed.' });
    act(() => result.current.undo());
    await later(1);
    expect(server.asked[0]?.path).toBe('/api/runs/r1/take-back');
    expect(result.current.said).toBe('The run is closed.');
    expect(result.current.document).toBe(POT);
  });
});
