/** One typed client; refusals become `ApiError` with the server's sentence. */
import createClient, { type Middleware } from 'openapi-fetch';

import type { paths } from './schema';

export class ApiError extends Error {
  readonly status: number;
  readonly code: string;
  readonly currentRevision: number | null;

  constructor(status: number, code: string, sentence: string, currentRevision: number | null) {
    super(sentence);
    this.status = status;
    this.code = code;
    this.currentRevision = currentRevision;
  }
}

const SERVER_GONE =
  'The kitchen server does not answer. What you typed stays here; it is sent when it is back.';

function cookie(name: string): string {
  const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : '';
}

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', cookie('csrftoken'));
    return request;
  },
  onError() {
    return new ApiError(0, 'server-gone', SERVER_GONE, null);
  },
};

// `fetch` is looked up with each call, so that a test's server can stand in for it.
export const client = createClient<paths>({ baseUrl: '/', fetch: (request) => fetch(request) });
client.use(csrf);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

function refusal(answer: Answer<unknown>): ApiError {
  const body = (answer.error ?? {}) as Record<string, unknown>;
  const text = typeof body.detail === 'string' ? body.detail : SERVER_GONE;
  const code = typeof body.code === 'string' ? body.code : 'unknown';
  const revision = typeof body.current_revision === 'number' ? body.current_revision : null;
  return new ApiError(answer.response.status, code, text, revision);
}

function taken<T>(answer: Answer<T>): T {
  if (!answer.response.ok) throw refusal(answer);
  return answer.data as T;
}

/** Return the data of an answer, or throw the refusal. */
export async function take<T>(call: Promise<Answer<T>>): Promise<T> {
  return taken(await call);
}

/** Where the next page begins, as the answer's `Link` names it (RFC 8288). */
function nextCursor(response: Response): string | undefined {
  const next = /<([^>]*)>; rel="next"/.exec(response.headers.get('Link') ?? '')?.[1];
  return next && (new URLSearchParams(next.split('?')[1]).get('cursor') ?? undefined);
}

/** A page of a list, asked for by where the one before it ended. */
type AskPage<T> = (query: { cursor?: string }) => Promise<Answer<T>>;

/** Return what all pages of a list come to, one joined to the other, or throw the refusal. */
export async function takePages<T>(ask: AskPage<T>, join: (before: T, more: T) => T): Promise<T> {
  let answer = await ask({});
  let whole = taken(answer);
  for (let cursor = nextCursor(answer.response); cursor; cursor = nextCursor(answer.response)) {
    answer = await ask({ cursor });
    whole = join(whole, taken(answer));
  }
  return whole;
}

/** Return a whole list, however many pages it has. */
export function takeList<T>(ask: AskPage<T[]>): Promise<T[]> {
  return takePages(ask, (before, more) => [...before, ...more]);
}

/** The sentence of whatever was thrown. */
export function sentence(error: unknown): string {
  return error instanceof Error ? error.message : SERVER_GONE;
}
