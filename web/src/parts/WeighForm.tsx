/** What the scale reads and what it stands in: typed, from the kitchen's list, or from the scale. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useState, type JSX, type ReactNode } from 'react';

import { kitchenQuery } from '../api/kitchen';
import type { GlassView } from '../api/types';
import { keep, recall } from '../browser/storage';
import { PlainButton } from './PlainButton';
import { plain, typed, withUnit } from './format';
import { ScaleRow } from './ScaleRow';
import { TurnRow } from './TurnRow';
import { ONCE, turnOf, usually, weighedOf, type Again, type Turn } from './turn';
import styles from './weighing.module.css';

/** What the cook read from the scale, in grams. */
export interface Scale {
  gross: number;
  tare: number;
  /** What it stands in, by its name in the Kitchen; empty for anything else. */
  vessel: string;
  turn: Turn;
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
  /** The step that is weighed, null for the finished dish. */
  glass?: GlassView | null;
  busy?: boolean;
  onWeigh: (scale: Scale) => void;
  children?: ReactNode;
}

export function WeighForm({
  taken,
  expected,
  glass = null,
  busy = false,
  onWeigh,
  children,
}: Props): JSX.Element {
  const [gross, setGross] = useState('');
  const [tare, setTare] = useState(() => recall<string>('tare') ?? '');
  const [vessel, setVessel] = useState('');
  const [again, setAgain] = useState<Again | null>(null);
  const [batches, setBatches] = useState(glass?.turns.of ?? 1);
  const [choosing, setChoosing] = useState(
    glass !== null && (glass.batches > 1 || glass.turns.of > 1),
  );
  const [emptied, setEmptied] = useState(taken);
  if (emptied !== taken) {
    setEmptied(taken);
    setGross('');
    setAgain(null);
  }
  const chosen = again ?? (glass ? usually(glass) : null);
  const turn = glass ? turnOf(glass, chosen, batches) : ONCE;
  const fromScale = useCallback((grams: number) => setGross(plain(Math.round(grams))), []);
  const scale = { gross: typed(gross) ?? 0, tare: typed(tare) ?? 0, vessel };
  const ready = typed(gross) !== null && !busy;
  const on =
    glass && turn ? weighedOf(glass, turn) : { step: 'finished', low: expected, high: expected };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready || !turn) return;
        keep('tare', tare);
        onWeigh({ ...scale, turn });
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
      {glass && (
        <TurnRow
          glass={glass}
          again={chosen}
          batches={batches}
          choosing={choosing}
          onAgain={setAgain}
          onBatches={setBatches}
        />
      )}
      <ScaleRow
        expected={turn && { ...on, low: on.low + scale.tare, high: on.high + scale.tare }}
        onSteady={fromScale}
      />
      <div className="row">
        <Button type="submit" variant="contained" disabled={!ready || !turn}>
          {turn?.batch ? `Weigh in batch ${turn.batch}` : 'Weigh in'}
        </Button>
        {glass && !choosing && glass.point.weighed === null && (
          <PlainButton className="plain-button soft" onClick={() => setChoosing(true)}>
            In batches
          </PlainButton>
        )}
        {children}
      </div>
    </form>
  );
}
