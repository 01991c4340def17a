/**
 * What of a rehearsed season could have hurt the turf, by the year's own weather: the gates of heat and of turf that is
 * neither asleep nor green, asked afterwards. What one knew on the morning does not count here; what came does.
 */
import { addDays, yearOf, type Day } from '@/core/calendar/day';
import { hourOf, type Hour } from '@/core/calendar/hour';
import { worseState, type State } from '@/core/calendar/span';
import { airTemperature } from '@/core/gates/air-temperature';
import { NOTHING_SEEN } from '@/core/facts/facts';
import type { GateContext, Verdict } from '@/core/gates/gate';
import type { Reason } from '@/core/gates/reason';
import { turfState } from '@/core/gates/turf-state';
import { contextFor } from '@/core/season/planner/options';
import { sliceDays } from '@/core/weather/series';
import { labelled, type Move, type Play } from './rehearsal';
import { shared } from './shared';

export type Injury = Readonly<{
  on: Day;
  productId: string;
  by: 'heat' | 'half green';
  /** of the two days that began with the work: how many stood so */
  hours: number;
  /** past a limit, and not only near it */
  isPast: boolean;
}>;

/** Leaf that was sprayed in the morning is tender for two days. Common practice, no source. */
const FROM_HOUR = 9;
const HOURS = 48;
const HEAT: readonly Reason['code'][] = ['air-warm', 'air-too-warm', 'day-too-warm'];
const HALF_GREEN: readonly Reason['code'][] = ['part-green', 'must-be-dormant'];

/** One for each thing that could have hurt after each move; none: nothing could. */
export const injuriesOf = (p: Play, moves: readonly Move[], known = shared()): Injury[] =>
  moves.flatMap((m) => {
    const found = labelled(p, m);
    if (!found || yearOf(m.on) !== p.year) return [];
    const after = addDays(m.on, HOURS / 24 + 1);
    const context = contextFor(
      {
        ...p.facts,
        outlook: known.after(p, after),
        recent: sliceDays(p.observed, addDays(m.on, -1), addDays(after, 1)),
        forecast: null,
        seen: NOTHING_SEEN,
        today: after,
        hour: 0,
        clockAhead: [],
        lifts: [],
      },
      found.label,
      m.use,
      [],
      found.rate,
    );
    const at = { on: m.on, productId: m.productId };
    return [
      ...toldOf(at, 'heat', hourly(context, m.on), HEAT),
      ...toldOf(at, 'half green', daily(context, m.on), HALF_GREEN),
    ];
  });

/** Of each hour what the gate of air says. */
function hourly(context: GateContext, on: Day): Verdict[] {
  const from = hourOf(on, FROM_HOUR);
  const lane = airTemperature.hours!(context, { from, to: (from + HOURS) as Hour });
  return lane.flatMap((s) => Array.from({ length: s.to - s.from }, () => s.verdict));
}
function daily(context: GateContext, on: Day): Verdict[] {
  const lane = turfState.spans(context, { from: on, to: addDays(on, HOURS / 24) });
  return lane.flatMap((s) => Array.from({ length: 24 * (s.to - s.from) }, () => s.verdict));
}

function toldOf(
  at: Pick<Injury, 'on' | 'productId'>,
  by: Injury['by'],
  verdicts: readonly Verdict[],
  codes: readonly Reason['code'][],
): Injury[] {
  const hurt = verdicts.filter((v) => v.state !== 'open' && codes.includes(v.reason.code));
  const worst = hurt.reduce<State>((w, v) => worseState(w, v.state), 'open');
  return hurt.length ? [{ ...at, by, hours: hurt.length, isPast: worst === 'shut' }] : [];
}

/** How many of the moves could have hurt turf. */
export const hurtCount = (injuries: readonly Injury[]): number =>
  new Set(injuries.map((i) => `${i.on}|${i.productId}`)).size;
