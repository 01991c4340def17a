/**
 * The best days for a programme's doses: a coarse grid over all days on which the gates stand open, then a walk from the
 * best of its points, on all members; its last steps and what it says of hold are of every single day. (Within a step of
 * several days a dose counts from the next step on, so a later day of the same step looks better than it is.)
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Spacing } from '@/core/products/application';
import type { HoldTable, Tried } from './hold-table';
import { samePeriod, type Option } from './options';
import { HAIR, SHOWN_HAIR, exceeds } from '@/core/units/tolerance';

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

/** `cost`: USD of the season, with the weeds that come through */
export type Found = Readonly<{ shape: Shape; days: readonly Day[]; hold: number; cost: number }>;

/** Tables of some members in long steps, of all in shorter ones, and of all by single days. */
export type Search = Readonly<{
  range: Range<Day>;
  coarse: HoldTable;
  fine: HoldTable;
  exact: HoldTable;
  /** USD of the season, from its mean hold, 0 to 1 */
  costOf: (shape: Shape, days: readonly Day[], hold: number) => number;
}>;

/** Days between two points of the grid, by how many doses there are. */
const GRID = [3, 3, 7, 14];
/** Points of the grid from which the walk is begun. */
const STARTS = 4;

/** How the gates stand for one dose of a shape, with its limits: 0 shut; by day from the range's first. */
export const allowedDays = (shape: Shape, i: number, range: Range<Day>): Uint8Array => {
  const { option, rate, isLaterPart, within } = shape[i]!;
  // seed waits for all that is down by then
  const total = shape.reduce(
    (sum, s, k) => (k <= i && s.option.label.id === option.label.id ? sum + s.rate : sum),
    0,
  );
  const states = option.days(rate, isLaterPart ? 'later' : 'first', total);
  if (!within && !exceeds(rate, Math.min(...option.room))) return states;
  return states.map((s, d) =>
    !exceeds(rate, option.room[d]!) &&
    (!within || (range.from + d >= within.from && range.from + d < within.to))
      ? s
      : 0,
  );
};

const triedOf = (shape: Shape, days: readonly Day[]): Tried[] =>
  shape.map((s, i) => ({ option: s.option.index, rate: s.rate, day: days[i]! }));

/** The best of a shape on the coarse table: its points, those of least cost first. Empty: it cannot go at all. */
function gridOf(shape: Shape, { range, coarse, costOf }: Search): Found[] {
  const allowed = shape.map((_, i) => allowedDays(shape, i, range));
  const step = GRID[Math.min(shape.length, GRID.length - 1)]!;
  const best: Found[] = [];
  const days: Day[] = [];
  const visit = (i: number): void => {
    if (i === shape.length) {
      if (!fitsLimits(shape, days, range)) return;
      const hold = coarse.hold(triedOf(shape, days));
      best.push({ shape, days: [...days], hold, cost: costOf(shape, days, hold) });
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
  return best.sort((a, b) => a.cost - b.cost).slice(0, STARTS);
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
function walk(from: Found, { range, costOf, ...tables }: Search): Found {
  const { shape } = from;
  const allowed = shape.map((_, i) => allowedDays(shape, i, range));
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
        if (value > hold + HAIR) {
          [days, hold, isBetter] = [next, value, true];
          break;
        }
      }
    }
  }
  return { shape, days, hold, cost: costOf(shape, days, hold) };
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

/** Shares by which the rate of one product is moved, the larger first. */
const RATE_MOVES = [0.75, 1.33, 0.9, 1.11, 0.96, 1.04];

/** The rates of each product moved, on the same days, while that costs less; then the days once more. */
function refined(from: Found, search: Search): Found {
  const { range, exact, costOf } = search;
  let best = from;
  for (let isBetter = true; isBetter;) {
    isBetter = false;
    for (const index of new Set(best.shape.map((s) => s.option.index)))
      for (const by of RATE_MOVES) {
        const shape = scaled(best.shape, index, by);
        if (!shape || !shape.every((_, i) => allowedDays(shape, i, range)[best.days[i]! - range.from]))
          continue;
        if (!fitsLimits(shape, best.days, range)) continue;
        const hold = exact.hold(triedOf(shape, best.days));
        const cost = costOf(shape, best.days, hold);
        if (cost < best.cost - CENT) [best, isBetter] = [{ ...best, shape, hold, cost }, true];
      }
  }
  return best === from ? from : walk(best, search);
}
const CENT = 0.01;

/** All doses of one product by the same share, none above or under its label; null: they stand at its end already. */
function scaled(shape: Shape, index: number, by: number): Shape | null {
  const rates = shape.flatMap((s) => (s.option.index === index ? [s.rate] : []));
  const { low, high } = shape.find((s) => s.option.index === index)!.option;
  const times = Math.max(low.rate / Math.min(...rates), Math.min(by, high.rate / Math.max(...rates)));
  if (Math.abs(times - 1) < SHOWN_HAIR) return null;
  return shape.map((s) => (s.option.index === index ? { ...s, rate: s.rate * times } : s));
}

/** Points that are asked and walked before the search gives up. */
const MOST_ASKED = 24;

/**
 * The best programme of several shapes that may go; null: none of them can. Points are taken in the order of their cost,
 * and no shape has more of them walked than any other before it has had its turn.
 * @param mayGo asks every gate, with the whole of it on the ledger
 * @param keep so many are walked to their end; 1: roughly, to compare products by
 */
export function bestOf(
  shapes: readonly Shape[],
  search: Search,
  mayGo: (found: Found) => boolean,
  keep = 3,
): Found | null {
  const points = shapes
    .flatMap((s) => gridOf(s, search).map((found, turn) => ({ found, turn })))
    .sort((a, b) => a.turn - b.turn || a.found.cost - b.found.cost);
  const far = search.costOf([], [], 0) - search.costOf([], [], FAR);
  let best: Found | null = null;
  let walked = 0;
  let asked = 0;
  for (const { found } of points) {
    if (walked === keep || asked === MOST_ASKED) break;
    // one that cannot come near what is found is not walked
    if (best && found.cost > best.cost + far) continue;
    asked++;
    if (!mayGo(found)) continue;
    walked++;
    const end = walk(found, search);
    if ((!best || end.cost < best.cost) && mayGo(end)) best = end;
  }
  // its rates are moved once its days are found: of the others none costs as little
  const moved = best && keep > 1 ? refined(best, search) : best;
  return moved && moved !== best && mayGo(moved) ? moved : best;
}
/** A walk gains less of hold than this over its point on the grid. Ours, held to by the check against all days. */
const FAR = 0.1;

/** Doses of one product in one period of its label come to no more than there is room for, and are no more than it allows. */
function fitsLimits(shape: Shape, days: readonly Day[], range: Range<Day>): boolean {
  return shape.every((s, i) => {
    const mates = shape.flatMap((o, k) =>
      o.option.label.id === s.option.label.id && samePeriod(s.option, days[i]!, days[k]!) ? [o.rate] : [],
    );
    if (mates.length > (s.option.most ?? Infinity)) return false;
    const total = mates.reduce((a, b) => a + b, 0);
    return !exceeds(total, s.option.room[days[i]! - range.from]!);
  });
}
