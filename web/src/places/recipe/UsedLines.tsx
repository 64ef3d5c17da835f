/** The dish's lines in the order they are used; grams of the recipe's own can be typed here. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { Line, UsedLine } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { replaceLine, withGrams } from '../../draft/edits';
import { withoutLine } from '../../draft/method';
import { PlainButton } from '../../parts/PlainButton';
import { plain } from '../../parts/format';
import { gramsIn, perPart } from './reading';
import styles from './recipe.module.css';

export function UsedLines({ lines }: { lines: UsedLine[] }): JSX.Element {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <>
      <h2>What goes in</h2>
      {perPart(lines).map(([part, own]) => (
        <div key={part || own[0]?.id}>
          {part && <h3>{part}</h3>}
          <ul className={styles.used}>
            {own.map((line) => (
              <Used
                key={`${line.id}/${line.whose}`}
                line={line}
                open={line.whose === '' && open === line.id}
                onOpen={(is) => setOpen(is ? line.id : null)}
              />
            ))}
          </ul>
        </div>
      ))}
    </>
  );
}

interface UsedProps {
  line: UsedLine;
  open: boolean;
  onOpen: (is: boolean) => void;
}

function Used({ line, open, onOpen }: UsedProps): JSX.Element {
  const { draft } = useOpenDish();
  const [typed, setTyped] = useState('');
  const own = draft.document.parts
    .flatMap((part) => [...part.lines, ...part.slots.flatMap((slot) => slot.choice?.lines ?? [])])
    .find((one) => one.id === line.id);
  const grams = gramsIn(typed);
  const done = (): void => {
    if (own && grams !== null)
      draft.change((dish) => replaceLine(dish, line.id, weighed(own, grams)));
    onOpen(false);
  };
  return (
    <li className={line.brought_in ? styles.broughtIn : undefined}>
      <PlainButton
        className={styles.line}
        title={line.whose ? `${line.name}: change it on the Bench` : line.written}
        disabled={line.whose !== ''}
        aria-expanded={open}
        onClick={() => {
          setTyped(line.grams === null ? '' : plain(line.grams));
          onOpen(!open);
        }}
      >
        <b>{line.grams === null ? '? g' : `${plain(line.grams)} g`}</b>
        <span>
          {line.name}
          {line.whose && <small className={styles.for}>for {line.whose}</small>}
        </span>
        <small className={line.step === null ? styles.noStep : 'soft'}>
          {line.step === null ? 'in no step' : line.step}
        </small>
      </PlainButton>
      {open && (
        <form
          className={styles.grams}
          onSubmit={(event) => {
            event.preventDefault();
            done();
          }}
        >
          <TextField
            label="Grams"
            value={typed}
            autoFocus
            error={typed !== '' && grams === null}
            onChange={(event) => setTyped(event.target.value)}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
          <Button type="submit" variant="outlined" disabled={grams === null}>
            Done
          </Button>
          {!line.brought_in && (
            <Button
              color="error"
              onClick={() => draft.change((dish) => withoutLine(dish, line.id))}
            >
              Remove
            </Button>
          )}
        </form>
      )}
    </li>
  );
}

/** A line with typed grams; what stands in for it carries them where something does. */
function weighed(line: Line, grams: number): Line {
  if (line.instead === null) return withGrams(line, grams);
  return { ...line, instead: withGrams(line.instead, grams) };
}
