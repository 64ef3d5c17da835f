/** Small things kept in this browser, so that a reload loses nothing. */

export function keep(key: string, value: unknown): void {
  try {
    localStorage.setItem(`snabo-${key}`, JSON.stringify(value));
  } catch {
    // A full or forbidden store only costs the safety net, not the work on screen.
  }
}

// The caller states what it once kept under the key.
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export function recall<T>(key: string): T | null {
  try {
    const text = localStorage.getItem(`snabo-${key}`);
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
}

export function forget(key: string): void {
  try {
    localStorage.removeItem(`snabo-${key}`);
  } catch {
    // Nothing to forget where nothing can be kept.
  }
}

/** The keys that begin so under which something is kept. */
export function keysKept(prefix: string): string[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(`snabo-${prefix}`))
      .map((key) => key.slice('snabo-'.length));
  } catch {
    return [];
  }
}
