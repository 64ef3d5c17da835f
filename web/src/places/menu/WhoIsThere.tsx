/** Who is at the table on a day, how many guests, and when it is served. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { DayForm, EaterRecord, MenuDayRecord } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { plain, typed } from '../../parts/format';
import { clock, weekday } from './dates';
import styles from './menu.module.css';

interface Props {
  day: MenuDayRecord;
  eaters: EaterRecord[];
  onSave: (form: DayForm) => void;
  onClose: () => void;
}

export function WhoIsThere({ day, eaters, onSave, onClose }: Props): JSX.Element {
  const [serve, setServe] = useState(clock(day.serve_at));
  const [there, setThere] = useState(day.eaters);
  const [guests, setGuests] = useState(plain(day.guests));
  const many = guests.trim() === '' ? 0 : typed(guests);
  const all = eaters.every((one) => there.includes(one.id));
  return (
    <div className={styles.form} role="group" aria-label={`Who is there on ${weekday(day.date)}`}>
      <div className="row" role="group" aria-label="At the table">
        {eaters.map((one) => (
          <PlainButton
            key={one.id}
            className="chip"
            aria-pressed={there.includes(one.id)}
            onClick={() =>
              setThere(
                there.includes(one.id) ? there.filter((id) => id !== one.id) : [...there, one.id],
              )
            }
          >
            {one.name}
          </PlainButton>
        ))}
      </div>
      <div className="row">
        <TextField
          type="time"
          label="Served at"
          value={serve}
          onChange={(event) => setServe(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <TextField
          label="Guests"
          value={guests}
          onChange={(event) => setGuests(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          sx={{ width: 100 }}
        />
        <Button
          variant="contained"
          disabled={many === null || many < 0 || !serve}
          onClick={() =>
            onSave({
              ...(serve === clock(day.serve_at) ? {} : { serve_at: `${serve}:00` }),
              ...(there.join() === day.eaters.join() ? {} : { eaters: all ? null : there }),
              ...(many === day.guests ? {} : { guests: many ?? 0 }),
            })
          }
        >
          Save
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </div>
  );
}
