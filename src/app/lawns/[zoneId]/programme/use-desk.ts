'use client';
import { useEffect, useRef, useState } from 'react';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import { useCommand } from '../../../use-command';
import type { LawnView } from '../lawn-view';
import type { Desk } from './answers';

type Engine = typeof import('./engine');
/** What computes in the browser, and of which drawing of the page its facts are. */
export type ReadyDesk = Desk & Readonly<{ engine: Engine; of: LawnView }>;
export type DeskAction = (input: { zoneId: string }) => Promise<Outcome<Desk>>;

export type LawnDesk = Readonly<{
  /** null: not asked for, or on its way */
  ready: ReadyDesk | null;
  /** why it did not come */
  refusal: Refusal | 'not loaded' | null;
  /** has it come, once for each drawing of the page */
  ask: () => void;
  /** does something with it, now or when it is there */
  with: (then: (desk: ReadyDesk) => void) => void;
}>;

/** The desk of a lawn: what its programme is computed from, and what computes it, fetched when somebody begins to plan. */
export function useDesk(view: LawnView, deskAction: DeskAction): LawnDesk {
  const [ready, setReady] = useState<ReadyDesk | null>(null);
  const [hasFailed, setFailed] = useState(false);
  const { ask: command, refusal } = useCommand();
  const asked = useRef<LawnView | null>(null);
  const waiting = useRef<((desk: ReadyDesk) => void)[]>([]);
  const zoneId = view.zone.id;

  const ask = () => {
    if (asked.current === view) return;
    asked.current = view;
    setFailed(false);
    const engine = import('./engine');
    // what became of it is said with the answer
    engine.catch(() => undefined);
    command(deskAction, { zoneId }, (desk) => {
      engine.then(
        (loaded) => {
          // another drawing has asked anew meanwhile
          if (asked.current !== view) return;
          const now: ReadyDesk = { ...desk, engine: loaded, of: view };
          setReady(now);
          for (const then of waiting.current.splice(0)) then(now);
        },
        () => {
          asked.current = null;
          setFailed(true);
        },
      );
    });
  };
  useEffect(() => {
    if (refusal) asked.current = null;
  }, [refusal]);
  // once it is there it goes with each drawing of the page
  useEffect(() => {
    if (ready && ready.of !== view) ask();
    // asked for by drawings alone
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [view]);

  return {
    ready,
    refusal: hasFailed ? 'not loaded' : refusal,
    ask,
    with: (then) => {
      if (ready?.of === view) return then(ready);
      waiting.current.push(then);
      ask();
    },
  };
}
