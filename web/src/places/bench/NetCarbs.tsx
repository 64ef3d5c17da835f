import { type JSX } from 'react';

import { withUnit } from '../../parts/format';

/** Net carbs of a serving, before and after; words, not a bar, so that rows can be compared. */
export function NetCarbs({
  now,
  was,
}: {
  now: number | null;
  was: number | null;
}): JSX.Element | null {
  if (now === null) return null;
  return (
    <b className="net-carbs">
      {was !== null && <>{withUnit(was, 'g')} → </>}
      {withUnit(now, 'g')} net carbs.{' '}
    </b>
  );
}
