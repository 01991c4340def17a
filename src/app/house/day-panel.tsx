'use client';
import { useState } from 'react';
import { textsOf } from '@/core/facts/house-figures';
import type { StoredDay } from '@/data/house';
import type { DayInput } from '@/server/settings/day-rules';
import type { Outcome } from '@/server/entry/outcome';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Figures, fieldNames } from './figures';

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
  /** null: nothing typed; what is typed keeps the version that its person saw */
  const [edited, setEdited] = useState<DayInput | null>(null);
  const { run, issue, refusal, isSending } = useCommand();
  const typed = edited ?? { seen: version, ...textsOf(day, 'day') };
  return (
    <section className="mt-6" aria-label="Working day, split and truck">
      <h2 className="border-b-2 border-iron text-row">Working day, split and truck</h2>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          run(saveDayRulesAction, typed, () => setEdited(null));
        }}
      >
        <div className="mt-2 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 lg:grid-cols-4">
          <Figures
            panel="day"
            typed={typed}
            set={(change) => setEdited({ ...typed, ...change })}
            issue={issue}
            mayChange={mayChange}
          />
        </div>
        {refusal && <RefusalWords refusal={refusal} here="/house/day" shown={fieldNames('day')} />}
        {mayChange && (
          <button className="button mt-2" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save the working day'}
          </button>
        )}
      </form>
    </section>
  );
}
