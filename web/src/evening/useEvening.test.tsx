// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';

import type { EventAnswer, EveningView, StoveEvent } from '../api/types';
import { standIn, type Server } from '../testing/server';
import { useEvening, type EveningHere } from './useEvening';

const NOON = '2026-11-27T12:00:00.000Z';
const POLL = 3000;

function evening(sequence: number): EveningView {
  const stove = { cards: [], timers: [], notes: [] };
  return { id: 'e', sequence, now: NOON, dishes: [{ id: 'pot' }], stove } as unknown as EveningView;
}

let server: Server;
const sent = (at: number): StoveEvent[] =>
  (server.asked[at]?.body as { events: StoveEvent[] } | null)?.events ?? [];
const answered = (id: string, outcome: EventAnswer['outcome'], sentence = ''): EventAnswer => ({
  id,
  outcome,
  sentence,
});

async function open(): Promise<{ result: { current: EveningHere }; unmount: () => void }> {
  server.answers(200, { now: NOON, session: evening(1) });
  const hook = renderHook(() => useEvening('e'));
  await act(() => vi.advanceTimersByTimeAsync(1));
  return hook;
}

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse(NOON) - 60_000 });
  localStorage.clear();
  server = standIn();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('goes by the clock of the kitchen server', async () => {
  const { result } = await open();
  expect(result.current.view?.sequence).toBe(1);
  // The minute this device is late is made up for.
  expect(Math.abs(result.current.now() - Date.parse(NOON))).toBeLessThan(50);
});

it('asks only for what is new', async () => {
  await open();
  server.answers(200, { now: NOON, session: null });
  await act(() => vi.advanceTimersByTimeAsync(POLL));
  expect(server.asked.map((one) => one.path)).toEqual(['/api/evenings/e', '/api/evenings/e']);
});

it('tells an event at once, with its place in the order of this device', async () => {
  const { result } = await open();
  server.answers(200, { answers: [], session: evening(2) });
  let id = '';
  await act(async () => {
    id = result.current.act('step_done', { task: 'cut' });
    await vi.advanceTimersByTimeAsync(1);
  });
  expect(sent(1).map((one) => [one.id, one.kind, one.task, one.seq])).toEqual([
    [id, 'step_done', 'cut', 1],
  ]);
  expect(sent(1)[0]?.offset_ms).toBe(60_000);
});

it('keeps what is told while nobody answers, over a reload, and tells it once', async () => {
  const first = await open();
  server.isGone();
  await act(async () => {
    first.result.current.act('step_done', { task: 'cut' });
    await vi.advanceTimersByTimeAsync(1);
  });
  expect([first.result.current.away, first.result.current.waiting]).toEqual([true, 1]);
  first.unmount();
  const again = renderHook(() => useEvening('e'));
  expect(again.result.current.waiting).toBe(1);
  server.answers(200, { answers: [], session: evening(3) });
  await act(() => vi.advanceTimersByTimeAsync(1));
  const [event] = sent(2);
  server.answers(200, { answers: [answered(event?.id ?? '', 'accepted')], session: evening(3) });
  await act(() => vi.advanceTimersByTimeAsync(POLL));
  expect([again.result.current.away, again.result.current.waiting]).toEqual([false, 0]);
});

it('shows what was refused, and tells a weight again that is right after all', async () => {
  const { result } = await open();
  server.isGone();
  let id = '';
  await act(async () => {
    id = result.current.act('weighed', { gross: 4000 });
    await vi.advanceTimersByTimeAsync(1);
  });
  const why = 'That is more than went in.';
  server.answers(200, { answers: [answered(id, 'asked', why)], session: evening(2) });
  await act(() => vi.advanceTimersByTimeAsync(POLL));
  const [conflict] = result.current.conflicts;
  expect([conflict?.sentence, conflict?.asked, result.current.waiting]).toEqual([why, true, 0]);
  server.answers(200, { answers: [], session: evening(3) });
  await act(async () => {
    if (conflict) result.current.sure(conflict);
    await vi.advanceTimersByTimeAsync(1);
  });
  expect(result.current.conflicts).toEqual([]);
  const again = sent(server.asked.length - 1)[0];
  expect([again?.gross, again?.sure, again?.id === id]).toEqual([4000, true, false]);
});

it('says the sentence of a server that answers but will not', async () => {
  const { result } = await open();
  server.answers(404, { detail: 'This evening is not yours.' });
  await act(() => vi.advanceTimersByTimeAsync(POLL));
  expect([result.current.problem, result.current.away]).toEqual([
    'This evening is not yours.',
    false,
  ]);
});
