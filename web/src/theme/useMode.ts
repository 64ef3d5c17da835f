/** Light or dark: what the device asks for, until somebody chooses here. */
import { useSyncExternalStore } from 'react';

import { keep, recall } from '../browser/storage';
import type { Mode } from './palette';

const device = window.matchMedia('(prefers-color-scheme: dark)');
const listeners = new Set<() => void>();

function current(): Mode {
  return recall<Mode>('mode') ?? (device.matches ? 'dark' : 'light');
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  device.addEventListener('change', listener);
  return () => {
    listeners.delete(listener);
    device.removeEventListener('change', listener);
  };
}

export function useMode(): { mode: Mode; toggle: () => void } {
  const mode = useSyncExternalStore(subscribe, current);
  return {
    mode,
    toggle: () => {
      keep('mode', mode === 'dark' ? 'light' : 'dark');
      listeners.forEach((listener) => listener());
    },
  };
}
