/**
 * The window: where all gates stand open together. Every gate is asked in its own lane; the worst of the lanes is the
 * window, and each of its spans names the gates that make it so. On days that the forecast reaches the gates of weather
 * must stand open in the same hours: a calm morning and a dry afternoon make no window.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { byHour, dayOfHour, daysOf, hourOf, type Hour } from '@/core/calendar/hour';
import {
  constantLane,
  intersectRanges,
  laneByTick,
  overlay,
  spanAt,
  worseState,
  type Lane,
  type Range,
  type State,
} from '@/core/calendar/span';
import type { ApplicationProduct } from '@/core/products/application';
import { GATES, GATE_ORDER, HOURLY_GATES, gatesFor } from './all';
import { ajar, type Gate, type GateContext, type Lift, type Verdict } from './gate';
import type { GateKey } from './gate-names';
import { skyEnds, spellHours } from './sky';
import type { WindowLane, WindowVerdict } from './window-lane';

export type GateLane<At extends number = Day> = Readonly<{
  gate: Pick<Gate, 'key' | 'name'>;
  /** the product of the application that the gate was asked about, by its position in the list */
  of: number;
  lane: Lane<At, Verdict>;
}>;

const OPEN: WindowVerdict = { state: 'open', by: [] };

/** Commutes and associates: `by` is a set, kept in the order of the gates. Nothing new is made where one of the two says it. */
export function worseOf(a: WindowVerdict, b: WindowVerdict): WindowVerdict {
  const state = worseState(a.state, b.state);
  if (state === 'open') return OPEN;
  if (b.state !== state) return a;
  if (a.state !== state) return b;
  if (b.by.every((g) => a.by.includes(g))) return a;
  if (a.by.every((g) => b.by.includes(g))) return b;
  const by = [...new Set([...a.by, ...b.by])];
  return { state, by: by.sort((x, y) => (GATE_ORDER.get(x) ?? 0) - (GATE_ORDER.get(y) ?? 0)) };
}
const ofGate = (v: Verdict, key: GateKey): WindowVerdict =>
  v.state === 'open' ? OPEN : { state: v.state, by: [key] };

/** Most gates stand open all the time: they change nothing. */
const isOpenOver = <At extends number>([first, ...more]: Lane<At, Verdict>, range: Range<At>): boolean =>
  first?.verdict.state === 'open' && !more.length && first.from <= range.from && first.to >= range.to;

/** The worst of several lanes over the range. */
export function worst<At extends number>(lanes: readonly GateLane<At>[], range: Range<At>): WindowLane<At> {
  return lanes
    .filter(({ lane }) => !isOpenOver(lane, range))
    .reduce<WindowLane<At>>(
      (soFar, { gate, lane }) => overlay(soFar, lane, (a, b) => worseOf(a, ofGate(b, gate.key))),
      constantLane(range, OPEN),
    );
}

export type Window<At extends number = Day> = Readonly<{
  range: Range<At>;
  lanes: readonly GateLane<At>[];
  all: WindowLane<At>;
}>;

/** Asks every gate, or those that are named, and all of them together, day by day. */
export function windowOf(context: GateContext, range: Range<Day>, gates: readonly Gate[] = GATES): Window {
  const lanes = asked(
    context,
    (gate, of, c) => ({
      gate: { key: gate.key, name: gate.name },
      of,
      lane: lifted(gate.spans(c, range), gate.key, of, context, (d) => d),
    }),
    gates,
  );
  return { range, lanes, all: inTheSameHours(context, worst(lanes, range), range) };
}

/** The same by the hour: gates that hold for whole days hold for each of their hours. */
export function hoursWindowOf(context: GateContext, range: Range<Hour>): Window<Hour> {
  const lanes = asked(context, (gate, of, c) => ({
    gate: { key: gate.key, name: gate.name },
    of,
    lane: lifted(
      gate.hours ? gate.hours(c, range) : byHour(gate.spans(c, daysOf(range)), range),
      gate.key,
      of,
      context,
      dayOfHour,
    ),
  }));
  return { range, lanes, all: worst(lanes, range) };
}

