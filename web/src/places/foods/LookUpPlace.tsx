/** Looking a food up as you type. */
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { useSearchParams } from 'react-router';

import { sentence } from '../../api/client';
import { foodsQuery } from '../../api/foods';
import type { FoodView } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { plain } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { Facts } from './Facts';
import styles from './foods.module.css';

const SHOWN = 24;

function about(food: FoodView): string {
  const kind = food.own ? 'your own' : food.curated ? food.forms.join(', ') : food.source;
  const net =
    food.net_carbs === null ? 'net carbs unknown' : `${plain(food.net_carbs)} g net carbs`;
  return `${kind} · ${net}`;
}

export function LookUpPlace(): JSX.Element {
  const [params, setParams] = useSearchParams();
  // Typing must not wait for the address to change.
  const [text, setText] = useState(() => params.get('q') ?? '');
  const picked = params.get('food');
  const found = useQuery(foodsQuery(text || 'cauliflower', SHOWN));
  const foods = found.data ?? [];
  const key = foods.find((f) => f.key === picked)?.key ?? foods[0]?.key ?? picked;
  return (
    <div className={styles.lookUp}>
      <div>
        <TextField
          label="Find a food"
          value={text}
          autoFocus
          fullWidth
          onChange={(e) => {
            setText(e.target.value);
            setParams({ q: e.target.value }, { replace: true });
          }}
        />
        {found.error && <Notice bad>{sentence(found.error)}</Notice>}
        {found.data?.length === 0 && (
          <p style={{ marginTop: 12 }}>Nothing near “{text}”. Try a plainer name.</p>
        )}
        <ul className={styles.found} aria-label="Found">
          {foods.map((f) => (
            <li key={f.key}>
              <PlainButton
                aria-pressed={f.key === key}
                onClick={() => setParams({ q: text, food: f.key }, { replace: true })}
              >
                <b>{f.name}</b>
                <span className="soft">{about(f)}</span>
              </PlainButton>
            </li>
          ))}
        </ul>
      </div>
      {key && <Facts key={key} food={key} />}
    </div>
  );
}
