/** What a simulated scale and thermometer say, as the real ones would. */
import { client, take } from './client';
import type { ScaleWish } from './types';

/** The reports of a scale to which something happens, in hexadecimal, one a tick. */
export async function scaleReports(body: ScaleWish): Promise<string[]> {
  return (await take(client.POST('/api/scale', { body }))).reports;
}

/** What a thermometer of so many degrees shows in something hotter or colder, one a tick. */
export async function probeReadings(before: number, celsius: number): Promise<number[]> {
  return (await take(client.POST('/api/probe', { body: { before, celsius } }))).celsius;
}
