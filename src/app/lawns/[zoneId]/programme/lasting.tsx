'use client';
import { useMemo, useState } from 'react';
import type { WeighedRuns } from '@/core/barrier/barrier';
import type { Day } from '@/core/calendar/day';
import type { PlannedApplication } from '@/core/season/standing';
import { showRate } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { parseFigure } from '@/core/units/parse';
import { RATE_UNITS, partOfRate, rateIn } from '@/core/units/rate';
import { exceeds } from '@/core/units/tolerance';
import { IssueText } from '@/ui/issue-text';
import { shortDay } from '@/ui/words';
import { MONTHS_TO_HOLD } from './months';
import type { Lasting } from './answers';
import type { ReadyDesk } from './use-desk';

/**
 * How long the chosen application's pre-emergent lasts from its day, and how much of it so many months would take.
 * @param first as it came with the page, for the months that stand there first
 */
export function LastingWords({
  application,
  today,
  first,
  desk,
  runs,
}: Readonly<{
  application: PlannedApplication;
  today: Day;
  first: Lasting | null;
  desk: ReadyDesk | null;
  runs: WeighedRuns | null;
}>) {
  const [months, setMonths] = useState(String(MONTHS_TO_HOLD));
  const read = parseFigure(months, { field: 'Months', unit: 'months', above: 0, most: 12 });
  const asked = read.ok ? read.value : MONTHS_TO_HOLD;
  const says = useMemo(
    () => (desk && runs ? desk.engine.lastingOf(desk.sheet, runs, application, asked) : first),
    [desk, runs, application, asked, first],
  );
  if (!says) return null;
  const { name, rate, unit, from, last, needed, ingredient, most } = says;
  const words = (kg: number) =>
    significant(rateIn(partOfRate(rate, kg / ingredient), unit) ?? (rate.rate * kg) / ingredient, 2);
  /** whether so much is above the label's most at once */
  const isAbove = (kg: number) => most?.by === rate.by && exceeds((rate.rate * kg) / ingredient, most.rate);
  return (
    <div className="mt-1 grid gap-1 text-note">
      <p>
        <b>How long?</b> {name} at {showRate(rate, unit)} from {shortDay(from, today)}{' '}
        {last === null
          ? 'is too little: on no day are four fifths stopped by it alone.'
          : last.isBeyond
            ? 'holds beyond what can be foreseen.'
            : `by itself holds to ${shortDay(last.p50, today)} (${shortDay(last.p10, today)} – ${shortDay(last.p90, today)}).`}
      </p>
      <p className="flex flex-wrap items-center gap-x-2">
        <b>How much?</b>
        <label className="flex items-center gap-2">
          For
          <input
            className="min-h-touch w-[4.5em] border border-iron bg-paper px-2 md:min-h-desk"
            inputMode="decimal"
            aria-label="Months to hold"
            value={months}
            onChange={(e) => setMonths(e.target.value)}
          />
          months from {shortDay(from, today)}:
        </label>
        {!read.ok ? (
          <span role="alert" className="text-clay">
            <IssueText issue={read.issue} />
          </span>
        ) : needed === null ? (
          <span>further than can be foreseen.</span>
        ) : most && isAbove(needed.p50) ? (
          <b className="text-clay">
            no rate of the label does that: its most at once is {showRate(most, unit)}.
          </b>
        ) : (
          <span>
            {words(needed.p50)} ({words(needed.p10)}–
            {most && isAbove(needed.p90) ? `more than the label’s most` : words(needed.p90)}){' '}
            {RATE_UNITS[unit].words}.
          </span>
        )}
      </p>
    </div>
  );
}
