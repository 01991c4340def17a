/**
 * When "the line is crossed": the six schools of the trade, and lines that are watched besides.
 *
 * All are common practice, no source, but for the degree days of smooth crabgrass (base 12 °C from 1 April, first
 * emergence at 42: Fidanza, Dernoeden & Zhang 1996, Crop Science 36:990; the figures recalled).
 */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { Celsius, Metres } from '@/core/units/quantity';
import { fromFahrenheit, fromInches } from '@/core/units/trade';

export const SCHOOLS = [
  'run of days',
  'early bird',
  'five-day mean',
  'air rule of thumb',
  'signs',
  'degree days',
] as const;
export type School = (typeof SCHOOLS)[number];

/** What people see in spring: dated, and learnt against the soil over the years. */
export const SIGNS = [
  'early yellow shrub in bloom',
  'lilac opening',
  'first green shoots of warm-season turf',
  'first crabgrass seedling',
] as const;
export type Sign = (typeof SIGNS)[number];

export type CrossingRule =
  /** the daily mean stands at or above the line once */
  | Readonly<{ school: 'early bird'; line: Celsius; depth: Metres }>
  /** on so many days in a row; the line is crossed on the last of them */
  | Readonly<{ school: 'run of days'; line: Celsius; days: number; depth: Metres }>
  /** the mean of five days stands at or above it; crossed on the fifth */
  | Readonly<{ school: 'five-day mean'; line: Celsius; depth: Metres }>
  /** for those with no probe */
  | Readonly<{ school: 'air rule of thumb'; line: Celsius; days: number; of: 'mean' | 'maximum' }>
  | Readonly<{ school: 'signs'; sign: Sign }>
  /** the sum over `base` since the first day of `fromMonth` reaches `sum` (K·day) */
  | Readonly<{
      school: 'degree days';
      base: Celsius;
      sum: number;
      fromMonth: number;
      of: 'soil' | 'air';
      depth: Metres;
    }>;
export type RuleOf<S extends School> = Extract<CrossingRule, { school: S }>;

/** The company's figures for every school, and which of them it goes by. */
export type Crossings = Readonly<{
  use: School;
  depth: Metres;
  rules: Readonly<{ [S in School]: RuleOf<S> }>;
}>;

const DEPTH = fromInches(2);
export const DEFAULT_CROSSING: RuleOf<'run of days'> = {
  school: 'run of days',
  line: fromFahrenheit(55),
  days: 5,
  depth: DEPTH,
};
export const DEFAULT_CROSSINGS: Crossings = {
  use: 'run of days',
  depth: DEPTH,
  rules: {
    'run of days': DEFAULT_CROSSING,
    'early bird': { school: 'early bird', line: fromFahrenheit(50), depth: DEPTH },
    'five-day mean': { school: 'five-day mean', line: fromFahrenheit(55), depth: DEPTH },
    'air rule of thumb': { school: 'air rule of thumb', line: fromFahrenheit(55), days: 3, of: 'mean' },
    signs: { school: 'signs', sign: 'early yellow shrub in bloom' },
    'degree days': {
      school: 'degree days',
      base: 12 as Celsius,
      sum: 42,
      fromMonth: 4,
      of: 'soil',
      depth: DEPTH,
    },
  },
};

/** A year day by day from 1 January: soil at the rule's depth, and the air, °C. */
export type DailyRun = Readonly<{
  from: Day;
  soil: ArrayLike<number>;
  airMean: ArrayLike<number>;
  airMax: ArrayLike<number>;
}>;

/** A line typed in °F is no round number in °C: a billionth of a degree is not "below". */
const HAIR = 1e-9;

/** The last day of the first run of `days` days on which `holds`; null where there is none. */
function firstRun(length: number, days: number, holds: (i: number) => boolean): number | null {
  let run = 0;
  for (let i = 0; i < length; i++) {
    run = holds(i) ? run + 1 : 0;
    if (run === days) return i;
  }
  return null;
}

