/** A household's own measures and names of one food: listed, added, forgotten. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import {
  ownMeasuresQuery,
  ownNamesQuery,
  useForgetMeasure,
  useForgetName,
  useKeepMeasure,
  useKeepName,
} from '../../api/ownFoods';
import { PlainButton } from '../../parts/PlainButton';
import { plain } from '../../parts/format';
import { Notice } from '../../parts/Notice';

export function OwnMeasure({ food }: { food: string }): JSX.Element {
  const kept = useQuery(ownMeasuresQuery);
  const [unit, setUnit] = useState('');
  const [grams, setGrams] = useState('');
  const weight = Number(grams.replace(',', '.'));
  const keep = useKeepMeasure(() => {
    setUnit('');
    setGrams('');
  });
  const forget = useForgetMeasure();
  const problem = keep.error ?? forget.error;
  return (
    <>
      {kept.data
        ?.filter((m) => m.food === food)
        .map((m) => (
          <PlainButton
            key={m.id}
            className="chip"
            onClick={() => forget.mutate(m.id)}
            aria-label={`Forget our ${m.unit}`}
          >
            our {m.unit} {plain(m.grams)} g ×
          </PlainButton>
        ))}
      <form
        className="row"
        style={{ marginTop: 8 }}
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate({ food, unit, grams: weight });
        }}
      >
        <TextField
          label="Our"
          placeholder="ladle"
          value={unit}
          sx={{ width: 120 }}
          onChange={(e) => setUnit(e.target.value)}
        />
        <TextField
          label="weighs, g"
          value={grams}
          sx={{ width: 110 }}
          onChange={(e) => setGrams(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <Button type="submit" variant="outlined" disabled={!unit || !(weight > 0)}>
          Keep measure
        </Button>
      </form>
      {problem && <Notice bad>{sentence(problem)}</Notice>}
    </>
  );
}

export function OwnName({ food }: { food: string }): JSX.Element {
  const kept = useQuery(ownNamesQuery);
  const [name, setName] = useState('');
  const keep = useKeepName(() => setName(''));
  const forget = useForgetName();
  const problem = keep.error ?? forget.error;
  return (
    <>
      {kept.data
        ?.filter((n) => n.food === food)
        .map((n) => (
          <PlainButton
            key={n.id}
            className="chip"
            onClick={() => forget.mutate(n.id)}
            aria-label={`Forget the name ${n.name}`}
          >
            {n.name} ×
          </PlainButton>
        ))}
      <form
        className="row"
        style={{ marginTop: 8 }}
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate({ food, name });
        }}
      >
        <TextField
          label="We call it"
          value={name}
          sx={{ width: 200 }}
          onChange={(e) => setName(e.target.value)}
        />
        <Button type="submit" variant="outlined" disabled={!name.trim()}>
          Keep name
        </Button>
      </form>
      {problem && <Notice bad>{sentence(problem)}</Notice>}
    </>
  );
}
