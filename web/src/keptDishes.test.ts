import { describe, expect, it } from 'vitest';

import type { DishRecord } from './api/types';
import { toKeep } from './keptDishes';

const dish = (id: string, changed: string): DishRecord =>
  ({ id, title: id, changed_at: changed }) as DishRecord;

describe('dishes kept for when the network is gone', () => {
  it('are asked for once, and again when they have changed', () => {
    const dishes = [dish('a', '2026-01-01T10:00:00Z'), dish('b', '2026-01-02T10:00:00Z')];
    expect(toKeep(dishes, {}).map((one) => one.id)).toEqual(['b', 'a']);
    const kept = { a: '2026-01-01T10:00:00Z', b: '2026-01-01T10:00:00Z' };
    expect(toKeep(dishes, kept).map((one) => one.id)).toEqual(['b']);
  });

  it('are those changed last, where there are many', () => {
    const many = Array.from({ length: 60 }, (_, day) =>
      dish(`d${day}`, new Date(2026, 0, 1 + day).toISOString()),
    );
    const asked = toKeep(many, {});
    expect(asked).toHaveLength(40);
    expect(asked[0]?.id).toBe('d59');
  });
});
