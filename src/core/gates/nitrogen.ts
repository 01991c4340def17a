/**
 * Bolt, where local law says so: no fertilizer in its closed season, no phosphorus but on new turf or by a soil test.
 * Latch, for what carries nitrogen: none for cool-season turf on soil above the house's line, none on dormant warm-season
 * turf, not too much at once, and not above the zone's budget of the year. Budget: the turf's usual most, from memory,
 * unless the house sets one.
 */
import { gateName } from './gate-names';
import { dayOf, stretchEnd, yearOf, type Day } from '@/core/calendar/day';
import { laneByTick } from '@/core/calendar/span';
import { greenOn, soilOn } from '@/core/lawn/green-up';
import { TURF_FACTS, nitrogenBudget } from '@/core/lawn/turf';
import { carriesNitrogen } from '@/core/products/label';
import type { Celsius, KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { groundOf, shareOf, sharesGround } from '@/core/products/application';
import { YEAR_DAYS, nitrogenIn } from '@/core/records/ledger';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';
import { exceeds } from '@/core/units/tolerance';

/** 1 lb/1,000 sq ft in one application: common practice, and the law of some states (from memory). */
const MOST_AT_ONCE = rateOf(1, 'lb/1000sqft').rate as KilogramsPerHectare;

/** Under it warm-season turf has no leaf that could take it up. Common practice, no source. */
const LEAST_GREEN = 0.5;

/** A soil test counts for so long: common practice, no source. */
const SOIL_TEST_DAYS = 3 * YEAR_DAYS;
/** New turf is fed phosphorus from so long before it is sown to so long after: common practice, no source. */
const NEW_TURF_DAYS = 60;

export const nitrogen: Gate = {
  key: 'nitrogen',
  name: gateName('nitrogen'),
  asks: 'everything',
  isWeather: false,
  spans: (context, range) => {
    const byLaw = lawFor(context);
    const byHouse = nitrogenFor(context);
    return laneByTick<Day, Verdict>(range, (day) => byLaw(day) ?? byHouse(day));
  },
};

/** What local law forbids; null: nothing of it. */
function lawFor({ product, zone, seen, rules }: GateContext): (day: Day) => Verdict | null {
  const { analysis } = product.label;
  const ban = analysis && analysis.n + analysis.p > 0 ? rules.fertilizerBan : null;
  const isAsked = rules.phosphorusByTest && (analysis?.p ?? 0) > 0;
  const sown = [...zone.seedings.map((s) => s.on), ...(seen.seededOn === null ? [] : [seen.seededOn])];
  const test = seen.phosphorus;
  const unwanted = shut('bolt', {
    code: 'phosphorus-not-wanted',
    source: 'local code',
    tested: test?.on ?? null,
  });
  const kept = new Map<Day, Verdict>();
  return (day) => {
    const until = ban && stretchEnd(day, ban.from, ban.to);
    if (until !== null) {
      if (!kept.has(until))
        kept.set(until, shut('bolt', { code: 'fertilizer-banned', source: 'local code', until }));
      return kept.get(until)!;
    }
    const isWanted = test?.isWanted && test.on <= day && day - test.on <= SOIL_TEST_DAYS;
    const isNewTurf = sown.some((on) => Math.abs(day - on) <= NEW_TURF_DAYS);
    return isAsked && !isWanted && !isNewTurf ? unwanted : null;
  };
}

function nitrogenFor(context: GateContext): (day: Day) => Verdict {
  const { product, beside, zone, outlook, seen, rules } = context;
  const { label, rate } = product;
  if (!carriesNitrogen(label) || !label.analysis) {
    const none = open({ code: 'no-nitrogen', source: 'label' });
    return () => none;
  }
  // warm-season turf grows best on the soil that burns cool-season turf
  const isCool = [zone.turf, zone.mixedWith].some((t) => t && TURF_FACTS[t].season === 'cool');
  const there = nitrogenIn(label, rate);
  const withIt = beside.map((p) => {
    const n = nitrogenIn(p.label, p.rate);
    return n === null ? null : n * shareOf(p.place, zone);
  });
  if (there === null || withIt.includes(null)) {
    const unknown = ajar({ code: 'not-known', source: 'label', missing: 'density' });
    return () => unknown;
  }
  const now = (there * shareOf(product.place, zone)) as KilogramsPerHectare;
  // of one visit the turf takes all at once, whichever bag it comes from
  const onGround = beside
    .filter((p) => sharesGround(groundOf(p.place), groundOf(product.place)))
    .reduce<number>((sum, p) => sum + (nitrogenIn(p.label, p.rate) ?? 0), there) as KilogramsPerHectare;
  const atOnce = exceeds(onGround, MOST_AT_ONCE)
    ? shut('latch', {
        code: 'too-much-nitrogen-at-once',
        source: 'house rule',
        now: onGround,
        most: MOST_AT_ONCE,
      })
    : null;
  const byBudget = budgetOf(context, now, withIt);
  const warm = [zone.turf, zone.mixedWith].find((t) => t && TURF_FACTS[t].season === 'warm') ?? null;
  return (day) => {
    const soil = outlook && soilOn(outlook, day);
    if (soil === null) return ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' });
    if (isCool && soil > rules.nitrogenSoil)
      return shut('latch', {
        code: 'soil-too-warm-for-nitrogen',
        source: 'house rule',
        soil: soil as Celsius,
        limit: rules.nitrogenSoil,
      });
    const green = warm && greenOn(warm, outlook, seen.green, day);
    if (warm && green !== null && green < LEAST_GREEN)
      return shut('latch', {
        code: 'dormant-wants-no-nitrogen',
        source: 'outlook',
        turf: warm,
        green: Math.round(green * 20) / 20,
      });
    return atOnce ?? byBudget(day);
  };
}

/**
 * Whether it fits what the year still leaves.
 * @param now what it brings to the whole zone
 * @param withIt what the others of the visit bring
 */
function budgetOf(
  { zone, ledger, bookFrom, rules }: GateContext,
  now: KilogramsPerHectare,
  withIt: readonly (number | null)[],
): (day: Day) => Verdict {
  const budget = rules.nitrogenYear ?? nitrogenBudget(zone.turf, zone.mixedWith);
  const verdictOf = (year: number): Verdict => {
    const entries = ledger.filter((e) => yearOf(e.day) === year);
    // nobody knows what an earlier feeding brought: not nothing
    const isUnknown =
      entries.some((e) => e.nitrogen === null) || bookFrom === null || bookFrom > dayOf(year, 1, 1);
    const before =
      entries.reduce((sum, e) => sum + (e.nitrogen ?? 0) * e.share, 0) +
      withIt.reduce<number>((sum, n) => sum + (n ?? 0), 0);
    const facts = {
      source: rules.nitrogenYear === null ? 'lawn sheet' : 'house rule',
      total: (before + now) as KilogramsPerHectare,
      now,
      budget,
    } as const;
    if (exceeds(before + now, budget)) return shut('latch', { code: 'over-nitrogen', ...facts });
    return isUnknown
      ? ajar({ code: 'history-not-known', source: 'ledger', days: YEAR_DAYS, bookFrom })
      : open({ code: 'nitrogen-fits', ...facts });
  };
  const kept = new Map<number, Verdict>();
  return (day) => {
    const year = yearOf(day);
    const verdict = kept.get(year) ?? verdictOf(year);
    kept.set(year, verdict);
    return verdict;
  };
}
