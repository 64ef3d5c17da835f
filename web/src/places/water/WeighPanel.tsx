/** Typing a weigh-in and reading the answer. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { client, sentence, take } from '../../api/client';
import { dishQuery, runsQuery } from '../../api/queries';
import type { LedgerView, PointView, Press, WeighBody } from '../../api/types';
import { newId } from '../../draft/newId';
import { useOpenDish } from '../../draft/context';
import { mapSlot } from '../../draft/edits';
import { recall, keep } from '../../draft/storage';
import { duration, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { WeighQuestion } from '../../parts/WeighQuestion';

const PRESSES: [Press, string][] = [
  ['mesh', 'mesh'],
  ['cloth', 'cloth'],
  ['paper', 'paper'],
  ['twist', 'twist only'],
];

interface Props {
  ledger: LedgerView;
  point: PointView;
  onTaken: () => void;
}

function number(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) ? value : null;
}

function minutes(point: PointView): string {
  const whole = point.pan_minutes ?? 0;
  return whole < 1.5 ? 'a minute' : `${Math.round(whole)} min`;
}

function Answer({ point, ledger }: { point: PointView; ledger: LedgerView }): JSX.Element {
  const weighed = point.weighed !== null;
  return (
    <div aria-live="polite">
      <p className="soft">
        {weighed ? 'Weighed' : 'Expected'} after: {point.label.toLowerCase()}
      </p>
      <p className="big">{withUnit(point.grams, 'g')}</p>
      {point.advice !== 'no_band' && weighed && <p className="answer">{point.words}.</p>}
      {weighed && point.advice === 'press_more' && point.rounds !== null && (
        <p className="soft">
          {point.rounds === 1 ? 'One more round' : `${point.rounds} more rounds`}, then weigh; or{' '}
          {minutes(point)} in a dry pan.
        </p>
      )}
      {weighed && point.advice === 'heat_more' && (
        <p className="soft">About {minutes(point)} in a wide dry pan, stirring.</p>
      )}
      {weighed && point.advice === 'simmer_more' && (
        <p className="soft">About {minutes(point)} at an open bubble, stirring.</p>
      )}
      {!weighed && point.aim && <p className="answer">{point.aim}</p>}
      {!weighed && point.note && <p className="soft">{point.note}</p>}
      {weighed && point.advice === 'no_band' && ledger.next_words && (
        <p className="answer">{ledger.next_words}.</p>
      )}
      {point.seconds !== null && !weighed && (
        <p>{duration(point.seconds)} at your microwave’s power.</p>
      )}
      <p className="soft">{point.cue}</p>
    </div>
  );
}

function Cautions({ point }: { point: PointView }): JSX.Element {
  return (
    <>
      {point.cautions.map((caution) => (
        <details key={caution.key} className="caution">
          <summary>{caution.text}</summary>
          {caution.why}
        </details>
      ))}
    </>
  );
}

export function WeighPanel({ ledger, point, onTaken }: Props): JSX.Element {
  const { draft, run } = useOpenDish();
  const [gross, setGross] = useState('');
  const [tare, setTare] = useState(() => recall<string>('tare') ?? '');
  const [question, setQuestion] = useState<string | null>(null);
  const [clientId, setClientId] = useState(() => newId());
  const queries = useQueryClient();
  const refresh = (): Promise<void> =>
    queries.invalidateQueries({ queryKey: runsQuery(draft.id).queryKey });
  const bodyOf = (sure: boolean): WeighBody => ({
    client_id: clientId,
    part: ledger.part_id,
    slot: ledger.slot_id,
    step: point.step_id,
    gross: number(gross) ?? 0,
    tare: number(tare) ?? 0,
    sure,
    vessel: '',
    tool: ledger.press ?? '',
    round: null,
    heat: '',
    seconds: null,
    watts: null,
  });
  const weighing = useMutation({
    mutationFn: async (sure: boolean) => {
      // The run freezes what the server holds, so the draft has to be there first.
      await draft.flush();
      return take(
        client.POST('/api/dishes/{dish_id}/weigh-ins', {
          params: { path: { dish_id: draft.id } },
          body: bodyOf(sure),
        }),
      );
    },
    onSuccess: async (result) => {
      setQuestion(result.question);
      if (result.question) return;
      keep('tare', tare);
      if (result.run)
        draft.noteWeighed({
          run: result.run.id,
          body: bodyOf(true),
          words: `the weighing of ${point.label.toLowerCase()}`,
        });
      setGross('');
      setClientId(newId());
      await refresh();
      onTaken();
    },
  });
  const takingBack = useMutation({
    mutationFn: (runId: string) =>
      take(
        client.POST('/api/runs/{run_id}/take-back', {
          params: { path: { run_id: runId } },
          body: { client_id: newId(), slot: ledger.slot_id, step: point.step_id },
        }),
      ),
    onSuccess: refresh,
  });
  const finishing = useMutation({
    mutationFn: (runId: string) =>
      take(client.POST('/api/runs/{run_id}/finish', { params: { path: { run_id: runId } } })),
    onSuccess: async () => {
      await refresh();
      await queries.invalidateQueries({
        queryKey: dishQuery(draft.id).queryKey,
        refetchType: 'none',
      });
    },
  });
  const press = (method: Press): void =>
    draft.change((dish) =>
      mapSlot(dish, ledger.part_id, ledger.slot_id, (slot) => ({
        ...slot,
        choice: slot.choice && { ...slot.choice, press: method },
      })),
    );
  const problem = weighing.error ?? takingBack.error ?? finishing.error;
  const ready = number(gross) !== null && !weighing.isPending;
  return (
    <>
      <Answer point={point} ledger={ledger} />
      <Cautions point={point} />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (ready) weighing.mutate(false);
        }}
      >
        <div className="weigh-form">
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
            onChange={(e) => setTare(e.target.value)}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
        </div>
        <div className="row">
          <Button type="submit" variant="contained" disabled={!ready}>
            Weigh in
          </Button>
          {run && point.weighed !== null && (
            <Button variant="outlined" onClick={() => takingBack.mutate(run.id)}>
              Delete this weighing
            </Button>
          )}
        </div>
      </form>
      <WeighQuestion question={question} onSure={() => weighing.mutate(true)} />
      {problem && <Notice bad>{sentence(problem)}</Notice>}
      {ledger.press && (
        <>
          <h3 style={{ marginTop: 18 }}>How you press</h3>
          <div className="chips" style={{ marginTop: 6 }}>
            {PRESSES.map(([method, name]) => (
              <button
                key={method}
                type="button"
                className="chip"
                aria-pressed={ledger.press === method}
                onClick={() => press(method)}
              >
                {name}
              </button>
            ))}
          </div>
        </>
      )}
      {ledger.lost_carbs >= 0.1 && (
        <>
          <h3 style={{ marginTop: 16 }}>Carbs in the liquid</h3>
          <p className="soft">
            About {withUnit(ledger.lost_carbs, 'g')} of the whole dish leave with it. “At most”
            limits count them as eaten, “at least” limits do not.
          </p>
        </>
      )}
      {run && (
        <p style={{ marginTop: 16 }}>
          <button type="button" className="chip" onClick={() => finishing.mutate(run.id)}>
            Close this run
          </button>
        </p>
      )}
    </>
  );
}
