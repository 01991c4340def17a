'use client';
import { useEffect, useState } from 'react';
import type { Plans } from '@/core/season/planner/planner';
import type { AskedPlanner, PlannerSays } from '@/workers/planner.worker';

type Answer = Readonly<{
  of: AskedPlanner;
  plans: Plans | null;
  done: number;
  steps: number;
  failed: boolean;
}>;

/** Asks the planner in a web worker; another question ends the one before. */
export function usePlanner(question: AskedPlanner): Omit<Answer, 'of'> {
  const [answer, setAnswer] = useState<Answer | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../../../workers/planner.worker.ts', import.meta.url), {
      type: 'module',
    });
    const set = (change: Partial<Answer>) =>
      setAnswer((a) => ({
        ...(a?.of === question ? a : { of: question, plans: null, done: 0, steps: 1, failed: false }),
        ...change,
      }));
    worker.onmessage = ({ data }: MessageEvent<PlannerSays>) =>
      set(data.kind === 'step' ? { done: data.done, steps: data.of } : { plans: data.plans });
    worker.onerror = () => set({ failed: true });
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question]);
  return answer?.of === question ? answer : { plans: null, done: 0, steps: 1, failed: false };
}
