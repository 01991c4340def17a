'use client';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import type { ZoneOnLawn } from '@/data/lawns';
import type { Outcome } from '@/server/entry/outcome';
import type { HistoryInput } from '@/server/lawns/history';
import { Link } from '@/ui/link';
import { RefusalWords } from '../../refusal-words';
import { useCommand } from '../../use-command';

/** Asked once: what went down here before it came to us. Until somebody says, limits and intervals are not known. */
export function AskHistory({
  zone,
  today,
  saveHistoryAction,
}: Readonly<{
  zone: ZoneOnLawn;
  today: Day;
  saveHistoryAction: (input: HistoryInput) => Promise<Outcome<unknown>>;
}>) {
  const { run, refusal, isSending } = useCommand();
  const say = (history: HistoryInput['history']) =>
    run(saveHistoryAction, {
      zoneId: zone.id,
      history,
      bookFrom: history === 'known' ? isoDay(addDays(today, -366)) : '',
    });
  return (
    <section aria-label="Work before us" className="mt-3 border-l-4 border-straw bg-paper px-3 py-2">
      <p className="text-note">
        <b className="font-cond text-lead">What was put down here in the last twelve months?</b> Limits and
        intervals count it, whoever did it. What is not known is not zero.
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        <button
          type="button"
          className="button py-0 md:min-h-desk"
          disabled={isSending}
          onClick={() => say('known')}
        >
          {isSending ? 'Saving…' : 'Nothing but what stands in the book'}
        </button>
        <Link href={`/lawns/${zone.id}/sheet#history`} className="button py-0 md:min-h-desk">
          Enter what was done
        </Link>
        <button
          type="button"
          className="button py-0 md:min-h-desk"
          disabled={isSending}
          onClick={() => say('not known')}
        >
          Not known
        </button>
      </div>
      {refusal && <RefusalWords refusal={refusal} here={`/lawns/${zone.id}`} />}
    </section>
  );
}
