/** The timers: each with its name, what is left, a minute more, and the end of it. */
import { useState, type JSX } from 'react';

import { countdown } from '../../evening/overlay';
import type { Running } from '../../evening/useRinging';
import styles from './stove.module.css';

interface Props {
  running: Running[];
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
      <input
        aria-label="What is timed"
        placeholder="another timer"
        maxLength={120}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <input
        aria-label="Minutes"
        placeholder="min"
        inputMode="decimal"
        value={minutes}
        onChange={(event) => setMinutes(event.target.value)}
      />
      <button type="submit" disabled={!ready}>
        Set
      </button>
    </form>
  );
}

export function Timers({ running, onMore, onStop, onNew }: Props): JSX.Element {
  return (
    <section aria-label="Timers">
      {running.map(({ timer, left, mark }) => (
        <div key={timer.id} className={styles.timer} data-over={left <= 0}>
          <div>
            <b role="timer">{countdown(left)}</b>
            <span>
              {timer.name}
              {mark && <em> {mark}</em>}
            </span>
            {left <= 0 && timer.check && <span className={styles.check}>{timer.check}</span>}
          </div>
          <button
            type="button"
            aria-label={`One minute more: ${timer.name}`}
            onClick={() => onMore(timer.id)}
          >
            +1
          </button>
          <button type="button" aria-label={`Stop: ${timer.name}`} onClick={() => onStop(timer.id)}>
            Stop
          </button>
        </div>
      ))}
      <NewTimer onNew={onNew} />
    </section>
  );
}
