// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import type { GlassView, WeighBody } from '../../api/types';
import { OpenDishContext, type OpenDish } from '../../draft/context';
import type { Scale } from '../../parts/WeighForm';
import { standIn, type Server } from '../../testing/server';
import { useWeighing } from './useWeighing';

const GLASS = {
  part_id: 'lid',
  slot_id: 'mash',
  step_id: 's1',
  press: 'paper',
  point: { label: 'Pressed between paper' },
  turns: { round: 2, rounds: [1100, 1010], batches: [], of: 1 },
} as unknown as GlassView;
const turn = { round: 3, batch: 0, batches: 1 };
const SCALE: Scale = { gross: 1420, tare: 420, vessel: 'the blue bowl', turn };

let server: Server;
let queries: QueryClient;
const flush = vi.fn(() => Promise.resolve());
const noteWeighed = vi.fn();
const onTaken = vi.fn();

function open() {
  const draft = { id: 'pot', flush, noteWeighed };
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>
      <OpenDishContext value={{ draft } as unknown as OpenDish}>{children}</OpenDishContext>
    </QueryClientProvider>
  );
  return renderHook(() => useWeighing(GLASS, onTaken), { wrapper }).result;
}

const body = (place: number): WeighBody => server.asked[place]?.body as WeighBody;

beforeEach(() => {
  server = standIn();
  queries = new QueryClient({ defaultOptions: { mutations: { retry: false } } });
  for (const mock of [flush, noteWeighed, onTaken]) mock.mockClear();
});
afterEach(() => {
  vi.unstubAllGlobals();
});

describe('a weight', () => {
  it('goes to its step with what it stood in, once the draft is saved', async () => {
    const weighing = open();
    server.answers(201, { question: null, run: { id: 'r' } });
    act(() => weighing.current.weigh(SCALE, false));
    await waitFor(() => expect(onTaken).toHaveBeenCalledWith(SCALE));
    expect(server.asked[0]?.path).toBe('/api/dishes/pot/weigh-ins');
    expect(body(0)).toMatchObject({
      gross: 1420,
      tare: 420,
      vessel: 'the blue bowl',
      ...turn,
      part: 'lid',
      slot: 'mash',
      step: 's1',
      tool: 'paper',
      sure: false,
    });
    expect(flush.mock.invocationCallOrder[0]).toBeLessThan(
      onTaken.mock.invocationCallOrder[0] ?? 0,
    );
  });

  it('can be undone by its name', async () => {
    const weighing = open();
    server.answers(201, { question: null, run: { id: 'r' } });
    act(() => weighing.current.weigh(SCALE, false));
    await waitFor(() => expect(noteWeighed).toHaveBeenCalledOnce());
    expect(noteWeighed.mock.calls[0]?.[0]).toMatchObject({
      run: 'r',
      words: 'the weighing of pressed between paper',
      body: { gross: 1420, sure: true },
    });
  });

  it('hard to believe is asked about, and counts once somebody is sure: under the same id', async () => {
    const weighing = open();
    server.answers(200, { question: 'More than went in?', run: null });
    act(() => weighing.current.weigh(SCALE, false));
    await waitFor(() => expect(weighing.current.question).toBe('More than went in?'));
    expect([onTaken.mock.calls, noteWeighed.mock.calls]).toEqual([[], []]);
    server.answers(201, { question: null, run: { id: 'r' } });
    act(() => weighing.current.weigh(SCALE, true));
    await waitFor(() => expect(weighing.current.question).toBeNull());
    expect([body(1).sure, body(1).client_id]).toEqual([true, body(0).client_id]);
  });

  it('after it is another one: it gets an id of its own', async () => {
    const weighing = open();
    for (const times of [1, 2]) {
      server.answers(201, { question: null, run: { id: 'r' } });
      act(() => weighing.current.weigh(SCALE, false));
      await waitFor(() => expect(onTaken).toHaveBeenCalledTimes(times));
    }
    expect(body(0).client_id).not.toBe(body(1).client_id);
  });

  it('that reaches nobody says so and can be sent again under the same id', async () => {
    const weighing = open();
    server.isGone();
    act(() => weighing.current.weigh(SCALE, false));
    await waitFor(() => expect(weighing.current.problem).toContain('does not answer'));
    server.answers(201, { question: null, run: { id: 'r' } });
    act(() => weighing.current.weigh(SCALE, false));
    await waitFor(() => expect(weighing.current.problem).toBeNull());
    expect(body(0).client_id).toBe(body(1).client_id);
  });
});

describe('a run', () => {
  it('gives a weight back at that step', async () => {
    const weighing = open();
    queries.setQueryData(['learning'], 1);
    server.answers(200, {});
    act(() => weighing.current.takeBack('r'));
    await waitFor(() => expect(queries.getQueryData(['learning'])).toBeUndefined());
    expect(server.asked[0]?.path).toBe('/api/runs/r/take-back');
    expect(body(0)).toMatchObject({ part: 'lid', slot: 'mash', step: 's1' });
  });

  it('is closed, and the dish is read anew when it is opened', async () => {
    const weighing = open();
    queries.setQueryData(['dish', 'pot'], 1);
    server.answers(200, {});
    act(() => weighing.current.finish('r'));
    await waitFor(() => expect(queries.getQueryState(['dish', 'pot'])?.isInvalidated).toBe(true));
    expect(server.asked.map((one) => one.path)).toEqual(['/api/runs/r/finish']);
  });
});
