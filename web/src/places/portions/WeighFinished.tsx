/** The finished dish on the scale: an event of its cooking, so it can be taken back. */
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { NOTHING_TOLD, useTell } from '../../api/runs';
import type { RunView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { WeighForm, type Scale } from '../../parts/WeighForm';
import { WeighQuestion } from '../../parts/WeighQuestion';

export function WeighFinished({ view }: { view: RunView }): JSX.Element {
  const { draft } = useOpenDish();
  const [taken, setTaken] = useState(0);
  const [asked, setAsked] = useState<{ question: string; scale: Scale } | null>(null);
  const telling = useTell(view.id, draft.id);
  const weigh = (scale: Scale, sure: boolean): void => {
    const told = { ...scale, kind: 'finished_weight', sure } as const;
    telling.mutate(told, {
      onSuccess: ({ question }) => {
        setAsked(question ? { question, scale } : null);
        if (question) return;
        setTaken(taken + 1);
        const words = 'the weight of the finished dish';
        draft.noteWeighed({ run: view.id, finished: { ...NOTHING_TOLD, ...told, id: '' }, words });
      },
    });
  };
  return (
    <>
      <WeighForm
        taken={taken}
        expected={view.whole_grams ?? 0}
        busy={telling.isPending}
        onWeigh={(scale) => weigh(scale, false)}
      >
        {view.finished_event && (
          <PlainButton
            className="plain-button soft"
            onClick={() => telling.mutate({ kind: 'taken_back', event: view.finished_event })}
          >
            Delete this weighing
          </PlainButton>
        )}
      </WeighForm>
      <WeighQuestion
        question={asked?.question ?? null}
        onSure={() => asked && weigh(asked.scale, true)}
      />
      {telling.error && <Notice bad>{sentence(telling.error)}</Notice>}
    </>
  );
}
