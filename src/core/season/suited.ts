/**
 * Which products suit a zone, a use and a day: each with its gates, what it would hold, its cost for the zone, its group's
 * history, and what speaks for and against it. No points: the order is said in words and is the same for all.
 *
 * Order: what may go at all before what never opens; what the customer wishes; what controls more of the targets; of pre-
 * emergents the one that holds more of their flush, put down as soon as its gates let it from that day on; of others the
 * one that may go sooner; then the one with less against it, and the cheaper one.
 */
import { packageCost } from '@/core/products/stock';
import { isOrganic } from '@/core/products/organic';
import { yearOf, type Day } from '@/core/calendar/day';
import { spanAt, type Range } from '@/core/calendar/span';
import type { GateContext, GateFacts } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import { areaOf, type Place } from '@/core/products/application';
import { windowOf, type Window } from '@/core/gates/window';
import { nextOpen } from '@/core/gates/window-lane';
import { TURF_FACTS } from '@/core/lawn/turf';
import { burnsZone, isBurner } from '@/core/products/burner';
import { factsOf } from '@/core/products/ingredient-facts';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import { seedWaitWith } from '@/core/records/safe-to-seed';
import type { ProductRate } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';
import { entryOf } from '@/core/records/ledger';
import type { WeighedRuns } from '@/core/barrier/barrier';
import { heldBy, type Held } from '@/core/barrier/held';

export type Argument =
  | Readonly<{ code: 'open-on-day' | 'ajar-on-day' | 'shut-on-day'; gates: readonly GateKey[] }>
  | Readonly<{ code: 'opens-later'; on: Day }>
  | Readonly<{ code: 'never-opens' }>
  | Readonly<{ code: 'long-residual'; months: number }>
  | Readonly<{ code: 'reaches-back' }>
  | Readonly<{ code: 'seed-safe'; waitDays: number }>
  | Readonly<{ code: 'same-group-again'; group: number; years: number }>
  | Readonly<{ code: 'other-group'; group: number; than: readonly number[] }>
  | Readonly<{ code: 'controls-target'; target: Weed }>
  | Readonly<{ code: 'only-suppresses' | 'not-for-target'; target: Weed }>
  | Readonly<{ code: 'turf-sensitive'; ingredient: string; tolerance: string }>
  | Readonly<{ code: 'organic' }>
  | Readonly<{ code: 'not-organic' }>
  | Readonly<{ code: 'granule-through-dead-leaf' }>
  | Readonly<{ code: 'fertilizer-not-combined' }>
  | Readonly<{ code: 'restricted-use' }>
  | Readonly<{ code: 'burns-turf' }>;

export type Suited = Readonly<{
  label: Label;
  use: Use;
  rate: ProductRate;
  window: Window;
  open: Range<Day> | null;
  ajar: Range<Day> | null;
  /** USD for this zone at this rate, by the cheapest package; null: no price */
  cost: number | null;
  /** sites of action of its ingredients */
  groups: readonly number[];
  /** of a pre-emergent: share of the targets' flush that it would hold; null: it cannot be foreseen */
  hold: Held | null;
  reasons: readonly Readonly<{ speaks: 'for' | 'against'; argument: Argument }>[];
}>;

type Wanted = Readonly<{
  use: Use;
  targets: readonly Weed[];
  place: Place;
  day: Day;
  range: Range<Day>;
  /** the zone's soil, for what would hold; null: no outlook */
  runs: WeighedRuns | null;
}>;

