/** The scale's live figure beside the fields; a steady weight goes into the field by itself. */
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState, type JSX } from 'react';

import {
  connect,
  disconnect,
  follow,
  happens,
  hasUsb,
  setUp,
  useScale,
  type Expected,
} from '../devices/scale';
import type { Status } from '../devices/reports';
import { PlainButton } from './PlainButton';
import { typed, withUnit } from './format';
import { Notice } from './Notice';
import styles from './weighing.module.css';

const SAYS: Record<Status, string> = {
  zero: 'empty',
  moving: 'moving …',
  steady: 'steady',
  under_zero: 'below zero: tare it',
  overload: 'too heavy for it',
  fault: 'reports a fault',
  uncalibrated: 'wants to be calibrated',
  rezero: 'wants to be set to zero',
};
const TOO_HEAVY = 9000;

interface Props {
  /** What the step may leave, with what it stands in; null while nobody knows what is weighed. */
  expected: Expected | null;
  onSteady: (grams: number) => void;
}

function Simulated({ follows }: { follows: boolean }): JSX.Element {
  const [put, setPut] = useState('');
  const grams = typed(put);
  return (
    <div className={styles.simulated}>
      <TextField
        label="Put on it, g"
        size="small"
        value={put}
        onChange={(event) => setPut(event.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <div className="chips">
        <PlainButton
          className="chip"
          disabled={grams === null || grams < 0}
          onClick={() => void happens({ kind: 'put', grams: grams ?? 0 })}
        >
          Put it on
        </PlainButton>
        <PlainButton className="chip" aria-pressed={follows} onClick={() => follow(!follows)}>
          What is cooked
        </PlainButton>
        <PlainButton className="chip" onClick={() => void happens({ kind: 'tare' })}>
          Tare
        </PlainButton>
        <PlainButton
          className="chip"
          onClick={() => void happens({ kind: 'put', grams: TOO_HEAVY })}
        >
          Too heavy
        </PlainButton>
        <PlainButton className="chip" onClick={() => void happens({ kind: 'unplug' })}>
          Unplug
        </PlainButton>
      </div>
    </div>
  );
}

export function ScaleRow({ expected, onSteady }: Props): JSX.Element {
  const scale = useScale();
  const heard = useRef(scale.steady?.count ?? 0);
  const { steady } = scale;
  useEffect(() => {
    if (!steady || steady.count === heard.current) return;
    heard.current = steady.count;
    onSteady(steady.grams);
  }, [steady, onSteady]);
  const following = scale.kind === 'simulated' && scale.follows;
  const { step, low, high } = expected ?? { step: '', low: 0, high: 0 };
  useEffect(() => {
    if (following && step) void happens({ kind: 'follow', step, low, high });
    // Where only the figures move, what stands on it stays.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [following, step]);
  return (
    <div className={styles.scale} role="group" aria-label="Scale">
      {scale.problem && <Notice bad>{scale.problem}</Notice>}
      {scale.kind === 'none' ? (
        <div className="chips">
          {hasUsb() && (
            <PlainButton className="chip" onClick={() => void connect()}>
              Read a USB scale
            </PlainButton>
          )}
          <PlainButton className="chip" onClick={setUp}>
            Simulated scale
          </PlainButton>
          {!hasUsb() && <span className="soft">This browser reads no scale by USB.</span>}
        </div>
      ) : (
        <>
          <p className={styles.live}>
            <b>
              {scale.reading?.grams == null ? '–' : withUnit(Math.round(scale.reading.grams), 'g')}
            </b>{' '}
            {scale.reading ? SAYS[scale.reading.status] : 'waiting for the scale'}
            <PlainButton className="plain-button soft" onClick={() => disconnect()}>
              Put it away
            </PlainButton>
          </p>
          {scale.kind === 'simulated' && <Simulated follows={scale.follows} />}
        </>
      )}
    </div>
  );
}
