/**
 * What the planner may choose among: each product with its use, the days on which every gate lets it go, the rates
 * between the label's ends, and what still fits the limits on each day. All of it is asked of the gates themselves.
 */
import type { Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import { GATES } from '@/core/gates/all';
import type { Facts, Gate, GateContext, GateKey } from '@/core/gates/gate';
import { ceilingsOn, countedIn } from '@/core/records/ceiling';
import { windowOf } from '@/core/gates/window';
import { yearLimit } from '@/core/gates/year-limit';
import { WHOLE_ZONE, type Spacing } from '@/core/products/application';
import { factsOf } from '@/core/products/ingredient-facts';
import {
  carriesNitrogen,
  ingredientRate,
  isHerbicide,
  limitsFor,
  rateForTurf,
  seedingWaitDays,
  type Label,
  type LimitPeriod,
} from '@/core/products/label';
import { isOrganic } from '@/core/products/organic';
import { containedIn } from '@/core/records/ledger';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import { rateLike, type ProductRate } from '@/core/units/rate';
import { emergenceOf } from '@/core/weeds/emergence';
import type { Weed } from '@/core/weeds/weeds';
import type { Strength } from '@/core/season/barrier';
import { strengthIn } from '@/core/season/doses';
import { spacingFor } from '@/core/season/sequence';
import type { PlanningRules, Target } from './question';

/** 0: shut, 1: ajar, 2: open; by day from the range's first. */
export type DayStates = Uint8Array;

export type Option = Readonly<{
  index: number;
  label: Label;
  use: Use;
  /** targets of the use's season that it keeps from coming up: those that it is planned for */
  targets: readonly Weed[];
  /** all targets whose seedlings it stops */
  stops: ReadonlySet<Weed>;
  /** what of it works in the soil: kg a.i./ha in each kg or L of product per ha */
  parts: readonly Readonly<{ group: number | null; name: string; strength: Strength; each: number }>[];
  /** product, kg/ha or L/ha: from the label's least to the most that label and house allow at once */
  low: ProductRate;
  high: ProductRate;
  /** product that still fits label and house on each day with what is on the ledger */
  room: Float64Array;
  period: LimitPeriod;
  /** most applications in the period; null: the label sets none */
  most: number | null;
  spacing: Spacing;
  intervalDays: number;
  /** how the gates stand, for a rate; later: as a further part of the same total */
  days: (rate: number, part: 'first' | 'later') => DayStates;
}>;

/** Asked by the planner's own search, or of the whole programme once it is found. */
const ASKED_LATER: ReadonlySet<GateKey> = new Set([
  'label-rate',
  'year-limit',
  'application-count',
  'house-ceiling',
  'resistance',
  'stock',
]);
/** Pre-emergents of the house that suit the zone; those that the customer does not want are left out. */
export function optionsFor(
  facts: Facts,
  labels: readonly Label[],
  targets: readonly Target[],
  rules: PlanningRules,
  range: Range<Day>,
): Option[] {
  const out: Option[] = [];
  for (const label of labels) {
    if (label.status !== 'registered' || !isHerbicide(label) || !label.inSoil) continue;
    if (facts.zone.organicOnly && !isOrganic(label)) continue;
    for (const use of ['pre-emergent', 'autumn pre-emergent'] as const) {
      const option = optionOf(facts, label, use, targets, rules, range, out.length);
      if (option) out.push(option);
    }
  }
  return out;
}

const seasonOfUse = { 'pre-emergent': 'rising', 'autumn pre-emergent': 'falling' } as const;

function optionOf(
  facts: Facts,
  label: Label,
  use: keyof typeof seasonOfUse,
  targets: readonly Target[],
  rules: PlanningRules,
  range: Range<Day>,
  index: number,
): Option | null {
  const { zone } = facts;
  const row = rateForTurf(label, zone, use);
  if (!row || !isPreEmergent(use)) return null;
  const stops = targets.map((t) => t.weed).filter((w) => label.before.includes(w));
  const own = stops.filter((w) => emergenceOf(w)?.direction === seasonOfUse[use]);
  if (!own.length) return null;
  const parts = label.ingredients.flatMap((i): Option['parts'][number][] => {
    const strength = strengthIn(i.name, label, zone.turf);
    const each = ingredientRate(rateLike(row.high, 1), { ...i, counts: 'a.i.' }, label.density);
    return strength && each ? [{ group: i.group, name: i.name, strength, each }] : [];
  });
  if (!parts.length) return null;
  const house = houseMost(facts, label, row.high);
  const isTender = parts.some((p) => {
    const tolerance = factsOf(p.name)?.turf[zone.turf];
    return tolerance === 'thins' || tolerance === 'injury' || tolerance === 'sensitive';
  });
  const top = isTender && rules.tender === 'low rate' ? row.low.rate : row.high.rate;
  const high = Math.min(top, house.atOnce);
  const context = contextFor(facts, label, use, own, row.high);
  const room = roomByDay(context, range);
  for (let d = 0; d < room.length; d++) room[d] = Math.min(room[d]!, house.room);
  const limits = limitsFor(label, zone, use);
  const kept = new Map<string, DayStates>();
  return {
    index,
    label,
    use,
    targets: own,
    stops: new Set(stops),
    parts,
    room,
    low: row.low,
    high: rateLike(row.high, high),
    period: label.period,
    most: limits.mostApplications,
    intervalDays: limits.intervalDays ?? 0,
    spacing: spacingFor(use, label, zone, facts.rules.spacing),
    days: (rate, part) => {
      // what of the gates goes by the rate: the wait before seeding, and nitrogen
      const wait = carriesNitrogen(label) ? rate : (seedingWaitDays(label, rateLike(row.high, rate)) ?? '');
      const asked = (previous: Day | null) =>
        contextFor(facts, label, use, own, rateLike(row.high, rate), previous);
      const once = (key: string, make: () => DayStates): DayStates => {
        const made = kept.get(key) ?? make();
        kept.set(key, made);
        return made;
      };
      return once(`${wait}|${part}`, () =>
        worseOf(
          once(`${wait}`, () => statesOf(asked(null), range, WHATEVER_PART)),
          statesOf(asked(part === 'later' ? range.from : null), range, BY_PART),
        ),
      );
    },
  };
}

/** A context for one product alone; `previous` makes it the later part of a total. */
export function contextFor(
  facts: Facts,
  label: Label,
  use: Use,
  targets: readonly Weed[],
  rate: ProductRate,
  previous: Day | null = null,
): GateContext {
  const spacing = facts.rules.spacing;
  const tie =
    previous === null
      ? null
      : {
          id: 'planner',
          kind: 'split' as const,
          part: 2,
          of: 2,
          spacing,
          previous: { day: previous, done: false },
        };
  return {
    ...facts,
    applicationId: 'planner',
    product: { position: 1, label, rate, use, targets, method: null, place: WHOLE_ZONE, tank: 1, tie },
    beside: [],
  };
}

/** How all gates but those that are asked later stand by day. */
export const statesOf = (
  context: GateContext,
  range: Range<Day>,
  gates: readonly Gate[] = PLANNING_GATES,
): DayStates => {
  const states = new Uint8Array(range.to - range.from);
  for (const { from, to, verdict } of windowOf(context, range, gates).all)
    states.fill(
      verdict.state === 'open' ? 2 : verdict.state === 'ajar' ? 1 : 0,
      from - range.from,
      to - range.from,
    );
  return states;
};
const PLANNING_GATES = GATES.filter((g) => !ASKED_LATER.has(g.key));
/** Those for which it makes a difference whether it is the first part of a total. */
const BY_PART = PLANNING_GATES.filter((g) => g.key === 'soil-line' || g.key === 'interval');
const WHATEVER_PART = PLANNING_GATES.filter((g) => !BY_PART.includes(g));
const worseOf = (a: DayStates, b: DayStates): DayStates => a.map((s, d) => Math.min(s, b[d]!));

/**
 * What a year's limits leave for one more dose on each day: asked of the gate with more than any limit allows, and again
 * with what it says that fits, since it names one limit at a time.
 */
function roomByDay(context: GateContext, range: Range<Day>): Float64Array {
  const room = new Float64Array(range.to - range.from);
  const { rate } = context.product;
  const ask = (over: Range<Day>, asked: number, turns: number): void => {
    const at = { ...context, product: { ...context.product, rate: rateLike(rate, asked) } };
    for (const { from, to, verdict } of yearLimit.spans(at, over)) {
      const { reason, state } = verdict;
      const fits = state !== 'shut' ? asked : 'fits' in reason ? reason.fits.rate : 0;
      if (state === 'shut' && fits > 0 && turns > 0) ask({ from, to }, fits, turns - 1);
      else room.fill(fits, from - range.from, to - range.from);
    }
  };
  ask(range, rate.rate * FAR_OVER, 4);
  return room;
}
const FAR_OVER = 1000;

/** The house's own ceilings on this turf, less what lies there of the last twelve months; Infinity: there is none. */
function houseMost(
  { zone, ledger, today, rules }: Facts,
  label: Label,
  like: ProductRate,
): Readonly<{ room: number; atOnce: number }> {
  let room = Infinity;
  let atOnce = Infinity;
  for (const ceiling of ceilingsOn(rules.ceilings, zone)) {
    const each = countedIn(ceiling, containedIn(label, rateLike(like, 1)));
    if (!each) continue;
    const had = ledger
      .filter((e) => e.day > today - 365)
      .reduce((sum, e) => sum + (countedIn(ceiling, e.ingredients) ?? 0) * e.share, 0);
    atOnce = Math.min(atOnce, ceiling.most / each);
    room = Math.min(room, Math.max(0, ceiling.most - had) / each);
  }
  return { room, atOnce };
}

export const asRate = (o: Option, rate: number): ProductRate => rateLike(o.high, rate);
