/**
 * The window: where all gates stand open together. Every gate is asked in its own lane; the worst of the lanes is the
 * window, and each of its spans names the gates that make it so.
 */
import type { Day } from '@/core/calendar/day';
import {
  constantLane,
  overlay,
  rangesWhere,
  worseState,
  type Lane,
  type Range,
  type State,
} from '@/core/calendar/span';
import { interval } from './interval';
import { labelRate } from './label-rate';
import { labelTurf } from './label-turf';
import { seedingAhead } from './seeding-ahead';
import { soilLine } from './soil-line';
import { wateringIn } from './watering-in';
import { wind } from './wind';
import { yearLimit } from './year-limit';
import type { Gate, GateContext, GateKey, Verdict } from './gate';

/** All gates, in the order in which the fence shows them. To add a gate: one file beside these, one line here. */
export const GATES: readonly Gate[] = [
  labelTurf,
  labelRate,
  yearLimit,
  interval,
  seedingAhead,
  soilLine,
  wind,
  wateringIn,
];
const ORDER = new Map(GATES.map((g, i) => [g.key, i]));

/** The window on a stretch of days: how far it is open, and which gates hold it there. None when open. */
export type WindowVerdict = Readonly<{ state: State; by: readonly GateKey[] }>;
export type WindowLane = Lane<Day, WindowVerdict>;
export type GateLane = Readonly<{ gate: Pick<Gate, 'key' | 'name'>; lane: Lane<Day, Verdict> }>;

const OPEN: WindowVerdict = { state: 'open', by: [] };

/** Commutes and associates: `by` is a set, kept in the order of the gates. */
export function worseOf(a: WindowVerdict, b: WindowVerdict): WindowVerdict {
  const state = worseState(a.state, b.state);
  if (state === 'open') return OPEN;
  const by = [...(a.state === state ? a.by : []), ...(b.state === state ? b.by : [])];
  return { state, by: [...new Set(by)].sort((x, y) => (ORDER.get(x) ?? 0) - (ORDER.get(y) ?? 0)) };
}

/** The worst of several lanes over the range. */
export function worst(lanes: readonly GateLane[], range: Range<Day>): WindowLane {
  return lanes.reduce<WindowLane>(
    (soFar, { gate, lane }) =>
      overlay(soFar, lane, (a, b) =>
        worseOf(a, b.state === 'open' ? OPEN : { state: b.state, by: [gate.key] }),
      ),
    constantLane(range, OPEN),
  );
}

export type Window = Readonly<{ range: Range<Day>; lanes: readonly GateLane[]; all: WindowLane }>;

/** Asks every gate, and all of them together. */
export function windowOf(context: GateContext, range: Range<Day>): Window {
  const lanes = GATES.map((gate) => ({
    gate: { key: gate.key, name: gate.name },
    lane: gate.spans(context, range),
  }));
  return { range, lanes, all: worst(lanes, range) };
}

/** The next day on which the work may go ahead, and until when (not in it); `least` says how far open is enough. */
export function nextOpen(all: WindowLane, from: Day, least: 'open' | 'ajar' = 'open'): Range<Day> | null {
  const ranges = rangesWhere(all, (v) => v.state === 'open' || (least === 'ajar' && v.state === 'ajar'));
  for (const r of ranges) if (r.to > from) return { from: Math.max(r.from, from) as Day, to: r.to };
  return null;
}
