// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';

import { standIn, type Server } from '../testing/server';
import { connect, disconnect, follow, happens, hasUsb, setUp, useScale } from './scale';

// Data reports of usage page 0x8D: id, status, unit (2 is grams), power of ten, weight.
const steady = (grams: number): number[] => [4, 2, 0, grams & 0xff, grams >> 8];
const hex = (grams: number): string =>
  [3, ...steady(grams)].map((byte) => byte.toString(16).padStart(2, '0')).join('');

type Heard = (event: { reportId: number; data: DataView }) => void;

/** A scale on the cable, as the browser hands it out. */
class Cable {
  heard: Heard = () => undefined;
  unplugged: () => void = () => undefined;
  open = vi.fn(() => Promise.resolve());
  close = vi.fn(() => Promise.resolve());
  addEventListener = (_: string, heard: Heard): void => void (this.heard = heard);

  says(bytes: number[], reportId = 3): void {
    this.heard({ reportId, data: new DataView(Uint8Array.from([9, ...bytes]).buffer, 1) });
  }
}

function plugIn(cable: Cable | null): void {
  const hid = {
    requestDevice: () => Promise.resolve(cable ? [cable] : []),
    addEventListener: (_: string, heard: () => void) => cable && (cable.unplugged = heard),
  };
  Object.defineProperty(navigator, 'hid', { value: hid, configurable: true });
}

let server: Server;
beforeEach(() => {
  vi.useFakeTimers();
  server = standIn();
});
afterEach(() => {
  act(() => disconnect());
  Reflect.deleteProperty(navigator, 'hid');
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('weighs on the cable and says a weight once it stands still', async () => {
  const cable = new Cable();
  plugIn(cable);
  const { result } = renderHook(() => useScale());
  expect(hasUsb()).toBe(true);
  await act(() => connect());
  expect(result.current.kind).toBe('usb');
  for (let tick = 0; tick < 20; tick += 1) {
    act(() => cable.says(steady(640)));
    act(() => void vi.advanceTimersByTime(100));
  }
  expect(result.current.reading).toEqual({ status: 'steady', grams: 640 });
  expect(result.current.steady).toEqual({ grams: 640, count: 1 });
});

it('says what it cannot read, and when the cable is pulled', async () => {
  const cable = new Cable();
  plugIn(cable);
  const { result } = renderHook(() => useScale());
  await act(() => connect());
  act(() => cable.says([4, 99, 0, 1, 0]));
  expect(result.current.problem).toMatch(/Set it to grams/);
  act(() => cable.unplugged());
  expect(result.current).toMatchObject({ kind: 'none', reading: null });
  expect(result.current.problem).toMatch(/unplugged/);
  expect(cable.close).toHaveBeenCalled();
});

it('leaves everything as it is where no scale is chosen, and says where none opens', async () => {
  const { result } = renderHook(() => useScale());
  expect(hasUsb()).toBe(false);
  plugIn(null);
  await act(() => connect());
  expect(result.current).toMatchObject({ kind: 'none', problem: null });
  const broken = new Cable();
  broken.open.mockRejectedValue(new Error('busy'));
  plugIn(broken);
  await act(() => connect());
  expect(result.current).toMatchObject({ kind: 'none' });
  expect(result.current.problem).toMatch(/Type the weight instead/);
});

it('plays what the simulated scale says, and tares what stands on it', async () => {
  const { result } = renderHook(() => useScale());
  server.answers(200, { load: 250, reports: [hex(100), ...Array<string>(15).fill(hex(250))] });
  await act(() => happens({ kind: 'put', grams: 250 }));
  await act(() => vi.advanceTimersByTimeAsync(1700));
  expect(result.current).toMatchObject({ kind: 'simulated', steady: { grams: 250 } });
  server.answers(200, { load: 250, reports: [] });
  await act(() => happens({ kind: 'tare' }));
  server.answers(200, { load: 900, reports: [] });
  await act(() => happens({ kind: 'put', grams: 900 }));
  expect(server.asked.map((one) => one.body)).toMatchObject([
    { load: 0, tared: 0, happening: 'put', grams: 250 },
    { load: 250, tared: 0, happening: 'tare' },
    { load: 250, tared: 250, happening: 'put', grams: 900 },
  ]);
});

it('follows what is cooked until something is put on by hand', async () => {
  const { result } = renderHook(() => useScale());
  act(() => setUp());
  expect(result.current).toMatchObject({ kind: 'simulated', follows: true });
  server.answers(200, { load: 812.5, reports: [] });
  await act(() => happens({ kind: 'follow', step: 'lid/press/1/0', low: 780, high: 860 }));
  expect(server.asked[0]?.body).toMatchObject({ happening: 'follow', low: 780, high: 860 });
  expect(result.current.follows).toBe(true);
  server.answers(200, { load: 30, reports: [] });
  await act(() => happens({ kind: 'put', grams: 30 }));
  expect(server.asked[1]?.body).toMatchObject({ load: 812.5 });
  expect(result.current.follows).toBe(false);
  act(() => follow(true));
  expect(result.current.follows).toBe(true);
});

it('keeps its load where the server refuses', async () => {
  const { result } = renderHook(() => useScale());
  server.answers(400, { detail: 'So much stands on no kitchen scale.' });
  await act(() => happens({ kind: 'put', grams: 9e9 }));
  expect(result.current.problem).toBe('So much stands on no kitchen scale.');
  server.answers(200, { load: 30, reports: [] });
  await act(() => happens({ kind: 'put', grams: 30 }));
  expect(server.asked[1]?.body).toMatchObject({ load: 0, grams: 30 });
  await act(() => happens({ kind: 'unplug' }));
  expect(result.current.kind).toBe('none');
});
