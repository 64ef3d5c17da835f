/** The four verdicts on a dish for an eater, in a word and a tone. */
import type { Cell } from '../api/types';

export const VERDICTS: Record<Cell['verdict'], [word: string, tone: 'ok' | 'unsure' | 'bad']> = {
  fits: ['fits', 'ok'],
  nearly: ['nearly', 'unsure'],
  does_not: ['does not', 'bad'],
  cannot_tell: ['cannot tell', 'unsure'],
};
