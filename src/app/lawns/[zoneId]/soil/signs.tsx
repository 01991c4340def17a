'use client';
import { useState } from 'react';
import { isoDay, showFullDay } from '@/core/calendar/day';
import { SIGNS, type Sign } from '@/core/ground/crossing';
import type { Outcome } from '@/server/entry/outcome';
import type { SoilSheet } from '@/server/soil/view';
import type { ObservationInput } from '@/server/soil/take-reading';
import { Labelled } from '@/ui/labelled';
import { plural } from '@/ui/words';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';

type Props = Readonly<{
  sheet: SoilSheet;
  sendKey: string;
  mayRecord: boolean;
  noteSignAction: (input: ObservationInput) => Promise<Outcome<null>>;
}>;

/** What was seen, and what it has meant in past years. */
export function Signs({
  sheet: { zone, today, observations, signLag, house },
  sendKey,
  mayRecord,
  noteSignAction,
}: Props) {
  const [sign, setSign] = useState<Sign>(SIGNS[0]);
  const [seenOn, setSeenOn] = useState(isoDay(today));
  const [key, setKey] = useState(sendKey);
  const { run, refusal, isSending } = useCommand();
  const note = () =>
    run(noteSignAction, { sendKey: key, zoneId: zone.id, sign, seenOn, note: '' }, () =>
      setKey(crypto.randomUUID()),
    );
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
        <form
          className="mt-2 grid grid-cols-1 items-end gap-2 sm:grid-cols-[1fr_170px_auto]"
          onSubmit={(e) => {
            e.preventDefault();
            note();
          }}
        >
          <Labelled name="Seen">
            {(field) => (
              <select
                {...field}
                value={sign}
                onChange={(e) => setSign(SIGNS.find((s) => s === e.target.value) ?? SIGNS[0])}
              >
                {SIGNS.map((s) => (
                  <option key={s}>{s}</option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name="Day">
            {(field) => (
              <input {...field} type="date" value={seenOn} onChange={(e) => setSeenOn(e.target.value)} />
            )}
          </Labelled>
          <button className="button" disabled={isSending}>
            Note it
          </button>
        </form>
      )}
      {refusal && <RefusalWords refusal={refusal} here={`/lawns/${zone.id}/soil`} />}
    </section>
  );
}
