/** The name of the page in the window's title. */
import { useEffect } from 'react';

export function useTitle(name: string): void {
  useEffect(() => {
    document.title = name ? `${name} · Snabo` : 'Snabo';
  }, [name]);
}
