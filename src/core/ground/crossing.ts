/**
 * When "the line is crossed": the six schools of the trade, and lines that are watched besides.
 *
 * All are common practice, no source, but for the degree days of smooth crabgrass (base 12 °C from 1 April, first
 * emergence at 42: Fidanza, Dernoeden & Zhang 1996, Crop Science 36:990; the figures recalled).
 */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { Celsius, Metres } from '@/core/units/quantity';
import { fromFahrenheit, fromInches } from '@/core/units/trade';
import { belongsFrom } from './season';
import { HAIR } from '@/core/units/tolerance';

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

/** How the fall counts as here: by days in a row, by the mean of so many days, or by the first day. */
export const FALL_SCHOOLS = ['run of days', 'mean of days', 'first day'] as const;
export type FallSchool = (typeof FALL_SCHOOLS)[number];
/**
 * When the soil has fallen through a line, and stays under it: a cool spell in August that is followed by as many days above
 * the line is no fall. `line` is that of annual bluegrass; other winter weeds have their own, by the same school and days.
 */
export type FallRule = Readonly<{ school: FallSchool; line: Celsius; days: number }>;
/** Line and days: common practice, no source. */
export const DEFAULT_FALL: FallRule = { school: 'run of days', line: fromFahrenheit(70), days: 5 };

/** The company's figures for every school, and which of them it goes by. */
export type Crossings = Readonly<{
  use: School;
  depth: Metres;
  rules: Readonly<{ [S in School]: RuleOf<S> }>;
  fall: FallRule;
}>;
/** By which rules the lines of a lawn are told: its own in spring, that which signs are learnt against, and the fall's. */
export type LineRules = Readonly<{ rule: CrossingRule; reference: CrossingRule; fall: FallRule }>;
export const lineRules = (rule: CrossingRule, fall: FallRule = DEFAULT_FALL): LineRules => ({
  rule,
  reference: rule,
  fall,
});

const DEPTH = fromInches(2);
export const DEFAULT_CROSSING: RuleOf<'run of days'> = {
  school: 'run of days',
  line: fromFahrenheit(55),
  days: 5,
  depth: DEPTH,
};

/** Day by day, a year or more: soil at the rule's depth, and the air, °C. */
export type DailyRun = Readonly<{
  from: Day;
  soil: ArrayLike<number>;
  airMean: ArrayLike<number>;
  airMax: ArrayLike<number>;
}>;

/** How far before its season a soil may have been on the other side of a line: since the autumn before, for a spring line. */
const LOOK_BACK_DAYS = 120;

/** Where in a run a season begins to count and ends, and from where it is looked whether the soil was on the other side. */
type Span = Readonly<{ look: number; count: number; end: number }>;

/**
 * The last day of the first run of `days` days on the line's far side, after a day on its near side: what is still warm
 * from autumn crosses nothing, and neither does what is never cold. Null where there is none.
 * @param over above 0 on the far side, 0 on the line itself, below it on the near side
 */
function firstRun(
  { look, count, end }: Span,
  length: number,
  days: number,
  over: (i: number) => number,
): number | null {
  let wasNear = false;
  let run = 0;
  for (let i = look; i < Math.min(length, end); i++) {
    const far = over(i);
    if (far < -HAIR) wasNear = true;
    run = i >= count && wasNear && far >= -HAIR ? run + 1 : 0;
    if (run === days) return i;
  }
  return null;
}

/**
 * The day on which a rule is first met in the season that begins on `begins`. Signs are seen, not computed: null here.
 * @param run the longer it reaches back before the season, the better it is known whether the soil was cold
 */
export function crossingDay(run: DailyRun, rule: CrossingRule, begins: Day = run.from): Day | null {
  const { from, soil, airMean, airMax } = run;
  const day = (i: number | null) => (i === null ? null : addDays(from, i));
  const span = spanFrom(from, begins);
  const rise = (of: ArrayLike<number>, days: number, line: Celsius) =>
    day(firstRun(span, of.length, days, (i) => of[i]! - line));
  switch (rule.school) {
    case 'early bird':
      return rise(soil, 1, rule.line);
    case 'run of days':
      return rise(soil, rule.days, rule.line);
    case 'five-day mean': {
      const means = Float64Array.from(soil, (t, i) =>
        i < 4 ? NaN : (t + soil[i - 1]! + soil[i - 2]! + soil[i - 3]! + soil[i - 4]!) / 5,
      );
      return rise(means, 1, rule.line);
    }
    case 'air rule of thumb':
      return rise(rule.of === 'mean' ? airMean : airMax, rule.days, rule.line);
    case 'degree days': {
      // its month's first day that is no more than six weeks before the season
      let start = dayOf(yearOf(begins), rule.fromMonth, 1);
      if (start < begins - 45) start = dayOf(yearOf(begins) + 1, rule.fromMonth, 1);
      const of = rule.of === 'soil' ? soil : airMean;
      let sum = 0;
      for (let i = Math.max(0, start - from); i < Math.min(of.length, span.end); i++) {
        sum += Math.max(0, of[i]! - rule.base);
        if (sum >= rule.sum - HAIR) return addDays(from, i);
      }
      return null;
    }
    case 'signs':
      return null;
  }
}

