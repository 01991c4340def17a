'use client';
import { usePathname } from 'next/navigation';
import { RefusalWords } from '../../../refusal-words';
import type { LawnDesk } from './use-desk';

/** While what plans is on its way, or why it did not come. */
export function DeskWaits({ desk }: Readonly<{ desk: LawnDesk }>) {
  const here = usePathname();
  if (desk.refusal)
    return (
      <div className="mt-2">
        {desk.refusal === 'not loaded' ? (
          <p role="alert" className="border-l-4 border-clay pl-3">
            The planner could not be loaded: the network is gone. What you typed stays here.
          </p>
        ) : (
          <RefusalWords refusal={desk.refusal} here={here} />
        )}
        <button type="button" className="button mt-1 py-0" onClick={desk.ask}>
          Load the planner again
        </button>
      </div>
    );
  return (
    <p role="status" className="mt-2 text-note text-steel">
      Asking the gates…
    </p>
  );
}