/**
 * The last day of the first run of `days` days at or above a line, after a day below it: what is still warm from autumn
 * crosses nothing, and neither does what is never cold. Null where there is none.
 */
function firstRise(length: number, days: number, at: (i: number) => number, line: Celsius): number | null {
  let wasBelow = false;
  return firstRun(length, days, (i) => {
    const t = at(i);
    if (t < line - HAIR) wasBelow = true;
    return wasBelow && t >= line - HAIR;
  });
}

/** The day on which a rule is first met. Signs are seen, not computed: null for them here. */
export function crossingDay({ from, soil, airMean, airMax }: DailyRun, rule: CrossingRule): Day | null {
  const day = (i: number | null) => (i === null ? null : addDays(from, i));
  switch (rule.school) {
    case 'early bird':
      return day(firstRise(soil.length, 1, (i) => soil[i]!, rule.line));
    case 'run of days':
      return day(firstRise(soil.length, rule.days, (i) => soil[i]!, rule.line));
    case 'five-day mean': {
      const mean = (i: number) => (soil[i]! + soil[i - 1]! + soil[i - 2]! + soil[i - 3]! + soil[i - 4]!) / 5;
      return day(firstRise(soil.length, 1, (i) => (i < 4 ? NaN : mean(i)), rule.line));
    }
    case 'air rule of thumb': {
      const air = rule.of === 'mean' ? airMean : airMax;
      return day(firstRise(air.length, rule.days, (i) => air[i]!, rule.line));
    }
    case 'degree days': {
      const start = dayOf(yearOf(from), rule.fromMonth, 1) - from;
      const of = rule.of === 'soil' ? soil : airMean;
      let sum = 0;
      for (let i = Math.max(0, start); i < of.length; i++) {
        sum += Math.max(0, of[i]! - rule.base);
        if (sum >= rule.sum - HAIR) return addDays(from, i);
      }
      return null;
    }
    case 'signs':
      return null;
  }
}

/** Lines watched besides that of the barrier, all at the house depth, on three days in a row. Common practice, no source. */
export const WATCHES = {
  goosegrass: { line: fromFahrenheit(60), direction: 'rising', days: 3 },
  nitrogen: { line: fromFahrenheit(80), direction: 'rising', days: 3 },
  autumn: { line: fromFahrenheit(70), direction: 'falling', days: 3 },
} as const satisfies Record<
  string,
  Readonly<{ line: Celsius; direction: 'rising' | 'falling'; days: number }>
>;
export type WatchKey = keyof typeof WATCHES;

/**
 * The day on which a watched line is met. A falling line counts from 1 July on and only in a year that has stood above
 * it: a soil that never warmed to 70 °F does not fall through it.
 */
export function watchDay(from: Day, soil: ArrayLike<number>, key: WatchKey): Day | null {
  const { line, direction, days } = WATCHES[key];
  const july = dayOf(yearOf(from), 7, 1) - from;
  let wasAbove = false;
  const i =
    direction === 'rising'
      ? firstRise(soil.length, days, (d) => soil[d]!, line)
      : firstRun(soil.length, days, (d) => {
          if (soil[d]! > line) wasAbove = true;
          return d >= july && wasAbove && soil[d]! <= line + HAIR;
        });
  return i === null ? null : addDays(from, i);
}

/** The first day by which at least `share` of the members have crossed; null where fewer ever do. */
export function dayByWhich(members: readonly (Day | null)[], share: number): Day | null {
  const crossed = members.filter((d): d is Day => d !== null).sort((a, b) => a - b);
  return crossed[Math.max(1, Math.ceil(share * members.length - 1e-9)) - 1] ?? null;
}

/** Days by which 10, 50, 90 % of the members have crossed; null: not within the year. */
export type Odds = Readonly<{ p10: Day | null; p50: Day | null; p90: Day | null }>;
export const oddsOf = (members: readonly (Day | null)[]): Odds => ({
  p10: dayByWhich(members, 0.1),
  p50: dayByWhich(members, 0.5),
  p90: dayByWhich(members, 0.9),
});
