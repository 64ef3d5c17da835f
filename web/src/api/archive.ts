/** The archive of a household, and the tokens of other programs. */
import { queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import { base64 } from './formats';
import type { RestorePlan } from './types';

export const tokensQuery = queryOptions({
  queryKey: ['tokens'],
  queryFn: () => take(client.GET('/api/tokens')),
});

export interface Restoring {
  file: File;
  replace: boolean;
  apply: boolean;
}

export async function restore({ file, replace, apply }: Restoring): Promise<RestorePlan> {
  const body = { data: await base64(file), replace, apply };
  return take(client.POST('/api/archive', { body }));
}
