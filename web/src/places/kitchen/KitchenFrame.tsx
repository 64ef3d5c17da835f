/** The kitchen, and what opens and carries it. */
import type { JSX } from 'react';

import { Drawers } from '../../parts/Drawers';

const DRAWERS = [
  ['/kitchen', 'The kitchen'],
  ['/kitchen/archive', 'Archive and access'],
] as const;

export function KitchenFrame(): JSX.Element {
  return <Drawers name="Kitchen" drawers={DRAWERS} />;
}
