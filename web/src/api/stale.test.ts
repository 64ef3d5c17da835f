import { QueryClient } from '@tanstack/react-query';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

import { computedAnew, foodsChanged } from './stale';

const HERE = new URL('./', import.meta.url);
// Read from files of their own, not from what is computed of a dish.
const KEPT = [
  'convert', 'dish', 'eaters', 'evenings', 'exclusions', 'food', 'foods', 'compare', 'homemade', 'kitchen',
  'formats', 'learning', 'tokens', 'likings', 'microwave', 'oven', 'own-foods', 'own-measures', 'own-names',
  'readings', 'roles', 'runs', 'schools', 'session', 'shelf', 'shelf-kinds', 'shelf-planned', 'sign-ins', 'stand-ins', 'label',
]; // prettier-ignore

/** The first word of every query key written in this folder. */
function keysWritten(): string[] {
  const texts = readdirSync(HERE)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .map((name) => readFileSync(new URL(name, HERE), 'utf-8'));
  const found = texts.flatMap((text) => [...text.matchAll(/queryKey: \['([\w-]+)'/g)]);
  return [...new Set(found.map((match) => match[1] ?? ''))];
}

describe('what is computed of a dish', () => {
  it('is not shown again once the table or the kitchen changes', async () => {
    const queries = new QueryClient();
    const keys = keysWritten().filter((key) => !KEPT.includes(key));
    expect(keys.length).toBeGreaterThan(10);
    for (const key of keys) queries.setQueryData([key, 'a dish'], 1);
    queries.setQueryData(['eaters'], 1);
    await computedAnew(queries);
    expect(keys.filter((key) => queries.getQueryData([key, 'a dish']))).toEqual([]);
    expect(queries.getQueryData(['eaters'])).toBe(1);
  });

  it('and the foods themselves follow a food', async () => {
    const queries = new QueryClient();
    for (const key of ['food', 'preview', 'ways']) queries.setQueryData([key, 1], 1);
    await foodsChanged(queries);
    for (const key of ['food', 'preview', 'ways'])
      expect(queries.getQueryData([key, 1])).toBeUndefined();
  });
});
