/** What the Stove shows before the server has answered: events not yet taken, laid over its view. */
import type { Card, EveningView, StoveEvent, Timer } from '../api/types';

/** An event's moment on the server's clock, in milliseconds. */
export function momentOf(event: StoveEvent): number {
  return Date.parse(event.client_time) + event.offset_ms;
}

/** What the thermometer showed; in words the server says it. */
function probedAfter(probe: NonNullable<Card['probe']>, event: StoveEvent): Card['probe'] {
  const done = event.celsius >= probe.target;
  const words = `${event.celsius} °C in the middle, ${probe.target} °C ${done ? 'reached' : 'not yet'}`;
  return { ...probe, shown: event.celsius, done, words, event: event.id };
}

function cardAfter(card: Card, event: StoveEvent): Card {
  if (event.task !== card.task) return card;
  const at = new Date(momentOf(event)).toISOString();
  switch (event.kind) {
    case 'step_started':
      return card.started ? card : { ...card, state: 'running', started: at, by: event.id };
    case 'step_paused':
      return card.paused ? card : { ...card, paused: at, by: event.id };
    case 'step_resumed':
      return { ...card, paused: null, by: event.id };
    case 'step_done':
      return card.finished ? card : { ...card, state: 'done', finished: at, by: event.id };
    case 'step_skipped':
      return card.finished ? card : { ...card, state: 'skipped', by: event.id };
    case 'step_not_yet':
      return { ...card, put_off: at };
    case 'setting':
      return { ...card, setting: event.words };
    case 'probed':
      return card.probe ? { ...card, probe: probedAfter(card.probe, event) } : card;
    default:
      return card;
  }
}

function isWeighedAt(card: Card, event: StoveEvent, dish: number): boolean {
  const { glass } = card;
  return (
    card.dish === dish &&
    glass?.step_id === event.step &&
    glass.slot_id === event.slot &&
    glass.part_id === event.part
  );
}

/** A weight shows at once; what it means the server says. */
function weighedAfter(card: Card, event: StoveEvent, dish: number): Card {
  const { glass } = card;
  if (!glass || !isWeighedAt(card, event, dish)) return card;
  const grams = event.gross - event.tare;
  if (event.batch) {
    const done = glass.turns.of === event.batches ? glass.turns.batches : [];
    const batches = [...done.slice(0, event.batch - 1), grams, ...done.slice(event.batch)];
    const turns = { ...glass.turns, batches, of: event.batches };
    return { ...card, glass: { ...glass, turns } };
  }
  const point = { ...glass.point, weighed: grams, words: '' };
  return { ...card, glass: { ...glass, point } };
}

/** What went in of a line shows at once, wherever it is added. */
function pouredAfter(card: Card, event: StoveEvent): Card {
  const { glass } = card;
  if (!glass?.held.some((held) => held.line === event.line)) return card;
  const held = glass.held.map((one) =>
    one.line === event.line ? { ...one, went_in: event.gross - event.tare } : one,
  );
  return { ...card, glass: { ...glass, held } };
}

function timersAfter(timers: Timer[], event: StoveEvent): Timer[] {
  const at = momentOf(event);
  if (!event.timer) return timers;
  if (event.kind === 'timer_set' || event.kind === 'step_started') {
    if (timers.some((one) => one.id === event.timer)) return timers;
    const made: Timer = {
      id: event.timer,
      name: event.name,
      task: event.task,
      check: event.check,
      seconds: event.seconds,
      set_at: new Date(at).toISOString(),
      ends_at: new Date(at + event.seconds * 1000).toISOString(),
      marks: event.marks as unknown as Timer['marks'],
      stopped: false,
      held: null,
    };
    return [...timers, made];
  }
  return timers.map((timer) => {
    if (timer.id !== event.timer) return timer;
    if (event.kind === 'timer_stopped' || event.kind === 'step_done')
      return { ...timer, stopped: true, held: null };
    if (event.kind === 'step_paused')
      return { ...timer, held: timer.held ?? new Date(at).toISOString() };
    if (event.kind === 'step_resumed' && timer.held) {
      const away = at - Date.parse(timer.held);
      const later = (instant: string): string => new Date(Date.parse(instant) + away).toISOString();
      return { ...timer, set_at: later(timer.set_at), ends_at: later(timer.ends_at), held: null };
    }
    if (event.kind !== 'timer_moved') return timer;
    const ends = Date.parse(timer.ends_at);
    const base = event.seconds > 0 ? Math.max(ends, at) : ends;
    return {
      ...timer,
      stopped: false,
      ends_at: new Date(base + event.seconds * 1000).toISOString(),
    };
  });
}

/** The evening with events that the server has not taken yet; those it takes back are left out. */
export function withPending(view: EveningView, pending: StoveEvent[]): EveningView {
  const dishes = view.dishes.map((dish) => dish.id);
  const gone = new Set(pending.filter((e) => e.kind === 'taken_back').map((e) => e.event));
  let { cards, timers, notes } = view.stove;
  const weights = { ...view.weights };
  for (const event of pending) {
    if (gone.has(event.id)) continue;
    if (event.task) cards = cards.map((card) => cardAfter(card, event));
    if (event.kind === 'weighed' && event.line) {
      cards = cards.map((card) => pouredAfter(card, event));
    } else if (event.kind === 'weighed') {
      const dish = dishes.indexOf(event.dish ?? '');
      for (const card of cards) if (isWeighedAt(card, event, dish)) weights[card.task] = event.id;
      cards = cards.map((card) => weighedAfter(card, event, dish));
    }
    timers = timersAfter(timers, event);
    if (event.kind === 'note') {
      const at = new Date(momentOf(event)).toISOString();
      notes = [...notes, { id: event.id, task: event.task, words: event.words, at }];
    }
  }
  return { ...view, weights, stove: { ...view.stove, cards, timers, notes } };
}

/** The step to do now: the first that waits, those the cook has just put off after the others. */
export function nextCard(cards: Card[], now: number): Card | undefined {
  const waiting = cards.filter((card) => card.state === 'waiting');
  const ready = waiting.filter((card) => !card.put_off || now - Date.parse(card.put_off) > 300_000);
  return ready[0] ?? waiting[0] ?? cards.find((card) => card.state === 'running');
}

/** "3:05", "1:02:05", or "−0:20" for a timer that has run out. */
export function countdown(seconds: number): string {
  const whole = Math.ceil(Math.abs(seconds));
  const [hours, minutes, rest] = [
    Math.floor(whole / 3600),
    Math.floor(whole / 60) % 60,
    whole % 60,
  ];
  const two = (value: number): string => String(value).padStart(2, '0');
  const text = hours ? `${hours}:${two(minutes)}:${two(rest)}` : `${minutes}:${two(rest)}`;
  return seconds < 0 && whole > 0 ? `−${text}` : text;
}
