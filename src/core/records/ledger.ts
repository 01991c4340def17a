/**
 * The ledger: what a zone has received and is planned to receive, by whomever, by product and by active ingredient,
 * against the labels' limits.
 *
 * A limit per area holds on the ground that is treated: doses on the same spots add up at their full rate (*worst
 * ground*), and the zone as a whole is a sum of its own, in which a dose counts by its share of the zone. Both must keep
 * the limit. A limit over 12 months holds for every 12 months that contain the day, also those that end in planned work;
 * a year of the calendar holds its days.
 *
 * What is not known is not zero: an amount that cannot be told makes a sum unknown (null), and what lies before the day
 * from which the book is whole (`bookFrom`) is unknown altogether.
 */
import { addDays, dayOf, inYear, yearOf, type Day } from '@/core/calendar/day';
import { groundKey, sharesGround } from '@/core/products/application';
import {
  setsNone,
  type Ingredient,
  type Label,
  type LimitPeriod,
  type SeedingWait,
} from '@/core/products/label';
import { ingredientRate, isHerbicide } from '@/core/products/content';
import { substanceKey } from '@/core/products/substance';
import { nitrogenRate } from '@/core/units/by-label';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';

/** An ingredient as it lies on the ground; null: it cannot be told. */
export type Contained = Readonly<{
  name: string;
  /** site of action group; null: not said */
  group: number | null;
  ai: KilogramsPerHectare | null;
  ae: KilogramsPerHectare | null;
  /** what its own label sets as the most over all products, and how it counts; null: it sets none */
  most: Readonly<{ rate: KilogramsPerHectare; counts: 'a.i.' | 'a.e.'; period: LimitPeriod }> | null;
}>;

/** Something put down, or planned to be, on one zone. Rates are those on the ground that was treated. */
export type LedgerEntry = Readonly<{
  /** the record's, the planned product's or the earlier work's id */
  id: string;
  day: Day;
  /** 'before': from before the book, by us, another company or the customer */
  status: 'done' | 'planned' | 'before';
  /** null: not a product of ours, or not known which */
  productId: string | null;
  name: string;
  rate: ProductRate | null;
  ingredients: readonly Contained[];
  /** kg N/ha; null: it cannot be told */
  nitrogen: KilogramsPerHectare | null;
  /** works in the soil; null: not known */
  inSoil: boolean | null;
  /** the label's own re-application interval; null: none known */
  intervalDays: number | null;
  /** how long its label keeps seed out, by rate; 'none': not at all; null: it does not say; or there is no label of ours */
  seedWait: SeedingWait | 'none' | 'no sheet' | null;
  /** share of the zone that was treated, 0 to 1 */
  share: number;
  /** the ground's name; null: the whole zone */
  ground: string | null;
}>;

type Dose = Readonly<{ share: number; ground: string | null }>;

/**
 * An entry of a product, from its label as it was on that day.
 * @param at with what the label sets for its turf and use: days between, and the most of the product in its period
 */
export function entryOf(
  label: Label,
  rate: ProductRate,
  at: Readonly<{
    id: string;
    day: Day;
    status: LedgerEntry['status'];
    intervalDays?: number;
    most?: ProductRate | null;
  }> &
    Dose,
): LedgerEntry {
  return {
    id: at.id,
    day: at.day,
    status: at.status,
    share: at.share,
    ground: at.ground === null ? null : groundKey(at.ground),
    productId: label.id,
    name: label.name,
    rate,
    inSoil: label.inSoil,
    ingredients: containedIn(label, rate, at.most ?? null),
    nitrogen: nitrogenIn(label, rate),
    intervalDays: at.intervalDays ?? label.minimumIntervalDays,
    seedWait: seedWaitOf(label),
  };
}

/** What keeps seed out by a label's own steps. Feed and lime whose label says nothing of seed keep none out. */
const seedWaitOf = (label: Label): LedgerEntry['seedWait'] =>
  label.seedingWait.length
    ? label.seedingWait
    : setsNone(label, 'seedingWait') || !isHerbicide(label)
      ? 'none'
      : null;

/**
 * What of each ingredient is in a dose.
 * @param most of the product in its period by the row of its turf; null: the row sets none. An ingredient that has a limit
 *   over all products has it by the stricter of the two
 */
export const containedIn = (label: Label, rate: ProductRate, most: ProductRate | null = null): Contained[] =>
  label.ingredients.map((i) => ({
    name: i.name,
    group: i.group,
    ai: ingredientRate(rate, { ...i, counts: 'a.i.' }, label.density),
    ae: ingredientRate(rate, { ...i, counts: 'a.e.' }, label.density),
    most: ingredientMost(label, i, most),
  }));

