/** How it was: each eater's word on the dish or a part of it, and what to do next time. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { useTell } from '../../api/runs';
import type { RunTold, RunView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { Notice } from '../../parts/Notice';
import { Opinions } from '../../parts/Opinions';
import styles from './table.module.css';

type Answers = Pick<RunTold, 'texture' | 'holding' | 'taste' | 'again'>;

const QUESTIONS: { [K in keyof Answers]: [string, [Answers[K], string][]] } = {
  texture: [
    'How wet',
    [
      ['too_wet', 'too wet'],
      ['right', 'just right'],
      ['too_dry', 'too dry'],
    ],
  ],
  holding: [
    'Did it hold',
    [
      ['held', 'held together'],
      ['fell_apart', 'fell apart'],
    ],
  ],
  taste: [
    'How did it taste',
    [
      ['very_good', 'very good'],
      ['good', 'good'],
      ['not_good', 'not good'],
    ],
  ],
  again: [
    'Again',
    [
      ['yes', 'yes'],
      ['changed', 'yes, changed'],
      ['no', 'no'],
    ],
  ],
};
const NOTHING: Answers = { texture: '', holding: '', taste: '', again: '' };

function Asked({
  name,
  words,
  choices,
  value,
  onChoose,
}: {
  name: string;
  words: string;
  choices: [string, string][];
  value: string;
  onChoose: (value: string) => void;
}): JSX.Element {
  return (
    <div className={styles.asked}>
      <span id={`asked-${name}`}>{words}</span>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-labelledby={`asked-${name}`}
        value={value}
        onChange={(_, next: string | null) => onChoose(next ?? '')}
      >
        {choices.map(([key, label]) => (
          <ToggleButton key={key} value={key}>
            {label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </div>
  );
}

export function HowItWas({ view }: { view: RunView }): JSX.Element {
  const { draft, preview } = useOpenDish();
  const eaters = preview?.eaters ?? [];
  const [eater, setEater] = useState('');
  const [part, setPart] = useState('');
  const [said, setSaid] = useState<Answers>(NOTHING);
  const [words, setWords] = useState('');
  const telling = useTell(view.id, draft.id);
  const nothing = !words.trim() && !Object.values(said).some(Boolean);
  const who = eater || (eaters[0]?.id ?? '');
  return (
    <section aria-label="How it was">
      <h3>How it was</h3>
      <Opinions
        opinions={view.opinions}
        onTakeBack={(event) => telling.mutate({ kind: 'taken_back', event })}
      />
      <form
        className={styles.verdict}
        onSubmit={(event) => {
          event.preventDefault();
          telling.mutate(
            { kind: 'verdict', eater: who || null, part, words, ...said },
            {
              onSuccess: () => {
                setSaid(NOTHING);
                setWords('');
              },
            },
          );
        }}
      >
        <div className={styles.fields}>
          <TextField
            select
            label="Who says it"
            value={who}
            sx={{ minWidth: 150 }}
            onChange={(e) => setEater(e.target.value)}
          >
            {eaters.map((one) => (
              <MenuItem key={one.id} value={one.id}>
                {one.name}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="Of what"
            value={part}
            sx={{ minWidth: 150 }}
            onChange={(e) => setPart(e.target.value)}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          >
            <MenuItem value="">the dish</MenuItem>
            {view.parts.map((one) => (
              <MenuItem key={one.id} value={one.id}>
                {one.name}
              </MenuItem>
            ))}
          </TextField>
        </div>
        {(Object.keys(QUESTIONS) as (keyof Answers)[]).map((name) => (
          <Asked
            key={name}
            name={name}
            words={QUESTIONS[name][0]}
            choices={QUESTIONS[name][1]}
            value={said[name]}
            onChoose={(value) => setSaid({ ...said, [name]: value })}
          />
        ))}
        <TextField
          label="Next time"
          multiline
          minRows={2}
          value={words}
          onChange={(e) => setWords(e.target.value)}
          slotProps={{ htmlInput: { maxLength: 500 } }}
        />
        <div>
          <Button type="submit" variant="outlined" disabled={nothing || telling.isPending}>
            Keep it
          </Button>
        </div>
      </form>
      {telling.error && <Notice bad>{sentence(telling.error)}</Notice>}
    </section>
  );
}
