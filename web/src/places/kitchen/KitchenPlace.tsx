/** What the computation has to know of this kitchen. */
import Button from '@mui/material/Button';
import FormGroup from '@mui/material/FormGroup';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { kitchenQuery, useSaveKitchen } from '../../api/kitchen';
import { readingsQuery, useForgetReading } from '../../api/reading';
import type { KitchenSettings } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { setEnergyUnit } from '../../parts/format';
import { APPLIANCES, SALTS } from '../../api/vocabulary';
import { Notice } from '../../parts/Notice';
import { Tick } from '../../parts/Tick';
import { CookedOn } from './CookedOn';
import { Learning } from './Learning';
import { Pans } from './Pans';
import styles from './kitchen.module.css';

const UNITS = [
  ['metric', 'Metric: cup 250 ml, tablespoon 15 ml'],
  ['us', 'North American: cup 237 ml'],
  ['australia', 'Australian: tablespoon 20 ml'],
] as const;
const POLYOLS = [
  ['all', 'All of them'],
  ['half', 'Erythritol in full, half of the others'],
  ['none', 'None of them'],
] as const;
const REGIONS = [
  ['eu', 'Europe, per 100 g'],
  ['us', 'North America, per serving'],
  ['other', 'Elsewhere'],
] as const;
const RULES = [
  ['eu', 'EU 1169/2011: fibre counts 2 kcal/g'],
  ['us', 'US 21 CFR 101.9: 4, 4 and 9'],
] as const;
const ENERGY = [
  ['kcal', 'kcal'],
  ['kj', 'kJ'],
] as const;
const HABITS = [
  ['pinch', 0.4],
  ['dash', 0.6],
  ['drizzle', 5],
  ['splash', 10],
  ['glug', 15],
] as const;

interface PickProps<T extends string> {
  title: string;
  words: string;
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onPick: (value: T) => void;
}

const IDLE: [string, string][] = [
  ['0', 'never'],
  ['15', 'after 15 minutes without use'],
  ['60', 'after an hour without use'],
  ['480', 'after 8 hours without use'],
];

function Pick<T extends string>(props: PickProps<T>): JSX.Element {
  return (
    <div className={styles.setting}>
      <h2>{props.title}</h2>
      <p className="soft" style={{ margin: '4px 0 12px' }}>
        {props.words}
      </p>
      <TextField
        select
        label={props.label}
        value={props.value}
        sx={{ minWidth: 260 }}
        onChange={(event) => {
          const found = props.options.find(([key]) => key === event.target.value);
          if (found) props.onPick(found[0]);
        }}
      >
        {props.options.map(([key, name]) => (
          <MenuItem key={key} value={key}>
            {name}
          </MenuItem>
        ))}
      </TextField>
    </div>
  );
}

/** The appliances this kitchen lacks: their stand-ins say what to do instead. */
function Missing({
  missing,
  onChange,
}: {
  missing: string[];
  onChange: (next: string[]) => void;
}): JSX.Element {
  return (
    <div className={styles.setting}>
      <h2>Not in this kitchen</h2>
      <p className="soft" style={{ margin: '4px 0 12px' }}>
        Stand-ins that ask for one of these say what to do without, and stand a little lower.
      </p>
      <FormGroup row>
        {APPLIANCES.map((name) => (
          <Tick
            key={name}
            checked={missing.includes(name)}
            onChange={(on) =>
              onChange(on ? [...missing, name] : missing.filter((one) => one !== name))
            }
          >
            {name}
          </Tick>
        ))}
      </FormGroup>
    </div>
  );
}

