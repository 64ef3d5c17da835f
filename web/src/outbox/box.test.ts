// @vitest-environment happy-dom
import { beforeEach, expect, it, vi } from 'vitest';

import { ApiError } from '../api/client';
import { outbox, type Answered, type Told } from './box';

const told = (id: string, name = id): Told => ({ name, body: { id } });
const taken = (answer: string): Answered<string> => ({ answer, refused: '' });
const gone = (status: number): ApiError => new ApiError(status, 'x', 'No.', null);

beforeEach(() => localStorage.clear());

it('sends in order, each once, and keeps the last answer', async () => {
  const tell = vi.fn((one: Told) => Promise.resolve(taken(`after ${one.name}`)));
  const box = outbox('shop', tell);
  box.add('maren', told('1'));
  box.add('maren', told('2'));
  const [first, second] = [box.send('maren'), box.send('maren')];
  expect(await first).toBe('after 2');
  expect(await second).toBe('after 2');
  expect(tell.mock.calls.map(([one]) => one.name)).toEqual(['1', '2']);
  expect(box.of('maren')).toMatchObject({ waiting: [], refused: [], answer: 'after 2' });
});

it.each([0, 401, 403, 408, 429, 500, 503])('waits where the answer is %i', async (status) => {
  const tell = vi.fn().mockRejectedValueOnce(gone(status)).mockResolvedValue(taken('ok'));
  const box = outbox<Told, string>('shop', tell);
  box.add('maren', told('1'));
  expect(await box.send('maren')).toBeNull();
  expect(box.of('maren').waiting).toHaveLength(1);
  expect(await box.send('maren')).toBe('ok');
  expect(box.of('maren').waiting).toEqual([]);
});

it('waits where nobody can be reached at all', async () => {
  const box = outbox<Told, string>('shop', () => Promise.reject(new TypeError('offline')));
  box.add('maren', told('1'));
  await box.send('maren');
  expect(box.of('maren').waiting).toHaveLength(1);
});

it('keeps what was refused with its reason until it is read, and goes on', async () => {
  const tell = vi.fn().mockRejectedValueOnce(gone(409)).mockResolvedValue(taken('ok'));
  const box = outbox<Told, string>('shop', tell);
  box.add('maren', told('1', 'leeks ticked'));
  box.add('maren', told('2'));
  await box.send('maren');
  expect(box.of('maren').waiting).toEqual([]);
  expect(box.of('maren').refused).toEqual([{ name: 'leeks ticked', sentence: 'No.' }]);
  box.dropRefused('maren');
  expect(box.of('maren').refused).toEqual([]);
});

it('is there again after a reload, for whom it belongs to', async () => {
  const never = (): Promise<Answered<string>> => Promise.reject(gone(0));
  const before = outbox<Told, string>('shop', never);
  before.add('maren', told('1'));
  await before.send('maren');
  const after = outbox<Told, string>('shop', () => Promise.resolve(taken('ok')));
  expect(after.of('jory').waiting).toEqual([]);
  expect(after.of('maren').waiting).toHaveLength(1);
  await after.send('maren');
  expect(outbox<Told, string>('shop', never).of('maren').waiting).toEqual([]);
});

it('takes up what is told while it sends', async () => {
  const box = outbox<Told, string>('shop', (one) => {
    if (one.name === '1') box.add('maren', told('2'));
    return Promise.resolve(taken(one.name));
  });
  box.add('maren', told('1'));
  expect(await box.send('maren')).toBe('2');
  expect(box.of('maren').waiting).toEqual([]);
});

it('tells who listens, until they stop', () => {
  const box = outbox<Told, string>('shop', () => Promise.resolve(taken('ok')));
  const hear = vi.fn();
  const stop = box.subscribe(hear);
  box.add('maren', told('1'));
  stop();
  box.add('maren', told('2'));
  expect(hear).toHaveBeenCalledOnce();
});
