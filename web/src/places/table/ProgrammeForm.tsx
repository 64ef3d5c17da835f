/** A time-limited way of eating: from when, for how long, by which rules. */
import TextField from '@mui/material/TextField';
import type { JSX } from 'react';

import type { Programme } from '../../api/types';

const RULES: [string, string][] = [
  ['one_starch', 'one starch as the centre'],
  ['one_fruit', 'at most one fruit a day'],
  ['half_vegetables', 'half of the plate is vegetables'],
];
const WEEK = 7;

interface Props {
  programme: Programme | null;
  onChange: (programme: Programme | null) => void;
}

export function ProgrammeForm({ programme, onChange }: Props): JSX.Element {
  const begin = (): void =>
    onChange({
      start: new Date().toISOString().slice(0, 10),
      days: WEEK,
      rules: ['one_starch', 'one_fruit'],
    });
  return (
    <div style={{ marginTop: 16 }}>
      <label>
        <input
          type="checkbox"
          checked={programme !== null}
          onChange={(e) => (e.target.checked ? begin() : onChange(null))}
        />{' '}
        <b>For a time</b> <span className="soft">rules that hold for some days</span>
      </label>
      {programme && (
        <>
          <div className="row" style={{ marginTop: 10 }}>
            <TextField
              label="From"
              type="date"
              value={programme.start}
              onChange={(e) => onChange({ ...programme, start: e.target.value })}
            />
            <TextField
              label="Days"
              type="number"
              value={programme.days}
              sx={{ width: 90 }}
              onChange={(e) => onChange({ ...programme, days: Number(e.target.value) })}
            />
          </div>
          {RULES.map(([key, name]) => (
            <label key={key} style={{ display: 'block', marginTop: 6 }}>
              <input
                type="checkbox"
                checked={programme.rules.includes(key)}
                onChange={(e) =>
                  onChange({
                    ...programme,
                    rules: e.target.checked
                      ? [...programme.rules, key]
                      : programme.rules.filter((r) => r !== key),
                  })
                }
              />{' '}
              {name}
            </label>
          ))}
        </>
      )}
    </div>
  );
}
