/**
 * The hold of a programme: the share of a weed's flush that the barrier stops, over a season, for each member of the
 * ensemble: hold = Σ emergence × effect / Σ emergence.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { seasonNow } from '@/core/ground/season';
import { emergenceOf, flushOf, type Emergence } from '@/core/weeds/emergence';
import type { Weed } from '@/core/weeds/weeds';
import { memberEffect, type Disturbance, type Dose, type WeighedRuns } from './barrier';

/** A share with its range over the members: 10, 50 and 90 % of them stand below. */
export type Range3 = Readonly<{ p10: number; p50: number; p90: number }>;

export type Hold = Readonly<{
  weed: Weed;
  /** the season that is asked about */
  from: Day;
  to: Day;
  hold: Range3;
  /** the members' own, in their order */
  each: readonly number[];
  /** share of the season's seedlings that come up each day, and of these what is stopped: the mean of the members */
  flush: readonly number[];
  effect: readonly number[];
  /** the day to which half of the season's seedlings are up, by the mean flush; null: no flush */
  half: Day | null;
}>;

const SEASON_DAYS = 365;
/** Fewer days of a season tell nothing of it. */
const LEAST_DAYS = 200;
/** So long after its middle a flush is over for who plans. Ours. */
const OVER_DAYS = 60;

/**
 * The hold on one weed in the season that counts on `today`, or in the next where that one's flush is over.
 * @returns null: a weed without a season of seedlings, or a run that does not hold its season's beginning
 */
export function holdOn(
  weed: Weed,
  runs: WeighedRuns,
  today: Day,
  doses: readonly Dose[],
  disturbances: readonly Disturbance[] = [],
): Hold | null {
  const curve = emergenceOf(weed);
  if (!curve) return null;
  const season = seasonToHold(weed, runs, today);
  if (!season) return null;
  const { from, first, days } = season;
  const each = runs.members.map((soil, k) =>
    member(curve, soil, memberEffect(runs, k, doses, disturbances), first, days),
  );
  const mean = (of: (m: (typeof each)[number]) => Float64Array) =>
    Array.from({ length: days }, (_, d) => each.reduce((sum, m) => sum + of(m)[d]!, 0) / each.length);
  const flush = mean((m) => m.flush);
  return {
    weed,
    from,
    to: addDays(from, days),
    hold: shareRangeOf(each.map((m) => m.hold)),
    each: each.map((m) => m.hold),
    flush,
    effect: mean((m) => m.effect),
    half: shareDay(from, flush, 0.5),
  };
}

/** The season of a weed that there is something to plan for: its first day, as a day and as a place in the runs, and its length. */
type Season = Readonly<{ from: Day; first: number; days: number }>;

/**
 * The season that counts on `today`, or the next where the flush of that one is over.
 * @returns null: a weed without a season of seedlings, or a run that does not hold its season's beginning
 */
export function seasonToHold(weed: Weed, runs: WeighedRuns, today: Day): Season | null {
  const curve = emergenceOf(weed);
  if (!curve) return null;
  const length = Math.min(...runs.members.map((m) => m.length));
  const at = (from: Day): Season | null => {
    const first = from - runs.from;
    const days = Math.min(SEASON_DAYS, length - first);
    return first < 0 || days < LEAST_DAYS ? null : { from, first, days };
  };
  const now = at(seasonNow(runs.climate, curve.direction, today));
  if (!now) return null;
  const half = shareDay(now.from, meanFlush(curve, runs, now), 0.5);
  // what is over cannot be held any more: the next season is the one to plan for
  const isOver = half !== null && addDays(half, OVER_DAYS) < today;
  return (isOver ? at(addDays(now.from, SEASON_DAYS)) : null) ?? now;
}

/** Share of the season's seedlings that come up each day: the mean of the members. */
function meanFlush(curve: Emergence, runs: WeighedRuns, { first, days }: Season): number[] {
  const flush = new Array<number>(days).fill(0);
  for (const soil of runs.members) {
    const own = flushOf(curve, Array.prototype.slice.call(soil, first, first + days));
    for (let d = 0; d < days; d++) flush[d]! += own[d]! / runs.members.length;
  }
  return flush;
}

/** The day by which a share of what comes up in the season that is planned for is up; null: it has no season, or no flush. */
export function dayOfFlush(weed: Weed, runs: WeighedRuns, today: Day, share: number): Day | null {
  const curve = emergenceOf(weed);
  const season = curve && seasonToHold(weed, runs, today);
  return season ? shareDay(season.from, meanFlush(curve, runs, season), share) : null;
}

function member(
  curve: Emergence,
  soil: ArrayLike<number>,
  whole: Float64Array,
  first: number,
  length: number,
) {
  const flush = flushOf(curve, Array.prototype.slice.call(soil, first, first + length));
  const effect = whole.subarray(first, first + length);
  let stopped = 0;
  let all = 0;
  for (let d = 0; d < length; d++) {
    stopped += flush[d]! * effect[d]!;
    all += flush[d]!;
  }
  return { flush, effect, hold: all > 0 ? stopped / all : 0 };
}

/**
 * Quantiles of what members come to, between two of them where none stands there (Hazen 1914): with few members those of
 * the nearest rank lie too far out.
 */
export function shareRangeOf(values: readonly number[]): Range3 {
  const sorted = values.toSorted((a, b) => a - b);
  const at = (share: number) => {
    const place = Math.min(sorted.length - 1, Math.max(0, share * sorted.length - 0.5));
    const below = sorted[Math.floor(place)]!;
    return below + (sorted[Math.ceil(place)]! - below) * (place % 1);
  };
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}

/** Nearest-rank quantiles, for days and counts: one of the values themselves. */
export function rangeOf(values: readonly number[]): Range3 {
  const sorted = values.toSorted((a, b) => a - b);
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]!;
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}

function shareDay(from: Day, flush: readonly number[], share: number): Day | null {
  const all = flush.reduce((a, b) => a + b, 0);
  if (!(all > 0)) return null;
  let sum = 0;
  const d = flush.findIndex((f) => (sum += f) >= all * share);
  return addDays(from, d);
}

/** Several weeds together, each by its weight, member by member: in a year that is early for one it is early for all. */
export function weightedHold(
  holds: readonly Readonly<{ each: readonly number[]; weight: number }>[],
): Range3 | null {
  const all = holds.reduce((sum, h) => sum + h.weight, 0);
  const members = Math.min(...holds.map((h) => h.each.length));
  if (!(all > 0) || !(members > 0)) return null;
  return shareRangeOf(
    Array.from({ length: members }, (_, m) => holds.reduce((sum, h) => sum + h.each[m]! * h.weight, 0) / all),
  );
}
