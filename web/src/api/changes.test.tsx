// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

import { standIn, type Server } from '../testing/server';
import { useEndToken, useMakeToken, useRestore } from './archive';
import { dishRemoval, useBringDish, useMakeFood } from './dishes';
import { eveningOver, useBeginEvening } from './evening';
import { useLearning, useSaveKitchen, useWantAgain } from './kitchen';
import { mealRemoval, useChangeMenu } from './menu';
import {
  homemadeRemoval,
  ownFoodRemoval,
  useFoodsFile,
  useForgetMeasure,
  useForgetName,
  useKeepMeasure,
  useKeepName,
  useSaveOwnFood,
} from './ownFoods';
import { useForgetReading } from './reading';
import { runOver, useCooked, useTell, weighed } from './runs';
import { useChangePassword, useEndSignIn, useSignIn } from './session';
import { batchRemoval, shelfAnswered } from './shelf';
import { listAnswered, useAlwaysAtHome, useKeepPrice } from './shopping';
import type { Removal } from './stale';
import { useBringBack, useKeepStandIn, usePack, usePutAway } from './standIns';
import { eaterRemoval, useKnowCaution, useSaveEater } from './table';

/** One query of every kind, as if each were on a screen. */
const SHOWN = [
  'compare', 'dish', 'dishes', 'eaters', 'evenings', 'exclusions', 'food', 'foods', 'homemade', 'kitchen', 'label',
  'learning', 'menu', 'menu-sheet', 'method', 'own-foods', 'own-measures', 'own-names', 'preview', 'rank', 'readings',
  'roles', 'run', 'runs', 'session', 'shelf', 'shelf-planned', 'shopping', 'sign-ins', 'stand-ins', 'table-matrix',
  'tokens', 'water', 'ways',
]; // prettier-ignore

const COMPUTED = [
  'dishes', 'menu', 'menu-sheet', 'method', 'preview', 'rank', 'run', 'shopping', 'table-matrix', 'water', 'ways',
]; // prettier-ignore
const FOODS = [
  ...COMPUTED, 'compare', 'food', 'foods', 'homemade', 'label', 'own-foods', 'own-measures', 'own-names',
]; // prettier-ignore
const MENU = ['menu', 'menu-sheet', 'shopping'];

let server: Server;
let queries: QueryClient;
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>{children}</QueryClientProvider>
);

beforeEach(() => {
  server = standIn();
  queries = new QueryClient({ defaultOptions: { mutations: { retry: false } } });
  for (const name of SHOWN) queries.setQueryData([name, 'one'], 1);
});
afterEach(() => {
  vi.unstubAllGlobals();
  localStorage.clear();
});

/** What would be asked for again, or is gone. */
function stale(): string[] {
  return SHOWN.filter((name) => {
    const state = queries.getQueryState([name, 'one']);
    return state === undefined || state.isInvalidated;
  });
}

type Hook = () => { mutate: (asked: never) => void; isSuccess: boolean };
type Case = [what: string, hook: Hook, asked: unknown, answer: unknown, stale: string[]];

const nothing = (): void => undefined;
const at = (name: string): unknown[] => [name, 'one'];

