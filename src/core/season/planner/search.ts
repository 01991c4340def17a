/**
 * The best days for a programme's doses: a coarse grid over all days on which the gates stand open, then a walk from the
 * best of its points, on all members; its last steps and what it says of hold are of every single day. (Within a step of
 * several days a dose counts from the next step on, so a later day of the same step looks better than it is.)
 */
import { addDays, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Spacing } from '@/core/products/application';
import type { HoldTable, Tried } from './hold-table';
import type { Option } from './options';

/** One dose that is looked for: of which option and how much; of a later part, after which other dose and how long after. */
export type Slot = Readonly<{
  option: Option;
  rate: number;
  /** the slot before it, by its place, and the days between the two; null: on any day of its own */
  after: Readonly<{ slot: number; gap: Spacing }> | null;
  /** a share of the same total as the slot before: the soil's line does not hold it */
  isLaterPart: boolean;
  /** days that count; null: all */
  within: Range<Day> | null;
}>;
export type Shape = readonly Slot[];

export type Found = Readonly<{ shape: Shape; days: readonly Day[]; hold: number }>;

/** Tables of some members in long steps, of all in shorter ones, and of all by single days. */
export type Search = Readonly<{ range: Range<Day>; coarse: HoldTable; fine: HoldTable; exact: HoldTable }>;

/** Days between two points of the grid, by how many doses there are. */
const GRID = [3, 3, 7, 14];
/** Points of the grid from which the walk is begun. */
const STARTS = 4;

const allowedDays = ({ option, rate, isLaterPart, within }: Slot, range: Range<Day>): Uint8Array => {
  const states = option.days(rate, isLaterPart ? 'later' : 'first');
  if (!within && rate <= Math.min(...option.room) * (1 + 1e-9)) return states;
  return states.map((s, d) =>
    rate <= option.room[d]! * (1 + 1e-9) &&
    (!within || (range.from + d >= within.from && range.from + d < within.to))
      ? s
      : 0,
  );
};

const triedOf = (shape: Shape, days: readonly Day[]): Tried[] =>
  shape.map((s, i) => ({ option: s.option.index, rate: s.rate, day: days[i]! }));

/** The best of a shape on the coarse table: its points in order of their hold. Empty: it cannot go at all. */
function gridOf(shape: Shape, { range, coarse }: Search): Found[] {
  const allowed = shape.map((s) => allowedDays(s, range));
  const step = GRID[Math.min(shape.length, GRID.length - 1)]!;
  const best: { days: Day[]; hold: number }[] = [];
  const days: Day[] = [];
  const visit = (i: number): void => {
    if (i === shape.length) {
      if (!fitsLimits(shape, days, range)) return;
      const hold = coarse.hold(triedOf(shape, days));
      best.push({ days: [...days], hold });
      return;
    }
    const { after } = shape[i]!;
    const from = after ? addDays(days[after.slot]!, after.gap.leastDays) : range.from;
    const to = after ? addDays(days[after.slot]!, after.gap.mostDays + 1) : range.to;
    // of every step the first day that may go: a short opening between two points is not missed
    for (let d: number = from; d < to; d += step)
      for (let x = d; x < Math.min(d + step, to); x++)
        if (allowed[i]![x - range.from]) {
          days[i] = x as Day;
          visit(i + 1);
          break;
        }
  };
  visit(0);
  return best
    .sort((a, b) => b.hold - a.hold)
    .slice(0, STARTS)
    .map(({ days, hold }) => ({ shape, days, hold }));
}

/** Days that one move goes, the longer first, and the table it is judged by: no move is shorter than its table's steps. */
const MOVES = [
  { days: 16, by: 'fine' },
  { days: 8, by: 'fine' },
  { days: 4, by: 'fine' },
  { days: 2, by: 'exact' },
  { days: 1, by: 'exact' },
] as const;

/** From a point of the grid on all members to where no move by days is better. */
function walk(from: Found, { range, ...tables }: Search): Found {
  const { shape } = from;
  const allowed = shape.map((s) => allowedDays(s, range));
  const isOpen = (days: readonly Day[]): boolean =>
    shape.every(({ after }, i) => {
      const day = days[i]!;
      if (!allowed[i]![day - range.from]) return false;
      const gap = after ? day - days[after.slot]! : 0;
      return !after || (gap >= after.gap.leastDays && gap <= after.gap.mostDays);
    }) && fitsLimits(shape, days, range);
  let days = [...from.days];
  let hold = 0;
  for (const move of MOVES) {
    const table = tables[move.by];
    hold = table.hold(triedOf(shape, days));
    for (let isBetter = true; isBetter;) {
      isBetter = false;
      for (const next of around(days, move.days)) {
        if (!isOpen(next)) continue;
        const value = table.hold(triedOf(shape, next));
        if (value > hold + 1e-9) {
          [days, hold, isBetter] = [next, value, true];
          break;
        }
      }
    }
  }
  return { shape, days, hold };
}

/** Each day moved by itself, and all from one on together: so a pair keeps its spacing while it moves. */
function around(days: readonly Day[], by: number): Day[][] {
  const out: Day[][] = [];
  for (let i = 0; i < days.length; i++)
    for (const sign of [-1, 1]) {
      out.push(days.map((d, k) => (k === i ? addDays(d, sign * by) : d)));
      if (i < days.length - 1) out.push(days.map((d, k) => (k >= i ? addDays(d, sign * by) : d)));
    }
  return out;
}

/** Points that are asked and walked before the search gives up. */
const MOST_ASKED = 24;

/**
 * The best programme of several shapes that may go; null: none of them can. Points are taken in the order of their hold,
 * and no shape has more of them walked than any other before it has had its turn.
 * @param mayGo asks every gate, with the whole of it on the ledger @param keep so many are walked to their end
 */
export function bestOf(
  shapes: readonly Shape[],
  search: Search,
  mayGo: (found: Found) => boolean,
  keep = 3,
): Found | null {
  const points = shapes
    .flatMap((s) => gridOf(s, search).map((found, turn) => ({ found, turn })))
    .sort((a, b) => a.turn - b.turn || b.found.hold - a.found.hold);
  let best: Found | null = null;
  let walked = 0;
  let asked = 0;
  for (const { found } of points) {
    if (walked === keep || asked === MOST_ASKED) break;
    // one that cannot come near what is found is not walked
    if (best && found.hold < best.hold - FAR) continue;
    asked++;
    if (!mayGo(found)) continue;
    walked++;
    const end = walk(found, search);
    if ((!best || end.hold > best.hold) && mayGo(end)) best = end;
  }
  return best;
}
/** A walk gains less than this over its point on the grid. Ours, held to by the check against all days. */
const FAR = 0.1;

/** Doses of one product in one period of its label come to no more than there is room for, and are no more than it allows. */
function fitsLimits(shape: Shape, days: readonly Day[], range: Range<Day>): boolean {
  return shape.every((s, i) => {
    const mates = shape.flatMap((o, k) =>
      o.option.label.id === s.option.label.id && samePeriod(s.option, days[i]!, days[k]!) ? [o.rate] : [],
    );
    if (mates.length > (s.option.most ?? Infinity)) return false;
    const total = mates.reduce((a, b) => a + b, 0);
    return total <= s.option.room[days[i]! - range.from]! * (1 + 1e-9);
  });
}

const samePeriod = ({ period }: Option, a: Day, b: Day): boolean =>
  period === 'calendar year' ? yearOf(a) === yearOf(b) : Math.abs(a - b) < 365;
