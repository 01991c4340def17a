/**
 * The ledger: what a zone has received, by product and by active ingredient, against the label's limits.
 *
 * Totals are rates (amount on the area of the zone), so that zones and limits compare; spots count by their share of it.
 * A period of 12 months that ends with a day holds that day and the 364 or 365 before it; a calendar year holds the days
 * of that year.
 */
import { addDays, inYear, yearOf, type Day } from '@/core/calendar/day';
import { ingredientRate, type Label, type LimitPeriod } from '@/core/products/label';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';

/** Something put down, or planned to be, on one zone. */
export type LedgerEntry = Readonly<{
  /** the record's or the planned application's id */
  id: string;
  day: Day;
  label: Label;
  rate: ProductRate;
  done: boolean;
  /** share of the zone that was treated, 0 to 1: less than 1 for spots */
  share: number;
}>;

export const isInPeriod = (day: Day, period: LimitPeriod, ending: Day): boolean =>
  period === 'calendar year'
    ? yearOf(day) === yearOf(ending)
    : day <= ending && day >= addDays(inYear(ending, yearOf(ending) - 1), 1);

export type Total<T> = Readonly<{ total: T; entries: readonly LedgerEntry[] }>;

/** Sum of one product's rates over the period that holds `day` (calendar year) or ends with it (12 months). */
export function productTotal(entries: readonly LedgerEntry[], label: Label, day: Day): Total<number> {
  const counted = entries.filter((e) => e.label.id === label.id && isInPeriod(e.day, label.period, day));
  return { total: counted.reduce((sum, e) => sum + e.rate.rate * e.share, 0), entries: counted };
}

/** Sum of one a.i. over all products that hold it. An entry whose a.i. cannot be told makes the total unknown: null. */
export function ingredientTotal(
  entries: readonly LedgerEntry[],
  ingredient: string,
  period: LimitPeriod,
  day: Day,
): Total<KilogramsPerHectare | null> {
  let total: number | null = 0;
  const counted: LedgerEntry[] = [];
  for (const e of entries) {
    const part = e.label.ingredients.find((i) => i.name === ingredient);
    if (!part || !isInPeriod(e.day, period, day)) continue;
    counted.push(e);
    const kg = ingredientRate(e.rate, part, e.label.density);
    total = total === null || kg === null ? null : total + kg * e.share;
  }
  return { total: total as KilogramsPerHectare | null, entries: counted };
}
