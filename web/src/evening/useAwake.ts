/** Keeps the screen on while something is cooked, where the browser can. */
import { useEffect, useState } from 'react';

/** Return why the screen may go dark, null where it stays on. */
export function useAwake(): string | null {
  const [why, setWhy] = useState<string | null>(null);
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const ask = async (): Promise<void> => {
      if (!('wakeLock' in navigator)) {
        setWhy('This browser cannot keep the screen on here; set the device to stay awake.');
        return;
      }
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        setWhy(null);
      } catch {
        setWhy('The screen may go dark: this device does not let a page keep it on.');
      }
    };
    const again = (): void => void ask();
    void ask();
    document.addEventListener('visibilitychange', again);
    return () => {
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
  return why;
}
