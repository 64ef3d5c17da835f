import { describe, expect, it } from 'vitest';

import type { Card, EveningView, StoveEvent } from '../api/types';
import { countdown, nextCard, withPending } from './overlay';

const NOON = '2026-11-27T12:00:00.000Z';

function card(task: string, more: Partial<Card> = {}): Card {
  return { task, state: 'waiting', started: null, finished: null, put_off: null, ...more } as Card;
}

function evening(...cards: Card[]): EveningView {
  return {
    dishes: [{ id: 'pot' }],
    stove: { cards, timers: [], notes: [] },
  } as unknown as EveningView;
}

function event(kind: StoveEvent['kind'], more: Partial<StoveEvent> = {}): StoveEvent {
  return {
    id: kind, kind, device: 'd', seq: 1, client_time: NOON, offset_ms: 0, task: '', timer: '',
    name: '', check: '', words: '', seconds: 0, marks: [], event: null, serve_at: null, cooks: null,
    dish: null, part: '', slot: '', step: '', gross: 0, tare: 0, vessel: '', sure: false,
    round: null, batch: 0, batches: 1, line: '',
    technique: '', celsius: 0, ...more,
  }; // prettier-ignore
}

describe('events not yet taken', () => {
  it('show at once, and not when they are taken back', () => {
    const view = evening(card('cut'), card('roast'));
    const done = event('step_done', { id: 'a', task: 'cut' });
    expect(withPending(view, [done]).stove.cards.map((one) => one.state)).toEqual([
      'done',
      'waiting',
    ]);
    const back = event('taken_back', { event: 'a' });
    expect(withPending(view, [done, back]).stove.cards[0]?.state).toBe('waiting');
  });

  it('a timer set and moved ends when the server will say it does', () => {
    const set = event('timer_set', { timer: 't', name: 'Lid', seconds: 600, offset_ms: 60_000 });
    const [timer] = withPending(evening(), [set]).stove.timers;
    expect(timer?.ends_at).toBe('2026-11-27T12:11:00.000Z');
    const late = event('timer_moved', {
      timer: 't',
      seconds: 60,
      client_time: '2026-11-27T12:30:00.000Z',
    });
    const [moved] = withPending(evening(), [set, late]).stove.timers;
    expect(moved?.ends_at).toBe('2026-11-27T12:31:00.000Z');
    const [stopped] = withPending(evening(), [set, event('timer_stopped', { timer: 't' })]).stove
      .timers;
    expect(stopped?.stopped).toBe(true);
  });

  it('a step begun sets its timer, and one that is done stops it', () => {
    const said = { task: 'roast', timer: 't', name: 'Roast', seconds: 600 };
    const begun = event('step_started', { id: 'a', ...said });
    const first = withPending(evening(card('roast')), [begun]).stove;
    expect(first.timers.map((one) => one.stopped)).toEqual([false]);
    const done = event('step_done', { id: 'b', task: 'roast', timer: 't' });
    const second = withPending(evening(card('roast')), [begun, done]).stove;
    expect(second.timers.map((one) => one.stopped)).toEqual([true]);
    const back = event('taken_back', { id: 'c', event: 'a' });
    expect(withPending(evening(card('roast')), [begun, back]).stove.timers).toEqual([]);
  });

  it('what is taken out for a while has its timer stand still', () => {
    const said = { task: 'roast', timer: 't', name: 'Roast', seconds: 600 };
    const begun = event('step_started', { id: 'a', ...said });
    const out = event('step_paused', {
      id: 'b', task: 'roast', timer: 't', client_time: '2026-11-27T12:04:00.000Z',
    }); // prettier-ignore
    const first = withPending(evening(card('roast')), [begun, out]).stove;
    expect(first.cards[0]?.paused).toBe('2026-11-27T12:04:00.000Z');
    expect(first.timers[0]?.held).toBe('2026-11-27T12:04:00.000Z');
    const back = event('step_resumed', {
      id: 'c', task: 'roast', timer: 't', client_time: '2026-11-27T12:07:00.000Z',
    }); // prettier-ignore
    const second = withPending(evening(card('roast')), [begun, out, back]).stove;
    expect(second.timers[0]).toMatchObject({ held: null, ends_at: '2026-11-27T12:13:00.000Z' });
  });

  it('a weight shows at the step it was taken at, in its dish', () => {
    const glass = {
      part_id: 'p',
      slot_id: '',
      step_id: 's',
      point: { weighed: null, words: 'dry' },
    };
    const view = evening(
      card('a', { dish: 0, glass } as unknown as Partial<Card>),
      card('b', { dish: 1, glass } as unknown as Partial<Card>),
    );
    const weighed = event('weighed', { dish: 'pot', part: 'p', step: 's', gross: 900, tare: 380 });
    const shown = withPending(view, [weighed]).stove.cards;
    expect(shown.map((one) => one.glass?.point.weighed)).toEqual([520, null]);
  });

  it('a batch counts as one of several, and nothing is weighed until all are there', () => {
    const turns = { round: 1, rounds: [], batches: [300], of: 2 };
    const glass = { part_id: 'p', slot_id: '', step_id: 's', point: { weighed: null }, turns };
    const view = evening(card('a', { dish: 0, glass } as unknown as Partial<Card>));
    const of = { dish: 'pot', part: 'p', step: 's', batches: 2 };
    const shown = withPending(view, [
      event('weighed', { ...of, id: '1', gross: 310, batch: 1 }),
      event('weighed', { ...of, id: '2', gross: 290, batch: 2 }),
    ]).stove.cards[0]?.glass;
    expect(shown?.turns.batches).toEqual([310, 290]);
    expect(shown?.point.weighed).toBeNull();
  });

  it('the first start stands, and what is done is not skipped', () => {
    const view = evening(card('a', { state: 'done', finished: NOON, started: NOON }));
    const later = [event('step_started', { task: 'a' }), event('step_skipped', { task: 'a' })];
    expect(withPending(view, later).stove.cards[0]?.state).toBe('done');
  });
});

describe('the next step', () => {
  const now = Date.parse(NOON) + 60_000;
  it('is the first that waits; what was put off comes after the others', () => {
    const cards = [card('a', { put_off: NOON }), card('b')];
    expect(nextCard(cards, now)?.task).toBe('b');
    expect(nextCard(cards, now + 600_000)?.task).toBe('a');
    expect(nextCard([card('a', { put_off: NOON })], now)?.task).toBe('a');
  });
  it('is what still runs once nothing waits, and nothing at the end', () => {
    expect(nextCard([card('a', { state: 'running' })], now)?.task).toBe('a');
    expect(nextCard([card('a', { state: 'done' })], now)).toBeUndefined();
  });
});

describe('the countdown', () => {
  it('is read in minutes and seconds', () => {
    expect([185, 59.2, 0, -20, 3725].map(countdown)).toEqual([
      '3:05',
      '1:00',
      '0:00',
      '−0:20',
      '1:02:05',
    ]);
  });
});
