/** What an older release left in this browser, brought into today's form by the server. */
import { client, take } from '../api/client';
import type { Dish } from '../api/types';

export function inTodaysForm(dish: Dish): Promise<Dish> {
  return take(client.POST('/api/read/upgrade', { body: dish }));
}
