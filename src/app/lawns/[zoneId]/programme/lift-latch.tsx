'use client';
import { useState } from 'react';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import type { Outcome } from '@/server/entry/outcome';
import type { LiftInput } from '@/server/programme/lift-latch';
import type { Held } from '@/ui/fence';
import { Entry } from '../../../entry/entry';
import { ProseEntry, TextEntry } from '../../../entry/fields';
import { useEntry } from '../../../entry/use-entry';

type Props = Readonly<{
  zoneId: string;
  plannedId: string;
  gate: Held;
  day: Day;
  liftLatchAction: (input: LiftInput) => Promise<Outcome<{ until: string }>>;
  onDone: () => void;
}>;
type Typed = Pick<LiftInput, 'why' | 'until'>;

/** Lifting a latch: a reason in writing, and until when. The name is the signed-in person's. */
export function LiftLatch({ zoneId, plannedId, gate, day, liftLatchAction, onDone }: Props) {
  const [sendKey] = useState(() => crypto.randomUUID());
  const entry = useEntry<Typed>({ why: '', until: isoDay(addDays(day, 1)) });
  const { run, isSending } = entry;
  return (
    <Entry
      entry={entry}
      here={`/lawns/${zoneId}`}
      className="mt-2 grid gap-2 border-l-4 border-straw pl-3"
      onSend={(typed) =>
        run(
          liftLatchAction,
          {
            ...typed,
            sendKey,
            zoneId,
            plannedId,
            gate: gate.key,
            reason: gate.verdict.reason.code,
            position: gate.of,
            from: isoDay(day),
          },
          onDone,
        )
      }
      foot={
        <button className="button button-loud" disabled={isSending}>
          {isSending ? 'Lifting…' : `Lift ${gate.name}`}
        </button>
      }
    >
      <p className="text-note">
        {gate.name} is judgement, not law: you may lift this reason of it, for this product, with your name
        and why. The record keeps both.
      </p>
      <ProseEntry<Typed> name="why" label="Why it may go ahead" called="Reason" rows={2} maxLength={1000} />
      <TextEntry<Typed> name="until" label="Lifted until" called="Until" type="date" beside />
    </Entry>
  );
}
