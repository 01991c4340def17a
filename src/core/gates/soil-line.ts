/**
 * Latch: a pre-emergent goes down ahead of the germination line, and not so far ahead that it wears while nothing
 * germinates. Open from the useful start (house rule: days before the outlook's 10 % date) to that date, ajar up to the
 * 50 % date, shut after it unless the product reaches back to seedlings. Later parts of a split follow the first, not
 * the soil.
 */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick, type Lane, type Range } from '@/core/calendar/span';
import { WATCHES } from '@/core/ground/crossing';
import type { Outlook } from '@/core/ground/outlook';
import { stageRank, type Stage } from '@/core/weeds/weeds';
import { isPreEmergent } from '@/core/trade/terms';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';
import { stageOn } from './growth-stage';

export const soilLine: Gate = {
  key: 'soil-line',
  name: 'Soil line',
  spans: (context, range) => {
    const { product, outlook } = context;
    if (!isPreEmergent(product.use))
      return constantLane(range, open({ code: 'not-for-this-use', source: 'plan', use: product.use }));
    if (product.use === 'autumn pre-emergent') return autumn(context, range);
    if (product.tie && product.tie.part > 1)
      return constantLane(range, open({ code: 'later-part', source: 'plan' }));
    if (!outlook)
      return constantLane(range, ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' }));
    const thisYear = verdicts(context, outlook);
    const newYear = dayOf(yearOf(outlook.today) + 1, 1, 1);
    const next = nextYear(context, outlook);
    return laneByTick(range, (day) => (day < newYear ? thisYear(day) : next(day)));
  },
};

/** Of next year only what past years say: nobody knows its weather. Beyond it nothing. */
function nextYear(context: GateContext, outlook: Outlook): (day: Day) => Verdict {
  const unknown = ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' });
  const next = outlook.nextYear && { ...outlook, crossed: null, dates: outlook.nextYear.dates };
  if (!next) return () => unknown;
  const verdict = verdicts(context, next);
  const end = dayOf(yearOf(outlook.today) + 2, 1, 1);
  return (day) => (day < end ? verdict(day) : unknown);
}

/** For winter weeds the soil falls: useful from some time before the autumn line is crossed, late after it. */
function autumn({ outlook, rules: { leadDays } }: GateContext, range: Range<Day>): Lane<Day, Verdict> {
  const unknown = ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' });
  if (!outlook) return constantLane(range, unknown);
  const newYear = dayOf(yearOf(outlook.today) + 1, 1, 1);
  const thisYear = autumnOf(outlook.watches.autumn, leadDays) ?? (() => unknown);
  const next =
    (outlook.nextYear && autumnOf({ crossed: null, dates: outlook.nextYear.autumn }, leadDays)) ??
    (() => unknown);
  return laneByTick<Day, Verdict>(range, (day) => (day < newYear ? thisYear(day) : next(day)));
}

function autumnOf(watch: Outlook['watches']['autumn'], leadDays: number): ((day: Day) => Verdict) | null {
  const rule = WATCHES.autumn;
  const p10 = watch.crossed ?? watch.dates.p10;
  if (p10 === null) return null;
  const p50 = watch.crossed ?? watch.dates.p50;
  const start = addDays(p10, -leadDays);
  const facts = { line: rule.line, p10, p50 } as const;
  const early = shut('latch', {
    code: 'before-autumn',
    source: 'house rule',
    opens: start,
    leadDays,
    ...facts,
  });
  const ahead = open({ code: 'ahead-of-autumn', source: 'outlook', ...facts });
  const maybe = ajar({ code: 'autumn-may-be-here', source: 'outlook', ...facts });
  const late = shut('latch', { code: 'autumn-is-here', source: 'outlook', ...facts });
  return (day) => (day < start ? early : day < p10 ? ahead : p50 === null || day < p50 ? maybe : late);
}

function verdicts(context: GateContext, outlook: Outlook): (day: Day) => Verdict {
  const { leadDays } = context.rules;
  const { label } = context.product;
  const where = { rule: outlook.rule } as const;
  // of next year's days by next year's line
  const past = label.reachesBack ? pastReach({ ...context, outlook }) : null;
  /** After the line: ajar while a product that reaches back still takes what is up. */
  const late = (reason: Verdict['reason']): ((day: Day) => Verdict) => {
    const tooLate = shut('latch', reason);
    if (!past) return () => tooLate;
    const still = ajar(reason);
    return (day) => past(day) ?? still;
  };

  if (outlook.crossed !== null) {
    const on = outlook.crossed;
    const start = addDays(on, -leadDays);
    const early = shut('latch', {
      code: 'before-useful-start',
      source: 'house rule',
      opens: start,
      p10: on,
      leadDays,
      ...where,
    });
    const ahead = open({ code: 'ahead-of-line', source: 'outlook', p10: on, p50: on, ...where });
    const crossed = late({
      code: 'line-crossed',
      source: 'outlook',
      on,
      reachesBack: label.reachesBack,
      ...where,
    });
    return (day) => (day < start ? early : day < on ? ahead : crossed(day));
  }
  const { p10, p50 } = outlook.dates;
  if (p10 === null) {
    // under it all year, or above it all year: either way nobody knows when this weed comes up
    const never = ajar({ code: 'line-not-crossed-this-year', source: 'outlook', ...where });
    return () => never;
  }
  const start = addDays(p10, -leadDays);
  const early = shut('latch', {
    code: 'before-useful-start',
    source: 'house rule',
    opens: start,
    p10,
    leadDays,
    ...where,
  });
  const ahead = open({ code: 'ahead-of-line', source: 'outlook', p10, p50, ...where });
  const maybe = ajar({ code: 'line-may-be-crossed', source: 'outlook', p10, p50, ...where });
  const likely = late({ code: 'line-likely-crossed', source: 'outlook', p10, p50, ...where });
  return (day) => (day < start ? early : day < p10 ? ahead : p50 === null || day < p50 ? maybe : likely(day));
}

/** Small enough for any product that reaches back, where the sheet names no stage for the weed. */
const REACHES_TO: Stage = 'seedling';

/** Where a target, seen or expected, has grown past what a product that reaches back takes; null: it has not. */
function pastReach(context: GateContext): (day: Day) => Verdict | null {
  const { label, targets } = context.product;
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
          ...{ code: 'past-stage', source: now.seen === null ? 'outlook' : 'seen' },
          ...{ target, stage: now.stage, upTo, seen: now.seen },
        });
      made.set(key, verdict);
      return verdict;
    }
    return null;
  };
}
