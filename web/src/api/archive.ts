/** The archive of a household, and the tokens of other programs. */
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { client, take } from './client';
import { base64 } from './formats';
import { askAgain } from './stale';
import type { NewToken, RestorePlan } from './types';

export const tokensQuery = queryOptions({
  queryKey: ['tokens'],
  queryFn: () => take(client.GET('/api/tokens')),
});

export interface Restoring {
  file: File;
  replace: boolean;
  apply: boolean;
}

async function restore({ file, replace, apply }: Restoring): Promise<RestorePlan> {
  const body = { data: await base64(file), replace, apply };
  return take(client.POST('/api/archive', { body }));
}

/** First what an archive would change, then as a whole or not at all. */
export function useRestore(onApplied: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: restore,
    onSuccess: async (plan) => {
      if (!plan.applied) return;
      onApplied();
      queries.clear();
      await queries.invalidateQueries();
    },
  });
}

export function useMakeToken(onMade: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: NewToken) => take(client.POST('/api/tokens', { body })),
    onSuccess: () => {
      onMade();
      return askAgain(queries, 'tokens');
    },
  });
}

export function useEndToken() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) =>
      take(client.DELETE('/api/tokens/{token_id}', { params: { path: { token_id: id } } })),
    onSuccess: () => askAgain(queries, 'tokens'),
  });
}
