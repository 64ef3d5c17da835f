import { expect, it } from 'vitest';

import type { DishComparison } from '../../api/types';
import { stackOf } from './partGeometry';

function column(key: string, parts: Record<string, number | null>): object {
  return {
    key,
    label: key,
    parts: Object.entries(parts).map(([part, value]) => ({ part, values: { net_carbs: value } })),
  };
}

function found(...columns: object[]): DishComparison {
  return { columns } as unknown as DishComparison;
}

it('the longest column is as wide as there is room, the others in proportion', () => {
  const [was, becomes] = stackOf(
    found(column('was', { Pot: 10, Lid: 30 }), column('becomes', { Pot: 10, Lid: 10 })),
    'net_carbs',
    400,
  );
  expect([was?.end, becomes?.end]).toEqual([400, 200]);
  expect(was?.segments.map((s) => [s.x, s.width])).toEqual([
    [0, 100],
    [100, 300],
  ]);
  expect([was?.total, becomes?.total]).toEqual([40, 20]);
});

it('a part has the same pattern in every column, also where it is new', () => {
  const [was, becomes] = stackOf(
    found(column('was', { Pot: 1, Lid: 1 }), column('becomes', { Crumb: 1, Lid: 1 })),
    'net_carbs',
    100,
  );
  expect(was?.segments.map((s) => s.index)).toEqual([0, 1]);
  expect(becomes?.segments.map((s) => s.index)).toEqual([2, 1]);
});

it('what nobody knows has no width and makes no total', () => {
  const [one] = stackOf(found(column('was', { Pot: 10, Lid: null })), 'net_carbs', 100);
  expect(one?.total).toBeNull();
  expect(one?.segments.map((s) => [s.part, s.width])).toEqual([
    ['Pot', 100],
    ['Lid', 0],
  ]);
});

it('nothing at all is drawn as nothing', () => {
  const [one] = stackOf(found(column('was', { Pot: 0 })), 'net_carbs', 100);
  expect([one?.end, one?.total, one?.segments.length]).toEqual([0, 0, 0]);
});
