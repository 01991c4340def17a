'use client';
import { isoDay } from '@/core/calendar/day';
import { isOverdue, wantsDoing, type FollowUp } from '@/core/follow-ups/follow-up';
import type { Outcome } from '@/server/entry/outcome';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { LawnView } from './lawn-view';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { RefusalWords } from '../../refusal-words';
import { useCommand } from '../../use-command';

type Props = Readonly<{
  sheet: LawnView;
  mayRecord: boolean;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
}>;

/** What answers it with one press. */
const ONE_PRESS: Partial<
  Record<FollowUp['kind'], readonly Readonly<{ words: string; kind: FindingInput['kind']; word: string }>[]>
> = {
  'water-in': [
    { words: 'The customer watered it in', kind: 'watered', word: 'customer' },
    { words: 'We watered it in', kind: 'watered', word: 'us' },
  ],
  'light-wetting': [{ words: 'It was wetted', kind: 'watered', word: 'us' }],
  callback: [{ words: 'Called back', kind: 'callback answered', word: '' }],
};

/** What the records of this zone ask for, and what has answered it. */
export function Afterwards({ sheet, mayRecord, noteFindingAction }: Props) {
  const { followUps, today, zone } = sheet;
  const { run, refusal, isSending } = useCommand();
  const open = followUps.filter((f) => f.answer === null);
  const answered = followUps.filter((f) => f.answer !== null);
  const say = (kind: FindingInput['kind'], word: string) =>
    run(noteFindingAction, {
      sendKey: crypto.randomUUID(),
      zoneId: zone.id,
      kind,
      word,
      stage: '',
      figure: '',
      on: isoDay(today),
    });
  return (
    <section className="mt-4" aria-label="Afterwards">
      <h2 className="flex flex-wrap items-baseline gap-x-4 text-row">
        Afterwards
        <Link href={`/lawns/${zone.id}/visits`} className="font-text text-note font-normal">
          Season and stops
        </Link>
      </h2>
      <ul>
        {open.map((f, i) => (
          <li
            key={i}
            className={`border-l-4 py-1 pl-3 ${isOverdue(f, today) ? 'border-clay' : wantsDoing(f) && f.from <= today ? 'border-straw' : 'border-hair'}`}
          >
            <b className="font-cond text-lead">
              {f.asked}, {f.due}
            </b>
            <p className="text-note text-steel">{f.why}</p>
            {mayRecord && wantsDoing(f) && f.from <= today && (
              <p className="flex flex-wrap gap-2 py-1">
                {(ONE_PRESS[f.kind] ?? []).map((o) => (
                  <button
                    key={o.words}
                    type="button"
                    className="button py-0 md:min-h-desk"
                    disabled={isSending}
                    onClick={() => say(o.kind, o.word)}
                  >
                    {o.words}
                  </button>
                ))}
              </p>
            )}
          </li>
        ))}
      </ul>
      {refusal && <RefusalWords refusal={refusal} here={`/lawns/${zone.id}`} />}
      {answered.length > 0 && (
        <details>
          <summary className="flex min-h-touch cursor-pointer items-center text-note underline">
            {plural(answered.length, 'thing')} answered
          </summary>
          <ul>
            {answered.map((f, i) => (
              <li key={i} className="py-0.5 text-note text-steel">
                <b>{f.asked}:</b> {f.why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
