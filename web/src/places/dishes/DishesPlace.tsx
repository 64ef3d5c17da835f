/** The household's dishes. */
import Button from '@mui/material/Button';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { client, sentence, take } from '../../api/client';
import { dishesQuery } from '../../api/queries';
import type { DishRecord } from '../../api/types';
import { day, plain } from '../../parts/format';
import { Notice } from '../../parts/Notice';

function about(dish: DishRecord): string {
  const parts = [`${plain(dish.servings)} servings`];
  if (dish.version) parts.push(`version ${dish.version}`);
  if (dish.runs) parts.push(dish.runs === 1 ? 'cooked once' : `cooked ${dish.runs} times`);
  parts.push(`changed ${day(dish.changed_at)}`);
  return parts.join(' · ');
}

export function DishesPlace(): JSX.Element {
  const dishes = useQuery(dishesQuery);
  const queries = useQueryClient();
  const [removed, setRemoved] = useState<DishRecord | null>(null);
  const refresh = (): Promise<void> =>
    queries.invalidateQueries({ queryKey: dishesQuery.queryKey });
  const remove = useMutation({
    mutationFn: (dish: DishRecord) =>
      take(client.DELETE('/api/dishes/{dish_id}', { params: { path: { dish_id: dish.id } } })),
    onSuccess: async (_, dish) => {
      setRemoved(dish);
      await refresh();
    },
  });
  const restore = useMutation({
    mutationFn: (dish: DishRecord) =>
      take(
        client.POST('/api/dishes/{dish_id}/restore', { params: { path: { dish_id: dish.id } } }),
      ),
    onSuccess: async () => {
      setRemoved(null);
      await refresh();
    },
  });
  const problem = dishes.error ?? remove.error ?? restore.error;
  return (
    <main className="place">
      <div className="row">
        <h1>Dishes</h1>
        <span className="grow" />
        <Button component={Link} to="/bring" variant="contained">
          Bring a dish
        </Button>
      </div>
      {problem && <Notice bad>{sentence(problem)}</Notice>}
      {removed && (
        <Notice
          actions={
            <button type="button" className="chip" onClick={() => restore.mutate(removed)}>
              Bring it back
            </button>
          }
        >
          {removed.title} is put away.
        </Notice>
      )}
      {dishes.data?.length === 0 && (
        <p style={{ marginTop: 20 }}>
          No dish yet. Bring one: paste a recipe with a mash, a crumb or a floury sauce, and Snabo
          finds the starch in it.
        </p>
      )}
      <ul className="ledger-list dishes-list">
        {dishes.data?.map((dish) => (
          <li key={dish.id}>
            <span>
              <Link to={`/dishes/${dish.id}/bench`}>{dish.title}</Link>
              <br />
              <span className="soft">{about(dish)}</span>
            </span>
            <span className={dish.swapped ? 'aside' : 'soft'}>
              {dish.swapped ? `swapped: ${dish.swapped.toLowerCase()}` : 'as brought'}
            </span>
            <button
              type="button"
              className="plain-button soft"
              aria-label={`Put away ${dish.title}`}
              onClick={() => remove.mutate(dish)}
            >
              Put away
            </button>
          </li>
        ))}
      </ul>
    </main>
  );
}
