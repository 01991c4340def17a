/**
 * Which products suit a zone, a use and a day: each with its gates, its cost for the zone, its group's history, and the
 * reasons for and against it, weighed in the open. Never a black box: the rank is the sum of the weights that are shown.
 *
 * The weights are common practice, no source; what is known of ingredients is recalled and says so.
 */
import { packageCost } from '@/core/products/stock';
import { isOrganic } from '@/core/products/organic';
import { yearOf, type Day } from '@/core/calendar/day';
import { spanAt, type Range } from '@/core/calendar/span';
import type { Facts, GateContext, GateKey } from '@/core/gates/gate';
import { areaOf, type Place } from '@/core/products/application';
import { nextOpen, windowOf, type Window } from '@/core/gates/window';
import { TURF_FACTS } from '@/core/lawn/turf';
import { factsOf } from '@/core/products/ingredient-facts';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import { seedingWaitDays } from '@/core/products/label';
import { type ProductRate } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';

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
  | Readonly<{ code: 'not-for-target'; target: Weed }>
  | Readonly<{ code: 'turf-sensitive'; ingredient: string; tolerance: string }>
  | Readonly<{ code: 'organic' }>
  | Readonly<{ code: 'not-organic' }>
  | Readonly<{ code: 'granule-through-dead-leaf' }>
  | Readonly<{ code: 'fertilizer-not-combined' }>
  | Readonly<{ code: 'restricted-use' }>;

export type Suited = Readonly<{
  label: Label;
  use: Use;
  rate: ProductRate;
  window: Window;
  open: Range<Day> | null;
  ajar: Range<Day> | null;
  /** USD for this zone at this rate, by the cheapest package; null: no price */
  cost: number | null;
  /** how many days this zone has been given the same group in earlier years */
  groups: readonly number[];
  reasons: readonly Readonly<{ weight: number; argument: Argument }>[];
  rank: number;
}>;

type Wanted = Readonly<{
  use: Use;
  targets: readonly Weed[];
  place: Place;
  day: Day;
  range: Range<Day>;
}>;

/** Products of the organisation for a use, the best first; those whose label lacks the turf or the use are left out. */
export function advise(
  labels: readonly Label[],
  facts: Facts,
  { use, targets, day, range, place }: Wanted,
): Suited[] {
  return labels
    .flatMap((label) => {
      const row = rateForTurf(label, facts.zone, use);
      if (!row || label.status === 'cancelled') return [];
      const rate = row.high;
      const context: GateContext = {
        ...facts,
        applicationId: 'advice',
        product: { position: 1, label, rate, use, targets, method: null, place, tank: 1, tie: null },
        beside: [],
      };
      const window = windowOf(context, range);
      const reasons = argumentsFor(context, window, { use, targets, day }, row.months);
      return [
        {
          ...{ label, use, rate, window, reasons },
          open: nextOpen(window.all, day),
          ajar: nextOpen(window.all, day, 'ajar'),
          cost: packageCost(label, rate, areaOf(place, facts.zone)),
          groups: label.ingredients.flatMap((i) => (i.group ? [i.group] : [])),
          rank: reasons.reduce((sum, r) => sum + r.weight, 0),
        },
      ];
    })
    .sort((a, b) => b.rank - a.rank || a.label.name.localeCompare(b.label.name));
}

function argumentsFor(
  context: GateContext,
  window: Window,
  { use, targets, day }: Pick<Wanted, 'use' | 'targets' | 'day'>,
  months: number | null,
): Suited['reasons'] {
  const { product, zone, ledger, outlook, rules } = context;
  const { label, rate } = product;
  const out: { weight: number; argument: Argument }[] = [];
  const say = (weight: number, argument: Argument) => out.push({ weight, argument });

  const today = spanAt(window.all, day)?.verdict;
  if (today?.state === 'open') say(30, { code: 'open-on-day', gates: [] });
  else if (today?.state === 'ajar') say(20, { code: 'ajar-on-day', gates: today.by });
  else if (today) {
    say(-10, { code: 'shut-on-day', gates: today.by });
    const later = nextOpen(window.all, day, 'ajar');
    if (later)
      say(Math.max(-15, -Math.round((later.from - day) / 7)), { code: 'opens-later', on: later.from });
    else say(-60, { code: 'never-opens' });
  }

  const p10 = outlook && (outlook.crossed ?? outlook.dates.p10);
  const isLate = p10 !== null && day >= p10;
  if (isPreEmergent(use)) {
    if (label.reachesBack) say(isLate ? 20 : 2, { code: 'reaches-back' });
    if (months !== null && months >= 4) say(isLate ? 4 : 10, { code: 'long-residual', months });
  }
  const wait = seedingWaitDays(label, rate);
  const [firstSeed] = zone.seedings.filter((s) => s.on >= day);
  if (firstSeed && wait !== null && day + wait <= firstSeed.on)
    say(15, { code: 'seed-safe', waitDays: wait });

  const groups = label.ingredients.flatMap((i) => (i.group ? [i.group] : []));
  const before = new Set(
    ledger
      .filter((e) => e.inSoil === label.inSoil && yearOf(e.day) < yearOf(day))
      .flatMap((e) => e.ingredients.flatMap((i) => (i.group ? [`${i.group}|${yearOf(e.day)}`] : []))),
  );
  const had = [...new Set([...before].map((k) => Number(k.split('|')[0])))];
  for (const group of groups) {
    const years = [...before].filter((k) => k.startsWith(`${group}|`)).length;
    if (years > 0) say(-6 * years, { code: 'same-group-again', group, years });
    else if (had.length) say(8, { code: 'other-group', group, than: had });
  }

  for (const target of targets) {
    const controls = isPreEmergent(use)
      ? label.before.includes(target)
      : label.after.some((a) => a.weed === target);
    say(controls ? 15 : -25, { code: controls ? 'controls-target' : 'not-for-target', target });
  }
  for (const { name } of label.ingredients) {
    const tolerance = factsOf(name)?.turf[zone.turf];
    if (tolerance && tolerance !== 'safe')
      say(tolerance === 'injury' ? -8 : -20, { code: 'turf-sensitive', ingredient: name, tolerance });
  }
  if (zone.organicOnly)
    say(isOrganic(label) ? 40 : -80, { code: isOrganic(label) ? 'organic' : 'not-organic' });
  if (isGranule(label) && zone.cover === 'heavy') say(8, { code: 'granule-through-dead-leaf' });
  if (label.analysis && (label.analysis.n ?? 0) > 0) {
    const isWarm = TURF_FACTS[zone.turf].season === 'warm';
    if (!rules.combineFertilizer || isWarm) say(-8, { code: 'fertilizer-not-combined' });
  }
  if (label.restrictedUse) say(-5, { code: 'restricted-use' });
  return out.sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}
