/** A thermometer in the middle of the food: what it shows, and whether that is enough. */
import InputBase from '@mui/material/InputBase';
import { useState, type JSX } from 'react';

import type { Card } from '../../api/types';
import { putAway, stickIn, useProbe } from '../../devices/probe';
import { PlainButton } from '../../parts/PlainButton';
import { typed } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import styles from './stove.module.css';

interface Props {
  target: number;
  onRead: (celsius: number) => void;
  onClose: () => void;
}

/** Degrees above and below the target at which food is done for sure, and is not yet. */
const [DONE, NOT_YET] = [2, 8];

function Simulated({ target }: { target: number }): JSX.Element {
  const [into, setInto] = useState('');
  const celsius = typed(into);
  return (
    <div className={styles.newTimer}>
      <InputBase
        inputProps={{
          'aria-label': 'It is stuck into something of so many °C',
          inputMode: 'decimal',
        }}
        placeholder="the middle is, °C"
        value={into}
        onChange={(event) => setInto(event.target.value)}
      />
      <PlainButton disabled={celsius === null} onClick={() => void stickIn(celsius ?? 0)}>
        Stick it in
      </PlainButton>
      <PlainButton onClick={() => void stickIn(target + DONE)}>Food that is done</PlainButton>
      <PlainButton onClick={() => void stickIn(target - NOT_YET)}>Food that is not</PlainButton>
    </div>
  );
}

export function ProbeForm({ target, onRead, onClose }: Props): JSX.Element {
  const probe = useProbe();
  const [text, setText] = useState('');
  const [simulated, setSimulated] = useState(false);
  const read = typed(text);
  const keep = (celsius: number): void => {
    onRead(celsius);
    putAway();
    onClose();
  };
  return (
    <section className={styles.weighHere} aria-label="Thermometer">
      {probe.problem && <Notice bad>{probe.problem}</Notice>}
      {probe.celsius !== null && (
        <p className={styles.weighed} aria-live="off">
          <b>{probe.celsius.toFixed(1)} °C</b>
          <span>
            {probe.stands
              ? probe.celsius >= target
                ? `steady, ${target} °C is reached`
                : `steady, ${(target - probe.celsius).toFixed(0)} °C to go`
              : 'wait until it stands still …'}
          </span>
        </p>
      )}
      <form
        className={styles.newTimer}
        onSubmit={(event) => {
          event.preventDefault();
          if (read !== null) keep(read);
        }}
      >
        <InputBase
          inputProps={{ 'aria-label': 'In the middle, °C', inputMode: 'decimal' }}
          placeholder="in the middle, °C"
          autoFocus
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <PlainButton type="submit" disabled={read === null}>
          Keep it
        </PlainButton>
      </form>
      {simulated && <Simulated target={target} />}
      <div className={styles.actions}>
        {probe.celsius !== null && (
          <PlainButton disabled={!probe.stands} onClick={() => keep(probe.celsius ?? 0)}>
            Take {probe.celsius.toFixed(0)} °C
          </PlainButton>
        )}
        {!simulated && (
          <PlainButton onClick={() => setSimulated(true)}>Simulated thermometer</PlainButton>
        )}
        <PlainButton onClick={onClose}>Not now</PlainButton>
      </div>
    </section>
  );
}

/** What it has to be, and what it was. */
export function ProbeSaid({ card }: { card: Card }): JSX.Element | null {
  if (!card.probe) return null;
  return (
    <p className={styles.probe} data-done={card.probe.done} aria-live="polite">
      {card.probe.words.charAt(0).toUpperCase() + card.probe.words.slice(1)}.
    </p>
  );
}
