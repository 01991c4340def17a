'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { PERMISSIONS } from '@/data/actor';
import type { Shows } from '@/core/units/format';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import type { WalkInput } from '@/server/lawns/walk';
import type { StopKept } from '@/server/stop/finish-stop';
import { reasonWords } from '@/ui/reason-words';
import { useShows } from '@/ui/units';
import { holdsUpAll, isPassing } from '../passing';
import { walkKey } from '../walk-key';
import { storeOf, type Answered, type Waiting } from './store';

const AGAIN_MS = 10_000;

type State = Readonly<{ waiting: readonly Waiting[]; answers: readonly Answered[]; isSignedOut: boolean }>;

/**
 * What was done, sent once whenever there is a network: kept on the device until it is answered, under the key that it
 * carries, so that sending again is safe. The oldest goes first; two open pages take turns. What the server will never take
 * as it is goes back to where it was typed, with the reason.
 * @param onGivenBack told of a stop that is to be finished again, by its send key
 */
export function useQueue(userId: string, onGivenBack: (sendKey: string) => void = () => {}) {
  const shows = useShows();
  const latest = useRef({ shows, onGivenBack });
  useEffect(() => {
    latest.current = { shows, onGivenBack };
  });
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
        if (!outcome.ok && isPassing(outcome.refusal)) {
          const { refusal } = outcome;
          setState((s) => ({ ...s, isSignedOut: refusal.kind === 'signed-out' }));
          if (holdsUpAll(refusal)) break;
          continue;
        }
        const answer: Answered = {
          sendKey: w.sendKey,
          lawnId: w.lawnId,
          kind: w.kind,
          zones: outcome.ok && w.kind === 'stop' ? (outcome.value as StopKept).zones : [],
          problem: outcome.ok ? '' : whyNot(outcome.refusal, latest.current.shows),
        };
        // what is not taken is there again as it was typed
        if (answer.problem && w.kind === 'walk') keepTyped(w.input);
        const all = store.transaction(['queue', 'answers', 'runs'], 'readwrite');
        await all.objectStore('queue').delete(w.sendKey);
        await all.objectStore('answers').put(answer);
        if (answer.problem && w.kind === 'stop') {
          const runs = all.objectStore('runs');
          const run = (await runs.getAll()).find((r) => r.sendKey === w.sendKey);
          if (run) await runs.put({ ...run, ...UNSENT });
        }
        await all.done;
        if (answer.problem && w.kind === 'stop') latest.current.onGivenBack(w.sendKey);
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
      const both = (await storeOf(userId)).transaction(['queue', 'answers'], 'readwrite');
      await both.objectStore('queue').put(w);
      // sent once more: what was said of it before is over
      await both.objectStore('answers').delete(w.sendKey);
      await both.done;
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

/** A run that is to be finished again: all that was typed in it stands. */
export const UNSENT = { leftAt: null, step: 'done' } as const;

/** Why the server will never take it as it is, and what to do. */
function whyNot(refusal: Refusal, shows: Shows): string {
  switch (refusal.kind) {
    case 'invalid':
      return refusal.issues.map((i) => `${i.problem}. ${i.remedy}`).join(' ');
    case 'questions':
      return refusal.questions.map((i) => `${i.problem}. ${i.remedy}`).join(' ');
    case 'bolted':
      return refusal.bolts.map((b) => `${b.product}: ${reasonWords(b.reason, shows)}`).join(' ');
    case 'forbidden':
      return `Your role may not ${PERMISSIONS[refusal.permission]}. Ask your lead, then send it again.`;
    case 'gone':
      return 'This lawn or plan is no longer there. Ask your lead.';
    default:
      return 'The server did not take it. Ask your lead.';
  }
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
