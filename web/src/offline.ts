/** The worker that keeps the application for when the network is gone. */

import { forgetKeptDishes } from './keptDishes';

/** Register it; where the page comes over plain http the browser has none, and the Stove says so. */
export function keepForOffline(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  navigator.serviceWorker.register('/sw.js').catch(() => {
    // Without it everything works as long as the network does.
  });
}

/** Forget who was signed in here. */
export function forgetForOffline(): void {
  forgetKeptDishes();
  if (!('serviceWorker' in navigator)) return;
  navigator.serviceWorker.controller?.postMessage('signed out');
}
