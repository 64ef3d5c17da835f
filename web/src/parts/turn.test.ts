import { describe, expect, it } from 'vitest';

import type { GlassView } from '../api/types';
import { lastOf, ONCE, turnOf, usually, weighedOf } from './turn';

function glass(
  weighed: number | null,
  turns: Partial<GlassView['turns']> = {},
  advice = 'dry_enough',
): GlassView {
  return {
    point: { weighed, advice },
    turns: { round: 1, rounds: [], batches: [], of: 1, ...turns },
  } as unknown as GlassView;
}

describe('the next weight of a step', () => {
  it('is the first where nothing was weighed', () => {
    expect(turnOf(glass(null), usually(glass(null)), 1)).toEqual(ONCE);
  });

  it('waits for the cook to say what becomes of the last one', () => {
    const weighed = glass(600, { rounds: [600] });
    expect(turnOf(weighed, usually(weighed), 1)).toBeNull();
    expect(turnOf(weighed, 'on', 1)?.round).toBe(2);
    expect(turnOf(weighed, 'instead', 1)?.round).toBe(1);
  });

  it('is after another round where more has to be pressed', () => {
    const wet = glass(600, { round: 2, rounds: [700, 600] }, 'press_more');
    expect(turnOf(wet, usually(wet), 1)?.round).toBe(3);
    expect(lastOf(wet)).toEqual({ round: 2, batch: 0, batches: 1 });
  });

  it('is the next batch, the last one again once all are there, the first of other batches', () => {
    const first = glass(null, { batches: [300], of: 3 });
    expect(turnOf(first, null, 3)).toEqual({ round: null, batch: 2, batches: 3 });
    expect(turnOf(first, null, 2)?.batch).toBe(1);
    const all = glass(900, { batches: [300, 310, 290], of: 3 });
    expect(turnOf(all, null, 3)?.batch).toBe(3);
    expect(lastOf(all)).toEqual({ round: null, batch: 3, batches: 3 });
    // All at once after all: the batches are gone.
    expect(turnOf(all, 'instead', 1)).toEqual({ round: 1, batch: 0, batches: 1 });
    expect(turnOf(all, 'on', 1)?.round).toBe(2);
  });

  it('may weigh what the step leaves, a batch its share, another round a little less', () => {
    const part = { ...glass(null), part_id: 'lid', slot_id: '', step_id: 's' };
    part.point = { ...part.point, low: 800, high: 900 };
    expect(weighedOf(part, ONCE)).toEqual({ step: 'lid/s/1/0', low: 800, high: 900 });
    expect(weighedOf(part, { round: null, batch: 2, batches: 2 })).toMatchObject({
      step: 'lid/s/1/2',
      low: 400,
      high: 450,
    });
    part.again = { low: 610, high: 660 };
    const next = weighedOf(part, { ...ONCE, round: 2 });
    expect(next).toEqual({ step: 'lid/s/2/0', low: 610, high: 660 });
  });
});
