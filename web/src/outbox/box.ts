/**
 * What was told and waits in this browser until the kitchen server has it: by who told it, sent
 * in order, each once; what the server would not have stays with its reason until it is read.
 */
import { ApiError } from '../api/client';
import { keep, recall } from '../browser/storage';

export interface Told {
  name: string;
  body: { id: string };
}

/** Something the server would not have, with its reason. */
export interface Refused {
  name: string;
  sentence: string;
}

/** With what the server last answered, so that no answer is without what it answers. */
export interface Box<W, A> {
  waiting: W[];
  refused: Refused[];
  answer: A | null;
  answeredAt: number;
}

export interface Answered<A> {
  answer: A | null;
  refused: string;
}

export interface Outbox<W, A> {
  of: (user: string) => Box<W, A>;
  subscribe: (hear: () => void) => () => void;
  add: (user: string, one: W) => void;
  dropRefused: (user: string) => void;
  /** Send what waits, in order; returns what it led to, null where nothing was sent. */
  send: (user: string) => Promise<A | null>;
}

/** Who may not, or nobody answered: it waits. Everything else is an answer. */
function waits(problem: unknown): boolean {
  if (!(problem instanceof ApiError)) return true;
  return [0, 401, 403, 408, 429].includes(problem.status) || problem.status >= 500;
}

export function outbox<W extends Told, A>(
  key: string,
  tell: (one: W) => Promise<Answered<A>>,
): Outbox<W, A> {
  const empty: Box<W, A> = { waiting: [], refused: [], answer: null, answeredAt: 0 };
  const boxes = new Map<string, Box<W, A>>();
  const listeners = new Set<() => void>();
  let sending: Promise<A | null> | null = null;

  const of = (user: string): Box<W, A> => {
    const known = boxes.get(user) ?? { ...empty, ...recall<Partial<Box<W, A>>>(`${key}-${user}`) };
    boxes.set(user, known);
    return known;
  };
  const keepBox = (user: string, box: Box<W, A>): void => {
    boxes.set(user, box);
    keep(`${key}-${user}`, box);
    listeners.forEach((hear) => hear());
  };
  /** What the server said, null where it is to be asked again later. */
  const answered = async (one: W): Promise<Answered<A> | null> => {
    try {
      return await tell(one);
    } catch (problem) {
      if (waits(problem)) return null;
      return { answer: null, refused: (problem as ApiError).message };
    }
  };
  const sendAll = async (user: string): Promise<A | null> => {
    let last: A | null = null;
    for (let box = of(user); box.waiting[0]; box = of(user)) {
      const [first] = box.waiting;
      const said = await answered(first);
      if (said === null) break;
      last = said.answer ?? last;
      const now = of(user);
      const refused = { name: first.name, sentence: said.refused };
      keepBox(user, {
        answer: last ?? now.answer,
        answeredAt: last ? Date.now() : now.answeredAt,
        waiting: now.waiting.filter((one) => one.body.id !== first.body.id),
        refused: said.refused ? [...now.refused, refused] : now.refused,
      });
    }
    return last;
  };
  return {
    of,
    subscribe: (hear) => {
      listeners.add(hear);
      return () => void listeners.delete(hear);
    },
    add: (user, one) => {
      const box = of(user);
      keepBox(user, { ...box, waiting: [...box.waiting, one] });
    },
    dropRefused: (user) => keepBox(user, { ...of(user), refused: [] }),
    send: (user) => {
      // One at a time, so that nothing is sent twice at once or out of order.
      sending ??= sendAll(user).finally(() => {
        sending = null;
      });
      return sending;
    },
  };
}
