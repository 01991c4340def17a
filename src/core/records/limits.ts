/**
 * What is left of every limit of a zone: of each product's year, of each substance over all products by the strictest label
 * that holds it, and of the house's ceilings. The lawn's ledger, proposals and the interface ask here; the gates ask the
 * same sums of the ledger for one dose on one day.
 */
import type { Day } from '@/core/calendar/day';
import type { ApplicationProduct } from '@/core/products/application';
import { limitsFor, rateForTurf, type Label, type LimitPeriod } from '@/core/products/label';
import { substanceKey } from '@/core/products/substance';
import type { Turf } from '@/core/trade/terms';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateLike, type ProductRate } from '@/core/units/rate';
import { exceeds } from '@/core/units/tolerance';
import { ceilingsOn, countedIn, type Ceiling } from './ceiling';
import {
  ingredientMost,
  ofIngredient,
  ofProduct,
  periodsWith,
  sumsIn,
  type LedgerEntry,
  type Period,
  type Sums,
} from './ledger';

type Common = Readonly<{ period: LimitPeriod; amount: (e: LedgerEntry) => number | null | undefined }>;
export type ZoneLimit = Common &
  Readonly<
    | { of: 'product'; label: Label; most: ProductRate }
    | { of: 'substance'; name: string; counts: 'a.i.' | 'a.e.'; most: KilogramsPerHectare }
    /** ingredient null: all that prunes roots, as prodiamine */
    | { of: 'ceiling'; ingredient: string | null; turf: Turf; most: KilogramsPerHectare }
  >;

/** What the limit is, in kg or L/ha. */
export const mostOf = (limit: ZoneLimit): number => (limit.of === 'product' ? limit.most.rate : limit.most);

/**
 * All limits that count on a zone with these products and this ledger.
 * @param uses labels with the use that each is planned for; a label that only lies there goes by its first row
 */
export function limitsOn(
  uses: readonly Pick<ApplicationProduct, 'label' | 'use'>[],
  entries: readonly LedgerEntry[],
  zone: Parameters<typeof limitsFor>[1],
  ceilings: readonly Ceiling[],
): ZoneLimit[] {
  const labels = [...new Map(uses.map((u) => [u.label.id, u])).values()];
  const products = labels.flatMap(({ label, use }): ZoneLimit[] => {
    const { yearLimit } = limitsFor(label, zone, use);
    return yearLimit
      ? [{ of: 'product', label, most: yearLimit, period: label.period, amount: ofProduct(label.id) }]
      : [];
  });
  const substances = new Map<string, Extract<ZoneLimit, { of: 'substance' }>>();
  const add = (name: string, most: LedgerEntry['ingredients'][number]['most']) => {
    if (!most) return;
    const { rate, counts, period } = most;
    const key = [substanceKey(name), counts, period].join('|');
    const known = substances.get(key);
    if (!known || rate < known.most)
      substances.set(key, {
        of: 'substance',
        name,
        counts,
        period,
        most: rate,
        amount: ofIngredient(name, counts),
      });
  };
  for (const { label, use } of labels) {
    const ofTurf = rateForTurf(label, zone, use)?.yearLimit ?? null;
    for (const i of label.ingredients) add(i.name, ingredientMost(label, i, ofTurf));
  }
  for (const e of entries) for (const i of e.ingredients) add(i.name, i.most);
  const house = ceilingsOn(ceilings, zone).flatMap((c): ZoneLimit[] => {
    const amount = (e: LedgerEntry) => countedIn(c, e.ingredients);
    return entries.some((e) => amount(e) !== undefined)
      ? [{ of: 'ceiling', ingredient: c.ingredient, turf: c.turf, most: c.most, period: '12 months', amount }]
      : [];
  });
  return [...products, ...substances.values(), ...house];
}

/** A limit in the period that is fullest. */
export type LimitUsed = Readonly<{
  period: Period;
  /** what lies there in it, on the ground at its worst and over the zone; null: an amount cannot be told */
  sums: Sums;
  /** the larger of the two against the limit, 1: used up; null: not known */
  share: number | null;
}>;

/** Of the periods that hold today or something planned, the one that is fullest. */
export function usedOf(limit: ZoneLimit, entries: readonly LedgerEntry[], today: Day): LimitUsed {
  const counted = entries.filter((e) => limit.amount(e) !== undefined);
  const days = [today, ...counted.filter((e) => e.day >= today).map((e) => e.day)];
  const periods = days.flatMap((d) => periodsWith(limit.period, d, counted));
  const all = periods.map((period): LimitUsed => {
    const sums = sumsIn(counted, period, null, limit.amount);
    const worst = sums.worst === null || sums.zone === null ? null : Math.max(sums.worst, sums.zone);
    return { period, sums, share: worst === null ? null : worst / mostOf(limit) };
  });
  return all.reduce((a, b) => ((b.share ?? Infinity) > (a.share ?? Infinity) ? b : a));
}

/**
 * The rate that stands in a new application of a product: the highest of its row that the year still leaves; where not even
 * the row's lowest is left the highest, which its gates then refuse with what fits. Null: the label has no rate here.
 * @param entries what lies there and is planned, without the application that is asked about
 */
export function rateThatFits(
  label: Label,
  use: ApplicationProduct['use'],
  entries: readonly LedgerEntry[],
  zone: Parameters<typeof limitsFor>[1],
  today: Day,
): ProductRate | null {
  const row = rateForTurf(label, zone, use);
  const limit = limitsOn([{ label, use }], entries, zone, []).find((l) => l.of === 'product');
  const high = row?.high ?? (limit?.of === 'product' ? limit.most : null);
  if (!high || limit?.of !== 'product' || limit.most.by !== high.by) return high;
  const { share } = usedOf(limit, entries, today);
  const left = share === null ? limit.most.rate : limit.most.rate * (1 - share);
  const fits = Math.min(high.rate, left);
  return fits > 0 && !exceeds(row?.low.rate ?? 0, fits) ? rateLike(high, fits) : high;
}
