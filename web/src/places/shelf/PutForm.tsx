/** Putting something on the shelf by hand: what, how much, where, since when. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { kindsQuery } from '../../api/shelf';
import type { FoodView, ShelfPlace } from '../../api/types';
import { newId } from '../../browser/newId';
import { FoodPicker } from '../../parts/FoodPicker';
import { typed } from '../../parts/format';
import type { Shelf } from '../../shelf/useShelf';
import { KindSelect, useLikeliest, type KindGroup } from './KindSelect';
import styles from './shelf.module.css';

/** How long a kind keeps, by place, in words. */
function Keeps({ kind, food }: { kind: string; food: string }): JSX.Element | null {
  const found = useQuery(kindsQuery(food));
  const one = found.data?.kinds.find((each) => each.key === kind);
  if (!one) return null;
  const days = [
    one.fridge_days === null ? '' : `${one.fridge_days} days in the fridge`,
    one.freezer_days === null ? '' : `${one.freezer_days} in the freezer`,
    one.cupboard_days === null ? '' : `${one.cupboard_days} in the cupboard`,
  ].filter(Boolean);
  return (
    <p className="soft">
      {days.join(', ')} ({one.source}). {one.freezing} {one.note}
    </p>
  );
}

export function PutForm({ shelf, today }: { shelf: Shelf; today: string }): JSX.Element {
  const [name, setName] = useState('');
  const [food, setFood] = useState<FoodView | null>(null);
  const [form, setForm] = useState<string | null>(null);
  const [kind, setKind] = useState<string | null>(null);
  const [grams, setGrams] = useState('');
  const [pieces, setPieces] = useState('');
  const [place, setPlace] = useState<ShelfPlace>('fridge');
  const [made, setMade] = useState('');
  const [said, setSaid] = useState('');
  const [round, setRound] = useState(0);
  const [group, setGroup] = useState<KindGroup>('cooked');
  const likeliest = useLikeliest(food?.key ?? '', group);
  const chosen = kind ?? likeliest;
  const forms = food?.forms ?? [];
  // What stands there cooked counts as boiled, where the foods know it so.
  const usual = group === 'cooked' && forms.includes('boiled') ? 'boiled' : forms[0];
  const weighs = typed(grams);
  const called = name.trim() || (food?.name ?? '');
  const put = (): void => {
    shelf.put({
      what: 'put',
      name: called,
      body: {
        id: newId(),
        name: called,
        kind: chosen,
        grams: weighs ?? 0,
        place,
        made: made || today,
        pieces: typed(pieces),
        said: said || null,
        food: food?.key ?? '',
        form: form ?? usual ?? null,
        note: '',
      },
    });
    setName('');
    setFood(null);
    setForm(null);
    setKind(null);
    setGrams('');
    setPieces('');
    setSaid('');
    setMade('');
    setRound(round + 1);
  };
  return (
    <section className={styles.put} aria-label="Put on the shelf">
      <h2>Put something there</h2>
      <FoodPicker
        key={round}
        label="Which food"
        initial=""
        onPick={(picked) => {
          setFood(picked);
          setForm(null);
          setKind(null);
        }}
      />
      {forms.length > 1 && (
        <TextField
          select
          label="In which form"
          value={form ?? usual ?? ''}
          onChange={(e) => setForm(e.target.value)}
        >
          {forms.map((one) => (
            <MenuItem key={one} value={one}>
              {one}
            </MenuItem>
          ))}
        </TextField>
      )}
      <TextField
        label="Called"
        value={name}
        placeholder={food?.name ?? 'Half the lentil soup'}
        onChange={(e) => setName(e.target.value)}
        slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 120 } }}
        fullWidth
      />
      <KindSelect
        food={food?.key ?? ''}
        group={group}
        value={chosen}
        onGroup={(next) => {
          setGroup(next);
          setKind(null);
        }}
        onChange={setKind}
      />
      <Keeps kind={chosen} food={food?.key ?? ''} />
      <div className={styles.fields}>
        <TextField
          label="Weighs, g"
          value={grams}
          onChange={(e) => setGrams(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          label="Pieces, if any"
          value={pieces}
          onChange={(e) => setPieces(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          select
          label="Where"
          value={place}
          onChange={(e) => setPlace(e.target.value as ShelfPlace)}
        >
          <MenuItem value="fridge">fridge</MenuItem>
          <MenuItem value="freezer">freezer</MenuItem>
          <MenuItem value="cupboard">cupboard</MenuItem>
        </TextField>
        <TextField
          type="date"
          label="Made or opened"
          value={made || today}
          onChange={(e) => setMade(e.target.value)}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { max: today } }}
        />
        <TextField
          type="date"
          label="A day on the packet"
          value={said}
          onChange={(e) => setSaid(e.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
      </div>
      {!food && called !== '' && (
        <p className="soft">
          Without a food nobody knows what is in it: it is kept, but no dish can count it.
        </p>
      )}
      <Button variant="contained" disabled={!called || !weighs || weighs <= 0} onClick={put}>
        Put it on the shelf
      </Button>
      <p className="soft">Into the fridge within 2 hours, within 1 where it is over 32 °C.</p>
    </section>
  );
}
