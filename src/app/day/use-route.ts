'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DayPlan, DayQuestion, DayWishes } from '@/core/day/plan-day';
import type { AskedRoute, RouteSays } from '@/workers/route.worker';

type Answer = Readonly<{
  of: AskedRoute;
  plan: DayPlan | null;
  share: number;
  isDone: boolean;
  failed: boolean;
}>;

/**
 * Asks for the route in a web worker; another question ends the one before, and so does `stop`, with the best so far. The
 * last plan stands until the next is there.
 */
export function useRoute(question: DayQuestion, wishes: DayWishes | null) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const running = useRef<Worker | null>(null);
  useEffect(() => {
    if (!wishes) return;
    const asked = { question, wishes };
    const worker = new Worker(new URL('../../workers/route.worker.ts', import.meta.url), { type: 'module' });
    running.current = worker;
    const set = (change: Partial<Answer>) =>
      setAnswer((a) => ({
        ...(a?.of === asked
          ? a
          : { of: asked, plan: a?.plan ?? null, share: 0, isDone: false, failed: false }),
        ...change,
      }));
    worker.onmessage = ({ data }: MessageEvent<RouteSays>) =>
      set({ share: data.share, isDone: data.isDone, ...(data.plan ? { plan: data.plan } : {}) });
    worker.onerror = () => set({ failed: true, isDone: true });
    worker.postMessage(asked);
    return () => worker.terminate();
  }, [question, wishes]);
  const stop = useCallback(() => {
    running.current?.terminate();
    setAnswer((a) => a && { ...a, isDone: true });
  }, []);
  const mine = answer && answer.of.question === question && answer.of.wishes === wishes ? answer : null;
  return {
    plan: answer?.plan ?? null,
    share: mine?.share ?? 0,
    isDone: mine?.isDone ?? false,
    failed: mine?.failed ?? false,
    stop,
  };
}
