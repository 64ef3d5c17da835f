/** The dish for more or fewer, for what is there, or for another pan: line by line before it is done. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { sentence } from '../api/client';
import { sessionQuery } from '../api/session';
import { resizeQuery } from '../api/reckon';
import type { Pan, ResizeRequest, ResizeView, SizeRule } from '../api/types';
import { useOpenDish } from '../draft/context';
import { effectiveLines } from '../draft/edits';
import { plain, withUnit } from './format';
import { Notice } from './Notice';
import { NumberField } from './NumberField';
import styles from './otherSize.module.css';

const BY = {
  servings: 'for so many servings',
  double: 'double',
  half: 'half',
  line: 'for what is there',
  pan: 'for another pan',
} as const;
type By = keyof typeof BY;
const RULES: readonly (readonly [SizeRule, string])[] = [
  ['follows', 'follows'],
  ['holds', 'holds'],
  ['steps', 'whole pieces'],
];
const ROUND: Pan = {
  name: 'a round one',
  kind: 'round',
  across: 0,
  height: 5,
  other: 0,
  wells: 1,
  empty_grams: null,
};

type Asked = Omit<ResizeRequest, 'dish' | 'rules'>;
const NOTHING: Asked = {
  times: null,
  servings: null,
  line: '',
  grams: null,
  pan_from: null,
  pan_to: null,
};

function asksFor(by: By, asked: Asked): Asked | null {
  if (by === 'double') return { ...NOTHING, times: 2 };
  if (by === 'half') return { ...NOTHING, times: 0.5 };
  if (by === 'servings') return asked.servings ? { ...NOTHING, servings: asked.servings } : null;
  if (by === 'line')
    return asked.line && asked.grams ? { ...NOTHING, line: asked.line, grams: asked.grams } : null;
  const pans = asked.pan_from?.across && asked.pan_to?.across;
  return pans ? { ...NOTHING, pan_from: asked.pan_from, pan_to: asked.pan_to } : null;
}

interface PanChoiceProps {
  label: string;
  pans: Pan[];
  value: Pan | null;
  onPick: (pan: Pan) => void;
}

/** One of the household's pans, or a round one of so many centimetres. */
function PanChoice({ label, pans, value, onPick }: PanChoiceProps): JSX.Element {
  const own = pans.find((pan) => pan.name === value?.name);
  const free = value !== null && !own;
  return (
    <>
      <TextField
        select
        size="small"
        label={label}
        value={own?.name ?? (free ? ROUND.name : '')}
        sx={{ minWidth: 190 }}
        onChange={(event) => onPick(pans.find((pan) => pan.name === event.target.value) ?? ROUND)}
      >
        {[...pans, ROUND].map((pan) => (
          <MenuItem key={pan.name} value={pan.name}>
            {pan.name}
          </MenuItem>
        ))}
      </TextField>
      {free && (
        <NumberField
          label="Across, cm"
          value={value.across || null}
          onChange={(across) => onPick({ ...ROUND, across: across ?? 0 })}
        />
      )}
    </>
  );
}

interface AskProps {
  by: By;
  asked: Asked;
  onAsk: (asked: Asked) => void;
}

function Ask({ by, asked, onAsk }: AskProps): JSX.Element | null {
  const { draft } = useOpenDish();
  const session = useQuery(sessionQuery);
  const pans = session.data?.kitchen.pans ?? [];
  if (by === 'servings')
    return (
      <NumberField
        label="Servings"
        value={asked.servings}
        onChange={(servings) => onAsk({ ...asked, servings })}
      />
    );
  if (by === 'line')
    return (
      <>
        <TextField
          select
          size="small"
          label="Of what"
          value={asked.line}
          sx={{ minWidth: 190 }}
          onChange={(event) => onAsk({ ...asked, line: event.target.value })}
        >
          {draft.document.parts.flatMap(effectiveLines).map((line) => (
            <MenuItem key={line.id} value={line.id}>
              {line.grams === null ? '?' : withUnit(line.grams, 'g')} {line.food_name || line.text}
            </MenuItem>
          ))}
        </TextField>
        <NumberField
          label="Grams there are"
          value={asked.grams}
          onChange={(grams) => onAsk({ ...asked, grams })}
        />
      </>
    );
  if (by === 'pan')
    return (
      <>
        <PanChoice
          label="The recipe is for"
          pans={pans}
          value={asked.pan_from}
          onPick={(pan_from) => onAsk({ ...asked, pan_from })}
        />
        <PanChoice
          label="You take"
          pans={pans}
          value={asked.pan_to}
          onPick={(pan_to) => onAsk({ ...asked, pan_to })}
        />
      </>
    );
  return null;
}

