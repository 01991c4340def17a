/** What a programme costs and takes: visits, money, a.i., limits, roots, groups, nitrogen, and from when seed may go down. */
import { groupBy } from '@/core/group';
import { yearOf, type Day } from '@/core/calendar/day';
import { substanceKey } from '@/core/products/substance';
import { packageCost } from '@/core/products/stock';
import { rootLoadBefore, rootLoadIn } from '@/core/records/ceiling';
import { containedIn, nitrogenIn } from '@/core/records/ledger';
import { limitsOn, usedOf } from '@/core/records/limits';
import { safeToSeed, type SeedDay } from '@/core/records/safe-to-seed';
import { plannedEntries } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import type { PlanQuestion } from './question';

export type Figures = Readonly<{
  visits: number;
  minutes: number;
  /** USD of product for the zone; null: a price is not known */
  cost: number | null;
  /** kg a.i./ha by substance */
  ingredients: readonly Readonly<{ name: string; group: number | null; ai: number }>[];
  /** of each product's year and of each of its substances', with what is on the ledger; share null: an amount cannot be told */
  limits: readonly Readonly<{ of: 'product' | 'substance'; name: string; share: number | null }>[];
  /** kg/ha of what prunes roots, counted as prodiamine, in the programme and the twelve months before it; null: not known */
  rootLoad: number | null;
  /** whether any of the programme's own products prunes roots */
  prunesRoots: boolean;
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
  const roots = [rootLoadIn(contained), rootLoadBefore(ledger, today)];
  const put = new Set(contained.map((c) => substanceKey(c.name)));
  const costs = products.map((p) => packageCost(p.label, p.rate, zone.area));
  const all = [...ledger, ...plannedEntries(applications, zone, today)];
  return {
    visits: applications.length,
    minutes: applications.length * rules.minutes,
    cost: costs.some((c) => c === null) ? null : costs.reduce<number>((sum, c) => sum + c!, 0),
    ingredients,
    limits: limitsOn(products, all, zone, []).flatMap((limit): Figures['limits'][number][] => {
      const { share } = usedOf(limit, all, today);
      if (limit.of === 'product') return [{ of: 'product', name: limit.label.name, share }];
      return limit.of === 'substance' && put.has(substanceKey(limit.name))
        ? [{ of: 'substance', name: limit.name, share }]
        : [];
    }),
    prunesRoots: roots[0] !== 0,
    rootLoad: roots.includes(null) ? null : roots.reduce<number>((sum, load) => sum + load!, 0),
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
