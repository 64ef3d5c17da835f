/** Up to four foods side by side: in 100 g, in a serving, or for one gram of net carbs. */
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState, type JSX } from 'react';
import { useSearchParams } from 'react-router';

import { sentence } from '../../api/client';
import { compareQuery } from '../../api/foods';
import type { CompareRequest, Comparison } from '../../api/types';
import { recall, keep } from '../../browser/storage';
import { FoodPicker } from '../../parts/FoodPicker';
import { PlainButton } from '../../parts/PlainButton';
import { LABELS, plain, unitOf } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { CoreLegend, CoreStrip } from './CoreStrip';
import { spreadText, valueText } from './known';
import styles from './foods.module.css';

type Item = CompareRequest['items'][number];
type Basis = CompareRequest['basis'];

const MOST = 4;
const SERVING = 80;
const BASES: [Basis, string][] = [
  ['100g', 'in 100 g'],
  ['serving', 'in a serving'],
  ['net_carb', 'for 1 g of net carbs'],
];

function start(added: string | null): Item[] {
  const kept = recall<Item[]>('side-by-side') ?? [];
  if (!added || kept.some((item) => item.food === added)) return kept;
  return [...kept, { food: added, form: null, serving_grams: SERVING }].slice(-MOST);
}

function Table({
  found,
  items,
  basis,
  onItems,
}: {
  found: Comparison;
  items: Item[];
  basis: Basis;
  onItems: (items: Item[]) => void;
}): JSX.Element {
  return (
    <table className={`${styles.facts} ${styles.beside}`}>
      <thead>
        <tr>
          <th scope="col">
            <span className="hidden">Figure</span>
            <CoreLegend />
          </th>
          {found.foods.map((food, i) => (
            <th key={food.key} scope="col">
              {food.name}, {food.form}
              <br />
              {basis === 'serving' ? (
                <TextField
                  label="Serving, g"
                  type="number"
                  defaultValue={items[i]?.serving_grams ?? SERVING}
                  sx={{ width: 120, mt: 1 }}
                  onChange={(e) => {
                    const grams = Number(e.target.value);
                    if (grams > 0 && grams <= 50_000)
                      onItems(items.map((x, j) => (j === i ? { ...x, serving_grams: grams } : x)));
                  }}
                />
              ) : (
                <span className="soft">
                  {food.grams === null ? 'no net carbs to go by' : `${plain(food.grams)} g`}
                </span>
              )}{' '}
              <PlainButton
                className="plain-button soft"
                aria-label={`Take ${food.name} away`}
                onClick={() => onItems(items.filter((_, j) => j !== i))}
              >
                Take away
              </PlainButton>
              {food.grams !== null && <CoreStrip values={food.values} grams={food.grams} />}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {found.nutrients.map((name) => (
          <tr key={name} className={name === 'net_carbs' ? styles.key : ''}>
            <th scope="row">{LABELS[name] ?? name}</th>
            {found.foods.map((food) => {
              const value = food.values[name];
              return (
                <td key={food.key}>
                  {value ? valueText(value, unitOf(name)) : '–'}{' '}
                  <span className="soft">{value && spreadText(value)}</span>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

export function SideBySidePlace(): JSX.Element {
  const [params, setParams] = useSearchParams();
  const added = params.get('add');
  const [items, setItems] = useState<Item[]>(() => start(added));
  const [basis, setBasis] = useState<Basis>('100g');
  const found = useQuery(compareQuery({ items, basis }));
  useEffect(() => {
    keep('side-by-side', items);
    if (added) setParams({}, { replace: true });
  }, [items, added, setParams]);
  return (
    <>
      <div className="row" style={{ margin: '4px 0 12px' }}>
        {BASES.map(([key, name]) => (
          <PlainButton
            key={key}
            className="chip"
            aria-pressed={basis === key}
            onClick={() => setBasis(key)}
          >
            {name}
          </PlainButton>
        ))}
        <span className="grow" />
        <div style={{ width: 'min(100%, 340px)' }}>
          {items.length < MOST ? (
            <FoodPicker
              key={items.length}
              label={items.length ? 'Put another beside' : 'First food'}
              initial=""
              onPick={(food) =>
                setItems([...items, { food: food.key, form: null, serving_grams: SERVING }])
              }
            />
          ) : (
            <p className="soft">Four is the most that can be read side by side.</p>
          )}
        </div>
      </div>
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {items.length === 0 && (
        <p>
          Nothing here yet. Find a food on the right, then a second: their figures stand next to
          each other.
        </p>
      )}
      {items.length > 0 && found.data && (
        <Table found={found.data} items={items} basis={basis} onItems={setItems} />
      )}
    </>
  );
}
