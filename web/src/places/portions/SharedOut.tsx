/** Sharing the finished dish out: its weight, who gets how much, and what is left. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { client, sentence, take } from '../../api/client';
import { runsQuery } from '../../api/queries';
import type { Dish, EaterView, FinishedBody, Preview } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { newId } from '../../draft/newId';
import { keep, recall } from '../../draft/storage';
import { withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { WeighQuestion } from '../../parts/WeighQuestion';

function number(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && value >= 0 ? value : null;
}

function withPortion(dish: Dish, eater: string, share: number | null): Dish {
  const others = dish.portions.filter((p) => p.eater !== eater);
  return { ...dish, portions: share === null ? others : [...others, { eater, share }] };
}

/** The finished dish on the scale: an event of the run, so it can be undone. */
function FinishedWeight(): JSX.Element {
  const { draft, preview, run } = useOpenDish();
  const [gross, setGross] = useState('');
  const [tare, setTare] = useState(() => recall<string>('dish-tare') ?? '');
  const [clientId, setClientId] = useState(() => newId());
  const [question, setQuestion] = useState<string | null>(null);
  const queries = useQueryClient();
  const refresh = (): Promise<void> =>
    queries.invalidateQueries({ queryKey: runsQuery(draft.id).queryKey });
  const weighing = useMutation({
    mutationFn: async (sure: boolean) => {
      await draft.flush();
      const body: FinishedBody = {
        client_id: clientId,
        gross: number(gross) ?? 0,
        tare: number(tare) ?? 0,
        sure,
        vessel: '',
      };
      const params = { path: { dish_id: draft.id } };
      const result = await take(
        client.POST('/api/dishes/{dish_id}/finished-weight', { params, body }),
      );
      return { ...result, body };
    },
    onSuccess: async (result) => {
      setQuestion(result.question);
      if (result.question) return;
      keep('dish-tare', tare);
      if (result.run)
        draft.noteWeighed({
          run: result.run.id,
          finished: result.body,
          words: 'the weight of the finished dish',
        });
      setGross('');
      setClientId(newId());
      await refresh();
    },
  });
  const takingBack = useMutation({
    mutationFn: (runId: string) =>
      take(
        client.POST('/api/runs/{run_id}/take-back', {
          params: { path: { run_id: runId } },
          body: { client_id: newId(), part: '', slot: null, step: null },
        }),
      ),
    onSuccess: refresh,
  });
  const problem = weighing.error ?? takingBack.error;
  const weighed = preview?.finished_grams ?? null;
  return (
    <>
      {weighed !== null && run && (
        <p className="row">
          <span>
            <b>{withUnit(weighed, 'g')}</b> on the scale when it was done.
          </span>
          <button
            type="button"
            className="plain-button soft"
            onClick={() => takingBack.mutate(run.id)}
          >
            Delete this weighing
          </button>
        </p>
      )}
      <form
        className="row"
        style={{ margin: '10px 0' }}
        onSubmit={(event) => {
          event.preventDefault();
          weighing.mutate(false);
        }}
      >
        <TextField
          label="The finished dish weighs, g"
          value={gross}
          sx={{ width: 230 }}
          onChange={(e) => setGross(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          label="What it is in, empty, g"
          value={tare}
          sx={{ width: 200 }}
          onChange={(e) => setTare(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <Button
          type="submit"
          variant="outlined"
          disabled={number(gross) === null || weighing.isPending}
        >
          Go by weight
        </Button>
      </form>
      <WeighQuestion question={question} onSure={() => weighing.mutate(true)} />
      {problem && <Notice bad>{sentence(problem)}</Notice>}
    </>
  );
}

function Portions({ preview }: { preview: Preview }): JSX.Element {
  const { draft } = useOpenDish();
  const { document } = draft;
  const own = (eater: EaterView): number | undefined =>
    document.portions.find((p) => p.eater === eater.id)?.share;
  // What the whole dish weighs as this eater has it: a variant weighs something else.
  const wholeOf = (eater: EaterView): number =>
    eater.whole_grams ?? preview.serving_grams * document.servings;
  const grams = (eater: EaterView): string => {
    const share = own(eater);
    return share === undefined ? '' : String(Math.round(share * wholeOf(eater)));
  };
  return (
    <>
      {preview.eaters.map((eater) => (
        <div key={eater.id} className="row" style={{ marginTop: 8 }}>
          <TextField
            // The same share weighs something else once the dish has been weighed.
            key={Math.round(wholeOf(eater))}
            label={`${eater.name} gets, g`}
            type="number"
            defaultValue={grams(eater)}
            placeholder={String(Math.round(eater.portion_grams ?? 0))}
            sx={{ width: 170 }}
            onChange={(e) => {
              const typed = number(e.target.value);
              draft.change((dish) =>
                withPortion(dish, eater.id, typed === null ? null : typed / wholeOf(eater)),
              );
            }}
          />
          <span className="soft">
            {eater.portion_grams !== null && `${withUnit(eater.portion_grams, 'g')} counted`}
          </span>
        </div>
      ))}
      {preview.left_grams !== null && (
        <p style={{ marginTop: 8 }}>
          <b>{withUnit(preview.left_grams, 'g')}</b> left over.
        </p>
      )}
    </>
  );
}

export function SharedOut(): JSX.Element | null {
  const { draft, whole, preview } = useOpenDish();
  const { expected_grams: expected } = draft.document;
  if (!preview) return null;
  return (
    <section aria-label="Shared out" style={{ marginBottom: 22 }}>
      <h2>Shared out</h2>
      {whole.document.variants.length === 0 || preview.finished_grams !== null ? (
        <FinishedWeight />
      ) : (
        <p className="soft">
          A dish in variants comes in several pots: the weight of one says nothing of the others, so
          shares go by what went in.
        </p>
      )}
      {preview.finished_grams === null && (
        <p className="soft">
          {expected === null ? (
            <>
              Until it is weighed, everybody has a serving of {withUnit(preview.serving_grams, 'g')}{' '}
              before baking.
            </>
          ) : (
            <>
              Expected to weigh {withUnit(expected, 'g')}.{' '}
              <button
                type="button"
                className="plain-button"
                onClick={() => draft.change((dish) => ({ ...dish, expected_grams: null }))}
              >
                Forget it
              </button>
            </>
          )}
        </p>
      )}
      {preview.mass_is_least ? (
        <p className="soft">
          Somebody’s own portion needs the weight of the dish: weigh it, or fix the lines that are
          not settled.
        </p>
      ) : (
        <Portions preview={preview} />
      )}
    </section>
  );
}
