/** Ids for what is added: the same thing sent again after no answer is stored once. */
import { useCallback, useRef } from 'react';

import { newId } from './newId';

interface Once {
  /** The header for adding this; what has changed since is another thing. */
  header: (content: unknown) => { 'Client-Id': string };
  /** It is stored: the next one is new, even if it looks the same. */
  done: () => void;
}

export function useOnce(): Once {
  const last = useRef<{ content: string; id: string } | null>(null);
  const header = useCallback((content: unknown) => {
    const text = JSON.stringify(content);
    if (last.current?.content !== text) last.current = { content: text, id: newId() };
    return { 'Client-Id': last.current.id };
  }, []);
  const done = useCallback(() => {
    last.current = null;
  }, []);
  return { header, done };
}