/** Every gate of every product, in the order of the list; of the second and further ones, those that say anything. */
function asked<L extends GateLane<number>>(
  context: GateContext,
  ask: (gate: Gate, of: number, context: GateContext) => L,
  gates = GATES,
): L[] {
  const products = productsOf(context);
  return products.flatMap((product, i) => {
    const own = { ...context, product, beside: products.filter((p) => p !== product) };
    const lanes = gatesFor(product.label, gates).map((gate) => ask(gate, product.position, own));
    return i === 0 ? lanes : lanes.filter(({ lane }) => lane.some((s) => s.verdict.state !== 'open'));
  });
}

/** All products of the application that is asked about, in the order of the list. */
export const productsOf = ({ product, beside }: GateContext): readonly ApplicationProduct[] =>
  [product, ...beside].toSorted((a, b) => a.position - b.position);

/** A latch that somebody has lifted stands ajar for the lifted days, and says who and why. */
function lifted<At extends number>(
  lane: Lane<At, Verdict>,
  key: GateKey,
  of: number,
  { applicationId, lifts }: GateContext,
  dayAt: (at: At) => Day,
): Lane<At, Verdict> {
  const mine = lifts.filter(
    (l) => l.gate === key && l.plannedId === applicationId && (l.position === null || l.position === of),
  );
  if (!mine.length) return lane;
  const kept = new Map<Verdict, Map<Lift, Verdict>>();
  return lane.flatMap(({ from, to, verdict }) => {
    if (verdict.state !== 'shut' || verdict.strength === 'bolt') return [{ from, to, verdict }];
    return laneByTick<At, Verdict>({ from, to }, (at) => {
      const lift = mine.find(
        (l) =>
          l.from <= dayAt(at) &&
          dayAt(at) <= l.until &&
          (l.reason === null || l.reason === verdict.reason.code),
      );
      if (!lift) return verdict;
      const known = kept.get(verdict) ?? new Map<Lift, Verdict>();
      kept.set(verdict, known);
      const { by, why, until } = lift;
      const now =
        known.get(lift) ??
        ajar({ code: 'lifted', source: 'house rule', by, why, until, was: verdict.reason });
      known.set(lift, now);
      return now;
    });
  });
}

/** Days on which the weather's gates each have their hours and never the same ones are as good as their best spell. */
function inTheSameHours(context: GateContext, all: WindowLane, range: Range<Day>): WindowLane {
  const reach = intersectRanges(range, { from: context.today, to: dayOfHour(skyEnds(context)) });
  if (!reach || !context.forecast) return all;
  const { workFrom, workTo } = context.rules;
  return laneByTick<Day, WindowVerdict>(
    range,
    (day) => {
      const soFar = spanAt(all, day)!.verdict;
      if (day < reach.from || day >= reach.to || soFar.state === 'shut') return soFar;
      const first = day === context.today ? Math.max(workFrom, context.hour) : workFrom;
      const calmHours = spellHours(context, day, first);
      if (first + calmHours > workTo) return soFar;
      const hours = { from: hourOf(day, first), to: hourOf(day, workTo) };
      const lanes = asked(
        context,
        (gate, of, c) => ({
          gate,
          of,
          lane: lifted(gate.hours?.(c, hours) ?? [], gate.key, of, context, dayOfHour),
        }),
        HOURLY_GATES,
      );
      return worseOf(soFar, bestOfSpells(worst(lanes, hours), hours, calmHours));
    },
    (a, b) => a === b || (a.state === b.state && a.by.join() === b.by.join()),
  );
}

const RANK: Record<State, number> = { open: 0, ajar: 1, shut: 2 };
function bestOfSpells(lane: WindowLane<Hour>, { from, to }: Range<Hour>, length: number): WindowVerdict {
  let best: WindowVerdict | null = null;
  for (let start: number = from; start + length <= to; start++) {
    let spell = OPEN;
    for (const s of lane) if (s.from < start + length && s.to > start) spell = worseOf(spell, s.verdict);
    if (!best || RANK[spell.state] < RANK[best.state]) best = spell;
    if (best.state === 'open') break;
  }
  return best ?? OPEN;
}

/** The ten days that hours are shown for. */
export const nextTenDays = (today: Day): Range<Hour> => ({
  from: hourOf(today, 0),
  to: hourOf(addDays(today, 10), 0),
});
