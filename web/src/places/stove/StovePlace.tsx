/** The Stove: one step at a time, large, with what runs beside it; made for wet hands. */
import { useMemo, useRef, useState, type JSX, type TouchEvent } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';

import { eveningOver } from '../../api/evening';
import type { Card } from '../../api/types';
import { useScale } from '../../devices/scale';
import { newId } from '../../browser/newId';
import { nextCard } from '../../evening/overlay';
import { allowSound } from '../../evening/sound';
import { useAwake } from '../../evening/useAwake';
import { useEvening, type EveningHere, type Said } from '../../evening/useEvening';
import { useRinging } from '../../evening/useRinging';
import { PlainButton } from '../../parts/PlainButton';
import { clockOf, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { HeldBack } from '../../parts/HeldBack';
import { ShelfOffers } from '../../parts/ShelfOffers';
import { useKeys } from '../../parts/useKeys';
import { useTitle } from '../../parts/useTitle';
import { AddedSoFar, AddForm } from './AddHere';
import { CardView } from './CardView';
import { PhotoButton, PhotosHere } from './Photos';
import { ProbeForm, ProbeSaid } from './ProbeHere';
import { ComingUp, StepList } from './StepList';
import { Timers, TimerStrip } from './Timers';
import { Weighed, WeighHere } from './WeighHere';
import { Written } from './Written';
import styles from './stove.module.css';

type FormKind = 'weigh' | 'add' | 'note' | 'setting' | 'probe' | 'shelf';
const MORE_SECONDS = 60;
const NOT_YET_SECONDS = 180;
const SWIPE = 60;
const AFTER_ALL = {
  running: 'It is not on after all',
  done: 'It is not done after all',
  skipped: 'Do it after all',
};
const PLAIN_HTTP =
  'Over plain http this page has to stay open to be used without the network, and reads no scale.';

function Cooking({ here }: { here: EveningHere }): JSX.Element | null {
  const { view, act, now } = here;
  const [chosen, setChosen] = useState<string | null>(null);
  const [last, setLast] = useState<{ event: string; words: string } | null>(null);
  // What is written at a card, and at which: looking at another one puts it away.
  const [form, setForm] = useState<{ kind: FormKind; task: string } | null>(null);
  const [ending, setEnding] = useState(false);
  const [told, setTold] = useState('');
  const [sound, setSound] = useState(false);
  const touch = useRef<{ x: number; y: number } | null>(null);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const awake = useAwake();
  const scale = useScale();
  const cards = useMemo(() => view?.stove.cards ?? [], [view]);
  const timers = useMemo(() => view?.stove.timers ?? [], [view]);
  const running = useRinging(timers, now, sound);
  const next = nextCard(cards, now());
  const card = cards.find((one) => one.task === chosen) ?? next;
  const dishes = view?.dishes.map((dish) => dish.title) ?? [];
  const timerOf = (task: string) => running.find((one) => one.timer.task === task);

  const timerFor = (one: Card): Said =>
    one.seconds
      ? {
          timer: newId(),
          name: one.timer_name,
          check: one.cue,
          seconds: one.seconds,
          marks: one.marks,
        }
      : {};
  const after = (event: string, words: string): void => {
    setLast({ event, words });
    setChosen(null);
    setForm(null);
  };
  const go = (): void => {
    if (!card || card.state === 'done' || card.state === 'skipped') {
      setChosen(null);
      return;
    }
    if (card.kind === 'runs' && card.state === 'waiting') {
      after(act('step_started', { task: card.task, ...timerFor(card) }), `begun: ${card.title}`);
      return;
    }
    finished(card);
  };
  /** Off the heat for a while, and back on for the minutes that are left. */
  const offOrOn = (one: Card): void => {
    const timer = timerOf(one.task)?.timer.id ?? '';
    act(one.paused ? 'step_resumed' : 'step_paused', { task: one.task, timer });
  };
  const finished = (one: Card): void => {
    const timer = timerOf(one.task)?.timer.id ?? '';
    after(act('step_done', { task: one.task, timer }), `done: ${one.title}`);
  };
  const endOf = (task: string): (() => void) | null => {
    const one = cards.find((other) => other.task === task && other.state === 'running');
    const timer = timerOf(task);
    if (!one || !timer) return null;
    return () => finished(one);
  };
  const notYet = (): void => {
    if (!card) return;
    const timer = timerOf(card.task);
    if (card.paused) return;
    if (card.state === 'running' && timer)
      act('timer_moved', { timer: timer.timer.id, seconds: NOT_YET_SECONDS });
    else act('step_not_yet', { task: card.task });
    setChosen(null);
  };
  const skip = (): void => {
    if (card) after(act('step_skipped', { task: card.task }), `skipped: ${card.title}`);
  };
  const look = (by: number): void => {
    const at = cards.findIndex((one) => one.task === card?.task);
    const other = cards[at + by];
    if (other) setChosen(other.task);
  };
  // Rebuilt with every render, as what they do follows what is shown.
  useKeys({
    ' ': go,
    n: notYet,
    k: skip,
    w: () => card?.glass && setForm({ kind: 'weigh', task: card.task }),
    t: () => card?.probe && setForm({ kind: 'probe', task: card.task }),
    arrowleft: () => look(-1),
    arrowright: () => look(1),
  });
  const swiped = (event: TouchEvent): void => {
    const end = event.changedTouches[0];
    const [from, to] = [touch.current, end && { x: end.clientX, y: end.clientY }];
    touch.current = null;
    if (!from || !to || Math.abs(to.x - from.x) < SWIPE) return;
    if (Math.abs(to.y - from.y) > Math.abs(to.x - from.x)) return;
    look(to.x < from.x ? 1 : -1);
  };
  if (!view) return null;
  const over = cards.length > 0 && !next;
  const finish = async (): Promise<void> => {
    act('finished');
    await here.flush();
    await eveningOver(queries);
    await navigate(`/dishes/${view.dishes[0]?.id ?? ''}/portions`);
  };
  const open = form && form.task === card?.task ? form.kind : null;
  const show = (kind: FormKind): void => setForm(card ? { kind, task: card.task } : null);
  const close = (): void => setForm(null);
  const live = scale.kind === 'none' ? null : scale.reading;
  const dish = card ? view.dishes[card.dish] : undefined;
  const weight = card ? view.weights[card.task] : undefined;
  const notes = view.stove.notes.filter((note) => note.task === card?.task);
  return (
    <main
      className={styles.stove}
      id="content"
      onPointerDown={() => {
        allowSound();
        if (!sound) setSound(true);
        if (typeof Notification !== 'undefined' && Notification.permission === 'default')
          void Notification.requestPermission();
      }}
    >
      <nav className={styles.side}>
        <p className={styles.standing}>
          <b>{dishes.join(', ')}</b>
          <span>{view.stove.standing}</span>
          {view.stove.notes
            .filter((note) => note.task === '')
            .map((note) => (
              <span key={note.id}>{note.words}</span>
            ))}
          {view.stove.sheet.why.map((words) => (
            <span key={words}>{words}</span>
          ))}
        </p>
        <StepList cards={cards} shown={card} onChoose={setChosen} />
      </nav>
      <section
        className={styles.centre}
        onTouchStart={(event) => {
          const one = event.touches[0];
          touch.current = one ? { x: one.clientX, y: one.clientY } : null;
        }}
        onTouchEnd={swiped}
      >
        {view.stove.finished_at ? (
          <article className={styles.card}>
            <h1>This evening is over.</h1>
            <p className={styles.cue}>What was weighed and noted is kept with the dish.</p>
            {view.dishes.map((one) => (
              <p key={one.id}>
                <Link to={`/dishes/${one.id}/portions`}>Share out {one.title}</Link>
              </p>
            ))}
          </article>
        ) : over ? (
          <article className={styles.card}>
            <h1>Everything is done.</h1>
            <p className={styles.cue}>To the table. Then weigh the dish and share it out.</p>
            <div className={styles.actions}>
              <PlainButton className={styles.main} onClick={() => void finish()}>
                End the evening
              </PlainButton>
            </div>
          </article>
        ) : (
          card && (
            <>
              <CardView card={card} dishes={dishes} />
              {notes.map((note) => (
                <p key={note.id} className={styles.note}>
                  {clockOf(note.at)}: {note.words}
                </p>
              ))}
              <Weighed
                card={card}
                onTakeBack={weight ? () => act('taken_back', { event: weight }) : undefined}
              />
              {dish && card.glass && (
                <HeldBack
                  glass={card.glass}
                  onWentIn={(line, grams) => act('weighed', { dish: dish.id, line, gross: grams })}
                />
              )}
              <ProbeSaid card={card} />
              <PhotosHere photos={view.photos.filter((one) => one.task === card.task)} />
              {dish && open === 'weigh' ? (
                <WeighHere
                  card={card}
                  dish={dish.id}
                  onWeigh={(said) => {
                    act('weighed', said);
                    close();
                  }}
                  onClose={close}
                />
              ) : dish && open === 'add' ? (
                <AddForm
                  dishes={view.dishes}
                  first={dish.id}
                  onAdd={(to, words) => act('added', { dish: to, words })}
                  onClose={close}
                />
              ) : dish && open === 'shelf' ? (
                <>
                  <ShelfOffers dish={dish.id} title={dish.title} />
                  <PlainButton className="plain-button" onClick={close}>
                    Close
                  </PlainButton>
                </>
              ) : open === 'note' ? (
                <Written
                  label="Note to this step"
                  keepWords="Keep the note"
                  long
                  onKeep={(words) => act('note', { task: card.task, words })}
                  onClose={close}
                />
              ) : open === 'setting' ? (
                <Written
                  label="What it is set to"
                  placeholder="speed 6, thin disc, second rack …"
                  keepWords="Keep the setting"
                  first={card.setting || card.setting_before}
                  onKeep={(words) =>
                    act('setting', { task: card.task, technique: card.technique, words })
                  }
                  onClose={close}
                />
              ) : open === 'probe' && card.probe ? (
                <ProbeForm
                  target={card.probe.target}
                  onRead={(celsius) => act('probed', { task: card.task, celsius })}
                  onClose={close}
                />
              ) : (
                <div className={styles.actions}>
                  <PlainButton className={styles.main} onClick={go}>
                    {mainWords(card)}
                  </PlainButton>
                  {card.kind === 'hands' && card.state === 'waiting' && card.seconds > 0 && (
                    <PlainButton
                      onClick={() => act('timer_set', { task: card.task, ...timerFor(card) })}
                    >
                      Timer {Math.round(card.seconds / 60)} min
                    </PlainButton>
                  )}
                  {(card.state === 'waiting' || card.state === 'running') && (
                    <PlainButton onClick={notYet}>Not yet</PlainButton>
                  )}
                  {card.state === 'waiting' && <PlainButton onClick={skip}>Skip</PlainButton>}
                  {dish && card.glass && (
                    <PlainButton onClick={() => show('weigh')}>Weigh</PlainButton>
                  )}
                  {card.kind === 'runs' && card.state === 'running' && (
                    <PlainButton onClick={() => offOrOn(card)}>
                      {card.paused ? 'It is back on' : 'Take it off for a while'}
                    </PlainButton>
                  )}
                  {card.state !== 'waiting' && card.by && (
                    <PlainButton onClick={() => act('taken_back', { event: card.by })}>
                      {AFTER_ALL[card.state]}
                    </PlainButton>
                  )}
                  {card.probe && (
                    <PlainButton onClick={() => show('probe')}>Thermometer</PlainButton>
                  )}
                  <PlainButton className={styles.less} onClick={() => show('add')}>
                    I added something
                  </PlainButton>
                  <PlainButton className={styles.less} onClick={() => show('shelf')}>
                    To the shelf
                  </PlainButton>
                  {card.machine && (
                    <PlainButton className={styles.less} onClick={() => show('setting')}>
                      Setting
                    </PlainButton>
                  )}
                  <PlainButton className={styles.less} onClick={() => show('note')}>
                    Note
                  </PlainButton>
                  {dish?.run && <PhotoButton run={dish.run} task={card.task} onSaid={setTold} />}
                </div>
              )}
            </>
          )
        )}
        {told && (
          <p className={styles.last} role="status">
            {told}
          </p>
        )}
        {last && !view.stove.finished_at && (
          <p className={styles.last} role="status">
            {last.words}
            <PlainButton
              onClick={() => {
                act('taken_back', { event: last.event });
                setLast(null);
              }}
            >
              Take it back
            </PlainButton>
          </p>
        )}
        <AddedSoFar
          added={view.added}
          dishes={view.dishes}
          onTakeBack={(event) => act('taken_back', { event })}
        />
        {card !== next && next && (
          <p className={styles.last}>
            You are looking around.
            <PlainButton onClick={() => setChosen(null)}>To the step now</PlainButton>
          </p>
        )}
        {card === next && next && <ComingUp cards={cards} card={next} />}
      </section>
      <aside className={styles.beside}>
        {live && (
          <div className={styles.scale}>
            <span>On the scale</span>
            <b>{live.grams === null ? '–' : withUnit(Math.round(live.grams), 'g')}</b>
          </div>
        )}
        <Timers
          running={running}
          onDone={endOf}
          onLook={(task) => task && setChosen(task)}
          onMore={(timer) => act('timer_moved', { timer, seconds: MORE_SECONDS })}
          onStop={(timer) => act('timer_stopped', { timer })}
          onNew={(name, minutes) =>
            act('timer_set', { timer: newId(), name, seconds: Math.round(minutes * 60) })
          }
        />
        <p className={styles.small}>
          {here.away && (
            <>
              The kitchen server does not answer. {here.waiting} kept here, sent when it is
              back.{' '}
            </>
          )}
          {awake} {!window.isSecureContext && PLAIN_HTTP}
        </p>
        <p className={styles.keys}>
          <kbd>space</kbd> {card ? mainWords(card).toLowerCase() : 'next'} · <kbd>W</kbd> weigh ·{' '}
          <kbd>N</kbd> not yet · <kbd>←</kbd> <kbd>→</kbd> look around
        </p>
        {!view.stove.finished_at && !over && (
          <PlainButton
            className={styles.end}
            onClick={() => (ending ? void finish() : setEnding(true))}
            onBlur={() => setEnding(false)}
          >
            {ending ? 'Press again: it cannot be taken back' : 'End the evening here'}
          </PlainButton>
        )}
      </aside>
      <TimerStrip running={running} />
    </main>
  );
}

function mainWords(card: Card): string {
  if (card.state === 'done' || card.state === 'skipped') return 'To the step now';
  if (card.kind === 'oven_on') return 'The oven is on';
  if (card.kind === 'runs' && card.state === 'waiting')
    return card.seconds ? `It is on: ${Math.round(card.seconds / 60)} min` : 'It is on';
  return 'Done, next';
}

export function StovePlace(): JSX.Element {
  const id = useParams().eveningId ?? '';
  return <Evening key={id} id={id} />;
}

function Evening({ id }: { id: string }): JSX.Element {
  const here = useEvening(id);
  useTitle('Stove');
  return (
    <>
      {here.problem && (
        <Notice bad actions={<Link to="/dishes">To the dishes</Link>}>
          {here.problem}
        </Notice>
      )}
      {here.photoRefused && (
        <Notice
          bad
          actions={
            <PlainButton className="chip" onClick={here.seenRefusal}>
              Seen
            </PlainButton>
          }
        >
          A photo was not kept. {here.photoRefused}
        </Notice>
      )}
      {here.conflicts.map((one) => (
        <Notice
          key={one.event.id}
          bad
          actions={
            <>
              {one.asked && (
                <PlainButton className="chip" onClick={() => here.sure(one)}>
                  It is right, take it
                </PlainButton>
              )}
              <PlainButton className="chip" onClick={() => here.drop(one)}>
                {one.asked ? 'Weigh again' : 'Seen'}
              </PlainButton>
            </>
          }
        >
          {one.event.kind === 'weighed' && `${withUnit(one.event.gross, 'g')} on the scale. `}
          {one.sentence}
        </Notice>
      ))}
      {!here.view && !here.problem && (
        <main className="place soft">
          {here.away ? 'The kitchen server does not answer yet …' : 'Going to the stove …'}
        </main>
      )}
      <Cooking here={here} />
    </>
  );
}
