/** A package label copied line by line, and the interval its rounding allows beside it. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { labelQuery } from '../../api/ownFoods';
import type { Label, OwnFood } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { LABELS, unitOf } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { Tick } from '../../parts/Tick';
import { spreadText, valueText } from './known';
import { ALLERGENS, HOLDABLE } from '../../api/vocabulary';
import { LINE_NAMES, LINES, MORE_LINES, REGIONS } from './labelFields';
import styles from './foods.module.css';

interface Props {
  start: OwnFood;
  saving: boolean;
  problem: string | null;
  onSave: (food: OwnFood) => void;
  onCancel: () => void;
}

function number(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) ? value : null;
}

function Looked({ label }: { label: Label }): JSX.Element {
  const printed = Object.values(label.printed).some((text) => text.trim());
  const ready = printed && (label.basis === '100g' || (label.serving_grams ?? 0) > 0);
  const look = useQuery(labelQuery(label, ready));
  if (!ready)
    return (
      <p className="soft">
        Copy the label as it stands, “&lt;1” and “0” too. What the rounding leaves open appears
        here.
      </p>
    );
  if (look.error) return <Notice bad>{sentence(look.error)}</Notice>;
  if (!look.data) return <p className="soft">Reading …</p>;
  const serving = look.data.per_serving;
  const perServing = label.basis === 'serving';
  const shown = perServing ? serving : look.data.per_100_g;
  return (
    <>
      {look.data.warnings.map((warning) => (
        <Notice key={warning} bad>
          {warning}
        </Notice>
      ))}
      <table className={styles.facts}>
        <thead>
          <tr>
            <th scope="col">{perServing ? `in ${label.serving_grams} g` : 'in 100 g'}</th>
            <th scope="col" className={styles.figure}>
              counts as
            </th>
            <th scope="col">may be</th>
          </tr>
        </thead>
        <tbody>
          {Object.entries(shown).map(([name, value]) => (
            <tr key={name} className={name === 'net_carbs' ? styles.key : ''}>
              <th scope="row">{LABELS[name] ?? name}</th>
              <td className={styles.figure}>{valueText(value, unitOf(name))}</td>
              <td className="soft">{spreadText(value)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

interface WordsProps {
  title: string;
  words: readonly string[];
  chosen: string[];
  onChange: (words: string[]) => void;
}

function Words({ title, words, chosen, onChange }: WordsProps): JSX.Element {
  const toggle = (word: string): void =>
    onChange(chosen.includes(word) ? chosen.filter((w) => w !== word) : [...chosen, word]);
  return (
    <div className="chips" role="group" aria-label={title}>
      <span className="soft">{title}</span>
      {words.map((word) => (
        <PlainButton
          key={word}
          className="chip"
          aria-pressed={chosen.includes(word)}
          onClick={() => toggle(word)}
        >
          {word}
        </PlainButton>
      ))}
    </div>
  );
}

export function LabelForm({ start, saving, problem, onSave, onCancel }: Props): JSX.Element {
  const [food, setFood] = useState(start);
  const [more, setMore] = useState(false);
  const { label } = food;
  const setLabel = (change: Partial<Label>): void =>
    setFood({ ...food, label: { ...label, ...change } });
  const lines = LINES[label.jurisdiction];
  const extra = MORE_LINES.filter((name) => !lines.includes(name));
  const field = (name: string): JSX.Element => (
    <TextField
      key={name}
      label={LINE_NAMES[name] ?? name}
      value={label.printed[name] ?? ''}
      onChange={(e) => setLabel({ printed: { ...label.printed, [name]: e.target.value } })}
    />
  );
  return (
    <form
      aria-label="Food from a label"
      onSubmit={(event) => {
        event.preventDefault();
        onSave({ ...food, names: food.names.map((n) => n.trim()).filter(Boolean) });
      }}
    >
      <div className={styles.labelForm}>
        <div>
          <div className={styles.labelGrid}>
            <TextField
              label="Name, as you call it"
              value={food.name}
              autoFocus
              required
              onChange={(e) => setFood({ ...food, name: e.target.value })}
            />
            <TextField
              label="Other names, with commas"
              value={food.names.join(',')}
              onChange={(e) => setFood({ ...food, names: e.target.value.split(',') })}
            />
            <TextField
              select
              label="Label from"
              value={label.jurisdiction}
              onChange={(e) => setLabel({ jurisdiction: e.target.value as Label['jurisdiction'] })}
            >
              {REGIONS.map(([key, name]) => (
                <MenuItem key={key} value={key}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              select
              label="Figures are"
              value={label.basis}
              onChange={(e) => setLabel({ basis: e.target.value as Label['basis'] })}
            >
              <MenuItem value="100g">per 100 g</MenuItem>
              <MenuItem value="serving">per serving</MenuItem>
            </TextField>
            {label.basis === 'serving' && (
              <TextField
                label="A serving is, g"
                defaultValue={label.serving_grams ?? ''}
                onChange={(e) => setLabel({ serving_grams: number(e.target.value) })}
              />
            )}
          </div>
          <h3>As printed</h3>
          <div className={styles.labelGrid}>{lines.map(field)}</div>
          {more ? (
            <div className={styles.labelGrid}>{extra.map(field)}</div>
          ) : (
            <PlainButton className="plain-button" onClick={() => setMore(true)}>
              More lines: polyols by kind, net carbs only, alcohol
            </PlainButton>
          )}
          <h3>Ingredients</h3>
          <div className="row">
            <Tick
              checked={food.holds !== null}
              onChange={(on) => setFood({ ...food, holds: on ? [] : null })}
            >
              I have read the ingredient list
            </Tick>
            <Tick checked={label.no_polyols} onChange={(no_polyols) => setLabel({ no_polyols })}>
              no sugar alcohols among them
            </Tick>
          </div>
          {food.holds !== null && (
            <>
              <Words
                title="It holds"
                words={HOLDABLE}
                chosen={food.holds}
                onChange={(holds) => setFood({ ...food, holds })}
              />
              <Words
                title="May contain traces of"
                words={ALLERGENS}
                chosen={food.may_contain}
                onChange={(may_contain) => setFood({ ...food, may_contain })}
              />
            </>
          )}
          <div className={styles.labelGrid}>
            <TextField
              select
              label="Made from"
              value={food.origin ?? ''}
              onChange={(e) =>
                setFood({ ...food, origin: (e.target.value || null) as OwnFood['origin'] })
              }
            >
              <MenuItem value="">not known</MenuItem>
              <MenuItem value="plant">plants only</MenuItem>
              <MenuItem value="animal">animals, wholly or in part</MenuItem>
            </TextField>
            <TextField
              select
              label="Counts as"
              value={food.free_fat ?? (food.starch === 'full' ? 'starch' : '')}
              onChange={(e) => {
                const value = e.target.value;
                setFood({
                  ...food,
                  free_fat:
                    value === 'starch' || value === '' ? null : (value as OwnFood['free_fat']),
                  starch: value === 'starch' ? 'full' : 'none',
                });
              }}
            >
              <MenuItem value="">food</MenuItem>
              <MenuItem value="starch">a starchy part</MenuItem>
              <MenuItem value="oil">added oil</MenuItem>
              <MenuItem value="dairy">dairy fat</MenuItem>
              <MenuItem value="spray">a spray</MenuItem>
            </TextField>
            <TextField
              label="100 ml weigh, g, if known"
              defaultValue={food.grams_per_100_ml ?? ''}
              onChange={(e) => setFood({ ...food, grams_per_100_ml: number(e.target.value) })}
            />
          </div>
        </div>
        <div aria-live="polite">
          <Looked label={label} />
        </div>
      </div>
      {problem && <Notice bad>{problem}</Notice>}
      <div className="row" style={{ marginTop: 12 }}>
        <Button type="submit" variant="contained" disabled={saving}>
          Keep this food
        </Button>
        <Button onClick={onCancel}>Leave it</Button>
      </div>
    </form>
  );
}
