'use client';
import { useRef, useState } from 'react';

/** Changes that follow each other so quickly are one step: a word that is typed, a mark that is dragged. */
const ONE_STEP_MS = 700;
const MOST_STEPS = 100;

type Steps<T> = Readonly<{ past: readonly T[]; now: T; future: readonly T[] }>;

/** A state whose steps can be taken back and taken again. */
export function useSteps<T>(initial: () => T) {
  const [steps, setSteps] = useState<Steps<T>>(() => ({ past: [], now: initial(), future: [] }));
  const last = useRef(0);
  return {
    now: steps.now,
    /** a change that can be taken back */
    step: (change: T | ((now: T) => T)) => {
      const at = Date.now();
      const isSame = at - last.current < ONE_STEP_MS;
      last.current = at;
      setSteps((s) => ({
        past: isSame && s.past.length ? s.past : [...s.past, s.now].slice(-MOST_STEPS),
        now: typeof change === 'function' ? (change as (now: T) => T)(s.now) : change,
        future: [],
      }));
    },
    /** another beginning: nothing before it can be taken back to */
    begin: (now: T) => {
      last.current = 0;
      setSteps({ past: [], now, future: [] });
    },
    back: steps.past.length
      ? () => {
          last.current = 0;
          setSteps(({ past, now, future }) =>
            past.length
              ? { past: past.slice(0, -1), now: past.at(-1)!, future: [now, ...future] }
              : { past, now, future },
          );
        }
      : null,
    again: steps.future.length
      ? () => {
          last.current = 0;
          setSteps(({ past, now, future }) =>
            future.length
              ? { past: [...past, now], now: future[0]!, future: future.slice(1) }
              : { past, now, future },
          );
        }
      : null,
  };
}
