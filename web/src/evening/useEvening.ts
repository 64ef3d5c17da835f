/**
 * An evening as this device sees it: the server's view, polled, with this device's events over it.
 *
 * Every event is kept in the browser before it is sent, and until the server has taken it: a lost
 * network or a reload loses none. Refused ones are kept and shown.
 */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';

import { ApiError, sentence } from '../api/client';
import { lookAt, tellEvening } from '../api/evening';
import type { EveningView, StoveEvent } from '../api/types';
import { newId } from '../browser/newId';
import { keep, recall } from '../browser/storage';
import { afterAnswers, AT_ONCE, boxOf, keepBox, type Box, type Conflict } from './outbox';
import { withPending } from './overlay';
import { sendPhotos } from './photoBox';

const POLL_MS = 3000;
const FLUSHES = 20;

export type Said = Partial<Omit<StoveEvent, 'id' | 'kind' | 'device' | 'seq' | 'client_time'>>;

export interface EveningHere {
  view: EveningView | null;
  problem: string | null;
  /** Whether the server does not answer; events wait in this browser. */
  away: boolean;
  waiting: number;
  conflicts: Conflict[];
  /** Now on the server's clock, in milliseconds. */
  now: () => number;
  act: (kind: StoveEvent['kind'], said?: Said) => string;
  /** Send what waits, for as long as the server answers. */
  flush: () => Promise<void>;
  /** The weight asked about is right. */
  sure: (conflict: Conflict) => void;
  drop: (conflict: Conflict) => void;
  /** Why a photo was not taken, until the cook has seen it. */
  photoRefused: string;
  seenRefusal: () => void;
}

/** What this browser is called among the household's devices. */
function deviceName(): string {
  const known = recall<string>('device');
  if (known) return known;
  const made = newId();
  keep('device', made);
  return made;
}

export function useEvening(id: string): EveningHere {
  const [box, setBox] = useState<Box>(() => boxOf(id));
  const [problem, setProblem] = useState<string | null>(null);
  const [photoRefused, setPhotoRefused] = useState('');
  const [away, setAway] = useState(false);
  const latest = useRef(box);
  const sending = useRef(false);
  const change = useCallback(
    (next: Partial<Box>) => {
      latest.current = { ...latest.current, ...next };
      keepBox(id, latest.current);
      setBox(latest.current);
    },
    [id],
  );

  const exchange = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    const sent = latest.current.pending.slice(0, AT_ONCE);
    const asked = Date.now();
    try {
      if (sent.length) {
        const answer = await tellEvening(id, sent);
        change({
          ...afterAnswers(latest.current, sent, answer.answers),
          view: answer.session,
          offset: offsetOf(answer.session.now, asked),
        });
      } else {
        const answer = await lookAt(id, latest.current.view?.sequence);
        const offset = offsetOf(answer.now, asked);
        const moved = Math.abs(offset - latest.current.offset) > 1000;
        if (answer.session) change({ view: answer.session, offset });
        else if (moved) change({ offset });
      }
      setAway(false);
      setProblem(null);
      // Photos kept while nobody answered, or before a reload, go now.
      const { refused } = await sendPhotos();
      if (refused) setPhotoRefused(refused);
    } catch (error) {
      const gone = error instanceof ApiError && error.status === 0;
      setAway(gone);
      setProblem(gone ? null : sentence(error));
    } finally {
      sending.current = false;
    }
  }, [id, change]);

  useEffect(() => {
    const first = setTimeout(() => void exchange(), 0);
    const ticking = setInterval(() => void exchange(), POLL_MS);
    return () => {
      clearTimeout(first);
      clearInterval(ticking);
    };
  }, [exchange]);

  const flush = useCallback(async () => {
    for (let tries = 0; latest.current.pending.length && tries < FLUSHES; tries += 1) {
      await exchange();
      await new Promise((done) => setTimeout(done, 100));
    }
  }, [exchange]);

  const now = useCallback(() => Date.now() + latest.current.offset, []);
  const act = useCallback(
    (kind: StoveEvent['kind'], said: Said = {}) => {
      const made: StoveEvent = {
        task: '',
        timer: '',
        name: '',
        check: '',
        words: '',
        seconds: 0,
        marks: [],
        event: null,
        serve_at: null,
        cooks: null,
        dish: null,
        part: '',
        slot: '',
        step: '',
        gross: 0,
        tare: 0,
        vessel: '',
        sure: false,
        round: null,
        batch: 0,
        batches: 1,
        line: '',
        technique: '',
        celsius: 0,
        ...said,
        id: newId(),
        kind,
        device: deviceName(),
        seq: latest.current.seq + 1,
        client_time: new Date().toISOString(),
        offset_ms: latest.current.offset,
      };
      change({ pending: [...latest.current.pending, made], seq: made.seq });
      void exchange();
      return made.id;
    },
    [change, exchange],
  );
  const drop = (conflict: Conflict): void =>
    change({ conflicts: latest.current.conflicts.filter((one) => one !== conflict) });
  const view = useMemo(() => box.view && withPending(box.view, box.pending), [box]);
  return {
    view,
    problem,
    away,
    waiting: box.pending.length,
    conflicts: box.conflicts,
    now,
    act,
    flush,
    sure: (conflict) => {
      drop(conflict);
      act(conflict.event.kind, { ...conflict.event, sure: true });
    },
    drop,
    photoRefused,
    seenRefusal: () => setPhotoRefused(''),
  };
}

/** How far the server's clock is ahead of this one; half of the way there and back is taken off. */
function offsetOf(serverNow: string, asked: number): number {
  const answered = Date.now();
  return Math.round(Date.parse(serverNow) - (asked + answered) / 2);
}
