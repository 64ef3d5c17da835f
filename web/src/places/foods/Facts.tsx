/** One food in full: any form, any amount, every figure with how it is known. */
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { foodQuery } from '../../api/foods';
import type { FoodFacts, MeasureView } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { LABELS, plain, unitOf } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { CoreLegend, CoreStrip } from './CoreStrip';
import { KNOWN, spreadText, valueText } from './known';
import { OwnMeasure, OwnName } from './OwnWords';
import styles from './foods.module.css';

const CONVENTIONS: Record<string, string> = {
  by_difference: 'Fibre stands inside the carbohydrate and is taken off once.',
  available: 'Carbohydrate stands without fibre, as labels here print it.',
  net_only: 'Its label prints net carbs only.',
};

function measureText(m: MeasureView): string {
  const narrow = m.high - m.low < 0.03 * m.grams;
  return narrow
    ? `${plain(m.grams)} g`
    : `${plain(m.grams)} g (${plain(m.low)} to ${plain(m.high)})`;
}

function holds(food: FoodFacts): string {
  if (food.allergens === null) return 'Allergens: nobody has looked.';
  const held = food.allergens.length
    ? `Holds ${food.allergens.join(', ')}.`
    : 'None of the named allergens.';
  const check = food.check_label.length
    ? ` Check the label for ${food.check_label.join(', ')}.`
    : '';
  return held + check;
}

function Values({ food }: { food: FoodFacts }): JSX.Element {
  return (
    <table className={styles.facts}>
      <thead>
        <tr>
          <th scope="col">in {plain(food.grams)} g</th>
          <th scope="col" className={styles.figure}>
            holds
          </th>
          <th scope="col">may be</th>
          <th scope="col">how it is known</th>
        </tr>
      </thead>
      <tbody>
        {Object.entries(food.values).map(([name, value]) => (
          <tr key={name} className={name === 'net_carbs' ? styles.key : ''}>
            <th scope="row">{LABELS[name] ?? name}</th>
            <td className={styles.figure}>{valueText(value, unitOf(name))}</td>
            <td className="soft">{spreadText(value)}</td>
            <td className="soft">{KNOWN[value.known] ?? value.known}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

export function Facts({ food: key }: { food: string }): JSX.Element {
  const [form, setForm] = useState<string | null>(null);
  const [text, setText] = useState('100');
  const typed = Number(text.replace(',', '.'));
  const valid = Number.isFinite(typed) && typed > 0 && typed <= 50_000;
  const found = useQuery(foodQuery(key, form, valid ? typed : 100));
  if (found.error) return <Notice bad>{sentence(found.error)}</Notice>;
  const food = found.data;
  if (!food) return <p className="soft">Looking …</p>;
  return (
    <section aria-label={food.name}>
      <div className="row" style={{ alignItems: 'baseline' }}>
        <h2>{food.name}</h2>
        {food.forms.length > 1 &&
          food.forms.map((name) => (
            <PlainButton
              key={name}
              className="chip"
              aria-pressed={name === food.form}
              onClick={() => setForm(name)}
            >
              {name}
            </PlainButton>
          ))}
        <span className="grow" />
        <Link to={`/foods/side-by-side?add=${encodeURIComponent(key)}`}>Put beside another</Link>
      </div>
      <div className="row" style={{ margin: '12px 0 8px' }}>
        <TextField
          label="Grams"
          value={text}
          error={!valid}
          sx={{ width: 110 }}
          onChange={(e) => setText(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        {food.measures.map((m) => (
          <PlainButton
            key={`${m.unit}${m.own ? ' own' : ''}`}
            className="chip"
            title={`${m.low} to ${m.high} g; ${m.source}`}
            onClick={() => setText(plain(m.grams))}
          >
            1 {m.name}
          </PlainButton>
        ))}
      </div>
      <CoreStrip values={food.values} grams={food.grams} />
      <CoreLegend />
      <Values food={food} />
      <p>{holds(food)}</p>
      <p className="soft">
        {food.source}: {food.description}. Figures without a remark are the source’s own.{' '}
        {CONVENTIONS[food.convention]}
        {food.edible_share < 1 &&
          ` Of the whole thing ${Math.round(food.edible_share * 100)} % is eaten.`}
      </p>
      <div className={styles.factsMore}>
        <section aria-label="Measures">
          <h3>Measures</h3>
          <ul className="plain-list">
            {food.measures.map((m) => (
              <li key={`${m.unit}${m.own ? ' own' : ''}`}>
                <b>1 {m.name}</b> {measureText(m)} <span className="soft">{m.source}</span>
              </li>
            ))}
          </ul>
          <OwnMeasure food={key} />
        </section>
        <section aria-label="Names and use">
          <h3>Also called</h3>
          <p>{food.names.length ? food.names.join(', ') : 'nothing else yet'}</p>
          <OwnName food={key} />
          <h3 style={{ marginTop: 14 }}>Used in</h3>
          {food.used_in.length === 0 && <p className="soft">none of your dishes</p>}
          <ul className="plain-list">
            {food.used_in.map((use) => (
              <li key={use.dish}>
                <Link to={`/dishes/${use.dish}/bench`}>{use.title}</Link>{' '}
                {use.grams === null ? 'in an unknown amount' : `${plain(use.grams)} g`}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </section>
  );
}
