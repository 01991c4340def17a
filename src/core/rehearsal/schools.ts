/**
 * Schools of the trade play the same years: the barrier down before the line, when it is reached, or a little past it; at
 * once or in halves. Who holds what, year by year, by the truth of each year. Where fewer years are on file, generated
 * weather fills up.
 */
import { CONTROL } from '@/core/barrier/control';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { crossingDay, type DailyRun } from '@/core/ground/crossing';
import type { Label } from '@/core/products/label';
import { shareRangeOf, type Range3 } from '@/core/barrier/hold';
import { madeYears } from './made-year';
import { knownOn, playable, seasonTruth, type Move, type Play } from './rehearsal';
import { scoreOf } from './score';

const WHENS = ['before the line', 'when it is reached', 'two weeks past it'] as const;
const HOWS = ['at once', 'in halves'] as const;
export type Way = Readonly<{ when: (typeof WHENS)[number]; how: (typeof HOWS)[number] }>;
export const ALL_WAYS: readonly Way[] = WHENS.flatMap((when) => HOWS.map((how) => ({ when, how })));

/** Before the day by which one year in ten has crossed; past the day of this year. Common practice, no source. */
const AHEAD_DAYS = 7;
const PAST_DAYS = 14;
/** Days between halves: eight to twelve weeks by the trade, or the label's. */
const HALVES_DAYS = 63;
/** A crew comes on the first day that works, within so many. Ours. */
const LOOK_DAYS = 21;
/** A day with less rain works, mm. Ours. */
const DRY_MM = 2.5;
const WORK = { from: 9, to: 15 };

/** Where one of them would put it down, by what is known on 1 March and what the soil then does. */
function daysOf(p: Play, label: Label, { when, how }: Way, known: Known): Day[] {
  const { p10, crossed } = known;
  const wish =
    when === 'before the line'
      ? addDays(p10, -AHEAD_DAYS)
      : addDays(crossed, when === 'when it is reached' ? 0 : PAST_DAYS);
  const first = workday(p, wish);
  if (how === 'at once') return [first];
  return [first, workday(p, addDays(first, Math.max(HALVES_DAYS, label.minimumIntervalDays ?? 0)))];
}

/** The first day from one on on which wind and rain let a crew work; the wish itself where none does. */
function workday({ observed, facts, year }: Play, wish: Day): Day {
  for (let d = 0; d < LOOK_DAYS; d++) {
    const day = addDays(wish, d);
    const at = (day - observed.from) * 24;
    const hours = observed.wind.subarray(at + WORK.from, at + WORK.to);
    const wind = hours.reduce((a, b) => a + b, 0) / hours.length;
    const rain = observed.rain.subarray(at, at + 24).reduce((a, b) => a + b, 0);
    if (day < dayOf(year + 1, 1, 1) && wind <= facts.rules.windLimit && rain < DRY_MM) return day;
  }
  return wish;
}

type Known = Readonly<{ p10: Day; crossed: Day }>;

/** What the schools go by: the 10 % day as 1 March knows it, and the day on which the line was crossed. Null: it never was. */
function knownOf(p: Play, daily: DailyRun): Known | null {
  const { outlook } = knownOn(p, [], dayOf(p.year, 3, 1));
  const p10 = outlook?.crossed ?? outlook?.dates.p10 ?? null;
  const crossed = outlook ? crossingDay(daily, p.rule, outlook.begins) : null;
  return p10 === null || crossed === null ? null : { p10, crossed };
}

type WayScore = Readonly<{
  way: Way;
  hold: Range3;
  /** years in which it held the most */
  best: number;
  /** share of the years in which four fifths were held */
  control: number;
  visits: number;
}>;
export type Contest = Readonly<{
  /** years on file, and generated ones, that were played */
  years: readonly number[];
  generated: number;
  ways: readonly WayScore[];
}>;

/** Holds that differ by less are alike. Ours. */
const ALIKE = 0.005;

/** @param count how many years @param onStep told after each: how many of how many */
export function contestOf(
  p: Play,
  label: Label,
  ways: readonly Way[],
  count: number,
  onStep: (done: number, of: number) => void = () => {},
): Contest {
  const onFile = playable(p.observed, p.years).slice(-count);
  const lacking = count - onFile.length;
  const nth = lacking > 0 ? madeYears(p, onFile.at(-1) ?? p.year) : null;
  const made = nth ? Array.from({ length: lacking }, (_, i) => nth(i + 1)) : [];
  const plays = [...onFile.map((year) => ({ ...p, year })), ...made];
  const holds = ways.map((): number[] => []);
  plays.forEach((one, i) => {
    const { runs, daily } = seasonTruth(one);
    const known = knownOf(one, daily);
    if (known)
      ways.forEach((way, w) => {
        const share = way.how === 'at once' ? 1 : 0.5;
        const moves = daysOf(one, label, way, known).map((on): Move => ({
          on,
          productId: label.id,
          use: 'pre-emergent',
          share,
        }));
        holds[w]!.push(scoreOf(one, moves, runs).hold ?? 0);
      });
    onStep(i + 1, plays.length);
  });
  const most = holds[0]!.map((_, i) => Math.max(...holds.map((h) => h[i]!)));
  return {
    years: onFile,
    generated: plays.length - onFile.length,
    ways: ways.map((way, w) => ({
      way,
      hold: shareRangeOf(holds[w]!),
      best: holds[w]!.filter((h, i) => h >= most[i]! - ALIKE).length,
      control: holds[w]!.filter((h) => h >= CONTROL).length / Math.max(1, holds[w]!.length),
      visits: way.how === 'at once' ? 1 : 2,
    })),
  };
}
