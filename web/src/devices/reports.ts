/** What a scale's report says, and when a weight is steady: the core's rules, for ten a second. */

export type Status =
  'fault' | 'zero' | 'moving' | 'steady' | 'under_zero' | 'overload' | 'uncalibrated' | 'rezero';

export interface Reading {
  status: Status;
  /** Null where the scale does not weigh. */
  grams: number | null;
}

const STATUSES: (Status | undefined)[] = [
  undefined,
  'fault',
  'zero',
  'moving',
  'steady',
  'under_zero',
  'overload',
  'uncalibrated',
  'rezero',
];
const UNITS: Partial<Record<number, number>> = {
  0x01: 0.001,
  0x02: 1,
  0x03: 1000,
  0x04: 0.2,
  0x05: 3.7429,
  0x06: 0.06479891,
  0x07: 1.55517384,
  0x08: 1e6,
  0x0a: 31.1034768,
  0x0b: 28.349523125,
  0x0c: 453.59237,
};
const DATA_REPORT = 3;
const [LEAST_POWER, MOST_POWER] = [-6, 3];
const WEIGHS = new Set<Status>(['zero', 'moving', 'steady', 'under_zero']);

/** A data report of usage page 0x8D, its id first; null for anything else. */
export function decode(report: Uint8Array): Reading | null {
  if (report.length !== 6 || report[0] !== DATA_REPORT) return null;
  const view = new DataView(report.buffer, report.byteOffset, report.length);
  const status = STATUSES[view.getUint8(1)];
  if (!status) return null;
  if (!WEIGHS.has(status)) return { status, grams: null };
  const unit = UNITS[view.getUint8(2)];
  const power = view.getInt8(3);
  if (unit === undefined || power < LEAST_POWER || power > MOST_POWER) return null;
  const grams = view.getUint16(4, true) * 10 ** power * unit;
  return { status, grams: status === 'under_zero' ? -grams : grams };
}

export function bytesOf(hex: string): Uint8Array {
  return Uint8Array.from(hex.match(/../g) ?? [], (pair) => parseInt(pair, 16));
}

const [SECONDS, WITHIN, NOTHING] = [1, 2, 3];

/** Takes readings one by one and says a weight once, as soon as it has stood still. */
export class Steadier {
  private held: [number, number][] = [];
  private taken: number | null = null;

  /** The grams that have just become steady, null otherwise. */
  next(at: number, reading: Reading): number | null {
    const last = this.held.at(-1);
    if (reading.grams === null || (last && at - last[0] > SECONDS)) {
      this.held = [];
      this.taken = null;
    }
    if (reading.grams === null) return null;
    this.held.push([at, reading.grams]);
    const grams = (): number[] => this.held.map(([, g]) => g);
    while (Math.max(...grams()) - Math.min(...grams()) > WITHIN) this.held.shift();
    if (this.taken !== null && Math.abs(reading.grams - this.taken) > 2 * WITHIN) this.taken = null;
    const since = this.held[0]?.[0] ?? at;
    if (this.taken !== null || at - since < SECONDS || reading.status === 'moving') return null;
    const middle = grams().sort((a, b) => a - b)[Math.floor(this.held.length / 2)] ?? null;
    this.taken = middle;
    return middle !== null && Math.abs(middle) > NOTHING ? middle : null;
  }
}
