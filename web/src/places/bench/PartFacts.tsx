/** What a part makes and how much of it this dish uses, and how salty it is. */
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { Part } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { setTaken } from '../../draft/edits';
import { PlainButton } from '../../parts/PlainButton';
import { plain, withUnit } from '../../parts/format';
import styles from './bench.module.css';

/** How much of the part goes in: all of it, unless the cook says grams. */
function UsedHere({ part, makes }: { part: Part; makes: number }): JSX.Element {
  const { draft } = useOpenDish();
  const [asking, setAsking] = useState(false);
  const name = part.name.toLowerCase();
  const { taken } = part;
  const grams = taken?.grams ?? null;
  const put = (next: Part['taken']): void => draft.change((dish) => setTaken(dish, part.id, next));
  const used = taken === null ? makes : (grams ?? taken.share * makes);
  if (taken === null && !asking)
    return (
      <p>
        Makes about <b>{withUnit(makes, 'g')}</b>; all of it goes in.{' '}
        <PlainButton className="chip" onClick={() => setAsking(true)}>
          Not all of it
        </PlainButton>
      </p>
    );
  return (
    <div className="row">
      <span>
        Makes about <b>{withUnit(makes, 'g')}</b>
      </span>
      <TextField
        label={`Grams of the ${name} used here`}
        type="number"
        defaultValue={taken === null ? '' : Math.round(used)}
        sx={{ width: 240 }}
        slotProps={{ htmlInput: { min: 0, max: 50_000 } }}
        onChange={(e) => {
          const typed = Number(e.target.value);
          if (e.target.value !== '' && typed >= 0 && typed <= 50_000)
            put({ grams: typed, share: 1, makes_grams: taken?.makes_grams ?? null });
        }}
      />
      <span className="soft">
        {used > makes
          ? `${withUnit(used - makes, 'g')} more than it makes: all of it counts`
          : `${withUnit(Math.max(0, makes - used), 'g')} left over`}
      </span>
      <PlainButton
        className="chip"
        onClick={() => {
          put(null);
          setAsking(false);
        }}
      >
        All of it
      </PlainButton>
    </div>
  );
}

export function PartFacts({ part }: { part: Part }): JSX.Element | null {
  const { draft, preview } = useOpenDish();
  const view = preview?.parts.find((p) => p.part_id === part.id);
  if (!view || !preview) return null;
  const own = preview.salt?.parts[part.id]?.best ?? null;
  return (
    <section className={styles.partFacts} aria-label={`About the ${part.name.toLowerCase()}`}>
      {draft.document.parts.length > 1 && <UsedHere part={part} makes={view.makes_grams} />}
      {preview.salt && (
        <p className="soft">
          {own !== null && draft.document.parts.length > 1 && (
            <>{plain(own)} g of salt in 100 g of it. </>
          )}
          {preview.salt.words}
        </p>
      )}
    </section>
  );
}
