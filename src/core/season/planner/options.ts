/**
 * What the planner may choose among: each product with its use, the days on which every gate lets it go, the rates
 * between the label's ends, and what still fits the limits on each day. All of it is asked of the gates themselves.
 */
import { yearOf, type Day } from '@/core/calendar/day';
import type { Lane, Range, State } from '@/core/calendar/span';
import { GATES } from '@/core/gates/all';
import type { Gate, GateContext, GateFacts } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import { ceilingsOn, countedIn, rootCeilingOn, rootLoadBefore, rootLoadIn } from '@/core/records/ceiling';
import { interval } from '@/core/gates/interval';
import { seedingAhead } from '@/core/gates/seeding-ahead';
import { soilLine } from '@/core/gates/soil-line';
import { windowOf } from '@/core/gates/window';
import { yearLimit } from '@/core/gates/year-limit';
import { WHOLE_ZONE, type Spacing } from '@/core/products/application';
import { factsOf } from '@/core/products/ingredient-facts';
import {
  carriesNitrogen,
  limitsFor,
  rateForTurf,
  seedingWaitDays,
  type Label,
  type LimitPeriod,
} from '@/core/products/label';
import { ingredientRate, isHerbicide } from '@/core/products/content';
import { isOrganic } from '@/core/products/organic';
import { containedIn } from '@/core/records/ledger';
import { isPreEmergent, type Use, type Turf } from '@/core/trade/terms';
import { rateLike, type ProductRate } from '@/core/units/rate';
import { emergenceOf } from '@/core/weeds/emergence';
import type { Weed } from '@/core/weeds/weeds';
import type { Strength, WeighedRuns } from '@/core/barrier/barrier';
import { strengthIn } from '@/core/barrier/doses';
import { dayOfFlush } from '@/core/barrier/hold';
import { spacingFor } from '@/core/products/sequence';
import type { PlanningRules, Target } from './question';
import { LIMIT_FREE, ROOTS_FREE } from './worth';

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
  /** product that still fits the labels' limits on a day, and what fits where nothing lies there; Infinity: no limit */
  limitRoomOn: (day: Day) => number;
  limit: number;
  /** kg of prodiamine that take as much of the roots as a kg or L of product; null: it cannot be told */
  rootsEach: number | null;
  /** tender turf takes one dose of it a season: it prunes roots, and this turf has a ceiling or is known to thin */
  isOneASeason: boolean;
  /** rates above which roots or limits cost */
  costlyFrom: readonly number[];
  period: LimitPeriod;
  /** most applications in the period; null: the label sets none */
  most: number | null;
  spacing: Spacing;
  intervalDays: number;
  /** how the gates stand, for a rate; later: as a further part of the same total, which is the rate where it is not said */
  days: (rate: number, part: 'first' | 'later', total?: number) => DayStates;
}>;

/** Doses of one group within weeks of each other are parts of one dose, and that is of one product. Common practice, no source. */
export const SAME_GROUP_DAYS = 56;

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
  facts: GateFacts,
  labels: readonly Label[],
  targets: readonly Target[],
  rules: PlanningRules,
  range: Range<Day>,
  runs: WeighedRuns,
): Option[] {
  const out: Option[] = [];
  for (const label of labels) {
    if (label.status !== 'registered' || !isHerbicide(label) || !label.inSoil) continue;
    if (facts.zone.organicOnly && !isOrganic(label)) continue;
    for (const use of ['pre-emergent', 'autumn pre-emergent'] as const) {
      const option = optionOf(facts, label, use, targets, rules, range, runs, out.length);
      if (option) out.push(option);
    }
  }
  return out;
}

const seasonOfUse = { 'pre-emergent': 'rising', 'autumn pre-emergent': 'falling' } as const;

