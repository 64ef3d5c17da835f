/** Keeping the draft as a version, and making a food of it that other dishes use by grams. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../api/client';
import { keepVersion, useMakeFood } from '../api/dishes';
import { useOpenDish } from '../draft/context';
import { PlainButton } from './PlainButton';
import { withUnit } from './format';
import { Notice } from './Notice';
import styles from './keepVersion.module.css';

const WHOLE = 'whole';

function AsFood({ version }: { version: number }): JSX.Element {
  const { draft, preview } = useOpenDish();
  const { title, parts } = draft.document;
  const [part, setPart] = useState(WHOLE);
  const [name, setName] = useState(title);
  const [grams, setGrams] = useState(preview?.finished_grams?.toString() ?? '');
  const making = useMakeFood(draft.id, version);
  if (making.data)
    return (
      <p role="status">
        {making.data.name} is a food now, {withUnit(making.data.grams, 'g')} of it
        {making.data.weighed ? '' : ' by what went in'}. Write it into any recipe by grams.
      </p>
    );
  const choose = (next: string): void => {
    setPart(next);
    setName(parts.find((p) => p.id === next)?.name ?? title);
    setGrams(next === WHOLE ? (preview?.finished_grams?.toString() ?? '') : '');
  };
  return (
    <form
      className={styles.asFood}
      onSubmit={(event) => {
        event.preventDefault();
        making.mutate({
          name,
          part: part === WHOLE ? null : part,
          grams: grams.trim() === '' ? null : Number(grams.replace(',', '.')),
        });
      }}
    >
      {parts.length > 1 && (
        <TextField select label="Which of it" value={part} onChange={(e) => choose(e.target.value)}>
          <MenuItem value={WHOLE}>the whole dish</MenuItem>
          {parts.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <TextField label="Name of the food" value={name} onChange={(e) => setName(e.target.value)} />
      <TextField
        label="Grams when it was done"
        value={grams}
        helperText="Leave empty if nobody weighed it."
        onChange={(e) => setGrams(e.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <Button type="submit" variant="outlined" disabled={making.isPending}>
        Make it a food
      </Button>
      {making.error && <Notice bad>{sentence(making.error)}</Notice>}
    </form>
  );
}

export function KeepVersion(): JSX.Element {
  const { draft } = useOpenDish();
  const [asking, setAsking] = useState(false);
  const keeping = useMutation({
    mutationFn: async () => {
      await draft.flush();
      return keepVersion(draft.id);
    },
  });
  return (
    <>
      <Button
        variant="outlined"
        size="small"
        disabled={keeping.isPending}
        onClick={() => keeping.mutate()}
      >
        Keep this version
      </Button>
      {keeping.data && (
        <div className={styles.kept}>
          <p role="status">Kept as version {keeping.data.number}.</p>
          {asking ? (
            <AsFood key={keeping.data.number} version={keeping.data.number} />
          ) : (
            <PlainButton className="chip" onClick={() => setAsking(true)}>
              Use it as an ingredient
            </PlainButton>
          )}
        </div>
      )}
      {keeping.error && <Notice bad>{sentence(keeping.error)}</Notice>}
    </>
  );
}
