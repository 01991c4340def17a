'use client';
import { textsOf } from '@/core/facts/house-figures';
import type { StoredDay } from '@/data/house';
import type { DayInput } from '@/server/settings/day-rules';
import type { Outcome } from '@/server/entry/outcome';
import { Entry } from '../entry/entry';
import { useEntry } from '../entry/use-entry';
import { Figures } from './figures';

/** The working day, the split and the truck. */
export function DayRules({
  day,
  version,
  mayChange,
  saveDayRulesAction,
}: Readonly<{
  day: StoredDay;
  version: number;
  mayChange: boolean;
  saveDayRulesAction: (input: DayInput) => Promise<Outcome<{ version: number }>>;
}>) {
  const entry = useEntry<DayInput>({ seen: version, ...textsOf(day, 'day') });
  const { run, clear, isSending } = entry;
  return (
    <section className="mt-6" aria-label="Working day, split and truck">
      <h2 className="border-b-2 border-iron text-row">Working day, split and truck</h2>
      <Entry
        entry={entry}
        here="/house/day"
        className=""
        isLocked={!mayChange}
        onSend={(typed) => run(saveDayRulesAction, typed, () => clear(typed))}
        foot={
          mayChange && (
            <button className="button mt-2" disabled={isSending}>
              {isSending ? 'Saving…' : 'Save the working day'}
            </button>
          )
        }
      >
        <div className="mt-2 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 lg:grid-cols-4">
          <Figures panel="day" />
        </div>
      </Entry>
    </section>
  );
}
