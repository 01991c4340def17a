'use client';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import type { LiftInput } from '@/server/programme/lift-latch';
import type { Outcome } from '@/server/entry/outcome';
import type { Held } from '@/ui/fence';
import { Labelled } from '@/ui/labelled';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { issueSentence } from '@/ui/issue-words';

type Props = Readonly<{
  zoneId: string;
  plannedId: string;
  gate: Held;
  day: Day;
  liftLatchAction: (input: LiftInput) => Promise<Outcome<{ until: string }>>;
  onDone: () => void;
}>;

/** Lifting a latch: a reason in writing, and until when. The name is the signed-in person's. */
export function LiftLatch({ zoneId, plannedId, gate, day, liftLatchAction, onDone }: Props) {
  const show = useShows();
  const [sendKey] = useState(() => crypto.randomUUID());
  const [why, setWhy] = useState('');
  const [until, setUntil] = useState(isoDay(addDays(day, 1)));
  const { run, issue, refusal, isSending } = useCommand();
  return (
    <form
      className="mt-2 grid gap-2 border-l-4 border-straw pl-3"
      onSubmit={(e) => {
        e.preventDefault();
        const lift = {
          sendKey,
          zoneId,
          plannedId,
          gate: gate.key,
          why,
          reason: gate.verdict.reason.code,
          position: gate.of,
          from: isoDay(day),
          until,
        };
        run(liftLatchAction, lift, onDone);
      }}
    >
      <p className="text-note">
        {gate.name} is judgement, not law: you may lift this reason of it, for this product, with your name
        and why. The record keeps both.
      </p>
      <Labelled name="Why it may go ahead" issue={issue('Reason')}>
        {(field) => (
          <textarea
            {...field}
            rows={2}
            maxLength={1000}
            value={why}
            onChange={(e) => setWhy(e.target.value)}
          />
        )}
      </Labelled>
      <Labelled beside name="Lifted until" issue={issue('Until')}>
        {(field) => <input {...field} type="date" value={until} onChange={(e) => setUntil(e.target.value)} />}
      </Labelled>
      {refusal && (
        <RefusalWords refusal={refusal} here={`/lawns/${zoneId}`} shown={['Reason', 'Until', 'Gate']} />
      )}
      {issue('Gate') && (
        <p role="alert" className="border-l-4 border-clay pl-2">
          {issueSentence(issue('Gate')!, show)}
        </p>
      )}
      <button className="button button-loud" disabled={isSending}>
        {isSending ? 'Lifting…' : `Lift ${gate.name}`}
      </button>
    </form>
  );
}
