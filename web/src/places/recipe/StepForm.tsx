/** A step of the recipe's own, changed in place: words, technique, minutes, heat, order. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { CookStepView, MethodView } from '../../api/types';
import { TECHNIQUES } from '../../api/vocabulary';
import { useOpenDish } from '../../draft/context';
import {
  addStep,
  canMove,
  changeStep,
  moveStep,
  removeStep,
  takenAgain,
  withSteps,
} from '../../draft/method';
import { plain } from '../../parts/format';
import { minutesIn, takeable } from './reading';
import styles from './recipe.module.css';

const HOTTEST = 350;

interface StepFormProps {
  step: CookStepView;
  view: MethodView;
  onDone: () => void;
}

export function StepForm({ step, view, onDone }: StepFormProps): JSX.Element {
  const { draft } = useOpenDish();
  const dish = withSteps(draft.document, view.method);
  const own = dish.method.find((one) => one.id === step.id);
  // The recipe's own step is changed, not what a swap makes of it.
  const shown = own ?? step;
  const [words, setWords] = useState(shown.words);
  const [technique, setTechnique] = useState(shown.technique);
  const [minutes, setMinutes] = useState(
    shown.minutes_low === shown.minutes_high
      ? plain(shown.minutes_low)
      : `${plain(shown.minutes_low)} to ${plain(shown.minutes_high)}`,
  );
  const [oven, setOven] = useState(shown.oven_c === null ? '' : plain(shown.oven_c));
  const [takes, setTakes] = useState(own?.takes.map((take) => take.ref) ?? []);
  if (!own) return <p className="soft">This step is gone; load the page again.</p>;
  const span = minutesIn(minutes);
  const heat = oven.trim() === '' ? null : Number(oven.replace(',', '.'));
  const badHeat = heat !== null && !(heat > 0 && heat <= HOTTEST);
  const change = (next: (of: typeof dish) => typeof dish): void =>
    draft.change((before) => next(withSteps(before, view.method)));
  const done = (): void => {
    if (!span || badHeat || words.trim() === '') return;
    const set = new Set(own.by_cook);
    if (span[0] !== own.minutes_low || span[1] !== own.minutes_high) set.add('minutes');
    if (heat !== own.oven_c) set.add('oven_c');
    if (technique !== own.technique) set.add('technique');
    change((of) =>
      changeStep(of, step.id, {
        words: words.trim(),
        technique,
        minutes_low: span[0],
        minutes_high: span[1],
        oven_c: heat,
        stated: [...new Set([...own.stated, ...set])],
        by_cook: [...set],
        settled: true,
        takes: takenAgain(own.takes, takes),
      }),
    );
    onDone();
  };
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        done();
      }}
    >
      {step.was && (
        <p className="soft">
          This is the recipe’s own step. A swap changes its words; a time that you set here stands.
        </p>
      )}
      <TextField
        label="Words"
        value={words}
        multiline
        fullWidth
        autoFocus
        error={words.trim() === ''}
        onChange={(event) => setWords(event.target.value)}
      />
      <div className={styles.fields}>
        <TextField
          select
          label="What is done"
          value={technique}
          onChange={(event) => setTechnique(event.target.value)}
        >
          <MenuItem value="">not told</MenuItem>
          {[...TECHNIQUES].sort().map((key) => (
            <MenuItem key={key} value={key}>
              {key.replaceAll('_', ' ')}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Minutes"
          value={minutes}
          error={!span}
          helperText={span ? '' : '8, or 8 to 10'}
          onChange={(event) => setMinutes(event.target.value)}
        />
        <TextField
          label="Oven, °C"
          value={oven}
          error={badHeat}
          helperText={badHeat ? `1 to ${HOTTEST}` : ''}
          onChange={(event) => setOven(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
      </div>
      <TextField
        select
        label="What it takes"
        fullWidth
        value={takes}
        onChange={(event) => setTakes(event.target.value as unknown as string[])}
        slotProps={{ select: { multiple: true } }}
      >
        {takeable(dish, view, step.id).map(([ref, label]) => (
          <MenuItem key={ref} value={ref}>
            {label}
          </MenuItem>
        ))}
      </TextField>
      <div className={styles.fields}>
        <Button
          type="submit"
          variant="contained"
          disabled={!span || badHeat || words.trim() === ''}
        >
          Done
        </Button>
        <Button
          disabled={!canMove(dish, step.id, -1)}
          onClick={() => change((of) => moveStep(of, step.id, -1))}
        >
          Earlier
        </Button>
        <Button
          disabled={!canMove(dish, step.id, 1)}
          onClick={() => change((of) => moveStep(of, step.id, 1))}
        >
          Later
        </Button>
        <Button onClick={() => change((of) => addStep(of, step.id, 'New step'))}>
          Add a step below
        </Button>
        <Button
          color="error"
          onClick={() => {
            change((of) => removeStep(of, step.id));
            onDone();
          }}
        >
          Remove
        </Button>
      </div>
    </form>
  );
}