/** Most of an ingredient over all products in the label's period: its own limit, or less where the row of a turf has less. */
export function ingredientMost(
  label: Label,
  ingredient: Ingredient,
  most: ProductRate | null,
): Contained['most'] {
  const { yearLimit, counts } = ingredient;
  if (yearLimit === null) return null;
  const byRow = most && ingredientRate(most, ingredient, label.density);
  return {
    rate: Math.min(yearLimit, byRow ?? Infinity) as KilogramsPerHectare,
    counts,
    period: label.period,
  };
}

/** kg N/ha of a product at a rate; 0 for one without nitrogen; null for a liquid whose density is not known. */
export const nitrogenIn = (label: Label, rate: ProductRate): KilogramsPerHectare | null =>
  label.analysis === null ? (0 as KilogramsPerHectare) : nitrogenRate(rate, label.analysis.n, label.density);

/** One stretch over which a limit is counted. Both days belong to it. */
export type Period = Readonly<{ from: Day; to: Day }>;
const isIn = (day: Day, { from, to }: Period) => day >= from && day <= to;
/** The 12 months that end with a day: that day and the 364 or 365 before it. */
const yearEnding = (to: Day): Period => ({ from: addDays(inYear(to, yearOf(to) - 1), 1), to });

/**
 * The periods in which a limit could be crossed by a dose on `day`: its year of the calendar; or the 12 months that end
 * with it, and those that contain it and end with a later entry.
 */
export function periodsWith(period: LimitPeriod, day: Day, entries: readonly LedgerEntry[]): Period[] {
  if (period === 'calendar year') {
    const year = yearOf(day);
    return [{ from: dayOf(year, 1, 1), to: dayOf(year, 12, 31) }];
  }
  const later = entries.filter((e) => e.day > day).map((e) => yearEnding(e.day));
  return [yearEnding(day), ...later.filter((p) => day >= p.from)];
}

/** How far back a yearly limit looks, and the twelve months that are asked of a zone's history. */
export const YEAR_DAYS = 365;

/** Days from which on another verdict of a limit may hold: where entries, and the years they close, come and go. */
export function limitBreaks(
  period: LimitPeriod,
  entries: readonly LedgerEntry[],
  from: Day,
  to: Day,
  bookFrom: Day | null = null,
): Day[] {
  if (period === 'calendar year') {
    const out = entries.map((e) => e.day);
    for (let y = yearOf(from); y <= yearOf(to); y++) out.push(dayOf(y, 1, 1));
    return out;
  }
  const aroundYearAfter = (day: Day) => {
    const leaves = inYear(day, yearOf(day) + 1);
    return [addDays(leaves, -1), leaves, addDays(leaves, 1)];
  };
  return [
    ...entries.flatMap(({ day }) => [day, addDays(day, 1), ...aroundYearAfter(day), yearEnding(day).from]),
    ...(bookFrom === null ? [] : aroundYearAfter(bookFrom)),
  ];
}

/** A sum over a period; null where an amount cannot be told. */
export type Sums = Readonly<{
  /** over the zone's area */
  zone: number | null;
  /** on the ground that the asked dose is put on, at its worst */
  worst: number | null;
  entries: readonly LedgerEntry[];
}>;

/** Adds up what lies on the ground of a dose (`on`) in a period. `amount` gives an entry's figure; undefined: it is not counted. */
export function sumsIn(
  entries: readonly LedgerEntry[],
  period: Period,
  on: string | null,
  amount: (e: LedgerEntry) => number | null | undefined,
): Sums {
  let zone: number | null = 0;
  let whole = 0;
  let isKnown = true;
  const grounds = new Map<string, number>();
  const counted: LedgerEntry[] = [];
  for (const e of entries) {
    if (!isIn(e.day, period)) continue;
    const value = amount(e);
    if (value === undefined) continue;
    counted.push(e);
    if (value === null) {
      isKnown = false;
      continue;
    }
    zone += value * e.share;
    if (e.ground === null) whole += value;
    else if (sharesGround(e.ground, on)) grounds.set(e.ground, (grounds.get(e.ground) ?? 0) + value);
  }
  const worst = whole + Math.max(0, ...grounds.values());
  return { zone: isKnown ? zone : null, worst: isKnown ? worst : null, entries: counted };
}

/** Product of one kind, kg/ha or L/ha. */
export const ofProduct =
  (productId: string) =>
  (e: LedgerEntry): number | null | undefined =>
    e.productId === productId ? (e.rate?.rate ?? null) : undefined;

/** One a.i. over all products that hold it, as the asking label counts it. */
export const ofIngredient =
  (name: string, counts: 'a.i.' | 'a.e.') =>
  (e: LedgerEntry): number | null | undefined => {
    const key = substanceKey(name);
    const part = e.ingredients.find((i) => substanceKey(i.name) === key);
    return part && (counts === 'a.e.' ? part.ae : part.ai);
  };

/** Whether the book is whole over a period: what lies before `bookFrom` nobody has written down. */
export const isBookWhole = (bookFrom: Day | null, { from }: Period): boolean =>
  bookFrom !== null && bookFrom <= from;
