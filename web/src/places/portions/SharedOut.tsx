/** Shares as they are planned: who gets how much, and what is left. */
import TextField from '@mui/material/TextField';
import type { JSX } from 'react';

import type { Dish, EaterView, Preview } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { PlainButton } from '../../parts/PlainButton';
import { typed, withUnit } from '../../parts/format';

function withPortion(dish: Dish, eater: string, share: number | null): Dish {
  const others = dish.portions.filter((p) => p.eater !== eater);
  return { ...dish, portions: share === null ? others : [...others, { eater, share }] };
}

function Portions({ preview }: { preview: Preview }): JSX.Element {
  const { draft } = useOpenDish();
  const { document } = draft;
  const own = (eater: EaterView): number | undefined =>
    document.portions.find((p) => p.eater === eater.id)?.share;
  // What the whole dish weighs as this eater has it: a variant weighs something else.
  const wholeOf = (eater: EaterView): number =>
    eater.whole_grams ?? preview.serving_grams * document.servings;
  const grams = (eater: EaterView): string => {
    const share = own(eater);
    return share === undefined ? '' : String(Math.round(share * wholeOf(eater)));
  };
  return (
    <>
      {preview.eaters.map((eater) => (
        <div key={eater.id} className="row" style={{ marginTop: 8 }}>
          <TextField
            // The same share weighs something else once the dish has been weighed.
            key={Math.round(wholeOf(eater))}
            label={`${eater.name} gets, g`}
            type="number"
            defaultValue={grams(eater)}
            placeholder={String(Math.round(eater.portion_grams ?? 0))}
            sx={{ width: 170 }}
            onChange={(e) => {
              const grown = typed(e.target.value);
              draft.change((dish) =>
                withPortion(dish, eater.id, grown === null ? null : grown / wholeOf(eater)),
              );
            }}
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
  );
}

export function SharedOut(): JSX.Element | null {
  const { draft, preview } = useOpenDish();
  const { expected_grams: expected } = draft.document;
  if (!preview) return null;
  return (
    <section aria-label="Shares as planned" style={{ marginBottom: 22 }}>
      <h2>Shares as planned</h2>
      {preview.finished_grams !== null && (
        <p>
          <b>{withUnit(preview.finished_grams, 'g')}</b> on the scale when it was done.
        </p>
      )}
      {preview.finished_grams === null && (
        <p className="soft">
          {expected === null ? (
            <>
              Until it is weighed, a serving counts as {preview.mass_is_least && 'at least '}
              {withUnit(preview.serving_grams, 'g')}: what went in, and what cooking takes from it
              or adds.
            </>
          ) : (
            <>
              Expected to weigh {withUnit(expected, 'g')}.{' '}
              <PlainButton
                className="plain-button"
                onClick={() => draft.change((dish) => ({ ...dish, expected_grams: null }))}
              >
                Forget it
              </PlainButton>
            </>
          )}
        </p>
      )}
      {preview.mass_is_least ? (
        <p className="soft">
          Somebody’s own portion needs the weight of the dish: weigh it, or fix the lines that are
          not settled.
        </p>
      ) : (
        <Portions preview={preview} />
      )}
    </section>
  );
}
