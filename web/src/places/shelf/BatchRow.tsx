/** One thing on the shelf: how much, until when; opened, what to do with it and why that day. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { PlannedTaking } from '../../api/shelf';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import type { BatchRecord } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { day, plain, typed, withUnit } from '../../parts/format';
import type { Shelf } from '../../shelf/useShelf';
import { ChangeBatch } from './ChangeBatch';
import styles from './shelf.module.css';

interface Props {
  batch: BatchRecord;
  shelf: Shelf;
  planned: PlannedTaking[];
  open: boolean;
  onOpen: (is: boolean) => void;
  onRemove: () => void;
}

function amount({ view }: BatchRecord): string {
  if (view.left < 1) return 'nothing left';
  const pieces = view.pieces_left === null ? '' : `, about ${plain(view.pieces_left)} pieces`;
  return `${withUnit(view.left, 'g')}${pieces}`;
}

/** Until when, in the words a cook says it in. */
function When({ view }: BatchRecord): JSX.Element {
  if (view.left < 1)
    return (
      <span className={styles.when}>
        <b>gone</b>
      </span>
    );
  const lead = { '': 'by', soon: 'by', today: 'eat it', past: 'its day was' }[view.near];
  return (
    <span className={styles.when} data-near={view.near}>
      <span>{lead}</span> <b>{view.by}</b>
    </span>
  );
}

function Facts({ batch, planned }: Pick<Props, 'batch' | 'planned'>): JSX.Element {
  const { view } = batch;
  return (
    <dl className={styles.facts}>
      <div>
        <dt>Why that day</dt>
        <dd>
          {view.reason} <span className="soft">({view.source})</span>
        </dd>
      </div>
      {view.reheat && (
        <div>
          <dt>Heat it again</dt>
          <dd>
            {view.reheat}
            {view.eaten_hot && <b>, to 74 °C in the middle</b>}
          </dd>
        </div>
      )}
      {view.place !== 'freezer' && (
        <div>
          <dt>The freezer</dt>
          <dd>{view.freezing}</dd>
        </div>
      )}
      {view.becomes.length > 0 && (
        <div>
          <dt>It can become</dt>
          <dd>{view.becomes.join(', ')}</dd>
        </div>
      )}
      {(view.note || batch.note) && (
        <div>
          <dt>Mind</dt>
          <dd>{[view.note, batch.note].filter(Boolean).join(' ')}</dd>
        </div>
      )}
      {!batch.food && view.left >= 1 && (
        <div>
          <dt>What is in it</dt>
          <dd>Nobody knows, so no dish can count it. Say it under Change.</dd>
        </div>
      )}
      {planned.map((one) => (
        <div key={one.dish}>
          <dt>Planned</dt>
          <dd>
            {withUnit(one.grams, 'g')} for <Link to={`/dishes/${one.dish}/bench`}>{one.title}</Link>
          </dd>
        </div>
      ))}
      {batch.dish && (
        <div>
          <dt>Made from</dt>
          <dd>
            <Link to={`/dishes/${batch.dish}/bench`}>its dish</Link>, {day(view.made)}
          </dd>
        </div>
      )}
    </dl>
  );
}

export function BatchRow(props: Props): JSX.Element {
  const { batch, shelf, open, onOpen, onRemove } = props;
  const { view } = batch;
  const [grams, setGrams] = useState('');
  const [changing, setChanging] = useState(false);
  const wanted = grams === '' ? view.left : typed(grams);
  const tell = (kind: 'took' | 'threw'): void => {
    shelf.told(batch, { kind, grams: wanted ?? 0 });
    setGrams('');
  };
  return (
    <li className={styles.batch} data-gone={view.left < 1}>
      <PlainButton className={styles.head} aria-expanded={open} onClick={() => onOpen(!open)}>
        <span className={styles.name}>{batch.name}</span>
        <span className={styles.amount}>{amount(batch)}</span>
        <When {...batch} />
      </PlainButton>
      {open && (
        <div className={styles.open}>
          <Facts {...props} />
          {view.left > 0 && (
            <div className={styles.acts}>
              <TextField
                label="Of it, g"
                value={grams}
                placeholder={plain(view.left)}
                onChange={(e) => setGrams(e.target.value)}
                slotProps={{ htmlInput: { inputMode: 'decimal' }, inputLabel: { shrink: true } }}
                sx={{ width: 110 }}
              />
              <Button
                variant="contained"
                disabled={!wanted || !view.safe}
                onClick={() => tell('took')}
              >
                Take it
              </Button>
              <Button variant="outlined" disabled={!wanted} onClick={() => tell('threw')}>
                Throw it away
              </Button>
              {view.place === 'freezer' ? (
                <Button
                  variant="outlined"
                  onClick={() => shelf.told(batch, { kind: 'moved', place: 'fridge' })}
                >
                  Thaw it in the fridge
                </Button>
              ) : (
                !view.thawed && (
                  <Button
                    variant="outlined"
                    onClick={() => shelf.told(batch, { kind: 'moved', place: 'freezer' })}
                  >
                    Freeze it
                  </Button>
                )
              )}
            </div>
          )}
          <div className="row">
            {view.last_event && (
              <PlainButton
                className="chip"
                onClick={() => shelf.told(batch, { kind: 'taken_back', of: view.last_event })}
              >
                Undo the last
              </PlainButton>
            )}
            <PlainButton className="chip" onClick={() => setChanging(!changing)}>
              Change
            </PlainButton>
            <PlainButton className="chip" onClick={onRemove}>
              It was never there
            </PlainButton>
          </div>
          {changing && (
            <ChangeBatch batch={batch} onDone={() => setChanging(false)} onSaved={shelf.set} />
          )}
        </div>
      )}
    </li>
  );
}
