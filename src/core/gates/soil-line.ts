/**
 * Latch: a pre-emergent goes down ahead of the germination line of what it is for, and not so far ahead that it wears
 * while nothing germinates. Each target has its own line, direction and season; without a target it is the house's.
 *
 * Of one line: open from the useful start (house rule: days before the 10 % date, of the warmest strip where there is
 * one) to that date, ajar up to the 50 % date, shut after it unless the product reaches back to seedlings and what is up
 * is still small enough. A falling line that is likely behind a day stays ajar up to its 90 % date while the soil is back
 * above it, and all winter where that is mild. Several targets: the earliest opens it; once that one is late and another is not, ajar. Later
 * parts of a split follow the one before them, not the soil, unless that lies too far back.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { WATCHES, watchLine, type CrossingRule, type Odds } from '@/core/ground/crossing';
import { lineOf, type Outlook, type Season } from '@/core/ground/outlook';
import { belongsFrom } from '@/core/ground/season';
import { soilOn } from '@/core/lawn/green-up';
import { germinationLine, type LineKey } from '@/core/weeds/germination';
import { stageRank, type Stage, type Weed } from '@/core/weeds/weeds';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import { celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';
import { stageOn } from './growth-stage';
import { emergenceOf } from '@/core/weeds/emergence';

export const soilLine: Gate = {
  key: 'soil-line',
  name: gateName('soil-line'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => {
    const { product } = context;
    if (!isPreEmergent(product.use))
      return constantLane(range, open({ code: 'not-for-this-use', source: 'plan', use: product.use }));
    const follows = followsTo(product);
    const later = open({ code: 'later-part', source: 'plan' });
    if (follows >= range.to) return constantLane(range, later);
    const bySoil = linesVerdict(context);
    return laneByTick<Day, Verdict>(range, (day) => (day <= follows ? later : bySoil(day)));
  },
};

/** A later part belongs to the one before it for so many days: a spring and a fall share do, another year's do not. Ours. */
const FOLLOWS_DAYS = 240;
/** The last day on which a part follows the one before it, and not the soil; −∞: it is a first part. */
function followsTo({ tie }: GateContext['product']): number {
  if (!tie || tie.part <= 1) return -Infinity;
  return tie.previous ? tie.previous.day + FOLLOWS_DAYS : Infinity;
}

