// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { expect, it, vi } from 'vitest';

import { useRemovable } from './useRemovable';

function open(takeAway: () => Promise<unknown>, restore = () => Promise.resolve()) {
  const stale = vi.fn(() => Promise.resolve());
  const queries = new QueryClient({ defaultOptions: { mutations: { retry: false } } });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(() => useRemovable<string>({ takeAway, restore, stale }), {
    wrapper,
  });
  return { result, stale };
}

it('offers the way back until it was gone', async () => {
  const restore = vi.fn(() => Promise.resolve());
  const { result, stale } = open(() => Promise.resolve(), restore);
  act(() => result.current.remove('leek pot'));
  await waitFor(() => expect(result.current.removed).toBe('leek pot'));
  act(() => result.current.bringBack());
  await waitFor(() => expect(result.current.removed).toBeNull());
  expect(restore).toHaveBeenCalledWith('leek pot', expect.anything());
  expect(stale).toHaveBeenCalledTimes(2);
});

it('says why nothing was taken away, and offers no way back from nothing', async () => {
  const restore = vi.fn(() => Promise.resolve());
  const { result } = open(() => Promise.reject(new Error('It is on the menu.')), restore);
  act(() => result.current.remove('leek pot'));
  await waitFor(() => expect(result.current.error?.message).toBe('It is on the menu.'));
  act(() => result.current.bringBack());
  expect([result.current.removed, restore.mock.calls]).toEqual([null, []]);
});
