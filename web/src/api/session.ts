/** Who is signed in, where else, and the end of it. */
import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { client, take, takeList } from './client';
import { askAgain } from './stale';

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => take(client.GET('/api/session')),
  retry: false,
  staleTime: Infinity,
});

export const signInsQuery = queryOptions({
  queryKey: ['sign-ins'],
  queryFn: () => takeList((query) => client.GET('/api/sign-ins', { params: { query } })),
});

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { username: string; password: string }) =>
      take(client.POST('/api/session', { body })),
    onSuccess: (session) => {
      queries.setQueryData(sessionQuery.queryKey, session);
    },
  });
}

/** Ends the session; nothing that was shown in it stays in this window. */
export function useSignOut(): () => Promise<void> {
  const queries = useQueryClient();
  return async () => {
    await take(client.DELETE('/api/session'));
    queries.clear();
  };
}

/** Every other session ends with the old password. */
export function useChangePassword() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { old: string; new: string }) =>
      take(client.PUT('/api/session/password', { body })),
    onSuccess: () => askAgain(queries, 'sign-ins'),
  });
}

export function useEndSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) =>
      take(client.DELETE('/api/sign-ins/{sign_in_id}', { params: { path: { sign_in_id: id } } })),
    onSuccess: () => askAgain(queries, 'sign-ins'),
  });
}

/** Erases the household; there is nobody to sign in again. */
export function useErase() {
  return useMutation({
    mutationFn: (body: { household: string; password: string }) =>
      take(client.POST('/api/household/erase', { body })),
    onSuccess: () => window.location.assign('/'),
  });
}
