/// <reference lib="webworker" />
import { mayKeep, mayShowKept } from './leave';
import { CacheFirst, ExpirationPlugin, NetworkFirst, Serwist, type PrecacheEntry, type SerwistPlugin } from 'serwist';

declare const self: ServiceWorkerGlobalScope & { __SW_MANIFEST: (PrecacheEntry | string)[] };

const DAY_SECONDS = 86_400;
/** How long the network may take before a page kept on this device is shown, seconds. */
const PATIENCE_SECONDS = 4;
const PAGES = 'pages';

/** Whether an answer may be kept: a page that sent us elsewhere (signed out) not under its own address, and nothing once the person has left. */
const isKeepable = async (response: Response) => response.ok && !response.redirected && mayKeep(Date.now());
const onlyItself: SerwistPlugin = {
  cacheWillUpdate: async ({ response }) => ((await isKeepable(response)) ? response : null),
};

/** A shop whose database is just coming back is as good as no network: the kept page is shown. */
const noFaults: SerwistPlugin = {
  fetchDidSucceed: async ({ response }) => {
    if (response.status >= 500) throw new Error(`The server answers ${response.status}.`);
    return response;
  },
};

/** After the session has ended nobody is shown what it kept, but for work that still has to be sent. */
const onlyWhileSignedIn: SerwistPlugin = {
  cachedResponseWillBeUsed: async ({ cachedResponse, request }) =>
    cachedResponse && (await mayShowKept(new URL(request.url).pathname, Date.now())) ? cachedResponse : null,
};

const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin, request }) =>
        sameOrigin && request.method === 'GET' && /^\/api\/(photos|recordings)\//.test(url.pathname),
      handler: new CacheFirst({
        cacheName: 'photos',
        plugins: [onlyItself, new ExpirationPlugin({ maxEntries: 600, maxAgeSeconds: 60 * DAY_SECONDS })],
      }),
    },
    {
      matcher: ({ url, sameOrigin, request }) =>
        sameOrigin && request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
      handler: new NetworkFirst({
        cacheName: PAGES,
        networkTimeoutSeconds: PATIENCE_SECONDS,
        matchOptions: { ignoreVary: true },
        plugins: [
          onlyItself,
          noFaults,
          onlyWhileSignedIn,
          new ExpirationPlugin({ maxEntries: 120, maxAgeSeconds: 14 * DAY_SECONDS }),
        ],
      }),
    },
  ],
  fallbacks: { entries: [{ url: '/offline', matcher: ({ request }) => request.mode === 'navigate' }] },
});
serwist.addEventListeners();

// Kept pages name the files of the build they came from: a new build fetches them anew while the network is there.
self.addEventListener('activate', (event) =>
  event.waitUntil(caches.open(PAGES).then(async (cache) => keepPages((await cache.keys()).map(({ url }) => url)))),
);

/** Fetches pages ahead, so that they are there without a network. */
self.addEventListener('message', (event) => {
  const { type, pages } = (event.data ?? {}) as { type?: string; pages?: string[] };
  if (type === 'claim') event.waitUntil(self.clients.claim());
  if (type === 'keep-pages' && Array.isArray(pages))
    event.waitUntil(keepPages(pages).then(() => event.ports[0]?.postMessage('kept')));
});

async function keepPages(pages: string[]): Promise<void> {
  const cache = await caches.open(PAGES);
  for (const page of pages) {
    const response = await fetch(page, { credentials: 'same-origin' }).catch(() => null);
    if (response && (await isKeepable(response))) await cache.put(page, response);
  }
}