/** Products of the organisation for a use, the best first; those whose label lacks the turf or the use are left out. */
export function suitedFor(labels: readonly Label[], facts: GateFacts, wanted: Wanted): Suited[] {
  const { use, targets, day, range, place } = wanted;
  return labels
    .flatMap((label) => {
      const row = rateForTurf(label, facts.zone, use);
      if (!row || label.status === 'cancelled') return [];
      if (place.on === 'zone' && burnsZone(label, row)) return [];
      const rate = row.high;
      // each is asked about what it takes: the others found beside it are another product's
      const own = targets.filter((w) =>
        (isPreEmergent(use) ? label.before : label.after.map((a) => a.weed)).includes(w),
      );
      const context: GateContext = {
        ...facts,
        applicationId: 'advice',
        product: {
          position: 1,
          label,
          rate,
          use,
          targets: own.length ? own : targets,
          method: null,
          place,
          tank: 1,
          tie: null,
        },
        beside: [],
      };
      const window = windowOf(context, range);
      const open = nextOpen(window.all, day);
      const ajar = nextOpen(window.all, day, 'ajar');
      const suited: Suited = {
        label,
        use,
        rate,
        window,
        open,
        ajar,
        reasons: argumentsFor(context, window, { use, targets, day }, row.months),
        cost: packageCost(label, rate, areaOf(place, facts.zone)),
        groups: label.ingredients.flatMap((i) => (i.group ? [i.group] : [])),
        hold: holdOf(labels, facts, wanted, label, rate, ajar?.from ?? null),
      };
      return [{ suited, months: row.months ?? 0 }];
    })
    .sort((a, b) => compare(a.suited, b.suited) || b.months - a.months || byName(a.suited, b.suited))
    .map(({ suited }) => suited);
}

/** Put down as soon as its gates let it; null: it cannot be foreseen, or it is no barrier of the whole zone. */
function holdOf(
  labels: readonly Label[],
  facts: GateFacts,
  { use, targets, place, runs }: Wanted,
  label: Label,
  rate: ProductRate,
  on: Day | null,
): Held | null {
  if (!runs || on === null || !isPreEmergent(use) || place.on !== 'zone') return null;
  const dose = entryOf(label, rate, { id: 'asked', status: 'planned', day: on, share: 1, ground: null });
  return heldBy(dose, targets, facts, labels, runs);
}

const has = ({ reasons }: Suited, code: Argument['code']) =>
  reasons.filter((r) => r.argument.code === code).length;
const against = ({ reasons }: Suited) => reasons.filter((r) => r.speaks === 'against').length;
const byName = (a: Suited, b: Suited) => a.label.name.localeCompare(b.label.name);
/** Holds that differ by less are alike. Ours. */
const ALIKE = 0.01;

function compare(a: Suited, b: Suited): number {
  const hold = (b.hold?.byItself.p50 ?? 0) - (a.hold?.byItself.p50 ?? 0);
  return (
    Number(a.ajar === null) - Number(b.ajar === null) ||
    has(a, 'not-organic') - has(b, 'not-organic') ||
    has(b, 'controls-target') - has(a, 'controls-target') ||
    has(b, 'only-suppresses') - has(a, 'only-suppresses') ||
    (Math.abs(hold) >= ALIKE ? hold : 0) ||
    (isPreEmergent(a.use) ? 0 : (a.ajar?.from ?? 0) - (b.ajar?.from ?? 0)) ||
    against(a) - against(b) ||
    (a.cost ?? Infinity) - (b.cost ?? Infinity) ||
    0
  );
}

type Reason = Suited['reasons'][number];
const speaksFor = (argument: Argument): Reason => ({ speaks: 'for', argument });
const speaksAgainst = (argument: Argument): Reason => ({ speaks: 'against', argument });

/** Whether it may be put down on the day, and if not, when. */
function ofTheDay(window: Window, day: Day): Reason[] {
  const today = spanAt(window.all, day)?.verdict;
  if (!today) return [];
  if (today.state === 'open') return [speaksFor({ code: 'open-on-day', gates: [] })];
  if (today.state === 'ajar') return [speaksFor({ code: 'ajar-on-day', gates: today.by })];
  const later = nextOpen(window.all, day, 'ajar');
  return [
    speaksAgainst({ code: 'shut-on-day', gates: today.by }),
    speaksAgainst(later ? { code: 'opens-later', on: later.from } : { code: 'never-opens' }),
  ];
}

/** What of the barrier speaks for it: that it still takes what has sprouted, and how long it lasts. */
function ofTheBarrier(
  { product, outlook }: GateContext,
  { use, day }: Pick<Wanted, 'use' | 'day'>,
  months: number | null,
): Reason[] {
  if (!isPreEmergent(use)) return [];
  const p10 = outlook && (outlook.crossed ?? outlook.dates.p10);
  const isLate = p10 !== null && day >= p10;
  return [
    ...(product.label.reachesBack && isLate ? [speaksFor({ code: 'reaches-back' })] : []),
    ...(months !== null && months >= 4 ? [speaksFor({ code: 'long-residual', months })] : []),
  ];
}

