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

/** Return the data of an answer, or throw the refusal. */
export async function take<T>(call: Promise<Answer<T>>): Promise<T> {
  const answer = await call;
  if (!answer.response.ok) throw refusal(answer);
  return answer.data as T;
}

/** The sentence of whatever was thrown. */
export function sentence(error: unknown): string {
  return error instanceof Error ? error.message : SERVER_GONE;
}
