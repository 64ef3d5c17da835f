/** The open dish for all its stations: draft, computed preview, runs. */
import { createContext, useContext } from 'react';

import type { Preview, Readings, RunState } from '../api/types';
import type { Draft } from './useDraft';

export interface OpenDish {
  draft: Draft;
  preview: Preview | undefined;
  previewProblem: string | null;
  run: RunState | null;
  /** What the scale said of this dish in its open run. */
  readings: Readings;
  finishedRuns: RunState[];
}

export const OpenDishContext = createContext<OpenDish | null>(null);

export function useOpenDish(): OpenDish {
  const open = useContext(OpenDishContext);
  if (!open) throw new Error('useOpenDish belongs below a dish');
  return open;
}