function Settings({ stored }: { stored: KitchenSettings }): JSX.Element {
  const [settings, setSettings] = useState(stored);
  const [watts, setWatts] = useState(String(stored.microwave_watts));
  const save = useSaveKitchen((kept) => setEnergyUnit(kept.energy_unit));
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate({ ...settings, microwave_watts: Math.round(Number(watts)) || 0 });
      }}
    >
      <div className={styles.settings} style={{ marginTop: 14 }}>
        <div className={styles.setting}>
          <h2>Microwave</h2>
          <p className="soft" style={{ margin: '4px 0 12px' }}>
            The power on its plate. Times follow it; how well the oven couples to a load differs.
          </p>
          <TextField
            label="Watts"
            value={watts}
            onChange={(e) => setWatts(e.target.value)}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
          />
        </div>
        <Pick
          title="Leaving it open"
          words="On a shared tablet a session can end by itself when nobody uses it."
          label="Session ends"
          value={String(settings.idle_minutes)}
          options={IDLE}
          onPick={(key) => setSettings({ ...settings, idle_minutes: Number(key) })}
        />
        <Pick
          title="Cups and spoons"
          words="For recipes you bring from now on. Dishes already here keep theirs."
          label="Units"
          value={settings.unit_system}
          options={UNITS}
          onPick={(unit_system) => setSettings({ ...settings, unit_system })}
        />
        <Pick
          title="Polyols"
          words="Which sugar alcohols are taken off for net carbs. Fibre is always taken off, once."
          label="Taken off"
          value={settings.polyols}
          options={POLYOLS}
          onPick={(polyols) => setSettings({ ...settings, polyols })}
        />
        <Pick
          title="Labels"
          words="Where your packages come from, when you copy a label."
          label="Labels from"
          value={settings.label_region}
          options={REGIONS}
          onPick={(label_region) => setSettings({ ...settings, label_region })}
        />
        <Pick
          title="Energy"
          words="How energy is shown."
          label="Unit"
          value={settings.energy_unit}
          options={ENERGY}
          onPick={(energy_unit) => setSettings({ ...settings, energy_unit })}
        />
        <Pick
          title="Energy not given"
          words="Whose factors count where a food gives no energy."
          label="Rules"
          value={settings.energy_rules}
          options={RULES}
          onPick={(energy_rules) => setSettings({ ...settings, energy_rules })}
        />
        <Pick
          title="Salt"
          words="What a spoon of plain salt is here. Gram for gram all kinds hold the same sodium."
          label="Kind"
          value={settings.salt_kind}
          options={SALTS.map((kind) => [kind, kind] as const)}
          onPick={(salt_kind) => setSettings({ ...settings, salt_kind })}
        />
        <CookedOn
          equipment={settings.equipment}
          onChange={(equipment) => setSettings({ ...settings, equipment })}
        />
        <Missing
          missing={settings.missing}
          onChange={(missing) => setSettings({ ...settings, missing })}
        />
        <div className={styles.setting}>
          <h2>Vague measures</h2>
          <p className="soft" style={{ margin: '4px 0 12px' }}>
            What yours hold, in ml; pour one into a spoon to find out. Left empty, the usual range
            counts.
          </p>
          <div className="row">
            {HABITS.map(([name, usual]) => (
              <TextField
                key={name}
                label={name}
                placeholder={String(usual)}
                defaultValue={settings.habits[name] ?? ''}
                sx={{ width: 92 }}
                onChange={(e) => {
                  const others = Object.entries(settings.habits).filter(([key]) => key !== name);
                  const ml = Number(e.target.value.replace(',', '.'));
                  const mine: [string, number][] = ml > 0 ? [[name, ml]] : [];
                  setSettings({ ...settings, habits: Object.fromEntries([...others, ...mine]) });
                }}
                slotProps={{ htmlInput: { inputMode: 'decimal' } }}
              />
            ))}
          </div>
        </div>
        <Pans pans={settings.pans} onChange={(pans) => setSettings({ ...settings, pans })} />
      </div>
      <Button type="submit" variant="contained" disabled={save.isPending}>
        Save
      </Button>
      {save.isSuccess && <p role="status">Saved; every dish follows.</p>}
      {save.error && <Notice bad>{sentence(save.error)}</Notice>}
    </form>
  );
}

function Readings(): JSX.Element {
  const readings = useQuery(readingsQuery);
  const forgetting = useForgetReading();
  return (
    <section aria-label="Always read as" style={{ marginTop: 28 }}>
      <h2>Always read as</h2>
      <p className="soft" style={{ margin: '4px 0' }}>
        What your own words in recipes mean. You add to it where you fix a line.
      </p>
      {readings.data?.length === 0 && <p>Nothing yet.</p>}
      <ul className="ledger-list" style={{ maxWidth: 640 }}>
        {readings.data?.map((reading) => (
          <li key={reading.id} style={{ gridTemplateColumns: '1fr auto' }}>
            <span>
              “{reading.written}” is <b>{reading.food_name}</b>
              {reading.form && `, ${reading.form}`}
            </span>
            <PlainButton
              className="plain-button"
              aria-label={`Forget ${reading.written}`}
              onClick={() => forgetting.mutate(reading.id)}
            >
              Forget
            </PlainButton>
          </li>
        ))}
      </ul>
      {forgetting.error && <Notice bad>{sentence(forgetting.error)}</Notice>}
    </section>
  );
}

export function KitchenPlace(): JSX.Element {
  const kitchen = useQuery(kitchenQuery);
  return (
    <>
      {kitchen.error && <Notice bad>{sentence(kitchen.error)}</Notice>}
      {kitchen.data && <Settings stored={kitchen.data} />}
      <Learning />
      <Readings />
    </>
  );
}
