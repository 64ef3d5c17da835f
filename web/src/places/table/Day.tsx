/** What some meals leave of a day, for each eater; nothing else of a diary. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { dishesQuery } from '../../api/dishes';
import { dayQuery } from '../../api/table';
import type { DayView } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { figureText, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import styles from './table.module.css';

interface Meal {
  dish: string;
  servings: number;
}

const MOST = 8;

type Line = DayView['eaters'][number]['lines'][number];

function DayBar({ line }: { line: Line }): JSX.Element {
  const limit = line.at_most ?? line.at_least ?? 0;
  const used = line.used.best ?? line.used.low;
  const share = limit > 0 ? Math.min(1, used / limit) : 1;
  return (
    <div className={styles.dayLine}>
      <span>
        <b>{line.label}</b> {figureText(line.used, line.unit)}{' '}
        <span className="soft">
          of {line.at_most === null ? 'at least ' : 'at most '}
          {withUnit(limit, line.unit)}
        </span>
      </span>
      <svg viewBox="0 0 300 12" preserveAspectRatio="none" aria-hidden>
        <rect width={300} height={12} fill="none" stroke="var(--soft)" />
        <rect
          width={300 * share}
          height={12}
          fill={line.met || line.at_most === null ? 'var(--kale)' : 'url(#hatch-bad)'}
        />
      </svg>
      <span className={`verdict ${line.met ? 'ok' : line.at_most === null ? 'unsure' : 'bad'}`}>
        {line.words}
      </span>
    </div>
  );
}

export function Day(): JSX.Element {
  const dishes = useQuery(dishesQuery);
  const [meals, setMeals] = useState<Meal[]>([]);
  const found = useQuery(dayQuery(meals));
  const add = (dish: string): void => setMeals([...meals, { dish, servings: 1 }]);
  const title = (id: string): string => dishes.data?.find((d) => d.id === id)?.title ?? '';
  return (
    <section aria-label="A day" style={{ marginTop: 30 }}>
      <div className="row">
        <h2>A day</h2>
        <span className="soft">What meals from here leave of each daily limit.</span>
        <span className="grow" />
        <TextField
          select
          label="Put a meal on the day"
          value=""
          sx={{ width: 260 }}
          disabled={meals.length >= MOST}
          onChange={(e) => add(e.target.value)}
        >
          {(dishes.data ?? []).map((dish) => (
            <MenuItem key={dish.id} value={dish.id}>
              {dish.title}
            </MenuItem>
          ))}
        </TextField>
      </div>
      {meals.length === 0 && <p style={{ marginTop: 8 }}>No meal on the day yet.</p>}
      <ul className="plain-list">
        {meals.map((meal, i) => (
          // The same dish may be eaten twice; its place in the day tells them apart.
          <li key={i} className="row">
            <span style={{ minWidth: 240 }}>{title(meal.dish)}</span>
            <TextField
              label="servings"
              type="number"
              value={meal.servings}
              sx={{ width: 100 }}
              slotProps={{ htmlInput: { step: 0.5, min: 0.5 } }}
              onChange={(e) => {
                const servings = Number(e.target.value);
                if (servings > 0) setMeals(meals.map((m, j) => (j === i ? { ...m, servings } : m)));
              }}
            />
            <PlainButton
              className="plain-button soft"
              onClick={() => setMeals(meals.filter((_, j) => j !== i))}
            >
              Take off
            </PlainButton>
          </li>
        ))}
      </ul>
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {meals.length > 0 && found.data && (
        <div className={styles.placeSettings}>
          {found.data.eaters.map((eater) => (
            <div key={eater.eater} className={styles.placeSetting}>
              <h3>{eater.name}</h3>
              {eater.lines.length === 0 && <p className="soft">has no limits by the day</p>}
              {eater.lines.map((line) => (
                <DayBar key={line.nutrient} line={line} />
              ))}
            </div>
          ))}
        </div>
      )}
    </section>
  );
}
