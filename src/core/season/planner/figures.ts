/** What a programme costs and takes: visits, money, a.i., limits, roots, groups, nitrogen, and from when seed may go down. */
import { groupBy } from '@/core/group';
import { yearOf, type Day } from '@/core/calendar/day';
import { rootEquivalent } from '@/core/products/ingredient-facts';
import { substanceKey } from '@/core/products/substance';
import { packageCost } from '@/core/products/stock';
import { containedIn, nitrogenIn, type Contained } from '@/core/records/ledger';
import { limitsOn, usedOf } from '@/core/records/limits';
import { safeToSeed, type SeedDay } from '@/core/records/safe-to-seed';
import { plannedEntries, type PlannedApplication } from '@/core/season/programme';
import type { PlanQuestion } from './question';

export type Figures = Readonly<{
  visits: number;
  minutes: number;
  /** USD of product for the zone; null: a price is not known */
  cost: number | null;
  /** kg a.i./ha by substance */
  ingredients: readonly Readonly<{ name: string; group: number | null; ai: number }>[];
  /** of each label's year, with what is on the ledger; share null: an amount cannot be told */
  limits: readonly Readonly<{ product: string; share: number | null }>[];
  /** kg/ha of what prunes roots, counted as prodiamine, in the programme and the twelve months before it */
  rootLoad: number;
  /** groups of the programme that were put down in earlier years too, and in how many years running with this one */
  again: readonly Readonly<{ group: number; years: number }>[];
  /** kg N/ha */
  nitrogen: number;
  /** the first day for seed by the labels, with what lies there and all of this */
  seedFrom: SeedDay;
}>;

/** @param facts with what is kept of the programme on the ledger */
export function figuresOf(
  applications: readonly PlannedApplication[],
  { rules }: PlanQuestion,
  { zone, ledger, today }: PlanQuestion['facts'],
): Figures {
  const products = applications.flatMap((a) => a.products.map((p) => ({ ...p, day: a.plannedOn })));
  const contained = products.flatMap((p) => containedIn(p.label, p.rate).map((c) => ({ ...c, day: p.day })));
  const ingredients = [...groupBy(contained, (c) => substanceKey(c.name)).values()].map((of) => {
    const { name, group } = of[0]!;
    return { name, group, ai: of.reduce((sum, c) => sum + (c.ai ?? 0), 0) };
  });
  const onRoots = (of: readonly Pick<Contained, 'name' | 'group' | 'ai'>[]) =>
    of.reduce((sum, i) => sum + (i.ai ?? 0) * (rootEquivalent(i.name, i.group) ?? 1), 0);
  const had = ledger
    .filter((e) => e.day > today - 365 && e.day <= today)
    .reduce((sum, e) => sum + onRoots(e.ingredients) * e.share, 0);
  const costs = products.map((p) => packageCost(p.label, p.rate, zone.area));
  const all = [...ledger, ...plannedEntries(applications, zone, today)];
  return {
    visits: applications.length,
    minutes: applications.length * rules.minutes,
    cost: costs.some((c) => c === null) ? null : costs.reduce<number>((sum, c) => sum + c!, 0),
    ingredients,
    limits: limitsOn(products, all, zone, []).flatMap((limit) =>
      limit.of === 'product' ? [{ product: limit.label.name, share: usedOf(limit, all, today).share }] : [],
    ),
    rootLoad: onRoots(contained) + had,
    again: yearsRunning(
      products.flatMap((p) => p.label.ingredients.flatMap((i) => i.group ?? [])),
      ledger,
      today,
    ),
    nitrogen: products.reduce((sum, p) => sum + (nitrogenIn(p.label, p.rate) ?? 0), 0),
    seedFrom: safeToSeed(all, today).withPlan,
  };
}

/** Of each group: this year and the years before it without a gap. */
function yearsRunning(
  groups: readonly number[],
  ledger: PlanQuestion['facts']['ledger'],
  today: Day,
): Figures['again'] {
  return [...new Set(groups)].flatMap((group) => {
    let years = 1;
    const had = (back: number) =>
      ledger.some(
        (e) =>
          yearOf(e.day) === yearOf(today) - back &&
          e.inSoil !== false &&
          e.ingredients.some((i) => i.group === group),
      );
    while (had(years)) years++;
    return years > 1 ? [{ group, years }] : [];
  });
}
