/** One ingredient line: what was read, why it weighs what it weighs, and fixing it in place. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { foodQuery } from '../../api/foods';
import { alwaysRead, readFood } from '../../api/reading';
import type { Dish, Line } from '../../api/types';
import { withGrams } from '../../draft/edits';
import { FoodPicker } from '../../parts/FoodPicker';
import { PlainButton } from '../../parts/PlainButton';
import { plain, withUnit } from '../../parts/format';
import { LineSwapsPanel } from '../../parts/LineSwapsPanel';
import type { Kind } from '../../draft/kinds';
import { Choices } from '../../parts/Choices';
import { InOut } from '../../parts/InOut';
import { Notice } from '../../parts/Notice';
import { keysAreOn } from '../../parts/useKeys';
import { UsesEditor, usesText } from '../../parts/UsesEditor';
import { Tick } from '../../parts/Tick';
import { kindOfKey, Kinds } from './Kinds';
import styles from './bring.module.css';

interface Props {
  line: Line;
  dish: Dish;
  partId: string;
  open: boolean;
  onOpen: () => void;
  onClose: () => void;
  /** The line is settled; whoever lists lines may go on to the next doubtful one. */
  onChange: (line: Line) => void;
  /** Something beside food and grams changed; the line stays open. */
  onAdjust: (line: Line) => void;
  onMove: (partId: string) => void;
  onRemove: () => void;
  /** It is no ingredient but something else. */
  onMake: (kind: Kind) => void;
}

const DOUBTS: Record<string, string> = {
  no_food: 'Which food is this?',
  food_guessed: 'Is this the right food?',
  no_grams: 'How much is it?',
  which_one: 'Which one is meant?',
  with_bones: 'Is it weighed with its bones, or is it meat alone?',
  two_amounts: 'The two amounts do not agree. How many grams is it?',
  changes_food: 'A word here may make it another food: is this the right one?',
  cooked_or_dry: 'Weighed dry or cooked?',
  label_claim: 'The packet claims something: does this food have it too?',
  shared_amount: 'Is that amount for each of them or for all together?',
  for_each: 'It is told for each of several: how much is it for all?',
  odd_amount: 'That is a lot of it: is this the right food and unit?',
  unit_guessed: 'No unit is written: are these grams?',
  several_foods: 'More than one food is named.',
};

/** What is asked about a doubtful line, with the very words that were not understood. */
function questions(line: Line): string {
  const words = line.unread.map((word) => `“${word}”`).join(' and ');
  const asked = line.doubts.map((doubt) =>
    doubt === 'unread'
      ? `${words || 'A word'} ${line.unread.length > 1 ? 'were' : 'was'} not understood: ${line.unread.length > 1 ? 'do they' : 'does it'} change anything?`
      : (DOUBTS[doubt] ?? doubt),
  );
  return asked.join(' ');
}

function Candidate({ food, onPick }: { food: string; onPick: (key: string) => void }): JSX.Element {
  const found = useQuery(foodQuery(food));
  return (
    <PlainButton className="chip" onClick={() => onPick(food)}>
      {found.data?.name ?? '…'}
    </PlainButton>
  );
}

/** Room for the list of foods below the form. */
function intoView(form: HTMLFormElement | null): void {
  form?.scrollIntoView({ block: 'center' });
}

