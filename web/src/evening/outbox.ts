/** What waits in this browser to be told to the kitchen server, evening by evening. */
import { ApiError } from '../api/client';
import { tellEvening } from '../api/evening';
import type { EventAnswer, EveningView, StoveEvent } from '../api/types';
import { keep, keysKept, recall } from '../browser/storage';

/** An event that did not count, with the reason; a weight that is asked about may still. */
export interface Conflict {
  event: StoveEvent;
  sentence: string;
  asked: boolean;
}

export interface Box {
  pending: StoveEvent[];
  conflicts: Conflict[];
  seq: number;
  view: EveningView | null;
  offset: number;
}

export const EMPTY_BOX: Box = { pending: [], conflicts: [], seq: 0, view: null, offset: 0 };
export const AT_ONCE = 100;
const PREFIX = 'evening-';

export function boxOf(evening: string): Box {
  return { ...EMPTY_BOX, ...recall<Partial<Box>>(`${PREFIX}${evening}`) };
}

export function keepBox(evening: string, box: Box): void {
  keep(`${PREFIX}${evening}`, box);
}

/** What is left of a box once some events were answered: those that came meanwhile wait on. */
export function afterAnswers(
  box: Box,
  sent: StoveEvent[],
  answers: EventAnswer[],
): Pick<Box, 'pending' | 'conflicts'> {
  const outcome = new Map(answers.map((one) => [one.id, one]));
  const refused = sent.flatMap((event) => {
    const one = outcome.get(event.id);
    if (!one || one.outcome === 'accepted' || one.outcome === 'repeated') return [];
    return [{ event, sentence: one.sentence, asked: one.outcome === 'asked' }];
  });
  return {
    pending: box.pending.filter((event) => !outcome.has(event.id)),
    conflicts: [...box.conflicts, ...refused],
  };
}

/** The evenings of this browser that have something to tell. */
export function waitingEvenings(): string[] {
  const evenings = keysKept(PREFIX).map((key) => key.slice(PREFIX.length));
  return evenings.filter((evening) => boxOf(evening).pending.length > 0);
}

/**
 * Tell what waits of every evening; what is not taken stays. Returns how much still waits for the
 * server to answer: what another household told here is not asked about.
 */
export async function sendAll(): Promise<number> {
  let waiting = 0;
  for (const evening of waitingEvenings()) {
    for (let box = boxOf(evening); box.pending.length; box = boxOf(evening)) {
      const sent = box.pending.slice(0, AT_ONCE);
      try {
        const answer = await tellEvening(evening, sent);
        const now = boxOf(evening);
        keepBox(evening, { ...now, ...afterAnswers(now, sent, answer.answers) });
        if (boxOf(evening).pending.length >= box.pending.length) break;
      } catch (problem) {
        if (!(problem instanceof ApiError && problem.status === 404)) waiting += box.pending.length;
        break;
      }
    }
  }
  return waiting;
}
