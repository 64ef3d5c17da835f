/** What waits in this browser to be told to the kitchen server, evening by evening. */
import { client, take } from '../api/client';
import type { EventAnswer, EveningView, StoveEvent } from '../api/types';
import { keep, keysKept, recall } from '../draft/storage';

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

/** The evenings of this browser that have something to tell, and how much it is in all. */
export function waitingInAll(): { evenings: string[]; count: number } {
  const evenings = keysKept(PREFIX).map((key) => key.slice(PREFIX.length));
  const waiting = evenings.filter((evening) => boxOf(evening).pending.length > 0);
  const count = waiting.reduce((sum, evening) => sum + boxOf(evening).pending.length, 0);
  return { evenings: waiting, count };
}

/** Tell what waits of every evening; what is not taken stays. */
export async function sendAll(): Promise<void> {
  for (const evening of waitingInAll().evenings) {
    const sent = boxOf(evening).pending.slice(0, AT_ONCE);
    try {
      const params = { path: { session_id: evening } };
      const answer = await take(
        client.POST('/api/evenings/{session_id}/events', { params, body: { events: sent } }),
      );
      const now = boxOf(evening);
      keepBox(evening, { ...now, ...afterAnswers(now, sent, answer.answers) });
    } catch {
      // Of another household, or the network is gone: it waits on.
    }
  }
}
