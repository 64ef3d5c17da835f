/** Keeps a line or a part as it is when ways are looked for. */
import type { JSX } from 'react';

import { useOpenDish } from '../draft/context';
import { togglePin } from '../draft/edits';
import { PlainButton } from './PlainButton';
import styles from './pin.module.css';

export function Pin({ id, name }: { id: string; name: string }): JSX.Element | null {
  const { draft, variant } = useOpenDish();
  const held = draft.document.pinned.includes(id);
  // Pins are the dish's; what a variant changes it may change on.
  if (variant) return null;
  return (
    <PlainButton
      className={`plain-button ${styles.pin} ${held ? styles.held : ''}`}
      aria-pressed={held}
      title={held ? 'Pinned: ways leave it as it is' : 'Pin it: ways leave it as it is'}
      onClick={() => draft.change((dish) => togglePin(dish, id))}
    >
      <svg viewBox="0 0 16 16" aria-hidden="true">
        <path d="M5 1.5h6l-1 5 3 3H3l3-3z M8 9.5V15" />
      </svg>
      <span className="hidden">Pin {name}</span>
    </PlainButton>
  );
}
