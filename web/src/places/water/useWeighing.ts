/** Taking a weigh-in, answering a question about it, taking it back; closing the run. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

import { sentence } from '../../api/client';
import { finishRun, runOver, takeBack, weighed, weighIn } from '../../api/runs';
import type { GlassView, WeighBody } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { newId } from '../../browser/newId';
import { lastOf } from '../../parts/turn';
import type { Scale } from '../../parts/WeighForm';

export interface Weighing {
  busy: boolean;
  /** Why the last weight is hard to believe, null once it counts. */
  question: string | null;
  problem: string | null;
  weigh: (scale: Scale, sure: boolean) => void;
  takeBack: (run: string) => void;
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
    sure,
    tool: glass.press ?? '',
    heat: '',
    seconds: null,
    watts: null,
  });
  const weighing = useMutation({
    mutationFn: async ({ scale, sure }: { scale: Scale; sure: boolean }) => {
      // The run freezes what the server holds, so the draft has to be there first.
      await draft.flush();
      return weighIn(draft.id, bodyOf(scale, sure));
    },
    onSuccess: async (result, { scale }) => {
      setQuestion(result.question);
      if (result.question) return;
      if (result.run)
        draft.noteWeighed({
          run: result.run.id,
          body: bodyOf(scale, true),
          words: `the weighing of ${glass.point.label.toLowerCase()}`,
        });
      setClientId(newId());
      // At once: what is typed while the screen follows stays.
      onTaken(scale);
      await weighed(queries, draft.id);
    },
  });
  const takingBack = useMutation({
    mutationFn: (run: string) => takeBack(run, { ...place, ...lastOf(glass) }),
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
    weigh: (scale, sure) => weighing.mutate({ scale, sure }),
    takeBack: (run) => takingBack.mutate(run),
    finish: (run) => finishing.mutate(run),
  };
}