function optionOf(
  facts: GateFacts,
  label: Label,
  use: keyof typeof seasonOfUse,
  targets: readonly Target[],
  rules: PlanningRules,
  range: Range<Day>,
  runs: WeighedRuns,
  index: number,
): Option | null {
  const { zone } = facts;
  const row = rateForTurf(label, zone, use);
  if (!row || !isPreEmergent(use)) return null;
  const stops = targets.map((t) => t.weed).filter((w) => label.before.includes(w));
  const own = stops.filter((w) => emergenceOf(w)?.direction === seasonOfUse[use]);
  if (!own.length) return null;
  const parts = partsOf(label, zone.turf, row.high);
  if (!parts.length) return null;
  const house = houseMost(facts, label, row.high);
  const roots = rootsOf(facts, label, row.high);
  const isTender = parts.some((p) => HURTS.includes(factsOf(p.name)?.turf[zone.turf] ?? ''));
  const top = isTender && rules.tender === 'low rate' ? row.low.rate : row.high.rate;
  const high = Math.min(top, house.atOnce);
  const context = contextFor(facts, label, use, own, row.high);
  const limitRoom = roomByDay(context, range);
  const room = limitRoom.map((r) => Math.min(r, house.room));
  // what stands at its highest is no limit
  const whole = Math.max(...roomByDay({ ...context, ledger: [] }, range));
  const limit = whole >= row.high.rate * FAR_OVER ? Infinity : whole;
  const limits = limitsFor(label, zone, use);
  return {
    index,
    label,
    use,
    targets: own,
    stops: new Set(stops),
    parts,
    room,
    limitRoomOn: (day) => limitRoom[day - range.from]!,
    limit,
    rootsEach: roots.each,
    isOneASeason: roots.each !== 0 && (roots.ceiling !== null || isTender),
    costlyFrom: costlyFrom(roots, limit, Math.max(...limitRoom)),
    low: row.low,
    high: rateLike(row.high, high),
    period: label.period,
    most: limits.mostApplications,
    intervalDays: limits.intervalDays ?? 0,
    spacing: spacingFor(use, label, zone, facts.rules.spacing),
    days: daysOf({ facts, label, use, own, rate: row.high, range, runs }),
  };
}

/** What an option's ingredients do, each for a unit of its rate. */
const partsOf = (label: Label, turf: Turf, high: ProductRate): Option['parts'] =>
  label.ingredients.flatMap((i) => {
    const strength = strengthIn(i.name, label, turf);
    const each = ingredientRate(rateLike(high, 1), { ...i, counts: 'a.i.' }, label.density);
    return strength && each ? [{ group: i.group, name: i.name, strength, each }] : [];
  });
const HURTS: readonly string[] = ['thins', 'injury', 'sensitive'];

/** Rates from which roots and the year's limit cost something. @param limit Infinity: none */
const costlyFrom = (roots: ReturnType<typeof rootsOf>, limit: number, mostRoom: number): number[] => [
  ...(roots.each && roots.ceiling !== null
    ? [(ROOTS_FREE * roots.ceiling - (roots.had ?? 0)) / roots.each]
    : []),
  ...(limit < Infinity ? [LIMIT_FREE * limit - (limit - mostRoom)] : []),
];

/** On which days it may go, by rate and part: asked of the gates once for whatever makes a difference to them. */
function daysOf({
  facts,
  label,
  use,
  own,
  rate: high,
  range,
  runs,
}: Readonly<{
  facts: GateFacts;
  label: Label;
  use: keyof typeof seasonOfUse;
  own: readonly Weed[];
  rate: ProductRate;
  range: Range<Day>;
  runs: WeighedRuns;
}>): Option['days'] {
  const kept = new Map<string, DayStates>();
  const apart = farFromItsGroup(facts, label, range);
  const ofThisFlush = beforeFlushEnds(own, runs, range, facts.today);
  return (rate, part, total = rate) => {
    const asked = (previous: Day | null, of = rate) =>
      contextFor(facts, label, use, own, rateLike(high, of), previous);
    // what of the gates goes by the rate: nitrogen, and the wait before seeding, which is that of the total
    const nitrogen = carriesNitrogen(label) ? rate : '';
    const wait = seedingWaitDays(label, rateLike(high, total)) ?? 'not known';
    const once = (key: string, make: () => DayStates): DayStates => {
      const made = kept.get(key) ?? make();
      kept.set(key, made);
      return made;
    };
    return once(`${nitrogen}|${wait}|${part}`, () =>
      [
        once(`rate ${nitrogen}`, () => statesOf(asked(null), range, WHATEVER_PART)),
        once(`seed ${wait}`, () => gateStates(seedingAhead, asked(null, total), range).map(shutWhereAjar)),
        once(`part ${part}`, () => {
          const of = asked(part === 'later' ? range.from : null);
          const line = gateStates(soilLine, of, range);
          const onItsLine = part === 'later' ? [line] : [aheadOfLine(line), ofThisFlush];
          return [gateStates(interval, of, range), ...onItsLine].reduce(worseOf);
        }),
        apart,
      ].reduce(worseOf),
    );
  };
}

