/** Who eats here, by which rules, what they leave out, and what each dish is to them. */
import { keepPreviousData, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { useOnce } from '../browser/useOnce';
import { client, take, takePages } from './client';
import { askAgain, computedAnew, type Removal } from './stale';
import type { EaterForm, EaterRecord } from './types';

const STEADY = { staleTime: Infinity };

export const eatersQuery = queryOptions({
  queryKey: ['eaters'],
  queryFn: () => take(client.GET('/api/eaters')),
});

export const schoolsQuery = queryOptions({
  queryKey: ['schools'],
  queryFn: () => take(client.GET('/api/schools')),
  ...STEADY,
});

export const exclusionsQuery = queryOptions({
  queryKey: ['exclusions'],
  queryFn: () => take(client.GET('/api/exclusions')),
  ...STEADY,
});

export const matrixQuery = queryOptions({
  queryKey: ['table-matrix'],
  queryFn: () =>
    takePages(
      (query) => client.GET('/api/table', { params: { query } }),
      (before, more) => ({ ...before, rows: [...before.rows, ...more.rows] }),
    ),
});

export const dayQuery = (meals: { dish: string; servings: number }[]) =>
  queryOptions({
    queryKey: ['day', meals],
    queryFn: () => take(client.POST('/api/day', { body: { meals } })),
    enabled: meals.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Every dish is judged for who is at the table. */
async function seatsChanged(queries: Parameters<Removal<EaterRecord>['stale']>[0]): Promise<void> {
  await askAgain(queries, 'eaters');
  await computedAnew(queries);
}

/** Seats somebody, or keeps what has changed about who sits there already. */
export function useSaveEater(seated: string | null, onSaved: () => void) {
  const queries = useQueryClient();
  const once = useOnce();
  return useMutation({
    mutationFn: (body: EaterForm) =>
      seated === null
        ? take(client.POST('/api/eaters', { params: { header: once.header(body) }, body }))
        : take(
            client.PUT('/api/eaters/{eater_id}', { params: { path: { eater_id: seated } }, body }),
          ),
    onSuccess: async () => {
      once.done();
      onSaved();
      await seatsChanged(queries);
    },
  });
}

const path = (eater: EaterRecord) => ({ params: { path: { eater_id: eater.id } } });

export const eaterRemoval: Removal<EaterRecord> = {
  takeAway: (eater) => take(client.DELETE('/api/eaters/{eater_id}', path(eater))),
  restore: (eater) => take(client.POST('/api/eaters/{eater_id}/restore', path(eater))),
  stale: seatsChanged,
};

/** Puts a caution away for those who know it: at the rail and in the recipe. */
export function useKnowCaution() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ key, eaters }: { key: string; eaters: string[] }) =>
      Promise.all(
        eaters.map((id) =>
          take(
            client.POST('/api/eaters/{eater_id}/cautions/{key}', {
              params: { path: { eater_id: id, key } },
            }),
          ),
        ),
      ),
    onSuccess: () => askAgain(queries, 'method', 'preview'),
  });
}
