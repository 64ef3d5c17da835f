/** What can always be done with a part's starch: another food by grams, half of it, none of it. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { readFood } from '../../api/reading';
import type { Choice, FoodView, Part, Ranking, Slot } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { emptyLine, setChoice, withGrams } from '../../draft/edits';
import { plain } from '../../parts/format';
import { FoodPicker } from '../../parts/FoodPicker';
import { Notice } from '../../parts/Notice';
import { NetCarbs } from './NetCarbs';
import styles from './bench.module.css';

interface Props {
  part: Part;
  slot: Slot;
  ranking: Ranking;
}

function OwnFood({ part, slot }: Omit<Props, 'ranking'>): JSX.Element {
  const { draft } = useOpenDish();
  const lines = part.lines.filter((line) => slot.line_ids.includes(line.id));
  const whole = lines.reduce((sum, line) => sum + (line.grams ?? 0), 0);
  const [food, setFood] = useState<FoodView | null>(null);
  const [grams, setGrams] = useState(whole > 0 ? plain(whole) : '');
  const typed = Number(grams.replace(',', '.'));
  const valid = grams.trim() !== '' && Number.isFinite(typed) && typed > 0 && typed <= 50_000;
  const taking = useMutation({
    mutationFn: async (wanted: FoodView) => {
      const unit_system = draft.document.unit_system;
      const line = emptyLine(`${plain(typed)} g ${wanted.name}`);
      return withGrams(await readFood(line, { food: wanted.key, form: null, unit_system }), typed);
    },
    onSuccess: (line) => {
      const choice: Choice = {
        stand_in: '',
        lines: [line],
        press: null,
        kind: 'own',
        name: line.food_name,
        basis: '',
        steps: [],
      };
      draft.change((dish) => setChoice(dish, part.id, slot.id, choice));
    },
  });
  return (
    <form
      className={styles.ownFood}
      onSubmit={(event) => {
        event.preventDefault();
        if (food && valid) taking.mutate(food);
      }}
    >
      <FoodPicker label="Another food" initial="" onPick={setFood} />
      <TextField
        label="Grams"
        value={grams}
        error={grams !== '' && !valid}
        sx={{ width: 110 }}
        onChange={(e) => setGrams(e.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <Button type="submit" variant="outlined" disabled={!food || !valid || taking.isPending}>
        Use it
      </Button>
      {taking.error && <Notice bad>{sentence(taking.error)}</Notice>}
    </form>
  );
}

const WORDS: Record<string, string> = { reduced: 'Take half', out: 'Leave it out' };

export function ByHand({ part, slot, ranking }: Props): JSX.Element {
  const { draft } = useOpenDish();
  return (
    <section className={styles.byHand} aria-label="By hand">
      <h3>By hand</h3>
      <OwnFood key={slot.id} part={part} slot={slot} />
      <ul className="plain-list">
        {ranking.by_hand.map(({ choice, net_carbs }) => (
          <li key={choice.kind} className="row">
            <span style={{ flex: 1 }}>
              {choice.name}{' '}
              <span className="soft">
                <NetCarbs now={net_carbs} was={ranking.was_net_carbs} />
              </span>
            </span>
            {slot.choice?.kind === choice.kind ? (
              <b>chosen</b>
            ) : (
              <Button
                variant="outlined"
                onClick={() => draft.change((dish) => setChoice(dish, part.id, slot.id, choice))}
              >
                {WORDS[choice.kind] ?? choice.name}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
