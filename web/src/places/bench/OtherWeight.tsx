/** What the vegetable really weighs: seasoning follows, eggs hold within a quarter. */
import Button from '@mui/material/Button';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { useRebase } from '../../api/reckon';
import type { Part, Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { setChoice } from '../../draft/edits';
import { Notice } from '../../parts/Notice';
import { NumberField } from '../../parts/NumberField';
import { PlainButton } from '../../parts/PlainButton';
import styles from '../stand-ins/standIns.module.css';

export function OtherWeight({ part, slot }: { part: Part; slot: Slot }): JSX.Element | null {
  const { draft } = useOpenDish();
  const [open, setOpen] = useState(false);
  const [grams, setGrams] = useState<number | null>(null);
  const rebase = useRebase((choice) => {
    draft.change((dish) => setChoice(dish, part.id, slot.id, choice));
    setOpen(false);
  });
  if (slot.choice?.kind !== 'book') return null;
  if (!open)
    return (
      <PlainButton className="chip" onClick={() => setOpen(true)}>
        Mine weighs something else
      </PlainButton>
    );
  return (
    <form
      className={styles.keep}
      onSubmit={(event) => {
        event.preventDefault();
        if (grams !== null)
          rebase.mutate({ dish: draft.document, part: part.id, slot: slot.id, grams });
      }}
    >
      <NumberField label="Vegetable, trimmed, g" value={null} onChange={setGrams} />
      <Button type="submit" variant="outlined" disabled={grams === null || rebase.isPending}>
        Go by it
      </Button>
      <Button onClick={() => setOpen(false)}>Leave it</Button>
      {rebase.error && <Notice bad>{sentence(rebase.error)}</Notice>}
    </form>
  );
}
