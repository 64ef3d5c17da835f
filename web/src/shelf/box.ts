/** What was told at the shelf and waits in this browser until the kitchen server has it. */
import { ApiError, client, take } from '../api/client';
import type { BatchRecord, NewBatch, PutPart, ShelfAnswer, ShelfTold } from '../api/types';
import { keep, recall } from '../draft/storage';

export type Waiting =
  | { what: 'told'; name: string; body: ShelfTold }
  | { what: 'put'; name: string; body: NewBatch }
  | { what: 'part'; name: string; dish: string; body: PutPart };

/** Something the server would not have, with its reason; it stays until the cook has read it. */
export interface Refused {
  name: string;
  sentence: string;
}

/** With the shelf as the server last answered, so that no answer is without what it answers. */
export interface ShelfBox {
  waiting: Waiting[];
  refused: Refused[];
  answer: ShelfAnswer | null;
  answeredAt: number;
}

const EMPTY: ShelfBox = { waiting: [], refused: [], answer: null, answeredAt: 0 };
const boxes = new Map<string, ShelfBox>();
const listeners = new Set<() => void>();

export function shelfBoxOf(user: string): ShelfBox {
  const known = boxes.get(user) ?? { ...EMPTY, ...recall<Partial<ShelfBox>>(`shelf-${user}`) };
  boxes.set(user, known);
  return known;
}

function keepBox(user: string, box: ShelfBox): void {
  boxes.set(user, box);
  keep(`shelf-${user}`, box);
  listeners.forEach((hear) => hear());
}

export function subscribe(hear: () => void): () => void {
  listeners.add(hear);
  return () => void listeners.delete(hear);
}

export function addWaiting(user: string, one: Waiting): void {
  const box = shelfBoxOf(user);
  keepBox(user, { ...box, waiting: [...box.waiting, one] });
}

export function dropRefused(user: string): void {
  keepBox(user, { ...shelfBoxOf(user), refused: [] });
}

/** Who may not, or nobody answered: it waits. Everything else is an answer. */
function waits(problem: unknown): boolean {
  if (!(problem instanceof ApiError)) return true;
  return [0, 401, 403, 408, 429].includes(problem.status) || problem.status >= 500;
}

interface Answered {
  shelf: ShelfAnswer | null;
  refused: string;
}

/** What the server said, null where it is to be asked again later. */
async function answered(one: Waiting): Promise<Answered | null> {
  try {
    return await send(one);
  } catch (problem) {
    if (waits(problem)) return null;
    return { shelf: null, refused: (problem as ApiError).message };
  }
}

async function send(one: Waiting): Promise<Answered> {
  if (one.what === 'put')
    return { shelf: await take(client.POST('/api/shelf', { body: one.body })), refused: '' };
  if (one.what === 'part') {
    const params = { path: { dish_id: one.dish } };
    const body = one.body;
    return {
      shelf: await take(client.POST('/api/dishes/{dish_id}/shelf', { params, body })),
      refused: '',
    };
  }
  const told = await take(client.POST('/api/shelf/events', { body: { events: [one.body] } }));
  const [answer] = told.answers;
  return {
    shelf: told.shelf,
    refused: answer?.outcome === 'refused' ? answer.sentence : '',
  };
}

let sending: Promise<ShelfAnswer | null> | null = null;

/** Send what waits, in order; returns the shelf as it is then, null where nothing was sent. */
export function sendShelf(user: string): Promise<ShelfAnswer | null> {
  // One at a time, so that nothing is sent twice at once or out of order.
  sending ??= sendAll(user).finally(() => {
    sending = null;
  });
  return sending;
}

async function sendAll(user: string): Promise<ShelfAnswer | null> {
  let shelf: ShelfAnswer | null = null;
  for (let box = shelfBoxOf(user); box.waiting[0]; box = shelfBoxOf(user)) {
    const [first] = box.waiting;
    const answer = await answered(first);
    if (answer === null) break;
    shelf = answer.shelf ?? shelf;
    const { refused } = answer;
    const now = shelfBoxOf(user);
    keepBox(user, {
      answer: shelf ?? now.answer,
      answeredAt: shelf ? Date.now() : now.answeredAt,
      waiting: now.waiting.filter((one) => one.body.id !== first.body.id),
      refused: refused ? [...now.refused, { name: first.name, sentence: refused }] : now.refused,
    });
  }
  return shelf;
}

/** The shelf with what waits already done to it. */
export function withWaiting(batches: BatchRecord[], waiting: Waiting[]): BatchRecord[] {
  return batches.map((batch) => {
    let { view } = batch;
    for (const one of waiting) {
      if (one.what !== 'told' || one.body.batch !== batch.id) continue;
      const { kind, grams, place } = one.body;
      if (kind === 'took')
        view = { ...view, left: Math.max(0, view.left - grams), taken: view.taken + grams };
      if (kind === 'threw')
        view = { ...view, left: Math.max(0, view.left - grams), thrown: view.thrown + grams };
      if (kind === 'moved') view = { ...view, place };
    }
    return { ...batch, view };
  });
}
