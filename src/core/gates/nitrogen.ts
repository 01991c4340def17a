/**
 * Latch, for granules that carry nitrogen: none for cool-season turf on soil above the
 * house's line, none on dormant warm-season turf, and
 * not above the zone's budget of the year. Budget: the turf's usual most, from memory, unless the house sets one.
 */
import { dayOf, yearOf, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { greenOn, soilOn } from '@/core/lawn/green-up';
import { TURF_FACTS, nitrogenBudget } from '@/core/lawn/turf';
import { carriesNitrogen } from '@/core/products/label';
import type { Celsius, KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { shareOf } from '@/core/products/application';
import { YEAR_DAYS, nitrogenIn } from '@/core/records/ledger';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

/** 1 lb/1,000 sq ft in one application: common practice, and the law of some states (from memory). */
const MOST_AT_ONCE = rateOf(1, 'lb/1000sqft').rate as KilogramsPerHectare;

/** Under it warm-season turf has no leaf that could take it up. Common practice, no source. */
const LEAST_GREEN = 0.5;

export const nitrogen: Gate = {
  key: 'nitrogen',
  name: 'Nitrogen',
  spans: ({ product, beside, zone, ledger, bookFrom, outlook, seen, rules }, range) => {
    const { label, rate } = product;
    if (!carriesNitrogen(label) || !label.analysis)
      return constantLane(range, open({ code: 'no-nitrogen', source: 'label' }));
    // warm-season turf grows best on the soil that burns cool-season turf
    const isCool = [zone.turf, zone.mixedWith].some((t) => t && TURF_FACTS[t].season === 'cool');
    const there = nitrogenIn(label, rate);
    const withIt = beside.map((p) => {
      const n = nitrogenIn(p.label, p.rate);
      return n === null ? null : n * shareOf(p.place, zone);
    });
    if (there === null || withIt.includes(null))
      return constantLane(range, ajar({ code: 'not-known', source: 'label', missing: 'density' }));
    const now = (there * shareOf(product.place, zone)) as KilogramsPerHectare;
    const atOnce =
      there > MOST_AT_ONCE * (1 + 1e-9)
        ? shut('latch', {
            ...{ code: 'too-much-nitrogen-at-once', source: 'house rule' },
            ...{ now: there, most: MOST_AT_ONCE },
          })
        : null;
    const budget = rules.nitrogenYear ?? nitrogenBudget(zone.turf, zone.mixedWith);
    const warm = [zone.turf, zone.mixedWith].find((t) => t && TURF_FACTS[t].season === 'warm') ?? null;
    const kept = new Map<number, Verdict>();
    const byBudget = (day: Day): Verdict => {
      const year = yearOf(day);
      let verdict = kept.get(year);
      if (verdict) return verdict;
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
      verdict =
        before + now > budget * (1 + 1e-9)
          ? shut('latch', { code: 'over-nitrogen', ...facts })
          : isUnknown
            ? ajar({ code: 'history-not-known', source: 'ledger', days: YEAR_DAYS, bookFrom })
            : open({ code: 'nitrogen-fits', ...facts });
      kept.set(year, verdict);
      return verdict;
    };
    return laneByTick<Day, Verdict>(range, (day) => {
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
    });
  },
};
