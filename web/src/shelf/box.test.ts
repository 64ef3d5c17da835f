// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest';

import type { BatchRecord } from '../api/types';
import { answers } from '../testing/answering';
import { shelfBox, withWaiting, type Waiting } from './box';

const SHELF = { today: '2026-03-02', batches: [], thrown_grams: 0, thrown_days: 30 };

function told(id: string, grams = 100): Waiting {
  const body = {
    id,
    batch: 'soup',
    kind: 'took',
    grams,
    place: 'fridge',
    of: null,
    at: null,
  } as const;
  return { what: 'told', name: 'Soup', body };
}

const accepted = (id: string): { status: number; body: unknown } => ({
  status: 200,
  body: { answers: [{ id, outcome: 'accepted', sentence: '' }], shelf: SHELF },
});

afterEach(() => vi.restoreAllMocks());

describe('what is told at the shelf', () => {
  it('waits while nobody answers, and goes in order once somebody does', async () => {
    shelfBox.add('maren', told('a'));
    shelfBox.add('maren', told('b'));
    answers({ status: 503, body: {} });
    expect(await shelfBox.send('maren')).toBeNull();
    expect(shelfBox.of('maren').waiting.map((one) => one.body.id)).toEqual(['a', 'b']);
    const spy = answers(accepted('a'), accepted('b'));
    expect(await shelfBox.send('maren')).toEqual(SHELF);
    expect(shelfBox.of('maren').waiting).toEqual([]);
    expect(spy).toHaveBeenCalledTimes(3);
  });

  it('waits for whoever told it: another household sends nothing of it', async () => {
    shelfBox.add('jory', told('c'));
    const spy = answers(accepted('c'));
    expect(await shelfBox.send('somebody else')).toBeNull();
    expect(spy).not.toHaveBeenCalled();
    expect(shelfBox.of('jory').waiting).toHaveLength(1);
  });

  it('is read to the cook where it cannot be, and nothing behind it is held up', async () => {
    shelfBox.add('tove', told('d'));
    shelfBox.add('tove', told('e'));
    answers(
      {
        status: 200,
        body: { answers: [{ id: 'd', outcome: 'refused', sentence: 'None left.' }], shelf: SHELF },
      },
      accepted('e'),
    );
    await shelfBox.send('tove');
    expect(shelfBox.of('tove')).toMatchObject({
      waiting: [],
      refused: [{ name: 'Soup', sentence: 'None left.' }],
    });
    shelfBox.dropRefused('tove');
    expect(shelfBox.of('tove').refused).toEqual([]);
  });

  it('shows on the shelf at once', () => {
    const batch = {
      id: 'soup',
      view: { left: 250, taken: 0, thrown: 0, place: 'fridge' },
    } as unknown as BatchRecord;
    const threw = told('g', 200);
    if (threw.what === 'told') threw.body.kind = 'threw';
    const [one] = withWaiting([batch], [told('f', 100), threw]);
    expect(one?.view).toMatchObject({ left: 0, taken: 100, thrown: 200 });
  });
});
