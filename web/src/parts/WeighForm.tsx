/** What the scale reads and what it stands in: typed, from the kitchen's list, or from the scale. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useState, type JSX, type ReactNode } from 'react';

import { kitchenQuery } from '../api/kitchen';
import { keep, recall } from '../browser/storage';
import { PlainButton } from './PlainButton';
import { plain, typed, withUnit } from './format';
import { ScaleRow } from './ScaleRow';
import styles from './weighing.module.css';

/** What the cook read from the scale, in grams. */
export interface Scale {
  gross: number;
  tare: number;
  /** What it stands in, by its name in the Kitchen; empty for anything else. */
  vessel: string;
}

/** The household's own vessels whose empty weight is known: one press is the tare. */
function Vessels({
  chosen,
  onChoose,
}: {
  chosen: string;
  onChoose: (name: string, grams: number) => void;
}): JSX.Element | null {
  const kitchen = useQuery(kitchenQuery);
  const known = (kitchen.data?.pans ?? []).filter((pan) => pan.empty_grams !== null);
  if (known.length === 0) return null;
  return (
    <div className={`chips ${styles.vessels}`} role="group" aria-label="It stands in">
      {known.map((pan) => (
        <PlainButton
          key={pan.name}
          className="chip"
          aria-pressed={pan.name === chosen}
          onClick={() => onChoose(pan.name, pan.empty_grams ?? 0)}
        >
          {pan.name} {withUnit(pan.empty_grams ?? 0, 'g')}
        </PlainButton>
      ))}
    </div>
  );
}

interface Props {
  /** Counts the weights taken: after each the field is empty, and the bowl stays. */
  taken: number;
  /** Grams that the step is expected to leave. */
  expected: number;
  busy?: boolean;
  onWeigh: (scale: Scale) => void;
  children?: ReactNode;
}

export function WeighForm({
  taken,
  expected,
  busy = false,
  onWeigh,
  children,
}: Props): JSX.Element {
  const [gross, setGross] = useState('');
  const [tare, setTare] = useState(() => recall<string>('tare') ?? '');
  const [vessel, setVessel] = useState('');
  const [emptied, setEmptied] = useState(taken);
  if (emptied !== taken) {
    setEmptied(taken);
    setGross('');
  }
  const fromScale = useCallback((grams: number) => setGross(plain(Math.round(grams))), []);
  const scale = { gross: typed(gross) ?? 0, tare: typed(tare) ?? 0, vessel };
  const ready = typed(gross) !== null && !busy;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        keep('tare', tare);
        onWeigh(scale);
      }}
    >
      <div className={styles.fields}>
        <TextField
          label="On the scale, g"
          value={gross}
          autoFocus={window.matchMedia('(min-width: 1024px)').matches}
          onChange={(e) => setGross(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          label="Empty bowl, g"
          value={tare}
          onChange={(e) => {
            setTare(e.target.value);
            setVessel('');
          }}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
      </div>
      <Vessels
        chosen={vessel}
        onChoose={(name, grams) => {
          setTare(plain(grams));
          setVessel(name);
        }}
      />
      <ScaleRow expected={expected + scale.tare} onSteady={fromScale} />
      <div className="row">
        <Button type="submit" variant="contained" disabled={!ready}>
          Weigh in
        </Button>
        {children}
      </div>
    </form>
  );
}