/** The next seeding that it does not delay. */
function ofSeeding({ product, zone, ledger }: GateContext, day: Day): Reason[] {
  const what = { id: 'asked', status: 'planned', day, share: 1, ground: null } as const;
  const waitDays = seedWaitWith(ledger, [entryOf(product.label, product.rate, what)])(day);
  const next = zone.seedings.find((s) => s.on >= day);
  return next && waitDays !== null && day + waitDays <= next.on
    ? [speaksFor({ code: 'seed-safe', waitDays })]
    : [];
}

/** Sites of action that the lawn had in the years before, of products that work the same way. */
function ofResistance({ product, ledger }: GateContext, day: Day): Reason[] {
  const { label } = product;
  const yearsOf = new Map<number, Set<number>>();
  for (const e of ledger) {
    if (e.inSoil !== label.inSoil || yearOf(e.day) >= yearOf(day)) continue;
    for (const { group } of e.ingredients)
      if (group) yearsOf.set(group, (yearsOf.get(group) ?? new Set()).add(yearOf(e.day)));
  }
  return label.ingredients.flatMap(({ group }): Reason[] => {
    if (!group) return [];
    const years = yearsOf.get(group)?.size ?? 0;
    if (years > 0) return [speaksAgainst({ code: 'same-group-again', group, years })];
    return yearsOf.size ? [speaksFor({ code: 'other-group', group, than: [...yearsOf.keys()] })] : [];
  });
}

/** Whether the label controls each target, only holds it down, or does not name it. */
const ofTargets = (label: Label, { use, targets }: Pick<Wanted, 'use' | 'targets'>): Reason[] =>
  targets.map((target) => {
    const rows = label.after.filter((a) => a.weed === target);
    const takes = isPreEmergent(use) ? label.before.includes(target) : rows.length > 0;
    const isWhole = isPreEmergent(use) || rows.some((a) => a.degree !== 'suppression');
    return takes && isWhole
      ? speaksFor({ code: 'controls-target', target })
      : speaksAgainst({ code: takes ? 'only-suppresses' : 'not-for-target', target });
  });

/** What the turf, its owner and the company say to it. */
function ofTheLawn({ product: { label }, zone, rules }: GateContext): Reason[] {
  const { season } = TURF_FACTS[zone.turf];
  const feeds = label.analysis !== null && (label.analysis.n ?? 0) > 0;
  return [
    ...label.ingredients.flatMap(({ name }): Reason[] => {
      const tolerance = factsOf(name)?.turf[zone.turf];
      return tolerance && tolerance !== 'safe'
        ? [speaksAgainst({ code: 'turf-sensitive', ingredient: name, tolerance })]
        : [];
    }),
    ...(zone.organicOnly
      ? [isOrganic(label) ? speaksFor({ code: 'organic' }) : speaksAgainst({ code: 'not-organic' })]
      : []),
    ...(isGranule(label) && zone.cover === 'heavy' ? [speaksFor({ code: 'granule-through-dead-leaf' })] : []),
    ...(feeds && (!rules.combineFertilizer || season === 'warm')
      ? [speaksAgainst({ code: 'fertilizer-not-combined' })]
      : []),
    ...(label.restrictedUse ? [speaksAgainst({ code: 'restricted-use' })] : []),
    ...(isBurner(label) ? [speaksAgainst({ code: 'burns-turf' })] : []),
  ];
}

/** What speaks for it and then what against it, each in the order of the weight that it has. */
function argumentsFor(
  context: GateContext,
  window: Window,
  wanted: Pick<Wanted, 'use' | 'targets' | 'day'>,
  months: number | null,
): Suited['reasons'] {
  const reasons = [
    ...ofTheDay(window, wanted.day),
    ...ofTheBarrier(context, wanted, months),
    ...ofSeeding(context, wanted.day),
    ...ofResistance(context, wanted.day),
    ...ofTargets(context.product.label, wanted),
    ...ofTheLawn(context),
  ];
  return reasons.toSorted((a, b) => Number(a.speaks === 'against') - Number(b.speaks === 'against'));
}
