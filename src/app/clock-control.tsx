'use client';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { turnClockAction } from './actions';
import { send } from './send';

/** Turns the demo's clock forward; everything that depends on the day follows. */
export function ClockControl() {
  const router = useRouter();
  const [isTurning, start] = useTransition();
  const [trouble, setTrouble] = useState<string | null>(null);
  const turn = (days: 1 | 7) => () =>
    start(async () => {
      const outcome = await send(turnClockAction, { days });
      setTrouble(
        !outcome.ok
          ? 'Not turned: try again'
          : outcome.value.ok
            ? null
            : `Not turned: ${outcome.value.refusal}`,
      );
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
      {trouble && (
        <span role="status" className="self-center">
          {trouble}
        </span>
      )}
    </span>
  );
}
