/** What is left over: how much, where it goes, until when it is good. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';
import { Link } from 'react-router';

import { sentence } from '../../api/client';
import { useTell } from '../../api/runs';
import type { RunView } from '../../api/types';
import { useOpenDish } from '../../draft/context';
import { PlainButton } from '../../parts/PlainButton';
import { plain, typed, withUnit } from '../../parts/format';
import { Notice } from '../../parts/Notice';
import styles from './table.module.css';

const WHERE = [
  ['fridge', 'Into the fridge'],
  ['freezer', 'Into the freezer'],
  ['thrown_away', 'Thrown away'],
] as const;

export function PutAway({ view }: { view: RunView }): JSX.Element | null {
  const { draft } = useOpenDish();
  const [grams, setGrams] = useState('');
  const telling = useTell(view.id, draft.id);
  const rest = view.to_put_away;
  if (rest === null && !view.left_over.length) return null;
  const amount = grams === '' ? rest : typed(grams);
  return (
    <section aria-label="Left over">
      <h3>Left over</h3>
      {view.left_over.length > 0 && (
        <ul className={styles.portions}>
          {view.left_over.map((one) => (
            <li key={one.event} className={styles.left}>
              <b>{withUnit(one.grams, 'g')}</b> <span>{one.words}</span>
              <PlainButton
                className="plain-button soft"
                aria-label={`Not put away: ${withUnit(one.grams, 'g')}`}
                onClick={() => telling.mutate({ kind: 'taken_back', event: one.event })}
              >
                Undo
              </PlainButton>
            </li>
          ))}
        </ul>
      )}
      {rest !== null && rest >= 1 ? (
        <>
          <p className={styles.figure}>
            <b>{withUnit(rest, 'g')}</b> <span className="soft">not put away yet</span>
          </p>
          <div className={styles.fields}>
            <TextField
              label="Of it, g"
              value={grams}
              placeholder={plain(rest)}
              onChange={(e) => setGrams(e.target.value)}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
              sx={{ width: 110 }}
            />
            {WHERE.map(([kept, words]) => (
              <Button
                key={kept}
                variant="outlined"
                disabled={!amount || telling.isPending}
                onClick={() =>
                  telling.mutate(
                    { kind: 'left_over', grams: amount ?? 0, kept },
                    { onSuccess: () => setGrams('') },
                  )
                }
              >
                {words}
              </Button>
            ))}
          </div>
          <p className="soft">Into the fridge within 2 hours, within 1 where it is over 32 °C.</p>
        </>
      ) : (
        rest !== null && <p className="soft">Nothing else is left.</p>
      )}
      {view.left_over.some((one) => one.kept !== 'thrown_away') && (
        <p className="soft">
          It stands on the <Link to="/shelf">Shelf</Link>, until when and what it can become.
        </p>
      )}

      {telling.error && <Notice bad>{sentence(telling.error)}</Notice>}
    </section>
  );
}
