/**
 * When "the line is crossed": the house rule of a run of days.
 *
 * The line is crossed on the last day of the first run of `days` days whose daily mean stands at or above it; one warm
 * afternoon proves nothing. Common practice of the trade, no source: 55 °F at 2 in on 5 days in a row is the default.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Celsius, Metres } from '@/core/units/quantity';
import { fromFahrenheit, fromInches } from '@/core/units/trade';

export type CrossingRule = Readonly<{ line: Celsius; days: number; depth: Metres }>;
export const DEFAULT_CROSSING: CrossingRule = { line: fromFahrenheit(55), days: 5, depth: fromInches(2) };

/** The day on which the rule is first met, in a run of daily means that begins on `from`; null where it is not. */
export function crossingDay(
  from: Day,
  dailyMeans: ArrayLike<number>,
  { line, days }: CrossingRule,
): Day | null {
  let run = 0;
  for (let i = 0; i < dailyMeans.length; i++) {
    // a line typed in °F is no round number in °C: a billionth of a degree is not "below"
    run = dailyMeans[i]! >= line - 1e-9 ? run + 1 : 0;
    if (run === days) return addDays(from, i);
  }
  return null;
}

/** The first day by which at least `share` of the members have crossed; null where fewer ever do. */
export function dayByWhich(members: readonly (Day | null)[], share: number): Day | null {
  const crossed = members.filter((d): d is Day => d !== null).sort((a, b) => a - b);
  return crossed[Math.max(1, Math.ceil(share * members.length - 1e-9)) - 1] ?? null;
}
