/** The household's dishes. */
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import { Link } from 'react-router';

import { client, sentence, take } from '../../api/client';
import { dishesQuery } from '../../api/queries';
import type { DishRecord } from '../../api/types';
import { day, plain } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useRemovable } from '../../parts/useRemovable';

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
  const refresh = (): Promise<void> =>
    queries.invalidateQueries({ queryKey: dishesQuery.queryKey });
  const away = useRemovable<DishRecord>(
    (dish) =>
      take(client.DELETE('/api/dishes/{dish_id}', { params: { path: { dish_id: dish.id } } })),
    (dish) =>
      take(
        client.POST('/api/dishes/{dish_id}/restore', { params: { path: { dish_id: dish.id } } }),
      ),
    refresh,
  );
  const problem = dishes.error ?? away.error;
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
      {away.removed && (
        <Notice
          actions={
            <button type="button" className="chip" onClick={() => away.bringBack()}>
              Bring it back
            </button>
          }
        >
          {away.removed.title} is put away.
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
              onClick={() => away.remove(dish)}
            >
              Put away
            </button>
          </li>
        ))}
      </ul>
    </main>
  );
}
