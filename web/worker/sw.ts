/**
 * The kitchen without a network: the application's files are kept, the page that loads them, who
 * is signed in, and what is read of dishes, shelf, menu and list. What happens meanwhile waits in
 * the page's own outbox, not here.
 */
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] };

const PATIENCE_SECONDS = 4;
const WHO = 'who';
const DISHES = 'dishes';
/** Asked for by every place before it shows anything, and what is read away from the network. */
const KEPT = [
  '/api/session',
  '/api/kitchen',
  '/api/shelf',
  '/api/menu',
  '/api/shopping',
  '/api/dishes',
  '/api/eaters',
  '/api/evenings',
  '/api/roles',
];
const ONE_DISH = /^\/api\/dishes\/[0-9a-f-]{36}(?:\/runs)?$/;
/** Computed of a dish and asked for with the dish itself; the same question has the same answer. */
const COMPUTED = ['/api/method', '/api/preview'];
const MOST_COMPUTED = 240;

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

registerRoute(
  ({ url }) => ONE_DISH.test(url.pathname),
  new NetworkFirst({ cacheName: DISHES, networkTimeoutSeconds: PATIENCE_SECONDS }),
);

/** The address under which an answer is kept: by what was asked, whichever time it was asked. */
async function keyOf(request: Request): Promise<string> {
  const question = JSON.parse(await request.clone().text()) as Record<string, unknown>;
  delete question.sequence;
  const bytes = new TextEncoder().encode(JSON.stringify(question));
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  const hex = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return `${new URL(request.url).pathname}?of=${hex}`;
}

async function keepAnswer(key: string, answer: Response): Promise<void> {
  const cache = await caches.open(DISHES);
  await cache.put(key, answer);
  const computed = (await cache.keys()).filter((one) => one.url.includes('?of='));
  for (const old of computed.slice(0, Math.max(0, computed.length - MOST_COMPUTED)))
    await cache.delete(old);
}

registerRoute(
  ({ url }) => COMPUTED.includes(url.pathname),
  async ({ request, event }) => {
    const key = await keyOf(request);
    try {
      const answer = await fetch(request.clone());
      if (answer.ok) (event as FetchEvent).waitUntil(keepAnswer(key, answer.clone()));
      return answer;
    } catch (gone) {
      const kept = await (await caches.open(DISHES)).match(key);
      if (kept) return kept;
      throw gone;
    }
  },
  'POST',
);

// A dish that is saved is kept as it was saved.
registerRoute(
  ({ url }) => ONE_DISH.test(url.pathname),
  async ({ request, url, event }) => {
    const answer = await fetch(request);
    const again = async (): Promise<void> => {
      const saved = await fetch(url.pathname);
      if (saved.ok) await (await caches.open(DISHES)).put(url.pathname, saved);
    };
    if (answer.ok) (event as FetchEvent).waitUntil(again().catch(() => undefined));
    return answer;
  },
  'PUT',
);

self.addEventListener('message', (event) => {
  // Who signs out leaves nothing behind.
  if (event.data === 'signed out')
    event.waitUntil(Promise.all([caches.delete(WHO), caches.delete(DISHES)]));
});
self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
