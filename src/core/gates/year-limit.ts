/**
 * Bolt: with this application the label's total for the year is kept, by product and by each a.i. over all products, and
 * so are the totals that other labels set for the same a.i.; on the ground that is treated and over the zone. What was
 * put down, what is planned before and after, and what goes down beside it count. The year is the calendar's, or any 12
 * months that contain the day, as the label says. Where the book does not reach back so far, what fits is not known: ajar.
 */
import { gateName } from './gate-names';
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByBreaks } from '@/core/calendar/span';
import { groundOf, shareOf } from '@/core/products/application';
import { limitsFor, rateForTurf, setsNone, type Label, type LimitPeriod } from '@/core/products/label';
import { ingredientRate } from '@/core/products/content';
import { openQuestion, substanceKey } from '@/core/products/substance';
import {
  containedIn,
  entryOf,
  ingredientMost,
  isBookWhole,
  limitBreaks,
  ofIngredient,
  ofProduct,
  periodsWith,
  sumsIn,
  YEAR_DAYS,
  type LedgerEntry,
  type Period,
  type Sums,
} from '@/core/records/ledger';
import { exceeds } from '@/core/units/tolerance';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateLike } from '@/core/units/rate';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';

export const yearLimit: Gate = {
  key: 'year-limit',
  name: gateName('year-limit'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => {
    const { ledger, bookFrom, product } = context;
    const unsettled = product.label.ingredients.find((i) => openQuestion(i) !== null);
    if (unsettled)
      return constantLane(
        range,
        shut('bolt', {
          code: 'substance-not-known',
          source: 'label',
          ingredient: unsettled.name,
          like: openQuestion(unsettled)!.map((s) => s.name),
        }),
      );
    const limits = [...ownLimits(context), ...othersLimits(context)];
    const periods = new Set([product.label.period, ...limits.map((l) => l.period)]);
    const breaks = [...periods].flatMap((p) => limitBreaks(p, ledger, range.from, range.to, bookFrom));
    return laneByBreaks(range, breaks, (day) => verdictOn(context, limits, day));
  },
};

/** What goes down with the product on the same day, as the ledger would hold it. */
const besideOn = ({ beside, zone }: GateContext, day: Day): LedgerEntry[] =>
  beside.map((p) =>
    entryOf(p.label, p.rate, {
      id: `beside-${p.position}`,
      day,
      status: 'planned',
      share: shareOf(p.place, zone),
      ground: groundOf(p.place),
      most: rateForTurf(p.label, zone, p.use)?.yearLimit ?? null,
    }),
  );

type Limit = Readonly<{
  ingredient: Label['ingredients'][number];
  rate: KilogramsPerHectare;
  counts: 'a.i.' | 'a.e.';
  period: LimitPeriod;
  /** whose label sets it, and the days of what it was set for: null, the day that is asked. Null: the asked label's own */
  setBy: Readonly<{ name: string; days: readonly (Day | null)[] }> | null;
}>;

/** The label's own limits of what is in it; a row that sets its own most of the product means so much of each. */
function ownLimits({ product: { label, use }, zone }: GateContext): Limit[] {
  const ofTurf = rateForTurf(label, zone, use)?.yearLimit ?? null;
  return label.ingredients.flatMap((ingredient): Limit[] => {
    const most = ingredientMost(label, ingredient, ofTurf);
    return most ? [{ ingredient, ...most, setBy: null }] : [];
  });
}

/**
 * Limits of the same ingredients that other labels set, of what is down, planned or goes down beside it: they hold for all
 * products, in every period in which that product is put down.
 */
function othersLimits({ product: { label }, ledger, beside, zone }: GateContext): Limit[] {
  const others = [
    ...ledger.map((e) => ({ id: e.productId, name: e.name, day: e.day, contained: e.ingredients })),
    ...beside.map((p) => ({
      id: p.label.id,
      name: p.label.name,
      day: null,
      contained: containedIn(p.label, p.rate, rateForTurf(p.label, zone, p.use)?.yearLimit ?? null),
    })),
  ].filter((o) => o.id !== label.id);
  const limits = new Map<string, Limit>();
  for (const ingredient of label.ingredients)
    for (const { name, day, contained } of others)
      for (const { name: substance, most } of contained)
        if (most && substanceKey(substance) === substanceKey(ingredient.name)) {
          const key = [substanceKey(substance), name, most.rate, most.counts, most.period].join('|');
          const days = [...(limits.get(key)?.setBy?.days ?? []), day];
          limits.set(key, { ingredient, ...most, setBy: { name, days } });
        }
  return [...limits.values()];
}

type Worst = Readonly<{ sums: Sums; period: Period; total: number; zoneTotal: number; fits: number }>;

function verdictOn(context: GateContext, limits: readonly Limit[], day: Day): Verdict {
  const { product, zone, ledger, bookFrom } = context;
  const { label, rate, use, place } = product;
  const share = shareOf(place, zone);
  const all = [...ledger, ...besideOn(context, day)];

  /** The period in which the least is left for this dose; null: a sum cannot be told. */
  const worstOf = (
    amount: (e: LedgerEntry) => number | null | undefined,
    now: number,
    limit: number,
    periods: readonly Period[],
  ): Worst | null => {
    let worst: Worst | null = null;
    for (const period of periods) {
      const sums = sumsIn(all, period, groundOf(place), amount);
      if (sums.worst === null || sums.zone === null) return null;
      const fits = Math.min(limit - sums.worst, (limit - sums.zone) / share);
      if (!worst || fits < worst.fits)
        worst = { sums, period, total: sums.worst + now, zoneTotal: sums.zone + now * share, fits };
    }
    return worst;
  };
  const facts = ({ sums, total, zoneTotal }: Worst) => ({
    total,
    zoneTotal,
    isSpot: groundOf(place) !== null,
    earlier: sums.entries.filter((e) => e.day <= day && !e.id.startsWith('beside-')).map((e) => e.day),
    later: sums.entries.filter((e) => e.day > day).map((e) => e.day),
    beside: sums.entries.filter((e) => e.id.startsWith('beside-')).map((e) => e.name),
  });

  for (const { ingredient, rate: limit, counts, period, setBy } of limits) {
    const { name } = ingredient;
    const periods = periodsWith(period, day, ledger).filter(
      ({ from, to }) => !setBy || setBy.days.some((d) => (d ?? day) >= from && (d ?? day) <= to),
    );
    if (!periods.length) continue;
    const now = ingredientRate(rate, { ...ingredient, counts }, label.density);
    const worst = now === null ? null : worstOf(ofIngredient(name, counts), now, limit, periods);
    if (now === null || worst === null) return notTold(context);
    if (exceeds(now, worst.fits))
      return shut('bolt', {
        code: 'over-ingredient-limit',
        source: 'label',
        ingredient: name,
        counts,
        limit,
        unit: label.rateUnit,
        period,
        setBy: setBy?.name ?? null,
        ...facts(worst),
        total: worst.total as KilogramsPerHectare,
        zoneTotal: worst.zoneTotal as KilogramsPerHectare,
        fits: rateLike(rate, (rate.rate * Math.max(0, worst.fits)) / now),
      });
  }
  const { yearLimit: limit } = limitsFor(label, zone, use);
  if (limit === null)
    return setsNone(label, 'yearLimit')
      ? open({ code: 'no-year-limit', source: 'label' })
      : shut('bolt', { code: 'not-known', source: 'label', missing: 'year-limit' });
  const periods = periodsWith(label.period, day, ledger);
  const worst = worstOf(ofProduct(label.id), rate.rate, limit.rate, periods);
  if (!worst) return notTold(context);
  const over = rate.by !== limit.by || exceeds(rate.rate, worst.fits);
  if (!over && periods.some((p) => !isBookWhole(bookFrom, p)))
    return ajar({ code: 'history-not-known', source: 'ledger', days: YEAR_DAYS, bookFrom });
  const figures = {
    limit,
    unit: label.rateUnit,
    period: label.period,
    ...facts(worst),
    total: rateLike(limit, worst.total),
    zoneTotal: rateLike(limit, worst.zoneTotal),
    fits: rateLike(limit, Math.max(0, worst.fits)),
  };
  return over
    ? shut('bolt', { code: 'over-year-limit', source: 'label', ...figures })
    : open({ code: 'within-year-limit', source: 'label', ...figures });
}

/** A sum that cannot be told: shut by a label's own fault; where only what came before the book is unclear, ajar. */
function notTold({ product, beside, ledger, bookFrom }: GateContext): Verdict {
  const isUnclear = (e: LedgerEntry) => e.rate === null || e.ingredients.some((i) => i.ai === null);
  const labels = [product, ...beside].flatMap(({ label, rate }) => containedIn(label, rate));
  const isByLabel =
    labels.some((i) => i.ai === null) || ledger.some((e) => e.status !== 'before' && isUnclear(e));
  return isByLabel
    ? shut('bolt', { code: 'not-known', source: 'label', missing: 'ingredient-content' })
    : ajar({ code: 'history-not-known', source: 'ledger', days: YEAR_DAYS, bookFrom });
}
