/** One more ingredient, read as it is written and put into a part. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { readLine } from '../../api/reading';
import { useOpenDish } from '../../draft/context';
import { mapPart } from '../../draft/edits';
import styles from './recipe.module.css';

export function AddLine(): JSX.Element | null {
  const { draft } = useOpenDish();
  const { parts, unit_system } = draft.document;
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [picked, setPicked] = useState('');
  const part = parts.find((one) => one.id === picked) ?? parts.at(-1);
  const reading = useMutation({
    mutationFn: () => readLine(text, unit_system),
    onSuccess: (lines) => {
      if (part)
        draft.change((dish) =>
          mapPart(dish, part.id, (one) => ({ ...one, lines: [...one.lines, ...lines] })),
        );
      setText('');
      setOpen(false);
    },
  });
  if (!part) return null;
  if (!open)
    return (
      <Button size="small" onClick={() => setOpen(true)}>
        Add an ingredient
      </Button>
    );
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== '') reading.mutate();
      }}
    >
      <TextField
        label="Ingredient"
        placeholder="200 g leeks"
        value={text}
        autoFocus
        error={reading.isError}
        helperText={reading.error ? sentence(reading.error) : ''}
        onChange={(event) => setText(event.target.value)}
      />
      {parts.length > 1 && (
        <TextField
          select
          label="Part"
          value={part.id}
          onChange={(event) => setPicked(event.target.value)}
        >
          {parts.map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <div className={styles.fields}>
        <Button type="submit" variant="contained" disabled={text.trim() === ''}>
          Add
        </Button>
        <Button onClick={() => setOpen(false)}>Cancel</Button>
      </div>
    </form>
  );
}
