'use client';
import { useState } from 'react';
import { showFullDay } from '@/core/calendar/day';
import type { ZoneOnLawn } from '@/data/lawns';
import type { Outcome } from '@/server/entry/outcome';
import type { ForgetInput } from '@/server/lawns/forget-customer';
import type { CloseInput } from '@/server/lawns/history';
import { issueWords } from '@/ui/issue-words';
import { Labelled } from '@/ui/labelled';
import { useShows } from '@/ui/units';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';

/** Whether a zone is still treated, and forgetting a customer who left. */
export function Closing({
  zone,
  here,
  close,
  forget,
}: Readonly<{
  zone: ZoneOnLawn;
  here: string;
  close: (input: CloseInput) => Promise<Outcome<null>>;
  forget: ((input: ForgetInput) => Promise<Outcome<null>>) | null;
}>) {
  const show = useShows();
  const [why, setWhy] = useState('');
  const { run, refusal, say, isSending } = useCommand();
  const set = (of: CloseInput['of'], isClosed: boolean) => run(close, { zoneId: zone.id, of, why, isClosed });
  const goes = (confirmed: boolean) => forget && run(forget, { zoneId: zone.id, confirmed });
  return (
    <section className="mt-6 border-t border-hair pt-4">
      <h2 className="text-row">{zone.closed ? 'Closed' : 'No longer treated?'}</h2>
      {zone.closed ? (
        <>
          <p className="text-note text-steel">
            Since {showFullDay(zone.closed.on)}: {zone.closed.why}. Its programme rests, its records stay.
          </p>
          {!zone.closed.forgotten && (
            <div className="mt-2 flex flex-wrap gap-2">
              <button
                type="button"
                className="button"
                disabled={isSending}
                onClick={() => set(zone.closed?.whole ? 'lawn' : 'zone', false)}
              >
                {zone.closed.whole ? 'Open the whole lawn again' : 'Open this zone again'}
              </button>
              {forget && zone.closed.whole && (
                <button type="button" className="button" disabled={isSending} onClick={() => goes(false)}>
                  Forget this customer
                </button>
              )}
            </div>
          )}
        </>
      ) : (
        <details>
          <summary className="flex min-h-touch cursor-pointer items-center text-note underline">
            Close it: off lists and boards, nothing lost
          </summary>
          <Labelled
            name="Why"
            issue={refusal?.kind === 'invalid' ? refusal.issues.find((i) => i.field === 'Why') : undefined}
          >
            {(field) => (
              <input {...field} maxLength={500} value={why} onChange={(e) => setWhy(e.target.value)} />
            )}
          </Labelled>
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="button" disabled={isSending} onClick={() => set('zone', true)}>
              Close this zone
            </button>
            <button type="button" className="button" disabled={isSending} onClick={() => set('lawn', true)}>
              Close the whole lawn
            </button>
          </div>
        </details>
      )}
      {refusal?.kind === 'questions' ? (
        <div role="alert" className="mt-2 border-2 border-clay bg-paper px-3 py-2">
          {refusal.questions.map((q) => {
            const { problem, remedy } = issueWords(q, show);
            return (
              <p key={problem}>
                <b>{problem}.</b> {remedy} It cannot be taken back.
              </p>
            );
          })}
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="button" disabled={isSending} onClick={() => goes(true)}>
              Forget this customer for good
            </button>
            <button type="button" className="button" onClick={() => say(null)}>
              Keep the customer
            </button>
          </div>
        </div>
      ) : (
        refusal && <RefusalWords refusal={refusal} here={here} shown={['Why']} />
      )}
    </section>
  );
}
