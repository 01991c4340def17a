'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { Outcome } from '@/server/entry/outcome';
import type { LawnView } from './lawn-view';
import { Link } from '@/ui/link';

// it is opened now and then
const FindingForm = dynamic(() => import('./finding-form').then((m) => m.FindingForm), {
  loading: () => null,
});

type Props = Readonly<{
  sheet: LawnView;
  /** under whom a picture waits on this device */
  userId: string;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
}>;

/** What was seen or done here that gates ask for: the last of each kind, of events those of each day, and a form for more. */
export function Findings({ sheet: { found, today, zone }, userId, noteFindingAction }: Props) {
  const [isOpen, setOpen] = useState(false);
  return (
    <section className="mt-4" aria-label="Seen and done here">
      <h2 className="text-row">Seen and done here</h2>
      <p className="text-note text-steel">
        {found.length
          ? found.join(' · ')
          : 'Nothing yet. Gates for mowing, green-up, weeds, seed, notice and events go by what is written here.'}
      </p>
      <button
        type="button"
        className="button mt-1 py-0 md:min-h-desk"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? 'Close' : 'Write down what you see'}
      </button>
      <Link href={`/lawns/${zone.id}/scout`} className="button ml-2 mt-1 py-0 md:min-h-desk">
        Walk it: which weeds are up
      </Link>
      {isOpen && (
        <FindingForm
          zone={zone}
          today={today}
          userId={userId}
          noteFindingAction={noteFindingAction}
          onNoted={() => setOpen(false)}
        />
      )}
    </section>
  );
}
