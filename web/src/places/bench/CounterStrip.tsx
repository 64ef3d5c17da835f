/** Along the bottom while something is on: the run and what the scale should read next. */
import type { JSX } from 'react';
import { Link } from 'react-router';

import { useOpenDish } from '../../draft/context';
import { withUnit } from '../../parts/format';

export function CounterStrip(): JSX.Element | null {
  const { preview, run, draft } = useOpenDish();
  const ledger = preview?.ledgers.find((l) => run?.readings.steps[l.slot_id]);
  if (!run || !ledger) return null;
  const last = ledger.points.filter((point) => point.weighed !== null).at(-1);
  return (
    <footer className="strip" aria-label="On the counter">
      {last && (
        <span>
          <b>{withUnit(last.grams, 'g')}</b>
          {last.label.toLowerCase()}, weighed
        </span>
      )}
      <span>{last && last.advice !== 'no_band' ? last.words : ledger.next_words}</span>
      <span className="grow" />
      <Link to={`/dishes/${draft.id}/water`}>To the water</Link>
    </footer>
  );
}
