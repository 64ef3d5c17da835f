/** One step of an own stand-in: what is done, for how long, and how wet it ends. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { JSX } from 'react';

import type { StepEntry } from '../../api/types';
import { BOOK_TECHNIQUES } from '../../api/vocabulary';
import { NumberField } from '../../parts/NumberField';
import styles from './standIns.module.css';

interface Props {
  step: StepEntry;
  number: number;
  onChange: (step: StepEntry | null) => void;
}

export function StepFields({ step, number, onChange }: Props): JSX.Element {
  const band = step.band ?? null;
  const edge = (place: 0 | 1, share: number | null): void => {
    const low = place === 0 ? share : band ? band[0] * 100 : null;
    const high = place === 1 ? share : band ? band[1] * 100 : null;
    const none = low === null && high === null;
    onChange({ ...step, band: none ? null : [(low ?? 0) / 100, (high ?? 100) / 100] });
  };
  return (
    <div className={styles.step} role="group" aria-label={`Step ${number}`}>
      <div className={styles.fields}>
        <TextField
          size="small"
          label="Say it as an order"
          value={step.order}
          onChange={(event) =>
            onChange({ ...step, order: event.target.value, label: event.target.value.slice(0, 80) })
          }
        />
        <TextField
          select
          size="small"
          label="What is done"
          value={step.technique}
          onChange={(event) => onChange({ ...step, technique: event.target.value, settings: {} })}
        >
          {BOOK_TECHNIQUES.map((name) => (
            <MenuItem key={name} value={name}>
              {name.replaceAll('_', ' ')}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          label="Until"
          value={step.cue}
          onChange={(event) => onChange({ ...step, cue: event.target.value })}
        />
      </div>
      <div className={styles.fields}>
        <NumberField
          label="Hands-on min"
          className={styles.short}
          value={step.hands_on_minutes[1] || null}
          onChange={(value) => onChange({ ...step, hands_on_minutes: [value ?? 0, value ?? 0] })}
        />
        <NumberField
          label="Waiting min"
          className={styles.short}
          value={step.passive_minutes[1] || null}
          onChange={(value) => onChange({ ...step, passive_minutes: [value ?? 0, value ?? 0] })}
        />
        <NumberField
          label="Water from %"
          className={styles.short}
          value={band ? Math.round(band[0] * 1000) / 10 : null}
          onChange={(value) => edge(0, value)}
        />
        <NumberField
          label="Water to %"
          className={styles.short}
          value={band ? Math.round(band[1] * 1000) / 10 : null}
          onChange={(value) => edge(1, value)}
        />
        <Button size="small" onClick={() => onChange(null)} aria-label={`Take out step ${number}`}>
          Take out
        </Button>
      </div>
    </div>
  );
}
