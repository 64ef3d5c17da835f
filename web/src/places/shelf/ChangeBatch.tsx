/** What a batch is called, what it is, and a day of its own. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { useChangeBatch } from '../../api/shelf';
import type { BatchRecord, FoodView, ShelfAnswer } from '../../api/types';
import { FoodPicker } from '../../parts/FoodPicker';
import { Notice } from '../../parts/Notice';
import { KindSelect } from './KindSelect';
import styles from './shelf.module.css';

interface Props {
  batch: BatchRecord;
  onDone: () => void;
  onSaved: (answer: ShelfAnswer) => void;
}

export function ChangeBatch({ batch, onDone, onSaved }: Props): JSX.Element {
  const [name, setName] = useState(batch.name);
  const [kind, setKind] = useState(batch.view.kind);
  const [group, setGroup] = useState(batch.view.group);
  const [said, setSaid] = useState(batch.said ?? '');
  const [note, setNote] = useState(batch.note);
  const [inside, setInside] = useState<FoodView | null>(null);
  // What stands there cooked counts as boiled, where the foods know it so.
  const cooked = group === 'cooked' ? inside?.forms.find((form) => form === 'boiled') : undefined;
  const saving = useChangeBatch(batch, (answer) => {
    onSaved(answer);
    onDone();
  });
  const save = (): void =>
    saving.mutate({
      name,
      kind,
      said: said || null,
      note,
      food: inside?.key ?? '',
      form: inside ? (cooked ?? inside.forms[0] ?? null) : null,
    });
  const food = batch.food.startsWith('made:') ? '' : batch.food;
  return (
    <div className={styles.change}>
      <TextField label="Called" value={name} onChange={(e) => setName(e.target.value)} />
      <KindSelect
        food={food}
        group={group}
        value={kind}
        onGroup={(next) => {
          setGroup(next);
          setKind('');
        }}
        onChange={setKind}
      />
      <TextField
        type="date"
        label="Eat it by, if sooner"
        value={said}
        onChange={(e) => setSaid(e.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      {!batch.food && <FoodPicker label="What is in it" initial="" onPick={setInside} />}
      <TextField label="Note" value={note} onChange={(e) => setNote(e.target.value)} />
      <Button variant="outlined" disabled={saving.isPending} onClick={save}>
        Save
      </Button>
      {saving.error && <Notice bad>{sentence(saving.error)}</Notice>}
    </div>
  );
}
