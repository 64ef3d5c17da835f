/** What a line really is, one click or one key each. */
import type { JSX, KeyboardEvent } from 'react';

import type { Kind } from '../../draft/kinds';
import { PlainButton } from '../../parts/PlainButton';
import styles from './bring.module.css';

const KINDS: [Kind, string, string][] = [
  ['heading', 'h', 'heading'],
  ['note', 'n', 'note'],
  ['step', 's', 'step'],
  ['furniture', 'x', 'not an ingredient'],
];

export function Kinds({ onMake }: { onMake: (kind: Kind) => void }): JSX.Element {
  return (
    <span className={styles.kinds}>
      <span className="soft">Make it a</span>
      {KINDS.map(([kind, key, name]) => (
        <span key={kind}>
          {kind === 'furniture' && <span className="soft">or it is </span>}
          <PlainButton className="plain-button" onClick={() => onMake(kind)}>
            <kbd>{key}</kbd> {name}
          </PlainButton>
        </span>
      ))}
    </span>
  );
}

/** The keys work while a line's own button is focused; nothing is typed there. */
export function kindOfKey(event: KeyboardEvent): Kind | null {
  const target = event.target;
  const typing =
    target instanceof HTMLElement && target.closest('input, textarea, [role=combobox]');
  if (typing || event.ctrlKey || event.metaKey || event.altKey) return null;
  return KINDS.find(([, key]) => key === event.key.toLowerCase())?.[0] ?? null;
}
