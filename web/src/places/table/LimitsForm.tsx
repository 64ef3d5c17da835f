/** Limits typed in: at least, at most, per serving or day, a must or a wish, with a tolerance. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import { PlainButton } from '../../parts/PlainButton';
import { LABELS, unitOf } from '../../parts/format';
import { TARGETED } from '../../api/vocabulary';
import { isSet, NONE, type Limits, type Typed } from './limits';
import styles from './table.module.css';

interface Props {
  limits: Limits;
  onChange: (limits: Limits) => void;
}

/** How many rows stand there before anybody asks for more. */
const COMMON = 6;

export function LimitsForm({ limits, onChange }: Props): JSX.Element {
  const [all, setAll] = useState(false);
  const set = (nutrient: string, change: Partial<Typed>): void =>
    onChange({ ...limits, [nutrient]: { ...(limits[nutrient] ?? NONE), ...change } });
  const shown = TARGETED.filter((name, i) => all || i < COMMON || isSet(limits[name]));
  return (
    <div className={styles.targetsForm}>
      <b>Limits</b>
      <span className="soft">at least</span>
      <span className="soft">at most</span>
      <span className="soft">counts</span>
      <span className="soft">may go over by</span>
      {shown.map((nutrient) => {
        const typed = limits[nutrient] ?? NONE;
        const name = LABELS[nutrient] ?? nutrient;
        return (
          <div key={nutrient} style={{ display: 'contents' }}>
            <span>
              {name} <span className="soft">{unitOf(nutrient)}</span>
            </span>
            {(['least', 'most'] as const).map((end) => (
              <TextField
                key={end}
                value={typed[end]}
                onChange={(e) => set(nutrient, { [end]: e.target.value })}
                slotProps={{
                  htmlInput: { inputMode: 'decimal', 'aria-label': `${name} at ${end}` },
                }}
              />
            ))}
            {isSet(typed) ? (
              <>
                <span className={styles.counts}>
                  <TextField
                    select
                    value={`${typed.per}/${typed.hard ? 'must' : 'wish'}`}
                    slotProps={{ htmlInput: { 'aria-label': `${name} counts` } }}
                    onChange={(e) => {
                      const [per, hard] = e.target.value.split('/');
                      set(nutrient, {
                        per: per === 'day' ? 'day' : 'serving',
                        hard: hard === 'must',
                      });
                    }}
                  >
                    <MenuItem value="serving/must">per serving, must</MenuItem>
                    <MenuItem value="serving/wish">per serving, nice to have</MenuItem>
                    <MenuItem value="day/must">per day, must</MenuItem>
                    <MenuItem value="day/wish">per day, nice to have</MenuItem>
                  </TextField>
                  {typed.per === 'day' && (
                    <TextField
                      label="this meal, %"
                      value={typed.share}
                      sx={{ width: 110 }}
                      onChange={(e) => set(nutrient, { share: e.target.value })}
                      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
                    />
                  )}
                </span>
                <TextField
                  value={typed.tolerance}
                  placeholder="0"
                  onChange={(e) => set(nutrient, { tolerance: e.target.value })}
                  slotProps={{
                    htmlInput: { inputMode: 'decimal', 'aria-label': `${name} may go over by` },
                  }}
                />
              </>
            ) : (
              <>
                <span />
                <span />
              </>
            )}
          </div>
        );
      })}
      {shown.length < TARGETED.length && (
        <PlainButton className="plain-button" onClick={() => setAll(true)}>
          {TARGETED.length - shown.length} more
        </PlainButton>
      )}
    </div>
  );
}
