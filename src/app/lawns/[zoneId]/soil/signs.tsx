'use client';
import { useState } from 'react';
import { isoDay, showFullDay } from '@/core/calendar/day';
import { SIGNS } from '@/core/ground/crossing';
import type { Outcome } from '@/server/entry/outcome';
import type { SoilSheet } from '@/server/soil/view';
import type { ObservationInput } from '@/server/soil/take-reading';
import { plural } from '@/ui/text';
import { Entry } from '../../../entry/entry';
import { SelectEntry, TextEntry } from '../../../entry/fields';
import { useEntry } from '../../../entry/use-entry';

type Props = Readonly<{
  sheet: SoilSheet;
  sendKey: string;
  mayRecord: boolean;
  noteSignAction: (input: ObservationInput) => Promise<Outcome<null>>;
}>;

type Typed = Pick<ObservationInput, 'sign' | 'seenOn'>;

/** What was seen, and what it has meant in past years. */
export function Signs({
  sheet: { zone, today, observations, signLag, house },
  sendKey,
  mayRecord,
  noteSignAction,
}: Props) {
  const [key, setKey] = useState(sendKey);
  const entry = useEntry<Typed>({ sign: SIGNS[0], seenOn: isoDay(today) });
  const { run, isSending } = entry;
  return (
    <section>
      <h2 className="border-b-2 border-iron text-row">Signs of the season</h2>
      <p className="mt-1 text-note text-steel">
        {signLag === null
          ? 'Note the same sign three years running and it is learnt against the soil.'
          : `“${house.crossings.rules.signs.sign}” has come ${plural(Math.abs(signLag), 'day')} ${signLag >= 0 ? 'before' : 'after'} the soil’s run of days here.`}
      </p>
      <ul className="mt-1">
        {observations.slice(0, 6).map((o) => (
          <li key={o.id} className="flex justify-between gap-4 border-b border-hair py-1.5">
            <span>
              {o.sign} <span className="text-fine text-steel">{o.person}</span>
            </span>
            <b className="whitespace-nowrap">{showFullDay(o.day)}</b>
          </li>
        ))}
      </ul>
      {mayRecord && (
        <Entry
          entry={entry}
          here={`/lawns/${zone.id}/soil`}
          className="mt-2 grid grid-cols-1 items-start gap-2 sm:grid-cols-[1fr_170px_auto]"
          isRow
          onSend={(typed) =>
            run(noteSignAction, { ...typed, sendKey: key, zoneId: zone.id, note: '' }, () =>
              setKey(crypto.randomUUID()),
            )
          }
          foot={
            <button className="button sm:mt-label" disabled={isSending}>
              Note it
            </button>
          }
        >
          <SelectEntry<Typed> name="sign" label="Seen" options={SIGNS.map((s) => [s, s] as const)} />
          <TextEntry<Typed> name="seenOn" label="Day" type="date" />
        </Entry>
      )}
    </section>
  );
}
