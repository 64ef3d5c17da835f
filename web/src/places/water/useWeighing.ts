/** Taking a weigh-in, answering a question about it, taking it back; closing the run. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import { sentence } from '../../api/client';
import { finishRun, runOver, takeBack, weighed, weighIn } from '../../api/runs';
import type { GlassView, WeighBody } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { newId } from '../../browser/newId';
import { lastOf, ONCE } from '../../parts/turn';
import type { Scale } from '../../parts/WeighForm';

export interface Weighing {
  busy: boolean;
  /** Why the last weight is hard to believe, null once it counts. */
  question: string | null;
  problem: string | null;
  weigh: (scale: Scale, sure: boolean) => void;
  takeBack: (run: string) => void;
  /** What went in of a line that is added by eye. */
  wentIn: (line: string, grams: number, sure: boolean) => void;
  takeLineBack: (run: string, line: string) => void;
  finish: (run: string) => void;
}

export function useWeighing(glass: GlassView, onTaken: (scale: Scale) => void): Weighing {
  const { draft } = useOpenDish();
  const queries = useQueryClient();
  const [question, setQuestion] = useState<string | null>(null);
  const [clientId, setClientId] = useState(() => newId());
  const place = { part: glass.part_id, slot: glass.slot_id, step: glass.step_id };
  const bodyOf = (scale: Scale, sure: boolean): WeighBody => ({
    client_id: clientId,
    ...place,
    gross: scale.gross,
    tare: scale.tare,
    vessel: scale.vessel,
    ...scale.turn,
    line: '',
    sure,
    tool: glass.press ?? '',
    heat: '',
    seconds: null,
    watts: null,
  });
  const weighing = useMutation({
    mutationFn: async ({ scale, sure, line }: { scale: Scale; sure: boolean; line: string }) => {
      // The run freezes what the server holds, so the draft has to be there first.
      await draft.flush();
      return weighIn(draft.id, { ...bodyOf(scale, sure), line });
    },
    onSuccess: async (result, { scale, line }) => {
      setQuestion(result.question);
      if (result.question) return;
      if (result.run)
        draft.noteWeighed({
          run: result.run.id,
          body: { ...bodyOf(scale, true), line },
          words: line ? 'what went in' : `the weighing of ${glass.point.label.toLowerCase()}`,
        });
      setClientId(newId());
      // At once: what is typed while the screen follows stays.
      onTaken(scale);
      await weighed(queries, draft.id);
    },
  });
  const takingBack = useMutation({
    mutationFn: ({ run, line }: { run: string; line: string }) =>
      takeBack(run, { ...place, ...(line ? ONCE : lastOf(glass)), line }),
    onSuccess: () => weighed(queries, draft.id),
  });
  const finishing = useMutation({
    mutationFn: finishRun,
    onSuccess: () => runOver(queries, draft.id),
  });
  const problem = weighing.error ?? takingBack.error ?? finishing.error;
  return {
    busy: weighing.isPending,
    question,
    problem: problem ? sentence(problem) : null,
    weigh: (scale, sure) => weighing.mutate({ scale, sure, line: '' }),
    takeBack: (run) => takingBack.mutate({ run, line: '' }),
    wentIn: (line, grams, sure) =>
      weighing.mutate({ scale: { gross: grams, tare: 0, vessel: '', turn: ONCE }, sure, line }),
    takeLineBack: (run, line) => takingBack.mutate({ run, line }),
    finish: (run) => finishing.mutate(run),
  };
}
