/** What was told while shopping and waits in this browser until the kitchen server has it. */
import { tellList } from '../api/shopping';
import type { ListItem, ShoppingAnswer, ShoppingTold } from '../api/types';
import { outbox, type Answered } from '../outbox/box';

/** `days` is how far the list reached that it was told of. */
export interface Waiting {
  name: string;
  days: number;
  body: ShoppingTold;
}

async function tell(one: Waiting): Promise<Answered<ShoppingAnswer>> {
  const told = await tellList(one.days, [one.body]);
  const [answer] = told.answers;
  return { answer: told.list, refused: answer?.outcome === 'refused' ? answer.sentence : '' };
}

export const shoppingBox = outbox<Waiting, ShoppingAnswer>('shopping', tell);

function itemWith(item: ListItem, waiting: ShoppingTold[]): ListItem {
  let now = item;
  for (const told of waiting) {
    if (told.food !== item.food || told.form !== item.form) continue;
    if (told.kind === 'had') now = { ...now, had: true, have: now.grams };
    if (told.kind === 'put_back') now = { ...now, had: false, have: 0 };
  }
  return now;
}

/** The list with what waits already done to it. */
export function withWaiting(answer: ShoppingAnswer, waiting: Waiting[]): ShoppingAnswer {
  const told = waiting.map((one) => one.body);
  if (!told.length) return answer;
  let own = answer.own;
  for (const one of told) {
    if (one.kind === 'wrote' && !own.some((line) => line.id === one.id))
      own = [...own, { id: one.id, words: one.words, got: false }];
    if (one.kind === 'got' || one.kind === 'not_got')
      own = own.map((line) => (line.id === one.of ? { ...line, got: one.kind === 'got' } : line));
    if (one.kind === 'dropped') own = own.filter((line) => line.id !== one.of);
  }
  const { view } = answer;
  return {
    ...answer,
    own,
    view: {
      ...view,
      aisles: view.aisles.map((aisle) => ({
        ...aisle,
        items: aisle.items.map((item) => itemWith(item, told)),
      })),
      at_home: view.at_home.map((item) => itemWith(item, told)),
    },
  };
}
