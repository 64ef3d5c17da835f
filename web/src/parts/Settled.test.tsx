// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { act, render } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { JSX } from 'react';

import { Settled } from './Settled';
import styles from './settled.module.css';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

let answer: (value: string) => void = () => undefined;

function Soup(): JSX.Element {
  const soup = useQuery({
    queryKey: ['soup'],
    queryFn: () => new Promise<string>((resolve) => (answer = resolve)),
  });
  return <p>{soup.data ?? 'waiting'}</p>;
}

function shown(place: string): { element: Element; show: (place: string) => void } {
  const client = new QueryClient();
  const tree = (at: string): JSX.Element => (
    <QueryClientProvider client={client}>
      <Settled place={at}>
        <Soup />
      </Settled>
    </QueryClientProvider>
  );
  const { container, rerender } = render(tree(place));
  return { element: container.firstElementChild as Element, show: (at) => rerender(tree(at)) };
}

const pass = (ms: number): Promise<void> =>
  act(async () => {
    await vi.advanceTimersByTimeAsync(ms);
  });

it('shows a place once what it begins with is there', async () => {
  const { element } = shown('/table');
  await pass(500);
  expect(element.classList.contains(String(styles.settling))).toBe(true);
  answer('leek');
  await pass(100);
  expect(element.classList.contains(String(styles.settling))).toBe(false);
});

it('does not wait for ever', async () => {
  const { element } = shown('/table');
  await pass(1600);
  expect(element.classList.contains(String(styles.settling))).toBe(false);
});