/** What the lines of a product's targets say together, by day. */
function linesVerdict(context: GateContext): (day: Day) => Verdict {
  const { product, outlook } = context;
  const always = (verdict: Verdict) => () => verdict;
  if (!outlook) return always(ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' }));
  const asked = linesAsked(product);
  if (!asked.length)
    return always(ajar({ code: 'no-line-of-its-own', source: 'plan', targets: product.targets }));
  const at = asked.map((a) => lineAt({ ...context, outlook }, a));
  return (day) => together(at.map((of) => of(day)));
}

type Asked = Readonly<{ key: LineKey; targets: readonly Weed[] }>;

/** The lines that a product's targets go by; of a product without one the usual line of its use. */
function linesAsked({ targets, use }: Readonly<{ targets: readonly Weed[]; use: Use }>): readonly Asked[] {
  if (!targets.length) return [{ key: use === 'autumn pre-emergent' ? 'autumn' : 'house', targets }];
  const by = new Map<LineKey, Weed[]>();
  for (const target of targets) {
    const key = germinationLine(target);
    if (key) by.set(key, [...(by.get(key) ?? []), target]);
  }
  return [...by].map(([key, targets]) => ({ key, targets }));
}

/**
 * The line that a pre-emergent goes by: 1 in 10 and even odds, or the day on which it was crossed; of several lines the
 * first, in the season of the day that is planned. Null: it goes by none, or nobody knows it.
 */
export function lineDates(
  { product, outlook }: GateContext,
  planned: Day,
): Readonly<{ p10: Day; p50: Day | null }> | null {
  if (!outlook || !isPreEmergent(product.use) || planned <= followsTo(product)) return null;
  const seasons = linesAsked(product).flatMap(({ key }) => {
    const line = lineOf(outlook, key);
    if (!line) return [];
    const { crossed, dates } = planned < belongsFrom(line.next.begins) ? line : line.next;
    const p10 = crossed ?? dates.p10;
    return p10 === null ? [] : [{ p10, p50: crossed ?? dates.p50 }];
  });
  return seasons.toSorted((a, b) => a.p10 - b.p10)[0] ?? null;
}

/** The day of that line by even odds. */
export function lineDay(context: GateContext, planned: Day): Day | null {
  return lineDates(context, planned)?.p50 ?? null;
}

/** Where one line stands on a day, for the targets that go by it. */
type Standing = Readonly<{
  phase: 'unknown' | 'early' | 'ahead' | 'maybe' | 'late';
  /** days that a line which is late has been crossed, by even odds */
  since: number;
  p10: Day | null;
  targets: readonly Weed[];
  verdict: Verdict;
}>;

/** A line that was crossed so many days ago is last season's: it says nothing about the one that is meant. */
const LONG_AGO_DAYS = 120;

function together(all: readonly Standing[]): Verdict {
  const near = all.filter((s) => s.phase !== 'early' && (s.phase !== 'late' || s.since <= LONG_AGO_DAYS));
  if (!near.length) return first(all).verdict;
  const late = near.filter((s) => s.phase === 'late');
  const held = near.filter((s) => s.phase === 'ahead' || s.phase === 'maybe');
  if (!held.length) return mildest(near);
  if (late.length)
    return ajar({
      code: 'some-targets-late',
      source: 'outlook',
      late: late.flatMap((s) => s.targets),
      ahead: held.flatMap((s) => s.targets),
    });
  const { verdict } = first(held);
  const last = held.reduce((a, b) => ((b.p10 ?? 0) > (a.p10 ?? 0) ? b : a));
  // what comes up later meets a barrier that has worn
  if (verdict.reason.code !== 'ahead-of-line' || last === first(held) || !last.targets.length) return verdict;
  return { ...verdict, reason: { ...verdict.reason, last: last.targets[0]!, lastP10: last.p10 } };
}

const first = (all: readonly Standing[]): Standing =>
  all.reduce((a, b) => ((b.p10 ?? Infinity) < (a.p10 ?? Infinity) ? b : a));
const mildest = (all: readonly Standing[]): Verdict =>
  all.map((s) => s.verdict).reduce((a, b) => (worseVerdict(a, b) === b ? a : b));

type WithOutlook = GateContext & Readonly<{ outlook: Outlook }>;

/** One line through its two seasons; beyond them nothing is known. */
function lineAt(context: WithOutlook, { key, targets }: Asked): (day: Day) => Standing {
  const unknown = ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' });
  const nothing: Standing = { phase: 'unknown', since: 0, p10: null, targets, verdict: unknown };
  const line = lineOf(context.outlook, key);
  if (!line) return () => nothing;
  const strip = context.outlook.strip && lineOf(context.outlook.strip, key);
  const now = seasonAt(context, key, targets, line, strip?.dates.p10 ?? null);
  const next = seasonAt(context, key, targets, line.next, strip?.next.dates.p10 ?? null);
  const lead = line.next.dates.p10 === null ? Infinity : line.next.dates.p10 - context.rules.leadDays;
  const turns = Math.min(belongsFrom(line.next.begins), lead);
  const ends = belongsFrom(addDays(line.next.begins, 365));
  return (day) => (day < turns ? now(day) : day < ends ? next(day) : nothing);
}

function seasonAt(
  context: WithOutlook,
  key: LineKey,
  targets: readonly Weed[],
  { crossed, dates: { p10, p50, p90 } }: Season,
  stripP10: Day | null,
): (day: Day) => Standing {
  const { leadDays } = context.rules;
  const says = wordsOf(context, key);
  const standing = (phase: Standing['phase'], verdict: Verdict, since = 0): Standing => ({
    phase,
    verdict,
    since,
    p10,
    targets,
  });
  if (p10 === null) {
    // under it all season, or above it all season: either way nobody knows when this weed comes up
    const never = standing('unknown', ajar(says.never()));
    return () => never;
  }
  const strip = stripP10 !== null && stripP10 < p10 ? stripP10 : null;
  const start = addDays(strip ?? p10, -leadDays);
  const early = standing('early', shut('latch', says.early(start, strip ?? p10, p50, leadDays)));
  const ahead = standing('ahead', open(says.ahead(p10, p50, strip)));
  const maybe = standing('maybe', ajar(says.maybe(p10, p50)));
  const isSure = crossed !== null && p90 !== null && p90 <= context.outlook.today;
  const why = isSure ? says.crossed(crossed, p10, p50) : says.likely(p10, p50);
  const past = context.product.label.reachesBack ? pastReach(context, targets) : null;
  const tooLate = shut('latch', why);
  const still = ajar(why);
  const goesOn = fallGoesOn(context, key, { p10, p50, p90 });
  return (day) => {
    if (day < start) return early;
    if (day < p10) return ahead;
    if (p50 === null || day < p50) return maybe;
    const on = goesOn(day);
    if (on) return standing('maybe', on);
    return standing('late', past ? (past(day) ?? still) : tooLate, day - p50);
  };
}

/** A winter whose soil never gets colder than this lets winter weeds come up all through it. Common practice, no source. */
const MILD = celsius(fromFahrenheit(50));

/**
 * Where a fall is likely behind a day and not over for all that: the soil is back above its line, or the winter here is so
 * mild that weeds come up until spring. Null: neither, or it is no falling line.
 */
function fallGoesOn(
  context: WithOutlook,
  key: LineKey,
  { p10, p50, p90 }: Odds,
): (day: Day) => Verdict | null {
  if (key === 'house' || WATCHES[key].direction === 'rising' || p10 === null) return () => null;
  const { outlook, rules } = context;
  const line = watchLine(key, outlook.fall);
  const facts = { source: 'outlook', line, p10, p50, habit: rules.fallHabit } as const;
  const coldest = Math.min(...outlook.band.p50);
  const mild =
    outlook.band.p50.length > HALF_A_YEAR && coldest >= MILD
      ? ajar({ code: 'fall-stays-mild', ...facts, coldest: celsius(Math.round(coldest * 10) / 10) })
      : null;
  return (day) => {
    const soil = soilOn(outlook, day);
    if (soil === null || soil <= line) return mild;
    // above it again after its 90 % date is the next spring
    return p90 === null || day < p90
      ? ajar({ code: 'fall-came-back', ...facts, p90, soil: celsius(Math.round(soil * 10) / 10) })
      : null;
  };
}
/** So many days of an outlook hold a winter. */
const HALF_A_YEAR = 183;

/** What is said of a line: the house's rule, one that is watched, or one through which the soil falls. */
function wordsOf(context: WithOutlook, key: LineKey) {
  const { reachesBack } = context.product.label;
  const watch = key === 'house' ? null : WATCHES[key];
  if (key !== 'house' && watch?.direction === 'falling') {
    const line = watchLine(key, context.outlook.fall);
    const habit = context.rules.fallHabit;
    const at = (p10: Day, p50: Day | null) => ({ line, p10, p50, habit }) as const;
    const late = (p10: Day, p50: Day | null) =>
      ({ code: 'autumn-is-here', source: 'outlook', ...at(p10, p50) }) as const;
    return {
      never: () => ({ code: 'fall-not-crossed', source: 'outlook', line, habit }) as const,
      early: (opens: Day, p10: Day, p50: Day | null, leadDays: number) =>
        ({ code: 'before-autumn', source: 'house rule', opens, leadDays, ...at(p10, p50) }) as const,
      ahead: (p10: Day, p50: Day | null) =>
        ({ code: 'ahead-of-autumn', source: 'outlook', ...at(p10, p50) }) as const,
      maybe: (p10: Day, p50: Day | null) =>
        ({ code: 'autumn-may-be-here', source: 'outlook', ...at(p10, p50) }) as const,
      likely: late,
      crossed: (_: Day, p10: Day, p50: Day | null) => late(p10, p50),
    };
  }
  const rule: CrossingRule =
    watch?.direction === 'rising'
      ? { school: 'run of days', line: watch.line, days: watch.days, depth: context.outlook.depth }
      : context.outlook.rule;
  return {
    never: () => ({ code: 'line-not-crossed-this-year', source: 'outlook', rule }) as const,
    early: (opens: Day, p10: Day, _: Day | null, leadDays: number) =>
      ({ code: 'before-useful-start', source: 'house rule', opens, p10, leadDays, rule }) as const,
    ahead: (p10: Day, p50: Day | null, strip: Day | null) =>
      ({
        code: 'ahead-of-line',
        source: 'outlook',
        p10,
        p50,
        rule,
        strip,
        last: null,
        lastP10: null,
      }) as const,
    maybe: (p10: Day, p50: Day | null) =>
      ({ code: 'line-may-be-crossed', source: 'outlook', p10, p50, rule }) as const,
    likely: (p10: Day, p50: Day | null) =>
      ({ code: 'line-likely-crossed', source: 'outlook', p10, p50, rule }) as const,
    crossed: (on: Day) => ({ code: 'line-crossed', source: 'outlook', on, reachesBack, rule }) as const,
  };
}

/** Small enough for any product that reaches back, where the sheet names no stage for the weed. */
const REACHES_TO: Stage = 'seedling';

/** Where a target, seen or expected, has grown past what a product that reaches back takes; null: it has not. */
function pastReach(context: GateContext, targets: readonly Weed[]): (day: Day) => Verdict | null {
  const { label, use } = context.product;
  // none is named: of what the label stops those that come up in the season of the use
  const direction = use === 'autumn pre-emergent' ? 'falling' : 'rising';
  const inSeason = label.before.filter((w) => emergenceOf(w)?.direction === direction);
  const asked = (targets.length ? targets : inSeason).map((target) => ({
    target,
    at: stageOn(context, target),
    upTo: label.after.find((a) => a.weed === target)?.upTo ?? REACHES_TO,
  }));
  const made = new Map<string, Verdict>();
  return (day) => {
    for (const { target, at, upTo } of asked) {
      const now = at(day);
      if (!now || stageRank(now.stage) <= stageRank(upTo)) continue;
      const key = `${target}|${now.stage}|${now.seen ?? ''}`;
      const verdict =
        made.get(key) ??
        shut('latch', {
          code: 'past-stage',
          source: now.seen === null ? 'outlook' : 'seen',
          target,
          stage: now.stage,
          upTo,
          seen: now.seen,
        });
      made.set(key, verdict);
      return verdict;
    }
    return null;
  };
}
