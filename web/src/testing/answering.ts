/** For tests: a kitchen server that answers as it is told. */
import { vi, type Mock } from 'vitest';

import { client } from '../api/client';

export interface Given {
  status: number;
  body: unknown;
}

export function answers(...given: Given[]): Mock {
  const spy = vi.spyOn(client, 'POST') as unknown as Mock;
  for (const { status, body } of given)
    spy.mockImplementationOnce(() =>
      Promise.resolve({
        data: body,
        error: status < 400 ? undefined : body,
        response: new Response(null, { status }),
      }),
    );
  return spy;
}
