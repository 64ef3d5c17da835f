/** What a simulated scale and thermometer say, as the real ones would. */
import { client, take } from './client';
import type { ScaleWish } from './types';

/** What then stands on a scale to which something happens, and its reports, one a tick. */
export function scaleReports(body: ScaleWish) {
  return take(client.POST('/api/scale', { body }));
}

/** What a thermometer of so many degrees shows in something hotter or colder, one a tick. */
export async function probeReadings(before: number, celsius: number): Promise<number[]> {
  return (await take(client.POST('/api/probe', { body: { before, celsius } }))).celsius;
}
