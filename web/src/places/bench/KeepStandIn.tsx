/** Keeps what stands in a part as a stand-in of the household's own. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { useKeepPart } from '../../api/standIns';
import type { Part, Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { newId } from '../../browser/newId';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import styles from '../stand-ins/standIns.module.css';

export function KeepStandIn({ part, slot }: { part: Part; slot: Slot }): JSX.Element | null {
  const { draft } = useOpenDish();
  const [name, setName] = useState<string | null>(null);
  // One id for as long as the form is open: pressing twice keeps once.
  const [id, setId] = useState(newId);
  const keep = useKeepPart();
  if (!slot.choice || slot.choice.lines.length === 0) return null;
  if (keep.data)
    return (
      <Notice>
        {keep.data.own.stand_in.name} is kept. <Link to="/foods/stand-ins">Your stand-ins</Link>
      </Notice>
    );
  if (name === null)
    return (
      <PlainButton
        className="chip"
        onClick={() => {
          setId(newId());
          setName(`${slot.choice?.name ?? ''}, our way`.slice(0, 80));
        }}
      >
        Keep as our stand-in
      </PlainButton>
    );
  return (
    <form
      className={styles.keep}
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate({ id, dish: draft.document, part: part.id, slot: slot.id, name });
      }}
    >
      <TextField
        size="small"
        label="Name it"
        value={name}
        autoFocus
        onChange={(event) => setName(event.target.value)}
      />
      <Button type="submit" variant="outlined" disabled={keep.isPending || !name.trim()}>
        Keep
      </Button>
      <Button onClick={() => setName(null)}>Leave it</Button>
      {keep.error && <Notice bad>{sentence(keep.error)}</Notice>}
    </form>
  );
}
