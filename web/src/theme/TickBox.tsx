/** The tick box as we draw it: a square with a hairline, filled with kale once it is ticked. */
import type { JSX } from 'react';

export function TickBox({ ticked = false }: { ticked?: boolean }): JSX.Element {
  return (
    <svg viewBox="0 0 20 20" width="1.15em" height="1.15em" aria-hidden="true">
      <rect
        x="1.25"
        y="1.25"
        width="17.5"
        height="17.5"
        rx="2"
        fill={ticked ? 'var(--kale)' : 'none'}
        stroke={ticked ? 'var(--kale)' : 'var(--soft)'}
        strokeWidth="1.75"
      />
      {ticked && (
        <path d="M5 10.5 8.5 14 15.5 6.5" fill="none" stroke="var(--on-kale)" strokeWidth="2.5" />
      )}
    </svg>
  );
}
