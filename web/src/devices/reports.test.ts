import { readFileSync } from 'node:fs';

import { describe, expect, it } from 'vitest';

import { bytesOf, decode, Steadier } from './reports';

interface Cases {
  reports: [string, string, number | null][];
  refused: string[];
  evenings: { reports: [number, string][]; steady: number[] }[];
}
// The core decides; `python -m tests.shared_scale` writes down what it says.
const CASES = JSON.parse(
  readFileSync(new URL('../../../core/tests/data/scale_cases.json', import.meta.url), 'utf-8'),
) as Cases;

describe('a report of a scale', () => {
  it.each(CASES.reports)('%s is %s, %s g', (hex, status, grams) => {
    const reading = decode(bytesOf(hex));
    expect(reading?.status).toBe(status);
    if (grams === null) expect(reading?.grams).toBeNull();
    else expect(reading?.grams).toBeCloseTo(grams, 6);
  });
  it.each(CASES.refused)('"%s" is none', (hex) => {
    expect(decode(bytesOf(hex))).toBeNull();
  });
});

describe('a weight', () => {
  it.each(CASES.evenings)('is steady once, as the core says ($steady)', ({ reports, steady }) => {
    const steadier = new Steadier();
    const found: number[] = [];
    for (const [at, hex] of reports) {
      const reading = decode(bytesOf(hex));
      const grams = reading && steadier.next(at, reading);
      if (grams !== null) found.push(grams);
    }
    expect(found.length).toBe(steady.length);
    found.forEach((grams, place) => expect(grams).toBeCloseTo(steady[place] ?? NaN, 6));
  });
});