interface LinesProps {
  view: ResizeView;
  onRule: (line: string, rule: SizeRule) => void;
}

function Lines({ view, onRule }: LinesProps): JSX.Element {
  const own = new Set(view.dish.parts.flatMap((part) => part.lines.map((line) => line.id)));
  return (
    <ul className={styles.lines}>
      {view.lines.map((line) => (
        <li key={line.line_id}>
          <b>{line.name}</b>
          <span>{line.words}</span>
          {own.has(line.line_id) ? (
            <TextField
              select
              size="small"
              variant="standard"
              value={line.rule}
              slotProps={{ htmlInput: { 'aria-label': `How ${line.name} goes with the size` } }}
              onChange={(event) => onRule(line.line_id, event.target.value as SizeRule)}
            >
              {RULES.map(([key, label]) => (
                <MenuItem key={key} value={key}>
                  {label}
                </MenuItem>
              ))}
            </TextField>
          ) : (
            <span className="soft">follows</span>
          )}
        </li>
      ))}
    </ul>
  );
}

function Body({ onClose }: { onClose: () => void }): JSX.Element {
  const { draft } = useOpenDish();
  const { document } = draft;
  const [by, setBy] = useState<By>('servings');
  const [asked, setAsked] = useState<Asked>({ ...NOTHING, servings: document.servings });
  const [rules, setRules] = useState<Record<string, SizeRule>>({});
  const wanted = asksFor(by, asked);
  const body: ResizeRequest = { dish: document, ...(wanted ?? NOTHING), rules };
  const found = useQuery(resizeQuery(body, wanted !== null));
  const view = wanted ? found.data : undefined;
  return (
    <>
      <DialogTitle>Another size of {document.title}</DialogTitle>
      <DialogContent>
        <div className={styles.ask}>
          <TextField
            select
            size="small"
            label="How large"
            value={by}
            sx={{ minWidth: 190 }}
            onChange={(event) => setBy(event.target.value as By)}
          >
            {(Object.keys(BY) as By[]).map((key) => (
              <MenuItem key={key} value={key}>
                {BY[key]}
              </MenuItem>
            ))}
          </TextField>
          <Ask by={by} asked={asked} onAsk={setAsked} />
        </div>
        {found.error && wanted && <Notice bad>{sentence(found.error)}</Notice>}
        {view && (
          <>
            <p>
              <b>{plain(view.dish.servings)} servings</b>
              <span className="soft">
                {' '}
                · {plain(view.times)} times the recipe’s own size. A serving stays as large.
              </span>
            </p>
            <ul className={styles.notes}>
              {view.notes.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
            <Lines view={view} onRule={(line, rule) => setRules({ ...rules, [line]: rule })} />
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={!view || found.isFetching}
          onClick={() => {
            if (view) draft.change(() => view.dish, 'another size');
            onClose();
          }}
        >
          Make it that size
        </Button>
      </DialogActions>
    </>
  );
}

export function OtherSize(): JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button variant="outlined" size="small" onClick={() => setOpen(true)}>
        Another size
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="sm" fullWidth>
        <Body onClose={() => setOpen(false)} />
      </Dialog>
    </>
  );
}
