/** Name and servings, changed where they are read. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import { useOpenDish } from '../../draft/context';
import { plain } from '../../parts/format';
import { servingsIn } from './reading';
import styles from './recipe.module.css';

export function HeadForm(): JSX.Element {
  const { draft } = useOpenDish();
  const { title, servings } = draft.document;
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(title);
  const [typed, setTyped] = useState(plain(servings));
  const count = servingsIn(typed);
  const good = count !== null && name.trim() !== '';
  if (!open)
    return (
      <p className={styles.head}>
        {plain(servings)} servings
        <Button
          size="small"
          onClick={() => {
            setName(title);
            setTyped(plain(servings));
            setOpen(true);
          }}
        >
          Name and servings
        </Button>
      </p>
    );
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (!good) return;
        draft.change((dish) => ({
          ...dish,
          title: name.trim(),
          servings: count,
          servings_assumed: false,
        }));
        setOpen(false);
      }}
    >
      <TextField
        label="Name"
        value={name}
        autoFocus
        error={name.trim() === ''}
        onChange={(event) => setName(event.target.value)}
      />
      <TextField
        label="Servings"
        value={typed}
        error={count === null}
        helperText={count === null ? 'from a quarter to 200' : ''}
        onChange={(event) => setTyped(event.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <div className={styles.fields}>
        <Button type="submit" variant="contained" disabled={!good}>
          Done
        </Button>
        <Button onClick={() => setOpen(false)}>Cancel</Button>
      </div>
    </form>
  );
}
