// @vitest-environment happy-dom
import { expect, it } from 'vitest';

import { ApiError, sentence, take, takeList } from './client';

function answer(status: number, body: unknown): Promise<{ error: unknown; response: Response }> {
  return Promise.resolve({ error: body, response: new Response(null, { status }) });
}

async function refused(status: number, body: unknown): Promise<ApiError> {
  try {
    await take(answer(status, body));
  } catch (error) {
    if (error instanceof ApiError) return error;
  }
  throw new Error('nothing was refused');
}

it('hands on what is answered', async () => {
  const response = new Response(null, { status: 200 });
  expect(await take(Promise.resolve({ data: { title: 'Pot' }, response }))).toEqual({
    title: 'Pot',
  });
  const empty = new Response(null, { status: 204 });
  expect(await take(Promise.resolve({ response: empty }))).toBeUndefined();
});

it('says the sentence of a refusal, with its code and revision', async () => {
  const body = { detail: 'Changed in another window.', code: 'conflict', current_revision: 7 };
  const error = await refused(412, body);
  expect([error.message, error.code, error.status, error.currentRevision]).toEqual([
    'Changed in another window.',
    'conflict',
    412,
    7,
  ]);
});

it('says that the server is gone where something else answers', async () => {
  for (const body of [undefined, null, '<html>Bad gateway</html>', { detail: 3 }, []]) {
    const error = await refused(502, body);
    expect(error.message).toMatch(/does not answer/);
    expect([error.code, error.currentRevision]).toEqual(['unknown', null]);
  }
});

it('has a sentence for whatever is thrown', () => {
  expect(sentence(new Error('No scale is plugged in.'))).toBe('No scale is plugged in.');
  expect(sentence('?')).toMatch(/does not answer/);
});

const named = (link: string) => new Response(null, { status: 200, headers: { Link: link } });

it('takes a list page by page until none is named', async () => {
  const asked: (string | undefined)[] = [];
  const list = await takeList<string>(({ cursor }) => {
    asked.push(cursor);
    if (cursor === 'd29ybGQ=') return Promise.resolve({ data: ['kale'], response: new Response() });
    return Promise.resolve({
      data: ['leek', 'swede'],
      response: named('</api/own-names?page_size=2&cursor=d29ybGQ%3D>; rel="next"'),
    });
  });
  expect(list).toEqual(['leek', 'swede', 'kale']);
  expect(asked).toEqual([undefined, 'd29ybGQ=']);
});

it('gives no half of a list where a later page is refused', async () => {
  const pages = takeList<string>(({ cursor }) =>
    cursor
      ? answer(503, { detail: 'It took too long.' })
      : Promise.resolve({ data: ['leek'], response: named('<?cursor=x>; rel="next"') }),
  );
  await expect(pages).rejects.toThrow('It took too long.');
});
