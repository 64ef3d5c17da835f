/** What another program shared with Snabo: a recipe's words, never an address to be opened. */

export interface Shared {
  text: string;
  /** Only an address came: there is nothing to read. */
  onlyAddress: boolean;
}

const ADDRESS = /^https?:\/\/\S+$/i;

export function sharedWith(params: URLSearchParams): Shared | null {
  const said = (name: string): string => params.get(name)?.trim() ?? '';
  const [title, words, url] = [said('title'), said('text'), said('url')];
  if (!title && !words && !url) return null;
  const lines = words
    .split('\n')
    .filter((line) => !ADDRESS.test(line.trim()))
    .join('\n')
    .trim();
  if (!lines) return { text: '', onlyAddress: true };
  const named = !title || lines.toLowerCase().startsWith(title.toLowerCase());
  return { text: named ? lines : `${title}\n${lines}`, onlyAddress: false };
}
