/** The open dish for all its stations: draft, computed preview, runs. */
import { createContext, useContext } from 'react';

import type { Preview, Readings, RunState, Variant } from '../api/types';
import type { Draft } from './useDraft';

export interface OpenDish {
  draft: Draft;
  /** The draft of the whole dish, whatever is looked at. */
  whole: Draft;
  preview: Preview | undefined;
  previewProblem: string | null;
  run: RunState | null;
  /** What the scale said of this dish in its open run. */
  readings: Readings;
  finishedRuns: RunState[];
  /** The variant that is worked on, null for the dish; then `draft.document` is that variant. */
  variant: Variant | null;
  /** Ids of those it is made for, empty for everybody. */
  eaters: string[];
}

export const OpenDishContext = createContext<OpenDish | null>(null);

export function useOpenDish(): OpenDish {
  const open = useContext(OpenDishContext);
  if (!open) throw new Error('useOpenDish belongs below a dish');
  return open;
}
