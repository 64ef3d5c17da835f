/** Along the bottom while something is on: the run and what the scale should read next. */
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, type JSX } from 'react';
import { Link } from 'react-router';

import { waterQuery } from '../../api/queries';
import { useOpenDish } from '../../draft/context';
import { withUnit } from '../../parts/format';

export function CounterStrip(): JSX.Element | null {
  const { whole, readings, variant, eaters, run, draft } = useOpenDish();
  const shown = useDeferredValue(whole.document);
  const asked = waterQuery(shown, readings, eaters, variant?.id ?? '');
  const water = useQuery({ ...asked, enabled: run !== null });
  const course = water.data?.courses.findLast((one) =>
    one.glasses.some((glass) => glass.point.weighed !== null),
  );
  if (!run || !course) return null;
  const last = course.glasses.findLast((glass) => glass.point.weighed !== null)?.point;
  return (
    <footer className="strip" aria-label="On the counter">
      {last && (
        <span>
          <b>{withUnit(last.grams, 'g')}</b>
          {last.label.toLowerCase()}, weighed
        </span>
      )}
      <span>{last && last.advice !== 'no_band' ? last.words : course.next_words}</span>
      <span className="grow" />
      <Link to={`/dishes/${draft.id}/water`}>To the water</Link>
    </footer>
  );
}
