/** The scale of this device: a real one by USB where the browser has it, or a simulated one. */
import { useSyncExternalStore } from 'react';

import { sentence } from '../api/client';
import { scaleReports } from '../api/devices';
import { bytesOf, decode, Steadier, type Reading } from './reports';

export interface ScaleState {
  kind: 'none' | 'usb' | 'simulated';
  reading: Reading | null;
  /** The last weight that stood still; counted, so that the same one twice is seen twice. */
  steady: { grams: number; count: number } | null;
  problem: string | null;
}

interface HidDevice {
  open: () => Promise<void>;
  close: () => Promise<void>;
  addEventListener: (
    kind: 'inputreport',
    heard: (event: { reportId: number; data: DataView }) => void,
  ) => void;
}
interface Hid {
  requestDevice: (wanted: { filters: { usagePage: number }[] }) => Promise<HidDevice[]>;
  addEventListener: (kind: 'disconnect', heard: () => void) => void;
}

const WEIGHING_DEVICES = 0x8d;
const NOTHING: ScaleState = { kind: 'none', reading: null, steady: null, problem: null };
const TICK_MS = 100;

let state = NOTHING;
let steadier = new Steadier();
let device: HidDevice | null = null;
let playing: ReturnType<typeof setInterval> | undefined;
/** All that stands on the simulated scale, and what it stood at when it was tared. */
let [load, tared] = [0, 0];
const listeners = new Set<() => void>();

function become(next: Partial<ScaleState>): void {
  state = { ...state, ...next };
  listeners.forEach((heard) => heard());
}

function hear(at: number, report: Uint8Array): void {
  const reading = decode(report);
  if (!reading) {
    become({ problem: 'The scale weighs in a unit nobody here knows. Set it to grams.' });
    return;
  }
  const grams = steadier.next(at, reading);
  const count = (state.steady?.count ?? 0) + 1;
  become({ reading, problem: null, ...(grams === null ? {} : { steady: { grams, count } }) });
}

export function hasUsb(): boolean {
  return 'hid' in navigator;
}

/** Ask for a scale by USB; the browser shows those it sees. */
export async function connect(): Promise<void> {
  const { hid } = navigator as unknown as { hid: Hid };
  try {
    const [found] = await hid.requestDevice({ filters: [{ usagePage: WEIGHING_DEVICES }] });
    if (!found) return;
    await found.open();
    device = found;
    steadier = new Steadier();
    found.addEventListener('inputreport', (event) => {
      const data = new Uint8Array(event.data.buffer, event.data.byteOffset, event.data.byteLength);
      hear(performance.now() / 1000, Uint8Array.from([event.reportId, ...data]));
    });
    hid.addEventListener('disconnect', () => {
      if (device === found) disconnect('The scale was unplugged. Plug it in and connect it again.');
    });
    become({ ...NOTHING, kind: 'usb' });
  } catch {
    become({ ...NOTHING, problem: 'The scale could not be opened. Type the weight instead.' });
  }
}

export function disconnect(problem: string | null = null): void {
  clearInterval(playing);
  void device?.close().catch(() => undefined);
  device = null;
  [load, tared] = [0, 0];
  become({ ...NOTHING, problem });
}

type Happening = { kind: 'put'; grams: number } | { kind: 'tare' } | { kind: 'unplug' };

/** Let something happen to the simulated scale; what it then says is played in real time. */
export async function happens(happening: Happening): Promise<void> {
  if (happening.kind === 'unplug') {
    disconnect('The scale was unplugged. Plug it in and connect it again.');
    return;
  }
  become({ kind: 'simulated', problem: null });
  const before = { load, tared };
  if (happening.kind === 'put') load = happening.grams;
  else tared = load;
  try {
    const reports = await scaleReports({ ...before, happening: happening.kind, grams: load });
    clearInterval(playing);
    let next = 0;
    playing = setInterval(() => {
      const report = reports[next++];
      if (report) hear(performance.now() / 1000, bytesOf(report));
      else clearInterval(playing);
    }, TICK_MS);
  } catch (refusal) {
    [load, tared] = [before.load, before.tared];
    become({ problem: sentence(refusal) });
  }
}

export function useScale(): ScaleState {
  return useSyncExternalStore(
    (heard) => {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
    () => state,
  );
}
