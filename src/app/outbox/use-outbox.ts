'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { deviceOf } from './device';
import { type Answered, type Item, type KeptRun } from './item';
import { giveBackWalks } from './refused-walks';
import { postAs } from './post';
import { SYNC_TAG, alone, takeTurn } from './take-turn';
import { noRoomWords } from './device-words';

const AGAIN_MS = 10_000;

type State = Readonly<{
  waiting: readonly Item[];
  answers: readonly Answered[];
  isSignedOut: boolean;
  /** false: what is kept goes with the page */
  isLasting: boolean;
  /** why the last thing could not be kept; empty: it was */
  trouble: string;
}>;
const NOTHING: State = { waiting: [], answers: [], isSignedOut: false, isLasting: true, trouble: '' };

/**
 * The one outbox of a device: what was done is kept until it is answered, under the key that it carries, so that sending
 * again is safe. It is sent from whatever page is open, and by the service worker where the browser can.
 * @param onGivenBack told of what the server will not take as it is, by its send key
 */
export function useOutbox(userId: string, onGivenBack: (sendKey: string) => void = () => {}) {
  const latest = useRef(onGivenBack);
  useEffect(() => {
    latest.current = onGivenBack;
  });
  const [state, setState] = useState<State>(NOTHING);
  const isBusy = useRef(false);
  const read = useCallback(async () => {
    const device = await deviceOf(userId);
    const [waiting, answers] = [await device.waiting(), await device.answers()];
    await giveBackWalks(device, answers);
    setState((s) => ({ ...s, waiting, answers, isLasting: device.isLasting }));
  }, [userId]);
  const send = useCallback(async () => {
    if (isBusy.current) return;
    isBusy.current = true;
    try {
      await read();
      const turn = await takeTurn(userId, postAs(userId));
      if (!turn) return;
      setState((s) => ({ ...s, isSignedOut: turn.isSignedOut }));
      for (const key of turn.givenBack) latest.current(key);
      await read();
    } catch {
      // the browser's own store failed: what waits is there still, and tried again
    } finally {
      isBusy.current = false;
    }
  }, [userId, read]);
  useEffect(() => {
    // read after the first paint: the server cannot know it
    void send();
    const again = setInterval(() => void send(), AGAIN_MS);
    const online = () => void send();
    window.addEventListener('online', online);
    return () => {
      clearInterval(again);
      window.removeEventListener('online', online);
    };
  }, [send]);
  /** @returns false: the device could not keep it, and nothing of it is there */
  const put = useCallback(
    async (items: readonly Item[], run: KeptRun | null = null): Promise<boolean> => {
      try {
        await (await deviceOf(userId)).put(items, run);
      } catch (error) {
        setState((s) => ({ ...s, trouble: noRoomWords(error) }));
        return false;
      }
      setState((s) => ({ ...s, trouble: '' }));
      await read();
      void send();
      void askForSync();
      return true;
    },
    [userId, read, send],
  );
  /** Out of the outbox, to be corrected before it is sent; false: it is on its way, or there. */
  const takeBack = useCallback(
    async (sendKey: string, run: KeptRun): Promise<boolean> => {
      const device = await deviceOf(userId);
      const isBack = await alone(userId, () => device.takeBack(sendKey, run));
      await read();
      return isBack;
    },
    [userId, read],
  );
  /** What became of something is not told any more. */
  const forget = useCallback(
    async (sendKey: string) => {
      await (await deviceOf(userId)).forget(sendKey);
      await read();
    },
    [userId, read],
  );
  return { ...state, put, takeBack, forget };
}

type WithSync = ServiceWorkerRegistration & { sync?: { register: (tag: string) => Promise<void> } };
/** Has the browser wake the service worker as soon as there is a network, also where the page is closed by then. */
async function askForSync(): Promise<void> {
  try {
    const hired: WithSync | undefined = await navigator.serviceWorker.getRegistration();
    await hired?.sync?.register(SYNC_TAG);
  } catch {
    // a browser without it sends from the open page
  }
}
