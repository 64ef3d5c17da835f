/** An outbox of who is signed in: what waits in it is sent, again and again until it arrives. */
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useSyncExternalStore } from 'react';

import { sessionQuery } from '../api/session';
import type { Box, Outbox, Told } from './box';

const AGAIN_MS = 5000;

export interface OwnBox<W, A> {
  box: Box<W, A>;
  put: (one: W) => void;
  readRefused: () => void;
}

export function useOutbox<W extends Told, A>(
  outbox: Outbox<W, A>,
  onAnswer: (answer: A) => void,
): OwnBox<W, A> {
  const session = useQuery(sessionQuery);
  const user = session.data?.username ?? '';
  const box = useSyncExternalStore(outbox.subscribe, () => outbox.of(user));
  const flush = useCallback(async (): Promise<void> => {
    const answer = await outbox.send(user);
    if (answer) onAnswer(answer);
  }, [outbox, user, onAnswer]);
  const open = box.waiting.length > 0;
  useEffect(() => {
    if (!open) return;
    const again = window.setInterval(() => void flush(), AGAIN_MS);
    return () => window.clearInterval(again);
  }, [open, flush]);
  return {
    box,
    put: (one) => {
      outbox.add(user, one);
      void flush();
    },
    readRefused: () => outbox.dropRefused(user),
  };
}
