/**
 * When to sow: days on which the soil lets the seed come up and leaves it time to root before the cold.
 *
 * Model: on a day of the window the soil's mean over the two weeks that follow lies between the grass's limits, and the
 * soil stays warm enough for its seedlings for so many days more, in four of five members. Limits: the project's fact
 * table (seeding windows: common practice; temperatures from memory). The soil stands for frost, which comes in the air:
 * its own limits for growth are ours.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { TURF_FACTS } from '@/core/lawn/turf';
import type { Turf } from '@/core/trade/terms';

/** °C of soil: for germination between `low` and `high`, for growth above `grows`; days that seedlings need. */
type Needs = Readonly<{ low: number; high: number; grows: number; days: number }>;
const NEEDS: Readonly<Record<'cool' | 'warm', Needs>> = {
  cool: { low: 15, high: 24, grows: 7, days: 45 },
  warm: { low: 20, high: 30, grows: 15, days: 90 },
};
const COMES_UP_DAYS = 14;
/** So many of the members must agree. Ours. */
const AGREE = 0.8;
/** Shorter stretches are weather and no window. Ours. */
const LEAST_DAYS = 7;

export type SowingWindow = Readonly<{
  from: Day;
  /** in it */
  to: Day;
  /** the soil is on its way down: cool-season grass's better half of the year */
  isFalling: boolean;
}>;

/**
 * Windows from a day on, as far as the runs reach; of cool-season turf the falling ones first, else in their order.
 * @param days how far ahead
 */
export function sowingWindows(
  { from, members }: SoilRuns,
  turf: Turf,
  today: Day,
  days = 366,
): SowingWindow[] {
  const season = TURF_FACTS[turf].season;
  const needs = NEEDS[season];
  const length = Math.min(...members.map((m) => m.length));
  const first = Math.max(0, today - from);
  const last = Math.min(first + days, length - needs.days);
  const out: SowingWindow[] = [];
  for (let d = first; d < last; d++) {
    if (!isGood(members, d, needs)) continue;
    const start = d;
    while (d + 1 < last && isGood(members, d + 1, needs)) d++;
    if (d - start + 1 < LEAST_DAYS) continue;
    const middle = (start + d) >> 1;
    out.push({
      from: addDays(from, start),
      to: addDays(from, d),
      isFalling: meanOver(members[0]!, middle + 14, 14) < meanOver(members[0]!, middle - 14, 14),
    });
  }
  return season === 'cool'
    ? out.toSorted((a, b) => Number(b.isFalling) - Number(a.isFalling) || a.from - b.from)
    : out;
}

function isGood(members: SoilRuns['members'], d: number, { low, high, grows, days }: Needs): boolean {
  let agree = 0;
  for (const soil of members) {
    const mean = meanOver(soil, d, COMES_UP_DAYS);
    if (mean < low || mean > high) continue;
    let coldest = Infinity;
    for (let k = d; k < d + days; k += 7) coldest = Math.min(coldest, meanOver(soil, k, 7));
    if (coldest >= grows) agree++;
  }
  return agree >= AGREE * members.length;
}

function meanOver(soil: ArrayLike<number>, from: number, days: number): number {
  let sum = 0;
  let n = 0;
  for (let d = Math.max(0, from); d < Math.min(soil.length, from + days); d++, n++) sum += soil[d]!;
  return n ? sum / n : NaN;
}
