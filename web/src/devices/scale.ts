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
  /** Whether what is being cooked comes onto the simulated scale by itself. */
  follows: boolean;
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
const NOTHING: ScaleState = {
  kind: 'none',
  reading: null,
  steady: null,
  follows: false,
  problem: null,
};
const TICK_MS = 100;

let state = NOTHING;
let steadier = new Steadier();
let device: HidDevice | null = null;
let playing: ReturnType<typeof setInterval> | undefined;
/** All that stands on the simulated scale, and what it stood at when it was tared. */
let [load, tared] = [0, 0];
let asked = 0;
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

/** What a step may leave, with what it stands in. */
export interface Expected {
  step: string;
  low: number;
  high: number;
}
type Happening =
  | { kind: 'put'; grams: number }
  | ({ kind: 'follow' } & Expected)
  | { kind: 'tare' }
  | { kind: 'unplug' };

/** Put the simulated scale on the table: what is being cooked comes onto it by itself. */
export function setUp(): void {
  become({ ...NOTHING, kind: 'simulated', follows: true });
}

export function follow(follows: boolean): void {
  become({ follows });
}

/** Let something happen to the simulated scale; what it then says is played in real time. */
export async function happens(happening: Happening): Promise<void> {
  if (happening.kind === 'unplug') {
    disconnect('The scale was unplugged. Plug it in and connect it again.');
    return;
  }
  // What is put on by hand stays until the cook lets it follow again.
  const follows = happening.kind === 'put' ? false : state.follows;
  become({ kind: 'simulated', follows, problem: null });
  const before = { load, tared };
  const nothing = { grams: 0, low: 0, high: 0, step: '' };
  const { kind, ...told } = happening;
  const turn = (asked += 1);
  try {
    const said = await scaleReports({ ...before, ...nothing, ...told, happening: kind });
    // Something else has happened to it meanwhile.
    if (turn !== asked || state.kind !== 'simulated') return;
    load = said.load;
    if (kind === 'tare') tared = load;
    const { reports } = said;
    clearInterval(playing);
    let next = 0;
    playing = setInterval(() => {
      const report = reports[next++];
      if (report) hear(performance.now() / 1000, bytesOf(report));
      else clearInterval(playing);
    }, TICK_MS);
  } catch (refusal) {
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