const spanFrom = (from: Day, begins: Day): Span => ({
  look: Math.max(0, begins - LOOK_BACK_DAYS - from),
  count: Math.max(0, begins - from),
  end: belongsFrom(addDays(begins, 365)) - from,
});

/**
 * Lines watched besides that of the barrier, all at the house depth; days in a row of those that rise, the fall's are the
 * house's. Temperatures: `weeds.json` of the project's facts (germination, from memory and practice), the first of each
 * range; nitrogen: common practice, no source.
 */
export const WATCHES = {
  knotweed: { line: fromFahrenheit(36), direction: 'rising', days: 5 },
  goosegrass: { line: fromFahrenheit(60), direction: 'rising', days: 5 },
  chamberbitter: { line: fromFahrenheit(68), direction: 'rising', days: 5 },
  nitrogen: { line: fromFahrenheit(80), direction: 'rising', days: 3 },
  autumn: { line: fromFahrenheit(70), direction: 'falling' },
  'autumn broadleaf': { line: fromFahrenheit(68), direction: 'falling' },
  'late autumn': { line: fromFahrenheit(64), direction: 'falling' },
} as const satisfies Record<
  string,
  | Readonly<{ line: Celsius; direction: 'rising'; days: number }>
  | Readonly<{ line: Celsius; direction: 'falling' }>
>;
export type WatchKey = keyof typeof WATCHES;
export const WATCH_KEYS = Object.keys(WATCHES) as WatchKey[];

/** The line of a watch: annual bluegrass goes by the house's. */
export const watchLine = (key: WatchKey, fall: FallRule): Celsius =>
  key === 'autumn' ? fall.line : WATCHES[key].line;

/** The day on which a watched line is met in the season that begins on `begins`. */
export function watchDay(
  from: Day,
  soil: ArrayLike<number>,
  key: WatchKey,
  begins: Day = from,
  fall: FallRule = DEFAULT_FALL,
): Day | null {
  const watch = WATCHES[key];
  const span = spanFrom(from, begins);
  const line = watchLine(key, fall);
  const i =
    watch.direction === 'rising'
      ? firstRun(span, soil.length, watch.days, (d) => soil[d]! - line)
      : lastFall(span, soil, line, fall);
  return i === null ? null : addDays(from, i);
}

/** A fall is decided by so many days after the warmest one: what warms after the winter is the next spring. */
const FALL_ENDS_DAYS = 200;

/**
 * The last day of the run under a line after which the soil no longer comes back above it for as long, up to the cold of
 * winter; null: it has not fallen through, or is above again as the figures end.
 */
function lastFall(
  { look, count, end }: Span,
  soil: ArrayLike<number>,
  line: Celsius,
  rule: FallRule,
): number | null {
  const wide = rule.school === 'mean of days' ? rule.days : 1;
  const days = rule.school === 'run of days' ? rule.days : 1;
  const at = (i: number) => {
    let sum = 0;
    for (let k = 0; k < wide; k++) sum += soil[i - k]!;
    return line - sum / wide;
  };
  const last = Math.min(soil.length, end, count + FALL_ENDS_DAYS);
  let crossed: number | null = null;
  let wasAbove = false;
  let under = 0;
  let above = 0;
  for (let i = Math.max(look, wide - 1); i < last; i++) {
    const far = at(i);
    if (far < -HAIR) wasAbove = true;
    under = i >= count && wasAbove && far >= -HAIR ? under + 1 : 0;
    above = far < -HAIR ? above + 1 : 0;
    if (crossed === null && under === days) crossed = i;
    if (above === Math.max(days, wide)) crossed = null;
  }
  return crossed;
}

/** The first day by which at least `share` of the members have crossed; null where fewer ever do. */
export function dayByWhich(members: readonly (Day | null)[], share: number): Day | null {
  const crossed = members.filter((d): d is Day => d !== null).sort((a, b) => a - b);
  return crossed[Math.max(1, Math.ceil(share * members.length - HAIR)) - 1] ?? null;
}

/** Days by which 10, 50, 90 % of the members have crossed; null: not within the year. */
export type Odds = Readonly<{ p10: Day | null; p50: Day | null; p90: Day | null }>;
export const oddsOf = (members: readonly (Day | null)[]): Odds => ({
  p10: dayByWhich(members, 0.1),
  p50: dayByWhich(members, 0.5),
  p90: dayByWhich(members, 0.9),
});
