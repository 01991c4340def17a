/** The kinds of programme that are compared, each as the shapes that its doses may have. */
import { addDays, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import { HAIR, exceeds } from '@/core/units/tolerance';
import { SAME_GROUP_DAYS, type Option } from './options';
import type { Shape, Slot } from './search';

export const PROGRAMME_KINDS = [
  'once',
  'in two',
  'in three',
  'reach-back',
  'another group',
  'two together',
  'one after another',
  'spring and autumn',
  'no pre-emergent',
  'as planned',
] as const;
export type ProgrammeKind = (typeof PROGRAMME_KINDS)[number];

/** Shares of a total in two parts: the schools of the trade. */
const IN_TWO = [
  [1 / 2, 1 / 2],
  [2 / 3, 1 / 3],
  [3 / 4, 1 / 4],
] as const;
/** A second product not sooner than this after the first, and not later: ours. */
const ANOTHER = { leastDays: 14, mostDays: 210 };
/** Rates that are tried between the ends, as shares of the highest. */
const RATES = [1, 0.75, 0.5];

const slot = (option: Option, rate: number, over: Partial<Slot> = {}): Slot => ({
  option,
  rate,
  after: null,
  isLaterPart: false,
  within: null,
  ...over,
});

/** What of product is worth trying beside the most that fits: less of it, the steps of its wait before seeding, and where roots or limits begin to cost. */
const stepsOf = (o: Option): number[] => [
  ...o.label.seedingWait.flatMap((w) => (w.upTo.by === o.high.by ? [w.upTo.rate] : [])),
  ...o.costlyFrom,
];

/** Rates worth trying at once. */
function ratesOf(o: Option): number[] {
  const fits = Math.min(o.high.rate, Math.max(...o.room));
  const all = [...RATES.map((r) => r * fits), o.low.rate, ...stepsOf(o)];
  return distinct(all.filter((r) => !exceeds(o.low.rate, r) && !exceeds(r, fits)));
}

/** Of a pair: the rest is found by moving the rates of the best. */
const fewRatesOf = (o: Option): number[] => {
  const all = ratesOf(o);
  const [most, least] = [Math.max(...all), Math.min(...all)];
  return distinct([most, ...o.costlyFrom.filter((r) => r < most && r > least), (most + least) / 2, least]);
};

/** Totals of several parts worth trying: above the last step of its wait the label does not say how long it keeps seed out. */
function totalsOf(o: Option, parts: number): number[] {
  const fits = Math.min(parts * o.high.rate, Math.max(...o.room));
  const all = [fits, o.high.rate, parts * o.low.rate, (fits * 3) / 4, ...stepsOf(o)];
  return distinct(all.filter((t) => !exceeds(t, fits) && !exceeds(parts * o.low.rate, t)));
}

const isOnLabel = (o: Option, rate: number) => !exceeds(rate, o.high.rate) && !exceeds(o.low.rate, rate);

export const once = (options: readonly Option[], within: Range<Day> | null = null): Shape[] =>
  options.flatMap((o) => ratesOf(o).map((rate) => [slot(o, rate, { within })]));

/** One product in parts, as far apart as the house has it and the label allows. */
export const inParts = (options: readonly Option[], count: 2 | 3): Shape[] =>
  options.flatMap((o) =>
    // tender turf takes one dose a season of what prunes its roots
    (o.isOneASeason ? [] : totalsOf(o, count)).flatMap((total) =>
      (count === 2 ? IN_TWO : [[1 / 3, 1 / 3, 1 / 3]]).flatMap((shares): Shape[] => {
        const rates = shares.map((s) => s * total);
        if (!rates.every((r) => isOnLabel(o, r))) return [];
        const gap = {
          leastDays: Math.max(o.spacing.leastDays, o.intervalDays),
          mostDays: Math.max(o.spacing.mostDays, o.intervalDays),
        };
        return [
          rates.map((rate, i) => slot(o, rate, i ? { after: { slot: i - 1, gap }, isLaterPart: true } : {})),
        ];
      }),
    ),
  );

const groupsOf = (o: Option) => new Set(o.parts.map((p) => p.group ?? p.name));
const sharesGroup = (a: Option, b: Option) => [...groupsOf(a)].some((g) => groupsOf(b).has(g));

/** Two products of different groups on one day, or any two one after the other. */
export const ofTwo = (options: readonly Option[], how: 'together' | 'after'): Shape[] =>
  options.flatMap((a) =>
    options.flatMap((b): Shape[] => {
      if (a.label.id === b.label.id || (how === 'together' && (sharesGroup(a, b) || a.index > b.index)))
        return [];
      if (a.isOneASeason && b.isOneASeason) return [];
      const gap =
        how === 'together'
          ? { leastDays: 0, mostDays: 0 }
          : sharesGroup(a, b)
            ? { ...ANOTHER, leastDays: SAME_GROUP_DAYS }
            : ANOTHER;
      return fewRatesOf(a).flatMap((first) =>
        fewRatesOf(b).map((second) => [slot(a, first), slot(b, second, { after: { slot: 0, gap } })]),
      );
    }),
  );

/** One product's year in a spring and an autumn share, each on its own line. */
export const springAndAutumn = (spring: readonly Option[], autumn: readonly Option[]): Shape[] =>
  spring.flatMap((a) =>
    autumn
      .filter((b) => b.label.id === a.label.id)
      .flatMap((b) =>
        (a.isOneASeason ? [] : [1 / 2, 2 / 3]).flatMap((share): Shape[] => {
          const total = Math.min(2 * a.high.rate, Math.max(...a.room));
          const rates = [share * total, (1 - share) * total] as const;
          if (!isOnLabel(a, rates[0]) || !isOnLabel(b, rates[1])) return [];
          return [[slot(a, rates[0]), slot(b, rates[1])]];
        }),
      ),
  );

/** An autumn barrier behind what is found for spring, whose days stay. */
export const thenInAutumn = (
  found: Readonly<{ shape: Shape; days: readonly Day[] }>,
  autumn: readonly Option[],
): Shape[] =>
  once(
    // tender turf takes one dose of it a year
    autumn.filter((o) => !o.isOneASeason || !found.shape.some((s) => s.option.isOneASeason)),
  ).map((shape) => [
    ...found.shape.map((s, i) => ({
      ...s,
      within: { from: found.days[i]!, to: addDays(found.days[i]!, 1) },
    })),
    ...shape,
  ]);

const distinct = (list: readonly number[]): number[] =>
  list.filter((r, i) => r > 0 && list.findIndex((x) => Math.abs(x - r) <= HAIR * r) === i);
