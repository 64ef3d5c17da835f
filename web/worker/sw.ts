/**
 * The Stove without a network: the application's files are kept, the page that loads them, and
 * who is signed in. What happens meanwhile waits in the page's own outbox, not here.
 */
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] };

const PATIENCE_SECONDS = 4;
const WHO = 'who';
/** Asked for by every place before it shows anything, and what is read away from the network. */
const KEPT = ['/api/session', '/api/kitchen', '/api/shelf', '/api/menu', '/api/shopping'];

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

// One page serves every address; it is kept with its headers, so that its styles stay allowed.
registerRoute(
  new NavigationRoute(
    new NetworkFirst({
      cacheName: 'page',
      networkTimeoutSeconds: PATIENCE_SECONDS,
      plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }],
    }),
    { denylist: [/^\/(api|static)\//] },
  ),
);

registerRoute(
  ({ url }) => KEPT.includes(url.pathname),
  new NetworkFirst({ cacheName: WHO, networkTimeoutSeconds: PATIENCE_SECONDS }),
);

self.addEventListener('message', (event) => {
  // Who signs out leaves nothing behind.
  if (event.data === 'signed out') event.waitUntil(caches.delete(WHO));
});
self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
