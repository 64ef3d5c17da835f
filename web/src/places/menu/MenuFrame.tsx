/** The Menu: the days, the shopping list, the run sheet over the days. */
import type { JSX } from 'react';

import { Drawers } from '../../parts/Drawers';

const DRAWERS = [
  ['/menu', 'Days'],
  ['/menu/shopping', 'Shopping list'],
  ['/menu/run-sheet', 'Run sheet'],
] as const;

export function MenuFrame(): JSX.Element {
  return <Drawers name="Menu" drawers={DRAWERS} />;
}
