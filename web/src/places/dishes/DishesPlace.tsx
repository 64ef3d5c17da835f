/** The household's dishes. */
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import { useQuery } from '@tanstack/react-query';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { dishesQuery, dishRemoval } from '../../api/dishes';
import type { DishRecord, DishSummary, Layer } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { day, plain, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useRemovable } from '../../parts/useRemovable';
import { useTitle } from '../../parts/useTitle';
import { useShelf } from '../../shelf/useShelf';
import styles from './dishes.module.css';
import { FILTERS, foodsThere, fromShelf, passes, type FilterKey } from './filters';

const WIDE = 64;
const HIGH = 44;

function about(dish: DishRecord): string {
  const parts = dish.summary ? [`${plain(dish.summary.servings)} servings`] : [];
  const minutes = dish.summary?.minutes ?? null;
  if (minutes !== null)
    parts.push(`${minutes} min or more${dish.summary?.oven ? '' : ', no oven'}`);
  if (dish.version) parts.push(`version ${dish.version}`);
  if (dish.runs) parts.push(dish.runs === 1 ? 'cooked once' : `cooked ${dish.runs} times`);
  if (!dish.runs) parts.push(`changed ${day(dish.changed_at)}`);
  if (dish.said) parts.push(`last said: ${dish.said}`);
  return parts.join(' · ');
}

/** The dish as a cut in small: its parts to mass, striped by how much of them is starch. */
function Cut({ layers }: { layers: Layer[] }): JSX.Element {
  const whole = layers.reduce((sum, layer) => sum + layer.grams, 0);
  const high = (layer: Layer): number => (whole > 0 ? (layer.grams / whole) * HIGH : 0);
  // The first part lies at the bottom of the dish.
  const topOf = (place: number): number =>
    HIGH - layers.slice(0, place + 1).reduce((sum, layer) => sum + high(layer), 0);
  return (
    <svg
      className={styles.cut}
      viewBox={`0 0 ${WIDE} ${HIGH + 2}`}
      width={WIDE}
      height={HIGH + 2}
      role="img"
      aria-label={layers.map((layer) => layer.name).join(', ')}
    >
      {layers.map((layer, place) => {
        const height = high(layer);
        const top = topOf(place);
        return (
          <g key={layer.name}>
            <rect
              x={3}
              y={top}
              width={WIDE - 3}
              height={height}
              className={layer.swapped ? styles.swapped : ''}
            />
            <rect
              x={3}
              y={top}
              width={(WIDE - 3) * Math.min(1, layer.starch_share * 3)}
              height={height}
              className={styles.starch}
            />
          </g>
        );
      })}
      <path d={`M1 0V${HIGH + 1}H${WIDE}`} />
    </svg>
  );
}

function Figures({ summary }: { summary: DishSummary }): JSX.Element {
  const { net_carbs: now, was_net_carbs: was } = summary;
  return (
    <span>
      <b>
        {now === null
          ? 'Net carbs not known yet'
          : `${was === null ? '' : `${withUnit(was, 'g')} → `}${withUnit(now, 'g')} net carbs`}
      </b>
      <br />
      <span className="soft">
        {summary.suits.length > 0 && `for ${summary.suits.join(', ')}`}
        {summary.suits.length > 0 && summary.others.length > 0 && '; '}
        {summary.others.length > 0 && `not yet for ${summary.others.join(', ')}`}
      </span>
    </span>
  );
}

export function DishesPlace(): JSX.Element {
  useTitle('Dishes');
  const dishes = useQuery(dishesQuery);
  const away = useRemovable(dishRemoval);
  const problem = dishes.error ?? away.error;
  const [wanted, setWanted] = useState('');
  const [kept, setKept] = useState<FilterKey[]>([]);
  const shelf = useShelf();
  const shelved = foodsThere(shelf.batches);
  const shown = (dishes.data ?? []).filter(
    (dish) =>
      dish.title.toLowerCase().includes(wanted.trim().toLowerCase()) &&
      kept.every((key) => passes(dish, key, shelved)),
  );
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
            <PlainButton className="chip" onClick={() => away.bringBack()}>
              Bring it back
            </PlainButton>
          }
        >
          {away.removed.title} is archived.
        </Notice>
      )}
      {dishes.data?.length === 0 && (
        <p style={{ marginTop: 20 }}>
          No dish yet. Bring one: paste a recipe with a mash, a crumb or a floury sauce, and Snabo
          finds the starch in it.
        </p>
      )}
      {(dishes.data?.length ?? 0) > 3 && (
        <TextField
          type="search"
          label="Search your dishes"
          value={wanted}
          sx={{ width: 320, maxWidth: '100%', mt: 1 }}
          onChange={(event) => setWanted(event.target.value)}
        />
      )}
      {(dishes.data?.length ?? 0) > 3 && (
        <div className={styles.filters} role="group" aria-label="Only dishes that">
          {FILTERS.map(([key, words]) => (
            <Chip
              key={key}
              label={words}
              color={kept.includes(key) ? 'primary' : 'default'}
              variant={kept.includes(key) ? 'filled' : 'outlined'}
              aria-pressed={kept.includes(key)}
              onClick={() =>
                setKept(kept.includes(key) ? kept.filter((one) => one !== key) : [...kept, key])
              }
            />
          ))}
        </div>
      )}
      {dishes.data && dishes.data.length > 0 && shown.length === 0 && (
        <p style={{ marginTop: 12 }}>
          {kept.length ? 'No dish is all of that' : `No dish is called “${wanted}”`}.{' '}
          <PlainButton
            className="chip"
            onClick={() => {
              setKept([]);
              setWanted('');
            }}
          >
            Show all
          </PlainButton>
        </p>
      )}
      <ul className={`ledger-list ${styles.dishesList} ${styles.list}`}>
        {shown.map((dish) => (
          <li key={dish.id}>
            {dish.summary ? <Cut layers={dish.summary.layers} /> : <span />}
            <span>
              <Link to={`/dishes/${dish.id}/bench`}>{dish.title}</Link>
              <br />
              <span className="soft">{about(dish)}</span>
              {fromShelf(dish, shelf.batches).map((name) => (
                <span key={name} className="aside">
                  <br />
                  on the shelf: {name}
                </span>
              ))}
            </span>
            {dish.summary ? (
              <Figures summary={dish.summary} />
            ) : (
              <span className="verdict unsure">{dish.problem}</span>
            )}
            <span>
              <Link to={`/dishes/${dish.id}/${dish.next.station}`} className={styles.next}>
                {dish.next.words}
              </Link>
              <br />
              <span className={dish.summary?.swapped.length ? 'aside' : 'soft'}>
                {dish.summary?.swapped.length
                  ? `swapped: ${dish.summary.swapped.join(', ').toLowerCase()}`
                  : dish.summary?.variants
                    ? 'original, with variants'
                    : 'original'}
              </span>
            </span>
            <PlainButton
              className="plain-button soft"
              aria-label={`Archive ${dish.title}`}
              onClick={() => away.remove(dish)}
            >
              Archive
            </PlainButton>
          </li>
        ))}
      </ul>
    </main>
  );
}
