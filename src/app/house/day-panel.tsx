'use client';
import { useState } from 'react';
import type { StoredDay } from '@/data/house';
import type { DayInput } from '@/server/house/day-rules';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { RefusalWords } from '../refusal-words';
import { useSending } from '../use-sending';

/** Key, the field as refusals name it, the label, why it is asked, and what is usual. */
const FIGURES = [
  [
    'windLimitMph',
    'Wind limit',
    'Wind: no spray above, mph',
    'Drift. A lower limit of a label goes before it. Usual: 10',
  ],
  ['windCautionMph', 'Wind caution', 'Wind: a warning above, mph', 'Usual: 7'],
  ['workFromHour', 'Work from', 'The working day begins, o’clock', 'Usual: 7'],
  ['workToHour', 'Work to', 'The working day ends, o’clock', 'Usual: 18'],
  ['calmHours', 'Hours of good weather', 'Good weather that a stop needs, hours', 'In one piece. Usual: 3'],
  [
    'leadDays',
    'Lead',
    'A barrier goes down before its line, days',
    'Not earlier: it would wear out. Usual: 42',
  ],
  [
    'spacingLeastDays',
    'Split, at least',
    'Second part of a split after, days',
    'While the first still holds. Usual: 56',
  ],
  ['spacingMostDays', 'Split, at most', 'Second part no later than, days', 'Usual: 84'],
  [
    'carrierGalPer1000',
    'Spray volume',
    'Spray volume, gal/1,000 sq ft',
    'What your equipment really puts out. Usual: 1',
  ],
  ['tankGal', 'Tank', 'Tank, gal', 'Loads are made for it. Usual: 4'],
  ['scaleStepG', 'Scale', 'The scale reads to, g', 'Amounts are rounded to it. Usual: 1'],
  ['jugStepFlOz', 'Jug', 'The jug reads to, fl oz', 'Amounts are rounded to it. Usual: 0.25'],
] as const;

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
  const { run, issue, refusal, isSending } = useSending();
  const typed =
    edited ??
    ({
      seen: version,
      ...Object.fromEntries(FIGURES.map(([k]) => [k, String(day[k])])),
    } as unknown as DayInput);
  return (
    <section className="mt-6" aria-label="Working day, split and truck">
      <h2 className="border-b-2 border-iron text-[20px]">Working day, split and truck</h2>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          run(saveDayRulesAction, typed, () => setEdited(null));
        }}
      >
        <div className="mt-2 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 lg:grid-cols-4">
          {FIGURES.map(([key, field, name, why]) => (
            <Labelled key={key} name={name} issue={issue(field)} hint={why}>
              {(f) => (
                <input
                  {...f}
                  inputMode="decimal"
                  disabled={!mayChange}
                  value={typed[key]}
                  onChange={(e) => setEdited({ ...typed, [key]: e.target.value })}
                />
              )}
            </Labelled>
          ))}
        </div>
        {refusal && (
          <RefusalWords refusal={refusal} here="/house/day" shown={FIGURES.map(([, field]) => field)} />
        )}
        {mayChange && (
          <button className="button mt-2" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save the working day'}
          </button>
        )}
      </form>
    </section>
  );
}
