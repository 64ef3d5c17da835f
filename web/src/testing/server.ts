/** A kitchen server for tests: answers what it is asked in order, and remembers it. */
import { vi } from 'vitest';

export interface Asked {
  method: string;
  path: string;
  body: unknown;
  headers: Headers;
}

export interface Server {
  asked: Asked[];
  /** What is answered next; a status without a body where nothing is to be said. */
  answers: (status: number, body?: unknown) => void;
  /** Nobody is there for the next call. */
  isGone: () => void;
  /** The next answer comes when this is called. */
  holdsBack: (status: number, body?: unknown) => () => void;
}

type Reply = () => Promise<Response>;

function reply(status: number, body: unknown): Response {
  const text = body === undefined ? null : JSON.stringify(body);
  return new Response(text, { status, headers: { 'Content-Type': 'application/json' } });
}

/** Stand in for `fetch`; what is asked beyond the answers given fails loudly. */
export function standIn(): Server {
  const asked: Asked[] = [];
  const replies: Reply[] = [];
  vi.stubGlobal('fetch', async (request: Request): Promise<Response> => {
    const { method, url, headers } = request;
    const text = await request.text();
    asked.push({
      method,
      path: new URL(url).pathname,
      body: text ? (JSON.parse(text) as unknown) : null,
      headers,
    });
    const next = replies.shift();
    if (!next) throw new Error(`Nobody expected ${method} ${url}`);
    return next();
  });
  return {
    asked,
    answers: (status, body) => replies.push(() => Promise.resolve(reply(status, body))),
    isGone: () => replies.push(() => Promise.reject(new TypeError('Failed to fetch'))),
    holdsBack: (status, body) => {
      let free = (): void => undefined;
      const held = new Promise<Response>((resolve) => {
        free = () => resolve(reply(status, body));
      });
      replies.push(() => held);
      return () => free();
    },
  };
}
