/** Looking a food up: what 100 g hold, what a measure weighs, where the figures come from. */
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { useSearchParams } from 'react-router';

import { sentence } from '../../api/client';
import { foodsQuery } from '../../api/queries';
import type { FoodView } from '../../api/types';
import { LABELS, plain, unitOf } from '../../parts/format';
import { Notice } from '../../parts/Notice';

const SHOWN = 24;
const ORDER = [
  'kcal',
  'carbohydrate',
  'fibre',
  'sugars',
  'protein',
  'fat',
  'saturated',
  'sodium_mg',
  'water',
];

function known(value: number | null | undefined, unit: string): string {
  return value === null || value === undefined ? 'unknown' : `${plain(value)} ${unit}`;
}

function Detail({ food }: { food: FoodView }): JSX.Element {
  const held =
    food.allergens === null
      ? 'Allergens: nobody has looked'
      : food.allergens.length
        ? `Holds ${food.allergens.join(', ')}`
        : 'None of the named allergens';
  return (
    <section aria-label={food.name}>
      <h2>{food.name}</h2>
      <p className="soft">
        {food.source}: {food.description}
      </p>
      <table style={{ margin: '10px 0' }}>
        <caption className="hidden">In 100 g</caption>
        <thead>
          <tr>
            <th scope="col">in 100 g</th>
            <th scope="col">{food.forms[0]}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Net carbs</th>
            <td>
              <b>{known(food.net_carbs, 'g')}</b>
            </td>
          </tr>
          {ORDER.map((nutrient) => (
            <tr key={nutrient}>
              <th scope="row">
                {LABELS[nutrient]}
                {nutrient === 'water' && food.water_is_derived && (
                  <span className="soft"> (derived)</span>
                )}
              </th>
              <td>{known(food.values[nutrient], unitOf(nutrient))}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>{held}.</p>
      {food.check_label.length > 0 && <p>Check the label for {food.check_label.join(', ')}.</p>}
      {food.names.length > 0 && <p className="soft">Also called {food.names.join(', ')}.</p>}
      {food.measures.map((measure) => (
        <p key={measure} className="soft">
          {measure}
        </p>
      ))}
    </section>
  );
}

export function FoodsPlace(): JSX.Element {
  const [params, setParams] = useSearchParams();
  // Typing must not wait for the address to change.
  const [text, setText] = useState(() => params.get('q') ?? '');
  const picked = params.get('food');
  const found = useQuery(foodsQuery(text || 'cauliflower', SHOWN));
  const foods = found.data ?? [];
  const food = foods.find((f) => f.key === picked) ?? foods[0];
  return (
    <main className="place">
      <div className="row">
        <h1>Foods</h1>
        <span className="soft">Kitchen names first, then every row of the food list.</span>
      </div>
      <TextField
        label="Find a food"
        value={text}
        autoFocus
        sx={{ width: 'min(100%, 420px)', mt: 2 }}
        onChange={(e) => {
          setText(e.target.value);
          setParams({ q: e.target.value }, { replace: true });
        }}
      />
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {found.data?.length === 0 && (
        <p style={{ marginTop: 12 }}>Nothing near “{text}”. Try a plainer name.</p>
      )}
      <div className="plate-grid" style={{ marginTop: 14 }}>
        {food && <Detail food={food} />}
        <ul className="ledger-list" aria-label="Found">
          {foods.map((f) => (
            <li key={f.key}>
              <button
                type="button"
                className="plain-button"
                style={{ textAlign: 'left' }}
                aria-pressed={f.key === food?.key}
                onClick={() => setParams({ q: text, food: f.key }, { replace: true })}
              >
                <b>{f.name}</b>
                <br />
                <span className="soft">
                  {f.curated ? f.forms.join(', ') : f.source} ·{' '}
                  {f.net_carbs === null ? 'net carbs unknown' : `${plain(f.net_carbs)} g net carbs`}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </main>
  );
}
