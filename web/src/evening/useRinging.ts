/** Rings for timers: sound planned ahead, a notification, and a clock that ticks for the screen. */
import { useEffect, useState } from 'react';

import type { Timer } from '../api/types';
import { planRings } from './sound';

export interface Running {
  timer: Timer;
  /** Seconds left, below zero once it has run out. */
  left: number;
  /** The next mark inside it, once its moment has come and for a minute after. */
  mark: string | null;
}

const MARK_SHOWN = 60;

export function runningTimers(timers: Timer[], now: number): Running[] {
  return timers
    .filter((timer) => !timer.stopped)
    .map((timer) => {
      // A held one stands still.
      const at = timer.held ? Date.parse(timer.held) : now;
      const left = (Date.parse(timer.ends_at) - at) / 1000;
      const gone = timer.seconds - left;
      const mark = timer.marks.find(
        (one) => gone >= one.seconds && gone < one.seconds + MARK_SHOWN,
      );
      return { timer, left, mark: mark?.words ?? null };
    })
    .sort((one, other) => one.left - other.left);
}

/** The running timers, counted down every half second; the device rings by itself. */
export function useRinging(timers: Timer[], now: () => number, sound: boolean): Running[] {
  const [shown, setShown] = useState<Running[]>(() => runningTimers(timers, now()));
  useEffect(() => {
    const tick = (): void => setShown(runningTimers(timers, now()));
    tick();
    const ticking = setInterval(tick, 500);
    const running = timers.filter((timer) => !timer.stopped && !timer.held);
    planRings(
      running.flatMap((timer) => [
        Date.parse(timer.ends_at) - now(),
        ...timer.marks.map((mark) => Date.parse(timer.set_at) + mark.seconds * 1000 - now()),
      ]),
    );
    const told = running
      .filter((timer) => Date.parse(timer.ends_at) > now())
      .map((timer) =>
        setTimeout(
          () => void tell(timer),
          Math.min(Date.parse(timer.ends_at) - now(), 2 ** 31 - 1),
        ),
      );
    return () => {
      clearInterval(ticking);
      told.forEach(clearTimeout);
    };
    // Rings are planned anew once sound is allowed.
  }, [timers, now, sound]);
  return shown;
}

async function tell(timer: Timer): Promise<void> {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return;
  const said = { body: timer.check || 'Time is up.', tag: timer.id };
  try {
    // Phones let only a worker show one; without it the page does.
    const worker = await navigator.serviceWorker.getRegistration();
    if (worker) await worker.showNotification(timer.name, said);
    else new Notification(timer.name, said);
  } catch {
    // The sound and the page still tell.
  }
}
