/** A fresh id; `randomUUID` is missing where a page comes over plain http. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  const at = (place: number): number => bytes[place] ?? 0;
  bytes[6] = (at(6) & 0x0f) | 0x40;
  bytes[8] = (at(8) & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
  return [0, 8, 12, 16, 20].map((start, i, all) => hex.slice(start, all[i + 1])).join('-');
}
