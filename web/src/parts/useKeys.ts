/** Single-letter keys; none fires in a field, on a focused button, or when switched off. */
import { useEffect, useState } from 'react';

import { keep, recall } from '../browser/storage';

export type Keys = Record<string, () => void>;

const SWITCH = 'keys-on';
const changed = new EventTarget();

export function keysAreOn(): boolean {
  return recall<boolean>(SWITCH) ?? true;
}

export function switchKeys(on: boolean): void {
  keep(SWITCH, on);
  changed.dispatchEvent(new Event('change'));
}

export function useKeysSwitch(): boolean {
  const [on, setOn] = useState(keysAreOn);
  useEffect(() => {
    const read = (): void => setOn(keysAreOn());
    changed.addEventListener('change', read);
    return () => changed.removeEventListener('change', read);
  }, []);
  return on;
}

function busy(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.closest(
      'input, textarea, select, button, a, [role="combobox"], [role="dialog"], [contenteditable]',
    ) !== null
  );
}

export function useKeys(keys: Keys): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || busy(event.target)) return;
      if (!keysAreOn()) return;
      const action = keys[event.key.toLowerCase()];
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [keys]);
}
