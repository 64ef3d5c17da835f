/** What was told at the shelf and waits in this browser until the kitchen server has it. */
import { putOnShelf, putPartOnShelf, tellShelf } from '../api/shelf';
import type { BatchRecord, NewBatch, PutPart, ShelfAnswer, ShelfTold } from '../api/types';
import { outbox, type Answered } from '../outbox/box';

export type Waiting =
  | { what: 'told'; name: string; body: ShelfTold }
  | { what: 'put'; name: string; body: NewBatch }
  | { what: 'part'; name: string; dish: string; body: PutPart };

async function tell(one: Waiting): Promise<Answered<ShelfAnswer>> {
  if (one.what === 'put') return { answer: await putOnShelf(one.body), refused: '' };
  if (one.what === 'part') return { answer: await putPartOnShelf(one.dish, one.body), refused: '' };
  const told = await tellShelf([one.body]);
  const [answer] = told.answers;
  return {
    answer: told.shelf,
    refused: answer?.outcome === 'refused' ? answer.sentence : '',
  };
}

export const shelfBox = outbox<Waiting, ShelfAnswer>('shelf', tell);

/** The shelf with what waits already done to it. */
export function withWaiting(batches: BatchRecord[], waiting: Waiting[]): BatchRecord[] {
  return batches.map((batch) => {
    let { view } = batch;
    for (const one of waiting) {
      if (one.what !== 'told' || one.body.batch !== batch.id) continue;
      const { kind, grams, place } = one.body;
      if (kind === 'took')
        view = { ...view, left: Math.max(0, view.left - grams), taken: view.taken + grams };
      if (kind === 'threw')
        view = { ...view, left: Math.max(0, view.left - grams), thrown: view.thrown + grams };
      if (kind === 'moved') view = { ...view, place };
    }
    return { ...batch, view };
  });
}