const CASES: Case[] = [
  ['somebody seated', () => useSaveEater(null, nothing), {}, {}, ['eaters', ...COMPUTED]],
  ['a seat changed', () => useSaveEater('e', nothing), {}, {}, ['eaters', ...COMPUTED]],
  ['a caution known', useKnowCaution, { key: 'k', eaters: ['e'] }, {}, ['method', 'preview']],
  ['a kitchen set up', () => useSaveKitchen(nothing), {}, {}, ['exclusions', 'session', ...FOODS]],
  ['learning put off', useLearning, { on: false, reset: false }, {}, COMPUTED],
  ['a family put away', useWantAgain, { family: 'f', again: false }, {}, COMPUTED],
  ['a password changed', useChangePassword, { old: 'a', new: 'b' }, undefined, ['sign-ins']],
  ['a session ended', useEndSignIn, 'id', undefined, ['sign-ins']],
  ['a sign-in', useSignIn, { username: 'a', password: 'b' }, { household: 'x' }, []],
  ['a token made', () => useMakeToken(nothing), {}, {}, ['tokens']],
  ['a token ended', useEndToken, 'id', undefined, ['tokens']],
  ['a reading forgotten', useForgetReading, 'id', undefined, ['readings']],
  ['a dish made a food', () => useMakeFood('d', 1), {}, {}, FOODS],
  ['a food kept', () => useSaveOwnFood(nothing), { food: { id: 'f' }, known: true }, {}, FOODS],
  ['a measure kept', () => useKeepMeasure(nothing), { food: 'f' }, {}, FOODS],
  ['a measure forgotten', useForgetMeasure, 'id', undefined, FOODS],
  ['a name kept', () => useKeepName(nothing), { food: 'f', name: 'n' }, {}, FOODS],
  ['a name forgotten', useForgetName, 'id', undefined, FOODS],
  ['a file of foods', () => useFoodsFile(nothing), { text: '' }, { applied: true }, FOODS],
  ['a file looked at', () => useFoodsFile(nothing), { text: '' }, { applied: false }, []],
  ['a stand-in kept', useKeepStandIn, { id: 's' }, {}, ['roles', 'stand-ins', ...COMPUTED]],
  ['a stand-in put away', usePutAway, 's', {}, ['roles', 'stand-ins', ...COMPUTED]],
  ['a stand-in back', useBringBack, 's', {}, ['roles', 'stand-ins', ...COMPUTED]],
  ['a pack', usePack, { text: '' }, { applied: true }, ['roles', 'stand-ins', ...COMPUTED]],
  ['a pack looked at', usePack, { text: '' }, { applied: false }, []],
  ['a price', useKeepPrice, {}, {}, MENU],
  ['what is at home', useAlwaysAtHome, {}, {}, MENU],
  ['an evening begun', () => useBeginEvening(() => Promise.resolve({} as never), nothing), undefined,
    { id: 'e' }, ['evenings', 'runs']],
  ['an archive looked at', () => useRestore(nothing), { file: new Blob() }, { applied: false }, []],
  ['an archive back', () => useRestore(nothing), { file: new Blob() }, { applied: true }, SHOWN],
]; // prettier-ignore

describe('a change', () => {
  it.each(CASES)('makes stale what hangs on it: %s', async (_, hook, asked, answer, expected) => {
    server.answers(200, answer);
    const { result } = renderHook(hook, { wrapper });
    act(() => result.current.mutate(asked as never));
    await waitFor(() => expect(result.current.isSuccess).toBe(true));
    await waitFor(() => expect(stale()).toEqual(SHOWN.filter((name) => expected.includes(name))));
    expect(server.asked).toHaveLength(1);
  });

  it('that is refused makes nothing stale, and says why', async () => {
    server.answers(400, { detail: 'The name is taken.', code: 'taken' });
    const { result } = renderHook(() => useKeepName(nothing), { wrapper });
    act(() => result.current.mutate({ food: 'f', name: 'n' }));
    await waitFor(() => expect(result.current.error?.message).toBe('The name is taken.'));
    expect(stale()).toEqual([]);
  });

  it('of the menu makes it stale even if refused: the page shows what the server has', async () => {
    const { result } = renderHook(useChangeMenu, { wrapper });
    act(() => result.current.mutate(() => Promise.reject(new Error('It was eaten.'))));
    await waitFor(() => expect(result.current.error?.message).toBe('It was eaten.'));
    expect(stale().sort()).toEqual([...MENU, 'shelf', 'shelf-planned'].sort());
  });

  it('of a dish brought is stored with its slots, once, and opened', async () => {
    server.answers(200, { title: 'Leek pot', slots: 1 });
    server.answers(201, { id: 'new' });
    const opened = vi.fn();
    const { result } = renderHook(() => useBringDish(opened), { wrapper });
    act(() => result.current.mutate({ title: 'Leek pot' } as never));
    await waitFor(() => expect(opened).toHaveBeenCalledWith('new'));
    expect(server.asked.map((one) => one.path)).toEqual(['/api/read/slots', '/api/dishes']);
    expect(server.asked[1]?.body).toEqual({ title: 'Leek pot', slots: 1 });
    expect(server.asked[1]?.headers.get('Client-Id')).toBeTruthy();
    expect(stale()).toEqual(['dishes']);
  });
});

