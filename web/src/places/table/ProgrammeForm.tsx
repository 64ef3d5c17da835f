/** A time-limited way of eating: from when, for how long, by which rules. */
import TextField from '@mui/material/TextField';
import type { JSX } from 'react';

import type { Programme } from '../../api/types';
import { Tick } from '../../parts/Tick';

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
      <Tick checked={programme !== null} onChange={(on) => (on ? begin() : onChange(null))}>
        <b>For a time</b> <span className="soft">rules that hold for some days</span>
      </Tick>
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
            <div key={key}>
              <Tick
                checked={programme.rules.includes(key)}
                onChange={(on) =>
                  onChange({
                    ...programme,
                    rules: on
                      ? [...programme.rules, key]
                      : programme.rules.filter((r) => r !== key),
                  })
                }
              >
                {name}
              </Tick>
            </div>
          ))}
        </>
      )}
    </div>
  );
}
