'use client';
import { useState } from 'react';
import type { StoredDay } from '@/data/house';
import type { DayInput } from '@/server/settings/day-rules';
import type { Outcome } from '@/server/entry/outcome';
import { FigureField, usualWords } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

type Row = readonly [
  key: keyof StoredDay,
  field: string,
  name: string,
  unit: string,
  usual: number,
  why?: string,
];
/** Key, the field as refusals name it, the label, its unit, what is usual in trade units, and why it is asked. */
const FIGURES: readonly Row[] = [
  [
    'windLimitMph',
    'Wind limit',
    'Wind: no spray above',
    'wind',
    10,
    'Drift. A lower limit of a label goes before it.',
  ],
  ['windCautionMph', 'Wind caution', 'Wind: a warning above', 'wind', 7],
  ['workFromHour', 'Work from', 'The working day begins', 'o’clock', 7],
  ['workToHour', 'Work to', 'The working day ends', 'o’clock', 18],
  ['calmHours', 'Hours of good weather', 'Good weather that a stop needs', 'hours', 3, 'In one piece.'],
  ['leadDays', 'Lead', 'A barrier goes down before its line', 'days', 42, 'Not earlier: it would wear out.'],
  [
    'spacingLeastDays',
    'Split, at least',
    'Second part of a split after',
    'days',
    56,
    'While the first still holds.',
  ],
  ['spacingMostDays', 'Split, at most', 'Second part no later than', 'days', 84],
  ['carrierGalPer1000', 'Spray volume', 'Spray volume', 'carrier', 1, 'What your equipment really puts out.'],
  ['tankGal', 'Tank', 'Tank', 'volume', 4, 'Loads are made for it.'],
  ['scaleStepG', 'Scale', 'The scale reads to', 'g', 1, 'Amounts are rounded to it.'],
  ['jugStepFlOz', 'Jug', 'The jug reads to', 'pour', 0.25, 'Amounts are rounded to it.'],
];

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
  const { system } = useShows();
  const { run, issue, refusal, isSending } = useCommand();
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
          {FIGURES.map(([key, field, name, unit, usual, why]) => (
            <FigureField
              key={key}
              name={name}
              unit={unit}
              issue={issue(field)}
              disabled={!mayChange}
              value={typed[key]}
              hint={[why, usualWords(usual, unit, system)].filter(Boolean).join(' ')}
              onChange={(value) => setEdited({ ...typed, [key]: value })}
            />
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