const ONE = { id: 'one' };
const REMOVALS: [string, Removal<never>, string, string[]][] = [
  ['a dish', dishRemoval, '/api/dishes/one', ['dishes']],
  ['a meal', mealRemoval, '/api/menu/meals/one', MENU],
  ['a food', ownFoodRemoval, '/api/own-foods/one', FOODS],
  ['a homemade food', homemadeRemoval, '/api/homemade/one', FOODS],
  ['a batch', batchRemoval, '/api/shelf/one', ['shelf']],
  ['a seat', eaterRemoval, '/api/eaters/one', ['eaters', ...COMPUTED]],
];

describe('what is taken away', () => {
  it.each(REMOVALS)('can be brought back: %s', async (_, removal, address, expected) => {
    server.answers(204);
    server.answers(200, {});
    await removal.takeAway(ONE as never);
    await removal.restore(ONE as never);
    expect(server.asked.map((one) => `${one.method} ${one.path}`)).toEqual([
      `DELETE ${address}`,
      `POST ${address}/restore`,
    ]);
    await removal.stale(queries);
    expect(stale()).toEqual(SHOWN.filter((name) => expected.includes(name)));
  });
});

describe('what was cooked', () => {
  it('is told once however often it is sent, and listed anew', async () => {
    const { result } = renderHook(() => useTell('r', 'one'), { wrapper });
    server.answers(503, { detail: 'Busy.' });
    act(() => result.current.mutate({ kind: 'verdict', words: 'salty' }));
    await waitFor(() => expect(result.current.error).not.toBeNull());
    server.answers(200, { question: null, run: { view: 1 } });
    act(() => result.current.mutate({ kind: 'verdict', words: 'salty' }));
    await waitFor(() => expect(stale()).toEqual(['runs', 'shelf']));
    const ids = server.asked.map((one) => (one.body as { id: string }).id);
    expect(ids[0]).toBe(ids[1]);
    server.answers(200, { question: null, run: { view: 1 } });
    act(() => result.current.mutate({ kind: 'verdict', words: 'very salty' }));
    await waitFor(() => expect(server.asked).toHaveLength(3));
    expect((server.asked[2]?.body as { id: string }).id).not.toBe(ids[0]);
    expect(queries.getQueryData(['run', 'r'])).toEqual({ view: 1 });
  });

  it('without the Stove is kept once the draft is saved', async () => {
    server.answers(201, { view: { id: 'r' } });
    const saved = vi.fn(() => Promise.resolve());
    const { result } = renderHook(() => useCooked('one', saved), { wrapper });
    act(() => result.current.mutate());
    await waitFor(() => expect(stale()).toEqual(['runs']));
    expect(saved).toHaveBeenCalledOnce();
    expect(queries.getQueryData(['run', 'r'])).toEqual({ view: { id: 'r' } });
  });

  it('and weighed may have taught something; once over, the dish is read anew', async () => {
    await weighed(queries, 'one');
    expect(stale()).toEqual(
      SHOWN.filter((name) => ['learning', 'runs', ...COMPUTED].includes(name)),
    );
    expect(queries.getQueryState(at('dish'))?.isInvalidated).toBe(false);
    await runOver(queries, 'one');
    expect(queries.getQueryState(at('dish'))?.isInvalidated).toBe(true);
  });

  it('at the Stove is no evening any more once it is over', async () => {
    await eveningOver(queries);
    expect(stale()).toEqual(['evenings', 'runs']);
    expect(queries.getQueryData(at('evenings'))).toBeUndefined();
  });
});

describe('an answer of the server', () => {
  it('is the shelf from then on, and what hangs on it follows', () => {
    const answer = { batches: [] } as never;
    shelfAnswered(queries, answer);
    expect(queries.getQueryData(['shelf'])).toBe(answer);
    expect(stale().sort()).toEqual([...MENU, 'shelf-planned'].sort());
  });

  it('is the list of those days, and of no others', () => {
    const answer = { days: 7, items: [] } as never;
    listAnswered(queries, answer);
    expect(queries.getQueryData(['shopping', 7])).toBe(answer);
    expect(queries.getQueryData(['shopping', 14])).toBeUndefined();
  });
});
