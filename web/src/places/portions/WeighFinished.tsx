/** The finished dish on the scale: an event of its cooking, so it can be taken back. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { NOTHING_TOLD, useTell } from '../../api/runs';
import type { RunView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { keep, recall } from '../../draft/storage';
import { typed } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import { WeighQuestion } from '../../parts/WeighQuestion';

export function WeighFinished({ view }: { view: RunView }): JSX.Element {
  const { draft } = useOpenDish();
  const [gross, setGross] = useState('');
  const [tare, setTare] = useState(() => recall<string>('dish-tare') ?? '');
  const [question, setQuestion] = useState<string | null>(null);
  const telling = useTell(view.id, draft.id);
  const weigh = (sure: boolean): void => {
    const said = { gross: typed(gross) ?? 0, tare: typed(tare) ?? 0, sure };
    const told = { ...said, kind: 'finished_weight' } as const;
    telling.mutate(told, {
      onSuccess: (answer) => {
        setQuestion(answer.question);
        if (answer.question) return;
        const words = 'the weight of the finished dish';
        draft.noteWeighed({ run: view.id, finished: { ...NOTHING_TOLD, ...told, id: '' }, words });
        keep('dish-tare', tare);
        setGross('');
      },
    });
  };
  return (
    <>
      <form
        className="row"
        style={{ margin: '10px 0' }}
        onSubmit={(event) => {
          event.preventDefault();
          weigh(false);
        }}
      >
        <TextField
          label="The finished dish weighs, g"
          value={gross}
          sx={{ width: 220 }}
          onChange={(e) => setGross(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <TextField
          label="What it is in, empty, g"
          value={tare}
          sx={{ width: 190 }}
          onChange={(e) => setTare(e.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <Button
          type="submit"
          variant="outlined"
          disabled={typed(gross) === null || telling.isPending}
        >
          {view.weighed ? 'Weigh it again' : 'Go by weight'}
        </Button>
        {view.finished_event && (
          <button
            type="button"
            className="plain-button soft"
            onClick={() => telling.mutate({ kind: 'taken_back', event: view.finished_event })}
          >
            Delete this weighing
          </button>
        )}
      </form>
      <WeighQuestion question={question} onSure={() => weigh(true)} />
      {telling.error && <Notice bad>{sentence(telling.error)}</Notice>}
    </>
  );
}
