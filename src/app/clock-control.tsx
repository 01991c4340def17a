'use client';
import { useRouter } from 'next/navigation';
import { useTransition } from 'react';
import { turnClockAction } from './actions';

/** Turns the demo's clock forward; everything that depends on the day follows. */
export function ClockControl() {
  const router = useRouter();
  const [isTurning, start] = useTransition();
  const turn = (days: 1 | 7) => () =>
    start(async () => {
      await turnClockAction({ days });
      router.refresh();
    });
  return (
    <span className="flex gap-1" role="group" aria-label="Demo clock" aria-busy={isTurning}>
      <button
        type="button"
        className="min-h-[44px] border-x border-[#52626b] px-2.5"
        disabled={isTurning}
        onClick={turn(1)}
      >
        +1 day
      </button>
      <button
        type="button"
        className="min-h-[44px] border-r border-[#52626b] px-2.5"
        disabled={isTurning}
        onClick={turn(7)}
      >
        +1 week
      </button>
    </span>
  );
}
