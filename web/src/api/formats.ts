/** Files in and out: what a file holds, and the formats a dish can be saved in. */
import { queryOptions } from '@tanstack/react-query';

import { client, take } from './client';
import type { ReadFile, UnitSystem } from './types';

/** Longer texts go as a file does: a page's source is larger than any recipe. */
const LONGEST_TEXT = 250_000;

export const formatsQuery = (dish: string) =>
  queryOptions({
    queryKey: ['formats', dish],
    queryFn: () =>
      take(client.GET('/api/dishes/{dish_id}/formats', { params: { path: { dish_id: dish } } })),
    staleTime: 0,
  });

export async function base64(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  for (let at = 0; at < bytes.length; at += 32_768)
    text += String.fromCharCode(...bytes.subarray(at, at + 32_768));
  return btoa(text);
}

export async function readFile(file: File, system: UnitSystem | null): Promise<ReadFile> {
  const body = { name: file.name.slice(0, 300), data: await base64(file), unit_system: system };
  return take(client.POST('/api/read/file', { body }));
}

export function readText(text: string, system: UnitSystem | null): Promise<ReadFile> {
  if (text.length > LONGEST_TEXT) return readFile(new File([text], ''), system);
  return take(client.POST('/api/read', { body: { text, unit_system: system } }));
}
