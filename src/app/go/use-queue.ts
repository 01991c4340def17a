'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Outcome } from '@/server/entry/outcome';
import type { WalkInput } from '@/server/lawns/walk';
import type { StopKept } from '@/server/stop/finish-stop';
import { walkKey } from '../walk-key';
import { storeOf, type Answered, type Waiting } from './store';

const AGAIN_MS = 10_000;
/** Trouble that passes: it stays in the queue, and is sent again. */
const PASSING = ['unreachable', 'database-away', 'signed-out', 'bug'];

type State = Readonly<{ waiting: readonly Waiting[]; answers: readonly Answered[]; isSignedOut: boolean }>;

/**
 * What was done, sent once whenever there is a network: kept on the device until it is answered, under the key that it
 * carries, so that sending again is safe. The oldest goes first; two open pages take turns.
 */
export function useQueue(userId: string) {
  const [state, setState] = useState<State>({ waiting: [], answers: [], isSignedOut: false });
  const isBusy = useRef(false);
  const read = useCallback(async () => {
    const store = await storeOf(userId);
    const waiting = await store.getAllFromIndex('queue', 'since');
    const answers = await store.getAll('answers');
    setState((s) => ({ ...s, waiting, answers }));
    return waiting;
  }, [userId]);
  const sendAll = useCallback(async () => {
    if (isBusy.current) return;
    isBusy.current = true;
    const turn = async () => {
      const store = await storeOf(userId);
      for (const w of await read()) {
        const outcome = await post(w);
        if (!outcome.ok && PASSING.includes(outcome.refusal.kind)) {
          setState((s) => ({ ...s, isSignedOut: outcome.refusal.kind === 'signed-out' }));
          break;
        }
        const answer: Answered = {
          sendKey: w.sendKey,
          lawnId: w.lawnId,
          kind: w.kind,
          zones: outcome.ok && w.kind === 'stop' ? (outcome.value as StopKept).zones : [],
          problem: outcome.ok
            ? ''
            : outcome.refusal.kind === 'invalid'
              ? outcome.refusal.issues.map((i) => `${i.problem}. ${i.remedy}`).join(' ')
              : 'The server does not take it: the lawn is not there any more, or your role may not record.',
        };
        // what is not taken is there again as it was typed
        if (answer.problem && w.kind === 'walk') keepTyped(w.input);
        const both = store.transaction(['queue', 'answers'], 'readwrite');
        await both.objectStore('queue').delete(w.sendKey);
        await both.objectStore('answers').put(answer);
        await both.done;
        setState((s) => ({ ...s, isSignedOut: false }));
      }
      await read();
    };
    try {
      if ('locks' in navigator) await navigator.locks.request(`go-${userId}`, turn);
      else await turn();
    } finally {
      isBusy.current = false;
    }
  }, [userId, read]);
  useEffect(() => {
    // read after the first paint: the server cannot know it

    void sendAll();
    const again = setInterval(() => void sendAll(), AGAIN_MS);
    const online = () => void sendAll();
    window.addEventListener('online', online);
    return () => {
      clearInterval(again);
      window.removeEventListener('online', online);
    };
  }, [sendAll]);
  const put = useCallback(
    async (w: Waiting) => {
      await (await storeOf(userId)).put('queue', w);
      await read();
      void sendAll();
    },
    [userId, read, sendAll],
  );
  /** What became of something is not told any more. */
  const forget = useCallback(
    async (sendKey: string) => {
      await (await storeOf(userId)).delete('answers', sendKey);
      await read();
    },
    [userId, read],
  );
  return { ...state, put, forget };
}

function keepTyped({ zoneId, ...typed }: WalkInput): void {
  const key = walkKey(zoneId);
  if (!localStorage.getItem(key)) localStorage.setItem(key, JSON.stringify(typed));
}

async function post(w: Waiting): Promise<Outcome<unknown>> {
  try {
    const answer = await fetch(`/api/go/${w.kind}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      // the clock at sending, so that the server knows how far it is off
      body: JSON.stringify(w.kind === 'walk' ? w.input : { ...w.input, sentAt: Date.now() }),
    });
    return (await answer.json()) as Outcome<unknown>;
  } catch {
    return { ok: false, refusal: { kind: 'unreachable' } };
  }
}
