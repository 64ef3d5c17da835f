/** One eater's way of eating, limits per serving and exclusions. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { exclusionsQuery } from '../../api/queries';
import type { EaterForm, SchoolView, Target } from '../../api/types';
import { LABELS, unitOf } from '../../parts/format';

const TARGETED = [
  'net_carbs',
  'protein',
  'fat',
  'added_oil',
  'sodium_mg',
  'kcal',
  'fibre',
  'saturated',
  'carbohydrate',
];

interface Props {
  start: EaterForm;
  schools: SchoolView[];
  saving: boolean;
  onSave: (form: EaterForm) => void;
  onCancel: () => void;
}

type Limits = Record<string, { least: string; most: string }>;

function limitsOf(targets: Target[]): Limits {
  return Object.fromEntries(
    targets.map((t) => [
      t.nutrient,
      { least: t.at_least?.toString() ?? '', most: t.at_most?.toString() ?? '' },
    ]),
  );
}

function value(text: string): number | null {
  const number = Number(text.replace(',', '.'));
  return text.trim() === '' || Number.isNaN(number) ? null : number;
}

function presetTargets(school: SchoolView): Target[] {
  return school.targets.map((t) => ({
    nutrient: String(t.nutrient),
    at_least: typeof t.at_least === 'number' ? t.at_least : null,
    at_most: typeof t.at_most === 'number' ? t.at_most : null,
  }));
}

export function EaterEditor({ start, schools, saving, onSave, onCancel }: Props): JSX.Element {
  const words = useQuery(exclusionsQuery);
  const [name, setName] = useState(start.name);
  const [school, setSchool] = useState(start.school);
  const [limits, setLimits] = useState(() => limitsOf(start.targets));
  const [exclusions, setExclusions] = useState(start.exclusions);
  const preset = schools.find((s) => s.key === school);
  const pickSchool = (key: string): void => {
    setSchool(key);
    const found = schools.find((s) => s.key === key);
    if (!found) return;
    setLimits(limitsOf(presetTargets(found)));
    setExclusions(found.exclusions);
  };
  const set = (nutrient: string, end: 'least' | 'most', text: string): void => {
    const old = limits[nutrient] ?? { least: '', most: '' };
    setLimits({ ...limits, [nutrient]: { ...old, [end]: text } });
  };
  const toggle = (word: string): void =>
    setExclusions(
      exclusions.includes(word) ? exclusions.filter((e) => e !== word) : [...exclusions, word],
    );
  const targets: Target[] = TARGETED.flatMap((nutrient) => {
    const at_least = value(limits[nutrient]?.least ?? '');
    const at_most = value(limits[nutrient]?.most ?? '');
    return at_least === null && at_most === null ? [] : [{ nutrient, at_least, at_most }];
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSave({ name, school, targets, exclusions });
      }}
    >
      <div className="row" style={{ alignItems: 'flex-start' }}>
        <TextField
          label="Name"
          value={name}
          required
          autoFocus
          onChange={(e) => setName(e.target.value)}
        />
        <TextField
          select
          label="Way of eating"
          value={school}
          sx={{ minWidth: 240 }}
          onChange={(e) => pickSchool(e.target.value)}
        >
          {schools.map((s) => (
            <MenuItem key={s.key} value={s.key}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
      </div>
      {preset && (
        <p className="soft" style={{ marginTop: 6 }}>
          {preset.source}
        </p>
      )}
      <div className="settings" style={{ marginTop: 6 }}>
        <div>
          <div className="targets-form">
            <b>Per serving</b>
            <span className="soft">at least</span>
            <span className="soft">at most</span>
            {TARGETED.map((nutrient) => (
              <div key={nutrient} style={{ display: 'contents' }}>
                <span>
                  {LABELS[nutrient]} <span className="soft">{unitOf(nutrient)}</span>
                </span>
                {(['least', 'most'] as const).map((end) => (
                  <TextField
                    key={end}
                    value={limits[nutrient]?.[end] ?? ''}
                    onChange={(e) => set(nutrient, end, e.target.value)}
                    slotProps={{
                      htmlInput: {
                        inputMode: 'decimal',
                        'aria-label': `${LABELS[nutrient] ?? nutrient} at ${end}`,
                      },
                    }}
                  />
                ))}
              </div>
            ))}
          </div>
        </div>
        <div>
          <p style={{ margin: '10px 0 8px' }}>
            <b>Leaves out</b>
          </p>
          <div className="chips">
            {words.data?.words.map((word) => (
              <button
                key={word}
                type="button"
                className="chip"
                aria-pressed={exclusions.includes(word)}
                onClick={() => toggle(word)}
              >
                {word}
              </button>
            ))}
          </div>
        </div>
      </div>
      <div className="row" style={{ marginTop: 14 }}>
        <Button type="submit" variant="contained" disabled={saving}>
          Save
        </Button>
        <Button onClick={onCancel}>Leave as it was</Button>
      </div>
    </form>
  );
}
