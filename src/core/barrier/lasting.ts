/** Two questions of every barrier: how long will this rate last from this day, and how much for so long from this day. */
import { addDays, type Day } from '@/core/calendar/day';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { drawnStrength, lastsFor, rateFor, type Dose, type WeighedRuns } from './barrier';
import { rangeOf, shareRangeOf, type Range3 } from './hold';

/** Weighted days between two days in each member: the first day counts, the last does not. */
function weightedBetween(runs: WeighedRuns, from: Day, to: Day): number[] {
  return runs.taus.map((tau) => {
    const at = (day: Day) => (day <= runs.from ? 0 : (tau[Math.min(tau.length, day - runs.from) - 1] ?? 0));
    return at(to) - at(from);
  });
}

/**
 * The last day of control of one dose alone: by which 10, 50 and 90 % of the members have let go; the run's end where it
 * holds beyond. Null: so little never holds.
 */
export function lastDayOf(
  runs: WeighedRuns,
  { strength, ingredient }: Pick<Dose, 'strength' | 'ingredient'>,
  rate: KilogramsPerHectare,
  from: Day,
): Readonly<{ p10: Day; p50: Day; p90: Day; isBeyond: boolean }> | null {
  if (lastsFor(strength, rate) <= 0) return null;
  const end = addDays(runs.from, Math.min(...runs.members.map((m) => m.length)) - 1);
  const days = runs.taus.map((tau, k) => {
    const weighted = lastsFor(drawnStrength(strength, ingredient, k, runs.taus.length), rate);
    const start = from <= runs.from ? 0 : tau[from - runs.from - 1]!;
    let day = from;
    // in this member it is weaker than promised, and never holds
    if (weighted <= 0) return day;
    while (day < end && tau[day + 1 - runs.from]! - start <= weighted) day = addDays(day, 1);
    return day;
  });
  const { p10, p50, p90 } = rangeOf(days);
  return { p10: p10 as Day, p50: p50 as Day, p90: p90 as Day, isBeyond: p50 >= end };
}

/** The rate of the a.i. that holds from one day to another: enough in 10, 50 and 90 % of the members. Null: beyond the run. */
export function rateToHold(
  runs: WeighedRuns,
  { strength, ingredient }: Pick<Dose, 'strength' | 'ingredient'>,
  from: Day,
  to: Day,
): Range3 | null {
  const end = addDays(runs.from, Math.min(...runs.members.map((m) => m.length)));
  if (to > end || to < from) return null;
  return shareRangeOf(
    weightedBetween(runs, from, to).map((w, k) =>
      rateFor(drawnStrength(strength, ingredient, k, runs.taus.length), w),
    ),
  );
}
