// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest';

import type { ListItem, ShoppingAnswer, ShoppingTold } from '../api/types';
import { answers } from '../testing/answering';
import { shoppingBox, withWaiting, type Waiting } from './box';

const ONION: ListItem = {
  food: 'onion',
  form: 'raw',
  name: 'onion',
  buy: '3 pieces',
  grams: 330,
  have: 0,
  weighs: 367,
  had: false,
  pantry: false,
  over: '',
  others: [],
  checks: [],
  dishes: [],
  price_unit: '1 piece',
  price_grams: 110,
  price: null,
  cost: null,
};

const LIST: ShoppingAnswer = {
  first: '2026-03-02',
  last: '2026-03-08',
  days: 7,
  unplanned: false,
  own: [{ id: 'paper', words: 'kitchen paper', got: false }],
  pantry: [],
  view: {
    aisles: [{ key: 'crates', name: 'Crates', items: [ONION] }],
    at_home: [{ ...ONION, food: 'salt', form: 'dry', pantry: true }],
    open_lines: [],
    shelf: [],
    cost: 0,
    unpriced: 1,
    cookings: [],
  },
};

function told(id: string, one: Partial<ShoppingTold> & { kind: ShoppingTold['kind'] }): Waiting {
  const body = { id, food: '', form: '', grams: 0, words: '', of: null, at: null, ...one };
  return { name: 'onion', days: 7, body };
}

const had = (id: string): Waiting =>
  told(id, { kind: 'had', food: 'onion', form: 'raw', grams: 330 });

afterEach(() => vi.restoreAllMocks());

describe('the list with what waits', () => {
  const items = (waiting: Waiting[]): ListItem[] =>
    withWaiting(LIST, waiting).view.aisles.flatMap((aisle) => aisle.items);

  it('shows a tick before the server has it, and its taking back', () => {
    expect(items([])[0]?.had).toBe(false);
    expect(items([had('a')])[0]).toMatchObject({ had: true, have: 330 });
    const back = told('b', { kind: 'put_back', food: 'onion', form: 'raw' });
    expect(items([had('a'), back])[0]).toMatchObject({ had: false, have: 0 });
    expect(withWaiting(LIST, [had('a')]).view.at_home[0]?.had).toBe(false);
  });

  it('shows what was written, got and dropped, once each', () => {
    const own = (...waiting: Waiting[]): string[] =>
      withWaiting(LIST, waiting).own.map((line) => `${line.words}${line.got ? ' got' : ''}`);
    const wrote = told('foil', { kind: 'wrote', words: 'foil' });
    expect(own(wrote, told('x', { kind: 'got', of: 'foil' }))).toEqual([
      'kitchen paper',
      'foil got',
    ]);
    expect(own(told('paper', { kind: 'wrote', words: 'kitchen paper' }))).toEqual([
      'kitchen paper',
    ]);
    expect(own(told('y', { kind: 'dropped', of: 'paper' }))).toEqual([]);
    const both = [
      told('y', { kind: 'got', of: 'paper' }),
      told('z', { kind: 'not_got', of: 'paper' }),
    ];
    expect(own(...both)).toEqual(['kitchen paper']);
  });
});

describe('what is told while shopping', () => {
  it('waits without a network and is sent in order, each once', async () => {
    shoppingBox.add('maren', had('a'));
    shoppingBox.add('maren', had('b'));
    answers({ status: 503, body: {} });
    expect(await shoppingBox.send('maren')).toBeNull();
    expect(shoppingBox.of('maren').waiting.map((one) => one.body.id)).toEqual(['a', 'b']);
    const accepted = { answers: [{ id: 'a', outcome: 'accepted', sentence: '' }], list: LIST };
    const spy = answers({ status: 200, body: accepted }, { status: 200, body: accepted });
    expect(await shoppingBox.send('maren')).toEqual(LIST);
    expect(spy).toHaveBeenCalledTimes(3);
    expect(shoppingBox.of('maren').waiting).toEqual([]);
  });

  it('keeps what the server would not have, with its reason', async () => {
    shoppingBox.add('tove', had('c'));
    const refused = { id: 'c', outcome: 'refused', sentence: 'There is no such food.' };
    answers({ status: 200, body: { answers: [refused], list: LIST } });
    await shoppingBox.send('tove');
    expect(shoppingBox.of('tove').refused[0]?.sentence).toBe('There is no such food.');
    shoppingBox.dropRefused('tove');
    expect(shoppingBox.of('tove').refused).toEqual([]);
  });
});
