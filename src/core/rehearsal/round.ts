/** Several lawns of one station played together: each keeps its own gates, and one decides for all on which it may go. */
import type { Day } from '@/core/calendar/day';
import { groupBy } from '@/core/group';
import type { State } from '@/core/calendar/span';
import type { Odds } from '@/core/ground/crossing';
import type { Use } from '@/core/trade/terms';
import type { Celsius, Millimetres } from '@/core/units/quantity';
import type { Against, Move, Play, Week } from './rehearsal';
import type { Score } from './score';

/** A lawn with what was put down on it. */
export type Played = Readonly<{ play: Play; moves: readonly Move[] }>;

export type RoundChoice = Readonly<{
  productId: string;
  use: Use;
  /** lawns that have it on their turf */
  lawns: number;
  /** for each day on how many of them it stands so */
  days: readonly Readonly<Record<State, number>>[];
  /** what stands against it, first what holds most lawns; `reason` is that of the first of them */
  against: readonly (Against & Readonly<{ lawns: number }>)[];
}>;

export type RoundWeek = Readonly<{
  from: Day;
  /** coolest and warmest lawn, mean of the day before */
  soil: readonly [Celsius, Celsius];
  rain: Millimetres;
  /** days by which the line is reached: the first lawn's 10 %, the middle lawn's 50 %, the last lawn's 90 % */
  dates: Odds;
  /** when it was on the first and the last of the lawns that have crossed it; null: on none */
  crossed: Readonly<{ first: Day; last: Day; lawns: number }> | null;
  lawns: number;
  choices: readonly RoundChoice[];
}>;

/** The lawns' weeks as one. @throws RangeError without any */
export function roundOf(weeks: readonly Week[]): RoundWeek {
  const [one] = weeks;
  if (!one) throw new RangeError('A round of no lawns');
  const soils = weeks.map((w) => w.soil);
  const crossings = weeks.flatMap((w) => w.crossed ?? []).toSorted((a, b) => a - b);
  const days = (of: keyof Odds) => inOrder(weeks.map((w) => w.dates[of]));
  return {
    from: one.from,
    soil: [Math.min(...soils) as Celsius, Math.max(...soils) as Celsius],
    rain: one.rain,
    dates: {
      p10: days('p10')[0] ?? null,
      p50: days('p50')[(weeks.length - 1) >> 1] ?? null,
      p90: days('p90').at(-1) ?? null,
    },
    crossed: crossings.length
      ? { first: crossings[0]!, last: crossings.at(-1)!, lawns: crossings.length }
      : null,
    lawns: weeks.length,
    choices: choicesOf(weeks),
  };
}

/** Days in order, those that never come last. */
const inOrder = (days: readonly (Day | null)[]) => days.toSorted((a, b) => (a ?? Infinity) - (b ?? Infinity));

function choicesOf(weeks: readonly Week[]): RoundChoice[] {
  const all = weeks.flatMap((w) => w.choices);
  const groups = groupBy(all, (c) => `${c.productId}|${c.use}`);
  return [...groups.values()].map((same): RoundChoice => {
    const gates = groupBy(
      same.flatMap((c) => c.against),
      (a) => `${a.gate}|${a.state}`,
    );
    return {
      productId: same[0]!.productId,
      use: same[0]!.use,
      lawns: same.length,
      days: same[0]!.days.map((_, d) => ({
        open: same.filter((c) => c.days[d] === 'open').length,
        ajar: same.filter((c) => c.days[d] === 'ajar').length,
        shut: same.filter((c) => c.days[d] === 'shut').length,
      })),
      against: [...gates.values()]
        .map((found) => ({ ...found[0]!, lawns: found.length }))
        .toSorted((a, b) => b.lawns - a.lawns),
    };
  });
}

/** Scores of several lawns as one: the mean of what they held, the tightest limit, the latest seed; money and visits add up. */
export function together(scores: readonly Score[]): Score {
  const held = scores.flatMap((s) => s.hold ?? []);
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
  const targets = groupBy(
    scores.flatMap((s) => s.targets),
    (t) => t.weed,
  );
  return {
    hold: held.length ? mean(held) : null,
    targets: [...targets].map(([weed, found]) => ({ weed, hold: mean(found.map((t) => t.hold)) })),
    limit: Math.max(0, ...scores.map((s) => s.limit)),
    seedLate: Math.max(0, ...scores.map((s) => s.seedLate)),
    cost: scores.some((s) => s.cost === null) ? null : scores.reduce((sum, s) => sum + s.cost!, 0),
    visits: scores.reduce((sum, s) => sum + s.visits, 0),
  };
}
