/** What is added by eye at a step: from how much to how much, and what went in. */
import { useState, type JSX } from 'react';

import type { GlassView } from '../api/types';
import { NumberField } from './NumberField';
import { PlainButton } from './PlainButton';
import { withUnit } from './format';
import styles from './weighing.module.css';

type Held = GlassView['held'][number];

interface Props {
  glass: GlassView;
  onWentIn: (line: string, grams: number) => void;
  onTakeBack?: ((line: string) => void) | undefined;
}

function One({ held, onWentIn, onTakeBack }: { held: Held } & Omit<Props, 'glass'>): JSX.Element {
  const [grams, setGrams] = useState<number | null>(null);
  const [kept, setKept] = useState(0);
  return (
    <li>
      <p>{held.words}</p>
      {held.went_in !== null && (
        <p className={styles.wentIn}>
          {withUnit(held.went_in, 'g')} went in
          {onTakeBack && (
            <PlainButton className="plain-button soft" onClick={() => onTakeBack(held.line)}>
              Take it back
            </PlainButton>
          )}
        </p>
      )}
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          if (grams === null) return;
          onWentIn(held.line, grams);
          setGrams(null);
          setKept(kept + 1);
        }}
      >
        <NumberField
          key={kept}
          label={held.went_in === null ? 'Went in, g' : 'Went in instead, g'}
          value={null}
          onChange={setGrams}
        />
        <PlainButton type="submit" className="chip" disabled={grams === null}>
          Keep it
        </PlainButton>
      </form>
    </li>
  );
}

export function HeldBack({ glass, ...rest }: Props): JSX.Element | null {
  if (glass.held.length === 0) return null;
  return (
    <section className={styles.held} aria-label="Added by eye">
      <h3>Added by eye</h3>
      <ul>
        {glass.held.map((held) => (
          <One key={held.line} held={held} {...rest} />
        ))}
      </ul>
    </section>
  );
}
