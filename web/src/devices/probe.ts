/** The thermometer of this device, which is a simulated one. */
import { useSyncExternalStore } from 'react';

import { sentence } from '../api/client';
import { probeReadings } from '../api/devices';

export interface ProbeState {
  /** What it shows now, null where none is stuck in. */
  celsius: number | null;
  /** Whether it has stopped rising. */
  stands: boolean;
  problem: string | null;
}

const ROOM = 20;
const TICK_MS = 500;
const [WITHIN, TICKS] = [0.5, 6];

let state: ProbeState = { celsius: null, stands: false, problem: null };
let playing: ReturnType<typeof setInterval> | undefined;
const listeners = new Set<() => void>();

function become(next: Partial<ProbeState>): void {
  state = { ...state, ...next };
  listeners.forEach((heard) => heard());
}

/** Whether the last readings differ by no more than a thermometer trembles. */
export function standsStill(readings: number[]): boolean {
  const last = readings.slice(-TICKS - 1);
  return last.length > TICKS && Math.max(...last) - Math.min(...last) <= WITHIN;
}

/** Stick it into something that hot; what it then shows is played in real time. */
export async function stickIn(celsius: number): Promise<void> {
  const before = state.celsius ?? ROOM;
  clearInterval(playing);
  try {
    const readings = await probeReadings(before, celsius);
    const shown: number[] = [];
    become({ stands: false, problem: null });
    playing = setInterval(() => {
      const next = readings[shown.length];
      if (next === undefined) {
        clearInterval(playing);
        return;
      }
      shown.push(next);
      become({ celsius: next, stands: standsStill(shown) });
    }, TICK_MS);
  } catch (refusal) {
    become({ problem: sentence(refusal) });
  }
}

export function putAway(): void {
  clearInterval(playing);
  become({ celsius: null, stands: false, problem: null });
}

export function useProbe(): ProbeState {
  return useSyncExternalStore(
    (heard) => {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
    () => state,
  );
}