/** Less than the house's slack before a seeding is a caution for people; the planner keeps the slack. */
const shutWhereAjar = (state: number): number => (state === 1 ? 0 : state);

/** A context for one product alone; `previous` makes it the later part of a total. */
export function contextFor(
  facts: GateFacts,
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
): DayStates => statesIn(windowOf(context, range, gates).all, range);
/** How one gate that knows no hours stands by day. */
const gateStates = (gate: Gate, context: GateContext, range: Range<Day>): DayStates =>
  statesIn(gate.spans(context, range), range);

function statesIn(lane: Lane<Day, Readonly<{ state: State }>>, range: Range<Day>): DayStates {
  const states = new Uint8Array(range.to - range.from);
  for (const { from, to, verdict } of lane)
    states.fill(
      verdict.state === 'open' ? 2 : verdict.state === 'ajar' ? 1 : 0,
      from - range.from,
      to - range.from,
    );
  return states;
}
const PLANNING_GATES = GATES.filter((g) => !ASKED_LATER.has(g.key));
/** Asked by part of a total, and with all parts together. */
const BY_PART: readonly Gate[] = [soilLine, interval, seedingAhead];
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
  { zone, ledger, today, rules }: GateFacts,
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

/** Shut within weeks of another product of the same site of action that works in the soil: the two would be one dose. */
function farFromItsGroup({ ledger }: GateFacts, label: Label, range: Range<Day>): DayStates {
  const groups = new Set(label.ingredients.map((i) => i.group));
  const states = new Uint8Array(range.to - range.from).fill(2);
  for (const e of ledger) {
    // what lies on spots alone is no dose of the zone
    if (e.productId === label.id || e.inSoil === false || e.ground !== null) continue;
    if (!e.ingredients.some((i) => i.group && groups.has(i.group))) continue;
    for (let day = e.day - SAME_GROUP_DAYS + 1; day < e.day + SAME_GROUP_DAYS; day++)
      if (day >= range.from && day < range.to) states[day - range.from] = 0;
  }
  return states;
}

/** Of each stretch on which a line lets a dose go the days that are ahead of it; once they are behind, those that are left. */
function aheadOfLine(states: DayStates): DayStates {
  const out = Uint8Array.from(states);
  for (let from = 0; from < out.length;) {
    let to = from;
    while (to < out.length && out[to]! > 0) to++;
    if (out.subarray(from, to).includes(2)) for (let d = from; d < to; d++) if (out[d] === 1) out[d] = 0;
    from = to + 1;
  }
  return out;
}

/** Days up to which nearly all that its targets bring up this season is up: a first dose after them holds nothing of it. */
function beforeFlushEnds(
  targets: readonly Weed[],
  runs: WeighedRuns,
  { from, to }: Range<Day>,
  today: Day,
): DayStates {
  const ends = targets.flatMap((weed) => dayOfFlush(weed, runs, today, NEARLY_ALL) ?? []);
  const end = Math.max(from, ...ends);
  return new Uint8Array(to - from).map((_, d) => (from + d < end ? 2 : 0));
}
/** Of the season's seedlings. Ours. */
const NEARLY_ALL = 0.9;

/** What a unit of product takes of the roots, what the turf bears, and what lies there of twelve months, kg/ha as prodiamine. */
function rootsOf(
  { zone, ledger, today, rules }: GateFacts,
  label: Label,
  like: ProductRate,
): Readonly<{ each: number | null; ceiling: number | null; had: number | null }> {
  return {
    each: rootLoadIn(containedIn(label, rateLike(like, 1))),
    ceiling: rootCeilingOn(rules.ceilings, zone),
    had: rootLoadBefore(ledger, today),
  };
}

/** Whether two doses of one product count against the same limit. */
export const samePeriod = ({ period }: Pick<Option, 'period'>, a: Day, b: Day): boolean =>
  period === 'calendar year' ? yearOf(a) === yearOf(b) : Math.abs(a - b) < 365;

export const asRate = (o: Option, rate: number): ProductRate => rateLike(o.high, rate);
