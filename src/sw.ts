/** The worker of the service on a device: keeps the program's own files, the cards that were taken along, and days that were opened. Nothing else. */
import { NetworkFirst, Serwist, type PrecacheEntry, type SerwistGlobalConfig } from 'serwist';
import { GO_STORE } from './app/go/go-store';
import { CARDS_STORE } from './app/load/cards-store';
import { keptPages, noNetworkPage } from './app/no-network';
import { postAs } from './app/outbox/post';
import { SYNC_TAG, takeTurn } from './app/outbox/take-turn';
import { peopleHere } from './app/outbox/waits-here';
import { TAKE_OVER } from './app/take-over';

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: ServiceWorkerGlobalScope;

/** Pages of a day, and the key to the weeds. */
const KEPT = ['/go', '/key'];
const CARD = /^\/load\/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** What stands at an address that cannot be had without a network. */
async function noNetwork(): Promise<Response> {
  const stores = await Promise.all(
    [GO_STORE, CARDS_STORE].map(async (name) => (await caches.open(name)).keys()),
  );
  return new Response(noNetworkPage(keptPages(stores.flat().map((r) => r.url))), {
    headers: { 'content-type': 'text/html; charset=utf-8' },
  });
}

/** A page that is asked for over the network first, and is kept for where there is none. */
const kept = (cacheName: string, networkTimeoutSeconds: number) =>
  new NetworkFirst({
    cacheName,
    networkTimeoutSeconds,
    matchOptions: { ignoreVary: true },
    plugins: [
      // what leads to the sign-in is no page of a day
      {
        cacheWillUpdate: ({ response }) =>
          Promise.resolve(response.status === 200 && !response.redirected ? response : null),
        handlerDidError: noNetwork,
      },
    ],
  });

const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST ?? [],
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ request, url }) => request.mode === 'navigate' && CARD.test(url.pathname),
      handler: kept(CARDS_STORE, 5),
    },
    {
      matcher: ({ request, url }) => request.mode === 'navigate' && KEPT.includes(url.pathname),
      handler: kept(GO_STORE, 8),
    },
    {
      matcher: ({ request }) => request.mode === 'navigate',
      handler: ({ request }) => fetch(request).catch(noNetwork),
    },
  ],
});

// A web worker is handed its parts in the fragment of its address. What a store answers brings its own address, without
// the fragment, and the worker would not start: made here, an answer has none, and the request's is kept.
self.addEventListener('fetch', (event) => {
  if (event.request.destination !== 'worker') return;
  event.stopImmediatePropagation();
  event.respondWith(
    (async () => {
      const [address] = event.request.url.split('#');
      const found = (await serwist.matchPrecache(address ?? '')) ?? (await fetch(event.request));
      return new Response(await found.blob(), { status: found.status, headers: found.headers });
    })(),
  );
});
// a page that was on its way while the worker came is nobody's: it asks to be taken over
self.addEventListener('message', (event) => {
  if (event.data === TAKE_OVER) event.waitUntil(self.clients.claim());
});

/** What waits of everybody who used this device; the server takes what is of the one who is signed in. */
async function sendAll(): Promise<void> {
  let isLeft = false;
  for (const userId of await peopleHere()) {
    const turn = await takeTurn(userId, postAs(userId));
    isLeft ||= turn !== null && !turn.isEmpty && !turn.isSignedOut;
  }
  // the browser comes again
  if (isLeft) throw new Error('Something waits still');
}
type Sync = ExtendableEvent & Readonly<{ tag: string }>;
self.addEventListener('sync' as 'message', (event: ExtendableEvent) => {
  if ((event as Sync).tag === SYNC_TAG) event.waitUntil(sendAll());
});
serwist.addEventListeners();
