/** The timers: each with its name, what is left, a minute more, and the end of it. */
import InputBase from '@mui/material/InputBase';
import { useState, type JSX } from 'react';

import { countdown } from '../../evening/overlay';
import type { Running } from '../../evening/useRinging';
import { PlainButton } from '../../parts/PlainButton';
import styles from './stove.module.css';

interface Props {
  running: Running[];
  /** What a timer's step can be ended with, null where nothing of it runs any more. */
  onDone: (task: string) => (() => void) | null;
  onLook: (task: string) => void;
  onMore: (id: string) => void;
  onStop: (id: string) => void;
  onNew: (name: string, minutes: number) => void;
}

function NewTimer({ onNew }: { onNew: Props['onNew'] }): JSX.Element {
  const [name, setName] = useState('');
  const [minutes, setMinutes] = useState('');
  const length = Number(minutes.replace(',', '.'));
  const ready = length > 0 && length <= 2880;
  return (
    <form
      className={styles.newTimer}
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        onNew(name.trim() || 'Timer', length);
        setName('');
        setMinutes('');
      }}
    >
      <InputBase
        inputProps={{ 'aria-label': 'What is timed', maxLength: 120 }}
        placeholder="new timer"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <InputBase
        inputProps={{ 'aria-label': 'Minutes', inputMode: 'decimal' }}
        placeholder="min"
        value={minutes}
        onChange={(event) => setMinutes(event.target.value)}
      />
      <PlainButton type="submit" disabled={!ready}>
        Set
      </PlainButton>
    </form>
  );
}

/** From here on the figure has hours, and stands smaller beside its buttons. */
const HOUR_SECONDS = 3600;

export function Timers({ running, onDone, onLook, onMore, onStop, onNew }: Props): JSX.Element {
  return (
    <section aria-label="Timers" id="timers">
      {running.map(({ timer, left, mark }) => {
        const done = onDone(timer.task);
        return (
          <div key={timer.id} className={styles.timer} data-over={left <= 0 && !timer.held}>
            <b role="timer" data-hours={Math.abs(left) >= HOUR_SECONDS}>
              {countdown(left)}
            </b>
            <PlainButton
              aria-label={`One minute more: ${timer.name}`}
              onClick={() => onMore(timer.id)}
            >
              +1
            </PlainButton>
            <PlainButton
              aria-label={`${done ? 'It is done' : 'Stop'}: ${timer.name}`}
              onClick={() => (done ? done() : onStop(timer.id))}
            >
              {done ? 'Done' : 'Stop'}
            </PlainButton>
            <PlainButton className={styles.name} onClick={() => onLook(timer.task)}>
              {timer.name}
              {timer.held && <em>off for a while</em>}
              {mark && <em>{mark}</em>}
              {left <= 0 && timer.check && <strong>{timer.check}</strong>}
            </PlainButton>
          </div>
        );
      })}
      <NewTimer onNew={onNew} />
    </section>
  );
}

/** On a phone, along the bottom: what rings next is always in sight. */
export function TimerStrip({ running }: { running: Running[] }): JSX.Element | null {
  if (!running.length) return null;
  return (
    <a href="#timers" className={styles.strip}>
      {running.slice(0, 2).map(({ timer, left }) => (
        <span key={timer.id} data-over={left <= 0}>
          <b>{countdown(left)}</b> {timer.name}
        </span>
      ))}
    </a>
  );
}
