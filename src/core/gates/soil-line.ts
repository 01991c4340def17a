/**
 * Latch: a pre-emergent goes down ahead of the germination line of what it is for, and not so far ahead that it wears
 * while nothing germinates. Each target has its own line, direction and season; without a target it is the house's.
 *
 * Of one line: open from the useful start (house rule: days before the 10 % date, of the warmest strip where there is
 * one) to that date, ajar up to the 50 % date, shut after it unless the product reaches back to seedlings and what is up
 * is still small enough. Several targets: the earliest opens it; once that one is late and another is not, ajar. Later
 * parts of a split follow the first, not the soil.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { WATCHES, type CrossingRule } from '@/core/ground/crossing';
import { lineOf, type Outlook, type Season } from '@/core/ground/outlook';
import { belongsFrom } from '@/core/ground/season';
import { germinationLine, type LineKey } from '@/core/weeds/germination';
import { stageRank, type Stage, type Weed } from '@/core/weeds/weeds';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';
import { stageOn } from './growth-stage';

export const soilLine: Gate = {
  key: 'soil-line',
  name: 'Soil line',
  spans: (context, range) => {
    const { product, outlook } = context;
    if (!isPreEmergent(product.use))
      return constantLane(range, open({ code: 'not-for-this-use', source: 'plan', use: product.use }));
    if (product.tie && product.tie.part > 1)
      return constantLane(range, open({ code: 'later-part', source: 'plan' }));
    if (!outlook)
      return constantLane(range, ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' }));
    const asked = linesAsked(product);
    if (!asked.length)
      return constantLane(
        range,
        ajar({ code: 'no-line-of-its-own', source: 'plan', targets: product.targets }),
      );
    const at = asked.map((a) => lineAt({ ...context, outlook }, a));
    return laneByTick<Day, Verdict>(range, (day) => together(at.map((of) => of(day))));
  },
};

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
 * The day of the line that a pre-emergent goes by, by even odds or crossed: of several the first, in the season of the day
 * that is planned. Null: it goes by none, or nobody knows it.
 */
export function lineDay({ product, outlook }: GateContext, planned: Day): Day | null {
  if (!outlook || !isPreEmergent(product.use) || (product.tie && product.tie.part > 1)) return null;
  const days = linesAsked(product).flatMap(({ key }) => {
    const line = lineOf(outlook, key);
    if (!line) return [];
    const { crossed, dates } = planned < belongsFrom(line.next.begins) ? line : line.next;
    return crossed ?? dates.p50 ?? [];
  });
  return days.length ? (Math.min(...days) as Day) : null;
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
  return (day) => {
    if (day < start) return early;
    if (day < p10) return ahead;
    if (p50 === null || day < p50) return maybe;
    return standing('late', past ? (past(day) ?? still) : tooLate, day - p50);
  };
}

/** What is said of a line: the house's rule, one that is watched, or one through which the soil falls. */
function wordsOf(context: WithOutlook, key: LineKey) {
  const { reachesBack } = context.product.label;
  if (key !== 'house' && WATCHES[key].direction === 'falling') {
    const { line } = WATCHES[key];
    const at = (p10: Day, p50: Day | null) => ({ line, p10, p50 }) as const;
    const late = (p10: Day, p50: Day | null) =>
      ({ code: 'autumn-is-here', source: 'outlook', ...at(p10, p50) }) as const;
    return {
      never: () => ({ code: 'not-known', source: 'outlook', missing: 'outlook' }) as const,
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
    key === 'house'
      ? context.outlook.rule
      : {
          school: 'run of days',
          line: WATCHES[key].line,
          days: WATCHES[key].days,
          depth: context.outlook.depth,
        };
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
  const { label } = context.product;
  const asked = (targets.length ? targets : label.before).map((target) => ({
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