function Edit(props: Props): JSX.Element {
  const { line, onChange, onClose } = props;
  const [grams, setGrams] = useState(line.grams === null ? '' : plain(line.grams));
  const [always, setAlways] = useState(false);
  const [instead, setInstead] = useState(false);
  const choose = useMutation({
    mutationFn: async (food: string) => {
      const chosen = { food, form: null, unit_system: props.dish.unit_system };
      const read = await readFood(line, chosen);
      if (always) await alwaysRead(line.text, chosen);
      return read;
    },
    onSuccess: (read) => {
      onChange(read);
      setGrams(read.grams === null ? '' : plain(read.grams));
      if (read.grams !== null) onClose();
    },
  });
  const typed = Number(grams.replace(',', '.'));
  const valid = grams.trim() !== '' && Number.isFinite(typed) && typed >= 0 && typed <= 50_000;
  const accept = (): void => {
    const weighed = valid && grams !== (line.grams === null ? '' : plain(line.grams));
    const settled = weighed ? withGrams(line, typed) : line;
    const known = settled.food !== null && settled.grams !== null;
    onChange({ ...settled, settled: known, doubts: known ? [] : settled.doubts });
    onClose();
  };
  return (
    <form
      className={styles.lineEdit}
      ref={intoView}
      onSubmit={(event) => {
        event.preventDefault();
        accept();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
      }}
    >
      {line.candidates.length > 0 && (
        <div className="chips">
          <span className="soft">Perhaps</span>
          {line.candidates.map((food) => (
            <Candidate key={food} food={food} onPick={(key) => choose.mutate(key)} />
          ))}
        </div>
      )}
      <FoodPicker
        label="Food"
        initial={line.food_name || line.text.replace(/^[\d\s/.,½¼¾]+/, '')}
        autoFocus
        onPick={(food) => choose.mutate(food.key)}
      />
      <TextField
        label="Grams"
        value={grams}
        error={grams !== '' && !valid}
        onChange={(e) => setGrams(e.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <TextField
        select
        label="Part"
        value={props.partId}
        onChange={(e) => props.onMove(e.target.value)}
      >
        {props.dish.parts.map((part) => (
          <MenuItem key={part.id} value={part.id}>
            {part.name}
          </MenuItem>
        ))}
        <MenuItem value="new">New part …</MenuItem>
      </TextField>
      <Tick className={styles.always} checked={always} onChange={setAlways}>
        From now on, always read this as the food I choose
      </Tick>
      <div className="row">
        <Button type="submit" variant="contained">
          Done
        </Button>
        <Button onClick={props.onRemove}>Remove</Button>
        {line.food !== null && line.grams !== null && (
          <Button aria-expanded={instead} onClick={() => setInstead(!instead)}>
            What else would do?
          </Button>
        )}
      </div>
      {line.grams !== null && <UsesEditor line={line} onChange={props.onAdjust} />}
      {instead && (
        <LineSwapsPanel
          dish={props.dish}
          line={line}
          onTake={(taken) => props.onAdjust({ ...line, instead: taken })}
        />
      )}
      {choose.error && (
        <div style={{ gridColumn: '1 / -1' }}>
          <Notice bad>{sentence(choose.error)}</Notice>
        </div>
      )}
    </form>
  );
}

function range(line: Line): string {
  if (line.grams === null || line.grams_low === null || line.grams_high === null) return '';
  const wide = line.grams_high - line.grams_low > 0.12 * Math.max(line.grams, 1);
  return wide ? ` (${plain(line.grams_low)} to ${plain(line.grams_high)} g)` : '';
}

export function LineRow(props: Props): JSX.Element {
  const { line, open } = props;
  const written = line.clause || line.text;
  return (
    <div
      data-line
      className={line.settled ? styles.lineRow : `${styles.lineRow} ${styles.doubtful}`}
      onKeyDown={(event) => {
        const kind = kindOfKey(event);
        if (!kind || !keysAreOn()) return;
        event.preventDefault();
        props.onMake(kind);
      }}
    >
      <b>{line.grams === null ? '? g' : withUnit(line.grams, 'g')}</b>
      <span>
        {line.food_name || <span className={styles.doubt}>{written}</span>}
        {line.preparation && <span className="soft">, {line.preparation}</span>}
        {line.instead && (
          <b className="instead">
            {' '}
            → {withUnit(line.instead.grams ?? 0, 'g')} {line.instead.food_name}
          </b>
        )}
        <br />
        <span className={styles.why}>
          {line.settled ? (
            <>
              “{written}” · {line.reason}
              {range(line)}
              {usesText(line) && <span className={styles.usesText}> · {usesText(line)}</span>}
            </>
          ) : (
            <span className={styles.doubt}>
              “{written}” · {questions(line)} {line.food !== null && line.reason}
            </span>
          )}
          <InOut line={line} onChange={props.onAdjust} />
          <Choices line={line} unitSystem={props.dish.unit_system} onTake={props.onAdjust} />
          <Kinds onMake={props.onMake} />
        </span>
      </span>
      <PlainButton
        className="plain-button"
        aria-expanded={open}
        aria-label={`${line.settled ? 'Change' : 'Fix'} ${line.food_name || line.text}`}
        onClick={open ? props.onClose : props.onOpen}
      >
        {line.settled ? 'Change' : 'Fix'}
      </PlainButton>
      {open && <Edit {...props} />}
    </div>
  );
}
