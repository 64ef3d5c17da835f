/** Conversions at hand: units of a food, fresh and dried, salt, oven scales, watts. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { convertQuery, foodQuery, microwaveQuery, ovenQuery } from '../../api/foods';
import { kitchenQuery } from '../../api/kitchen';
import { FoodPicker } from '../../parts/FoodPicker';
import { duration, plain } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import styles from './foods.module.css';

const UNITS: [string, string][] = [
  ['gram', 'g'],
  ['kilogram', 'kg'],
  ['ounce', 'oz'],
  ['pound', 'lb'],
  ['millilitre', 'ml'],
  ['litre', 'l'],
  ['cup_us', 'cup, North American'],
  ['cup_metric', 'cup, metric'],
  ['tbsp_us', 'tablespoon, North American'],
  ['tbsp_metric', 'tablespoon, metric'],
  ['tbsp_au', 'tablespoon, Australian'],
  ['tsp_us', 'teaspoon, North American'],
  ['tsp_metric', 'teaspoon, metric'],
  ['fl_oz_us', 'fl oz, North American'],
  ['fl_oz_uk', 'fl oz, British'],
];
const SCALES: [string, string][] = [
  ['celsius', '°C'],
  ['fan', '°C with a fan'],
  ['fahrenheit', '°F'],
  ['gas', 'gas mark'],
];

/** Small amounts keep two decimals: a quarter teaspoon is not "0". */
function fine(value: number): string {
  return value < 10 ? String(Number(value.toFixed(2))) : plain(value);
}

function AmountOfFood(): JSX.Element {
  const [amount, setAmount] = useState('1');
  const [unit, setUnit] = useState('cup_us');
  const [food, setFood] = useState('almond_flour');
  const [form, setForm] = useState<string | null>(null);
  const typed = Number(amount.replace(',', '.'));
  const known = useQuery(foodQuery(food));
  const found = useQuery(convertQuery(typed || 0, unit, food, form));
  const counts = known.data?.measures.filter((m) => !UNITS.some(([key]) => key === m.unit)) ?? [];
  const view = found.data;
  return (
    <section aria-label="An amount of a food">
      <h2>An amount of a food</h2>
      <div className="row" style={{ margin: '10px 0' }}>
        <TextField
          label="Amount"
          value={amount}
          sx={{ width: 100 }}
          onChange={(e) => setAmount(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          select
          label="Unit"
          value={unit}
          sx={{ minWidth: 190 }}
          onChange={(e) => setUnit(e.target.value)}
        >
          {[...UNITS, ...counts.map((m) => [m.unit, m.name])].map(([key, name]) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <div style={{ width: 260 }}>
          <FoodPicker
            key={known.data?.key === food ? food : ''}
            label="Food"
            initial={known.data?.name ?? ''}
            onPick={(picked) => {
              setFood(picked.key);
              setForm(null);
              if (!UNITS.some(([key]) => key === unit)) setUnit('gram');
            }}
          />
        </div>
        {known.data && known.data.forms.length > 1 && (
          <TextField
            select
            label="Form"
            value={form ?? known.data.form}
            onChange={(e) => setForm(e.target.value)}
          >
            {known.data.forms.map((name) => (
              <MenuItem key={name} value={name}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
      </div>
      {found.error && <Notice bad>{sentence(found.error)}</Notice>}
      {view?.problem && <Notice>{view.problem}</Notice>}
      {view?.grams && (
        <p className={styles.bigAnswer}>
          {plain(view.grams.best)} g
          {view.grams.high - view.grams.low > 0.02 * view.grams.best && (
            <span className="soft">
              {' '}
              ({plain(view.grams.low)} to {plain(view.grams.high)} by how it is filled)
            </span>
          )}
        </p>
      )}
      {view?.exchanges.map((words) => (
        <p key={words}>{words}</p>
      ))}
      <ul className={styles.unitList} aria-label="In other units">
        {view?.units.map((u) => (
          <li key={u.unit}>
            <b>{fine(u.best)}</b> {u.name}
            {u.high - u.low > 0.03 * u.best && (
              <span className="soft">
                {' '}
                {fine(u.low)} to {fine(u.high)}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Oven(): JSX.Element {
  const [value, setValue] = useState('200');
  const [scale, setScale] = useState('celsius');
  const found = useQuery(ovenQuery(Number(value.replace(',', '.')) || 0, scale));
  return (
    <section aria-label="Oven">
      <h2>Oven</h2>
      <div className="row" style={{ margin: '10px 0' }}>
        <TextField
          label="Setting"
          value={value}
          sx={{ width: 110 }}
          onChange={(e) => setValue(e.target.value)}
        />
        <TextField
          select
          label="Scale"
          value={scale}
          sx={{ minWidth: 150 }}
          onChange={(e) => setScale(e.target.value)}
        >
          {SCALES.map(([key, name]) => (
            <MenuItem key={key} value={key}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      </div>
      {found.error ? (
        <Notice bad>{sentence(found.error)}</Notice>
      ) : (
        found.data && (
          <p className={styles.bigAnswer}>
            {plain(found.data.celsius)} °C · fan {plain(found.data.fan_celsius)} °C ·{' '}
            {plain(found.data.fahrenheit)} °F · gas {found.data.gas_mark}
          </p>
        )
      )}
      <p className="soft">
        A fan oven does at 20 °C less what a still one does. Go by look and smell; ovens differ.
      </p>
    </section>
  );
}

function Microwave(): JSX.Element {
  const kitchen = useQuery(kitchenQuery);
  const [minutes, setMinutes] = useState('3');
  const [watts, setWatts] = useState('1000');
  const seconds = 60 * (Number(minutes.replace(',', '.')) || 0);
  const found = useQuery(microwaveQuery(seconds, Number(watts) || 0));
  return (
    <section aria-label="Microwave">
      <h2>Microwave</h2>
      <div className="row" style={{ margin: '10px 0' }}>
        <TextField
          label="Minutes"
          value={minutes}
          sx={{ width: 110 }}
          onChange={(e) => setMinutes(e.target.value)}
        />
        <TextField
          label="at watts"
          value={watts}
          sx={{ width: 110 }}
          onChange={(e) => setWatts(e.target.value)}
        />
      </div>
      {found.error ? (
        <Notice bad>{sentence(found.error)}</Notice>
      ) : (
        found.data && (
          <p className={styles.bigAnswer}>
            {duration(found.data.seconds)} at your {kitchen.data?.microwave_watts ?? ''} W
          </p>
        )
      )}
      <p className="soft">
        By power alone. How well an oven couples to a load differs: look, then add.
      </p>
    </section>
  );
}

export function ConversionsPlace(): JSX.Element {
  return (
    <div className={styles.conversions}>
      <AmountOfFood />
      <div>
        <Oven />
        <Microwave />
      </div>
    </div>
  );
}
