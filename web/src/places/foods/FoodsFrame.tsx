/** The Foods place: looking up, side by side, own foods, own stand-ins, conversions. */
import type { JSX } from 'react';

import { Drawers } from '../../parts/Drawers';

const DRAWERS = [
  ['/foods', 'Look up'],
  ['/foods/side-by-side', 'Side by side'],
  ['/foods/own', 'Your own'],
  ['/foods/stand-ins', 'Your stand-ins'],
  ['/foods/conversions', 'Conversions'],
] as const;

export function FoodsFrame(): JSX.Element {
  return <Drawers name="Foods" drawers={DRAWERS} />;
}
