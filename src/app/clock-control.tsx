'use client';
import { useState } from 'react';
import { turnClockAction } from './actions';
import { useCommand } from './use-command';

/** Turns the demo's clock forward; everything that depends on the day follows. */
export function ClockControl() {
  const { run, refusal, isSending: isTurning } = useCommand();
  const [why, setWhy] = useState<string | null>(null);
  const trouble = refusal ? 'Not turned: try again' : why;
  const turn = (days: 1 | 7) => () =>
    run(turnClockAction, { days }, (turned) => setWhy(turned.ok ? null : `Not turned: ${turned.refusal}`));
  return (
    <span className="flex gap-1" role="group" aria-label="Demo clock" aria-busy={isTurning}>
      <button
        type="button"
        className="min-h-touch border-x border-steel px-2.5"
        disabled={isTurning}
        onClick={turn(1)}
      >
        +1 day
      </button>
      <button
        type="button"
        className="min-h-touch border-r border-steel px-2.5"
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
