/** Cards that this device keeps for where there is no network. The worker of the service answers from the same store. */
import { GO_STORE } from '../go/go-store';
import { CARDS_STORE } from './cards-store';

/** Fetches pages into the store. Where the device keeps none, or they cannot be fetched, nothing is lost. */
export async function takeAlong(paths: readonly string[]): Promise<void> {
  if (!('caches' in globalThis)) return;
  const store = await caches.open(CARDS_STORE);
  await Promise.allSettled(
    paths.map(async (path) => {
      const page = await fetch(path, { headers: { accept: 'text/html' } });
      // what leads to the sign-in is no card
      if (page.ok && !page.redirected) await store.put(path, page);
    }),
  );
}

/**
 * On a device that several people use, the next one finds nothing of the last. What waits to be sent stays, under its
 * person's own name, until that person is here again.
 */
export async function leaveNothing(): Promise<void> {
  if (!('caches' in globalThis)) return;
  await caches.delete(CARDS_STORE);
  await caches.delete(GO_STORE);
}
