/** Sharing out what is on the table: by weight, in pieces or in spoonfuls, and what each had. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState, type JSX } from 'react';

import { sentence } from '../../api/client';
import { useTell } from '../../api/runs';
import type { PortionView, RunView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { PlainButton } from '../../parts/PlainButton';
import { plain, typed, withUnit } from '../../parts/format';
import { Limits } from '../../parts/Limits';
import { Notice } from '../../parts/Notice';
import { VERDICTS } from '../../parts/verdicts';
import styles from './table.module.css';

type Way = NonNullable<RunView['shared']>['served']['way'];

const WAYS: [Way, string][] = [
  ['grams', 'by weight'],
  ['pieces', 'in pieces'],
  ['spoons', 'in spoonfuls'],
];
const UNIT: Record<Way, string> = { grams: 'g', pieces: 'pieces', spoons: 'spoonfuls' };
const ONE: Record<Way, string> = { grams: 'g', pieces: 'piece', spoons: 'spoonful' };
const EACH: Record<Way, string> = {
  grams: '',
  pieces: 'Cut into how many pieces',
  spoons: 'One spoonful weighs, g',
};
function Had({ portion, way }: { portion: PortionView; way: Way }): JSX.Element {
  const [open, setOpen] = useState(false);
  const unit = portion.amount === 1 ? ONE[way] : UNIT[way];
  const amount = way === 'grams' ? '' : `${plain(portion.amount)} ${unit}`;
  const [word, tone] = portion.verdict ? VERDICTS[portion.verdict] : ['', 'unsure'];
  const grams = portion.grams === null ? '' : withUnit(portion.grams, 'g');
  return (
    <li>
      <PlainButton
        className={styles.had}
        aria-expanded={open}
        disabled={!portion.eater}
        onClick={() => setOpen(!open)}
      >
        <b>{portion.name}</b>
        <span>{[amount, grams].filter(Boolean).join(', ')}</span>
        <span className={`verdict ${tone}`}>
          {[word, portion.words].filter(Boolean).join(': ')}
        </span>
        {portion.eater && <span aria-hidden="true">{open ? '▴' : '▾'}</span>}
      </PlainButton>
      {open && portion.eater && <Limits eater={portion.eater} />}
    </li>
  );
}

export function ShareOut({ view }: { view: RunView }): JSX.Element {
  const { draft, preview } = useOpenDish();
  const served = view.shared?.served;
  const [way, setWay] = useState<Way>(served?.way ?? 'grams');
  const known = served?.way === way ? served : undefined;
  const [amounts, setAmounts] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      Object.entries(served?.amounts ?? {}).map(([key, amount]) => [key, plain(amount)]),
    ),
  );
  const [each, setEach] = useState(known && known.each > 0 ? plain(known.each) : '');
  const [stays, setStays] = useState(served && served.stays > 0 ? plain(served.stays) : '');
  const telling = useTell(view.id, draft.id);
  const eaters = preview?.eaters ?? [];
  const share = (): void =>
    telling.mutate({
      kind: 'served',
      way,
      each: typed(each) ?? 0,
      stays: typed(stays) ?? 0,
      amounts: Object.fromEntries(
        eaters
          .map((eater): [string, number] => [eater.id, typed(amounts[eater.id] ?? '') ?? 0])
          .filter(([, amount]) => amount > 0),
      ),
    });
  return (
    <>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          share();
        }}
      >
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="How it is shared out"
          value={way}
          onChange={(_, next: Way | null) => {
            if (!next) return;
            setWay(next);
            // Grams are no pieces.
            setAmounts({});
            setEach('');
          }}
        >
          {WAYS.map(([key, name]) => (
            <ToggleButton key={key} value={key}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <div className={styles.fields}>
          {EACH[way] && (
            <TextField
              label={EACH[way]}
              value={each}
              onChange={(e) => setEach(e.target.value)}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
          )}
          {eaters.map((eater) => (
            <TextField
              key={eater.id}
              label={`${eater.name} had, ${UNIT[way]}`}
              value={amounts[eater.id] ?? ''}
              onChange={(e) => setAmounts({ ...amounts, [eater.id]: e.target.value })}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
          ))}
          <TextField
            label="Stays in the dish, g"
            value={stays}
            onChange={(e) => setStays(e.target.value)}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
          <Button type="submit" variant="outlined" disabled={telling.isPending}>
            {view.shared ? 'Share it out so' : 'Share it out'}
          </Button>
        </div>
      </form>
      {telling.error && <Notice bad>{sentence(telling.error)}</Notice>}
      {view.not_shared && <Notice bad>{view.not_shared}</Notice>}
      {view.shared && (
        <ul className={styles.portions} aria-label="What each had">
          {view.shared.portions.map((portion) => (
            <Had
              key={portion.eater_id}
              portion={portion}
              way={view.shared?.served.way ?? 'grams'}
            />
          ))}
        </ul>
      )}
    </>
  );
}
