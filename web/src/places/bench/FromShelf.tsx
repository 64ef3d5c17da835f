/** A line, or the whole part, met from the shelf: what is there, and what it would stand in for. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { metFromShelf } from '../../api/shelf';
import type { BatchRecord, Line, Part } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { replaceLine } from '../../draft/edits';
import { PlainButton } from '../../parts/PlainButton';
import { typed, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { useShelf } from '../../shelf/useShelf';
import styles from './candidates.module.css';

const WHOLE = '';

/** The line a batch is likeliest for: the same food; all of the part where there is none. */
function likeliest(part: Part, batch: BatchRecord | undefined): string {
  return part.lines.find((line) => batch && line.food === batch.food)?.id ?? WHOLE;
}

/** What is not there any more of what a line means to take. */
function Short({ line, batches }: { line: Line; batches: BatchRecord[] }): JSX.Element | null {
  const batch = batches.find((one) => one.id === line.instead?.shelf?.batch);
  const left = batch?.view.safe ? batch.view.left : 0;
  if (left + 2 >= (line.instead?.grams ?? 0)) return null;
  return (
    <b className="bad">
      {left < 1 ? 'nothing of it is left there' : `only ${withUnit(left, 'g')} are left there`}
    </b>
  );
}

export function FromShelf({ part }: { part: Part }): JSX.Element | null {
  const { draft } = useOpenDish();
  const shelf = useShelf();
  const usable = shelf.batches.filter(({ food, view }) => food && view.left >= 1 && view.safe);
  // What is of a food of this part stands first; the rest by the day it is to be eaten by.
  const fits = (one: BatchRecord): number => Number(likeliest(part, one) === WHOLE);
  const there = [...usable].sort((a, b) => fits(a) - fits(b));
  const [chosen, setChosen] = useState<string | null>(null);
  const [place, setPlace] = useState<string | null>(null);
  const [grams, setGrams] = useState('');
  const [open, setOpen] = useState(false);
  const known = there[0] && likeliest(part, there[0]) !== WHOLE ? there[0] : undefined;
  const batch = there.find((one) => one.id === chosen) ?? known;
  const target = place ?? likeliest(part, batch);
  const meeting = useMutation({
    mutationFn: () =>
      metFromShelf(
        draft.document,
        part.id,
        target === WHOLE ? null : target,
        batch?.id ?? '',
        grams === '' ? null : typed(grams),
      ),
    onSuccess: (met) => {
      const before = draft.document;
      draft.change((dish) => (dish === before ? met.dish : dish), `${batch?.name} from the shelf`);
      setGrams('');
    },
  });
  const met = part.lines.filter((line) => line.instead?.shelf);
  if (!there.length && !met.length) return null;
  const short =
    meeting.data && meeting.data.needs !== null && meeting.data.needs > meeting.data.grams + 1
      ? `It would need ${withUnit(meeting.data.needs, 'g')}; ${withUnit(meeting.data.grams, 'g')} are used.`
      : '';
  return (
    <section aria-label="From the shelf" className={styles.shelf}>
      {met.map((line) => (
        <p key={line.id} className="row">
          <b>
            {withUnit(line.instead?.grams ?? 0, 'g')} {line.instead?.food_name}
          </b>
          <span>
            {line.instead?.shelf?.covers.length ? `is all of ${part.name}` : 'comes'}, from the
            shelf
          </span>
          <Short line={line} batches={shelf.batches} />
          <PlainButton
            className="chip"
            onClick={() => {
              meeting.reset();
              draft.change((dish) => replaceLine(dish, line.id, { ...line, instead: null }));
            }}
          >
            Not from the shelf
          </PlainButton>
        </p>
      ))}
      {short && <p role="status">{short}</p>}
      {meeting.error && <Notice bad>{sentence(meeting.error)}</Notice>}
      {there.length > 0 && !open && (
        <PlainButton className="chip" onClick={() => setOpen(true)}>
          {known ? `Take it from the shelf: ${known.name}` : 'Take something from the shelf'}
        </PlainButton>
      )}
      {open && (
        <div className={styles.shelfForm}>
          <TextField
            select
            label="From the shelf"
            value={batch?.id ?? ''}
            onChange={(e) => {
              setChosen(e.target.value);
              setPlace(null);
            }}
          >
            {there.map((one) => (
              <MenuItem key={one.id} value={one.id}>
                {one.name}, {withUnit(one.view.left, 'g')}, by {one.view.by}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="In place of"
            value={target}
            onChange={(e) => setPlace(e.target.value)}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          >
            <MenuItem value={WHOLE}>all of {part.name}</MenuItem>
            {part.lines.map((line) => (
              <MenuItem key={line.id} value={line.id}>
                {line.food_name || line.text}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label="g"
            value={grams}
            placeholder="what it needs"
            onChange={(e) => setGrams(e.target.value)}
            slotProps={{ htmlInput: { inputMode: 'decimal' }, inputLabel: { shrink: true } }}
          />
          <Button variant="contained" disabled={meeting.isPending} onClick={() => meeting.mutate()}>
            Take it
          </Button>
          <PlainButton className="plain-button" onClick={() => setOpen(false)}>
            Close
          </PlainButton>
        </div>
      )}
    </section>
  );
}
