/** Sharing the finished dish out: its weight, who gets how much, and what is left. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { Dish } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { withUnit } from '../../parts/format';

function number(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && value > 0 ? value : null;
}

function withPortion(dish: Dish, eater: string, grams: number | null): Dish {
  const others = dish.portions.filter((p) => p.eater !== eater);
  return { ...dish, portions: grams === null ? others : [...others, { eater, grams }] };
}

export function SharedOut(): JSX.Element | null {
  const { draft, preview } = useOpenDish();
  const { document } = draft;
  const [weight, setWeight] = useState(document.finished_grams?.toString() ?? '');
  const grams = number(weight);
  if (!preview) return null;
  const weigh = (finished: number | null): void =>
    draft.change((dish) => ({
      ...dish,
      finished_grams: finished,
      portions: finished === null ? [] : dish.portions,
    }));
  return (
    <section aria-label="Shared out" style={{ marginBottom: 22 }}>
      <h2>Shared out</h2>
      <form
        className="row"
        style={{ margin: '10px 0' }}
        onSubmit={(event) => {
          event.preventDefault();
          weigh(grams);
        }}
      >
        <TextField
          label="The finished dish weighs, g"
          value={weight}
          sx={{ width: 220 }}
          onChange={(e) => setWeight(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <Button type="submit" variant="outlined" disabled={weight !== '' && grams === null}>
          {weight === '' && document.finished_grams ? 'Forget the weight' : 'Go by weight'}
        </Button>
      </form>
      {document.finished_grams === null ? (
        <p className="soft">
          The weight without the dish it is in. Until it is weighed, everybody has a serving of{' '}
          {withUnit(preview.serving_grams, 'g')} before baking.
        </p>
      ) : (
        <>
          {preview.eaters.map((eater) => (
            <div key={eater.id} className="row" style={{ marginTop: 8 }}>
              <TextField
                label={`${eater.name} gets, g`}
                type="number"
                defaultValue={
                  document.portions.find((p) => p.eater === eater.id)?.grams.toString() ?? ''
                }
                placeholder={String(Math.round(eater.portion_grams ?? 0))}
                sx={{ width: 170 }}
                onChange={(e) =>
                  draft.change((dish) => withPortion(dish, eater.id, number(e.target.value)))
                }
              />
              <span className="soft">
                {eater.portion_grams !== null && `${withUnit(eater.portion_grams, 'g')} counted`}
              </span>
            </div>
          ))}
          {preview.left_grams !== null && (
            <p style={{ marginTop: 8 }}>
              <b>{withUnit(preview.left_grams, 'g')}</b> left over.
            </p>
          )}
        </>
      )}
    </section>
  );
}
