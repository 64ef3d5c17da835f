// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';

import type { PlannedMeal } from '../../api/types';
import { standIn, type Server } from '../../testing/server';
import { useMenu, type Menu } from './useMenu';

const WEEK = { today: '2027-03-01', days: [] };
const MEAL = { id: 'm1', title: 'Leek pot' } as PlannedMeal;

let server: Server;

async function open(address = '/menu'): Promise<{ current: Menu }> {
  const queries = new QueryClient({
    defaultOptions: { mutations: { retry: false }, queries: { retry: false } },
  });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>
      <MemoryRouter initialEntries={[address]}>{children}</MemoryRouter>
    </QueryClientProvider>
  );
  server.answers(200, WEEK);
  const { result } = renderHook(useMenu, { wrapper });
  await waitFor(() => expect(result.current.answer).toEqual(WEEK));
  return result;
}

const told = (): string[] => server.asked.map((one) => `${one.method} ${one.path}`);

beforeEach(() => {
  server = standIn();
});
afterEach(() => {
  vi.unstubAllGlobals();
});

it('begins today where no day is asked for, else on that day', async () => {
  expect((await open()).current.first).toBe('2027-03-01');
  expect((await open('/menu?first=2027-03-09')).current.first).toBe('2027-03-09');
});

it('asks for the days once more after each change', async () => {
  const menu = await open();
  const steps: [() => void, string][] = [
    [() => menu.current.add({ date: '2027-03-02', dish: 'd' } as never), 'POST /api/menu/meals'],
    [() => menu.current.change(MEAL, {}), 'PUT /api/menu/meals/m1'],
    [() => menu.current.changeDay('2027-03-02', {}), 'PUT /api/menu/days/2027-03-02'],
    [() => menu.current.sizeDish(MEAL), 'POST /api/menu/meals/m1/size'],
    [() => menu.current.eat(MEAL), 'POST /api/menu/meals/m1/eaten'],
  ];
  for (const [change, asked] of steps) {
    const before = server.asked.length;
    server.answers(204);
    server.answers(200, WEEK);
    act(change);
    await waitFor(() => expect(told().slice(before)).toEqual([asked, 'GET /api/menu']));
  }
});

it('tells when a meal is kept and shown, and when it is refused', async () => {
  const menu = await open();
  const meal = { date: '2027-03-02', dish: 'd' } as never;
  server.answers(204);
  server.answers(200, { ...WEEK, days: [1] });
  await act(() => menu.current.put(meal));
  await waitFor(() => expect(menu.current.answer?.days).toEqual([1]));
  server.answers(409, { detail: 'It is being cooked.', code: 'begun' });
  server.answers(200, WEEK);
  await act(() => expect(menu.current.put(meal)).rejects.toThrow('It is being cooked.'));
});

it('says why a change was refused and shows what the server has', async () => {
  const menu = await open();
  server.answers(409, { detail: 'It is being cooked.', code: 'begun' });
  server.answers(200, { ...WEEK, days: [1] });
  act(() => menu.current.change(MEAL, {}));
  await waitFor(() => expect(menu.current.error?.message).toBe('It is being cooked.'));
  await waitFor(() => expect(menu.current.answer?.days).toEqual([1]));
});

it('offers a meal that was taken off back', async () => {
  const menu = await open();
  server.answers(204);
  server.answers(200, WEEK);
  act(() => menu.current.away.remove(MEAL));
  await waitFor(() => expect(menu.current.away.removed).toBe(MEAL));
  server.answers(204);
  server.answers(200, WEEK);
  act(() => menu.current.away.bringBack());
  await waitFor(() => expect(menu.current.away.removed).toBeNull());
  expect(told()).toContain('POST /api/menu/meals/m1/restore');
});
