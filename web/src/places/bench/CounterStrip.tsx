/** Along the bottom while something is on: the run and what the scale should read next. */
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, type JSX } from 'react';
import { Link, useMatch } from 'react-router';

import { waterQuery } from '../../api/reckon';
import { useOpenDish } from '../../draft/context';
import { useScale } from '../../devices/scale';
import { withUnit } from '../../parts/format';
import styles from './counterStrip.module.css';

export function CounterStrip(): JSX.Element | null {
  const { whole, readings, variant, eaters, run, draft } = useOpenDish();
  const scale = useScale();
  const atWater = useMatch('/dishes/:id/water') !== null;
  const shown = useDeferredValue(whole.document);
  const asked = waterQuery(shown, readings, eaters, variant?.id ?? '');
  const water = useQuery({ ...asked, enabled: run !== null });
  const course = water.data?.courses.findLast((one) =>
    one.glasses.some((glass) => glass.point.weighed !== null),
  );
  const live = scale.kind === 'none' ? null : scale.reading;
  const last = run && course?.glasses.findLast((glass) => glass.point.weighed !== null)?.point;
  if (!last && !live) return null;
  return (
    <footer className={styles.strip} data-at-water={atWater} aria-label="On the counter">
      {live && (
        <span>
          <b>{live.grams === null ? '–' : withUnit(Math.round(live.grams), 'g')}</b>
          on the scale
        </span>
      )}
      {last && (
        <span>
          <b>{withUnit(last.grams, 'g')}</b>
          {last.label.toLowerCase()}, weighed
        </span>
      )}
      {last && <span>{last.advice !== 'no_band' ? last.words : course.next_words}</span>}
      <span className="grow" />
      {!atWater && <Link to={`/dishes/${draft.id}/water`}>To the water</Link>}
    </footer>
  );
}
