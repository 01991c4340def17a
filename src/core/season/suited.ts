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
import type { GateContext, GateKey, GateFacts } from '@/core/gates/gate';
import { areaOf, type Place } from '@/core/products/application';
import { nextOpen, windowOf, type Window } from '@/core/gates/window';
import { TURF_FACTS } from '@/core/lawn/turf';
import { burnsZone, isBurner } from '@/core/products/burner';
import { factsOf } from '@/core/products/ingredient-facts';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import { seedWaitWith } from '@/core/records/safe-to-seed';
import { type ProductRate } from '@/core/units/rate';
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

function argumentsFor(
  context: GateContext,
  window: Window,
  { use, targets, day }: Pick<Wanted, 'use' | 'targets' | 'day'>,
  months: number | null,
): Suited['reasons'] {
  const { product, zone, ledger, outlook, rules } = context;
  const { label, rate } = product;
  const out: Suited['reasons'][number][] = [];
  const say = (speaks: 'for' | 'against', argument: Argument) => out.push({ speaks, argument });

  const today = spanAt(window.all, day)?.verdict;
  if (today?.state === 'open') say('for', { code: 'open-on-day', gates: [] });
  else if (today?.state === 'ajar') say('for', { code: 'ajar-on-day', gates: today.by });
  else if (today) {
    say('against', { code: 'shut-on-day', gates: today.by });
    const later = nextOpen(window.all, day, 'ajar');
    say('against', later ? { code: 'opens-later', on: later.from } : { code: 'never-opens' });
  }

  const p10 = outlook && (outlook.crossed ?? outlook.dates.p10);
  const isLate = p10 !== null && day >= p10;
  if (isPreEmergent(use)) {
    if (label.reachesBack && isLate) say('for', { code: 'reaches-back' });
    if (months !== null && months >= 4) say('for', { code: 'long-residual', months });
  }
  const dose = entryOf(label, rate, { id: 'asked', status: 'planned', day, share: 1, ground: null });
  const wait = seedWaitWith(ledger, [dose])(day);
  const [firstSeed] = zone.seedings.filter((s) => s.on >= day);
  if (firstSeed && wait !== null && day + wait <= firstSeed.on)
    say('for', { code: 'seed-safe', waitDays: wait });

  const groups = label.ingredients.flatMap((i) => (i.group ? [i.group] : []));
  const before = new Set(
    ledger
      .filter((e) => e.inSoil === label.inSoil && yearOf(e.day) < yearOf(day))
      .flatMap((e) => e.ingredients.flatMap((i) => (i.group ? [`${i.group}|${yearOf(e.day)}`] : []))),
  );
  const had = [...new Set([...before].map((k) => Number(k.split('|')[0])))];
  for (const group of groups) {
    const years = [...before].filter((k) => k.startsWith(`${group}|`)).length;
    if (years > 0) say('against', { code: 'same-group-again', group, years });
    else if (had.length) say('for', { code: 'other-group', group, than: had });
  }

  for (const target of targets) {
    const of = label.after.filter((a) => a.weed === target);
    const takes = isPreEmergent(use) ? label.before.includes(target) : of.length > 0;
    const isWhole = isPreEmergent(use) || of.some((a) => a.degree !== 'suppression');
    if (takes && isWhole) say('for', { code: 'controls-target', target });
    else say('against', { code: takes ? 'only-suppresses' : 'not-for-target', target });
  }
  for (const { name } of label.ingredients) {
    const tolerance = factsOf(name)?.turf[zone.turf];
    if (tolerance && tolerance !== 'safe')
      say('against', { code: 'turf-sensitive', ingredient: name, tolerance });
  }
  if (zone.organicOnly)
    say(isOrganic(label) ? 'for' : 'against', { code: isOrganic(label) ? 'organic' : 'not-organic' });
  if (isGranule(label) && zone.cover === 'heavy') say('for', { code: 'granule-through-dead-leaf' });
  if (label.analysis && (label.analysis.n ?? 0) > 0) {
    const isWarm = TURF_FACTS[zone.turf].season === 'warm';
    if (!rules.combineFertilizer || isWarm) say('against', { code: 'fertilizer-not-combined' });
  }
  if (label.restrictedUse) say('against', { code: 'restricted-use' });
  if (isBurner(label)) say('against', { code: 'burns-turf' });
  return out.toSorted((a, b) => Number(a.speaks === 'against') - Number(b.speaks === 'against'));
}
