/**
 * When must we start? A round of many lawns, each to be down and watered in before its own line, worked off by so many
 * trucks in the order of the last days that help, on the days that a year's weather leaves. Each past year is one member:
 * its lines, and its days on which nobody could work.
 *
 * Model: a truck does whole stops; a working day that the weather leaves does hours × 60 / minutes of them a truck. Days
 * of work fall on the first days of the week. A lawn that is down is watered in by its irrigation at once, else by the rain
 * of that year; one that is not by its day is down and not watered in.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { rangeOf } from '@/core/barrier/hold';

export type Crews = Readonly<{
  trucks: number;
  /** hours of a working day, and minutes of it that a lawn takes with the way to it */
  hours: number;
  minutesAStop: number;
  /** 1 to 7 */
  daysAWeek: number;
}>;

/** One lawn of the round, as one year has it. */
export type LawnDue = Readonly<{
  /** the first day on which it may go, and the day by which it must be down and watered in: not in it */
  from: Day;
  by: Day;
  /** it is watered in on the day itself; otherwise rain does it */
  isIrrigated: boolean;
  /** no start saves it in most years: it goes down when the others are, and no promise counts it */
  isLost?: boolean;
}>;

/** One past year, moved onto the days of this one. */
export type YearDue = Readonly<{
  year: number;
  lawns: readonly LawnDue[];
  /** by day from `first`: 1 where the weather let people work */
  workable: Uint8Array;
  /** by day from `first`: days until enough rain has fallen; 255: it does not within the weather on file */
  rainDays: Uint8Array;
  first: Day;
}>;

export type YearDone = Readonly<{
  year: number;
  /** shares of the lawns */
  down: number;
  watered: number;
  /** of those that are not lost from the start, down and watered in */
  saved: number;
  /** the day on which the last lawn went down; null: not all did */
  finished: Day | null;
  /** lawns that were not down and watered in by their day, by their place in the list */
  late: readonly number[];
}>;

/** No rain within the weather on file. */
export const NO_RAIN = 255;

/**
 * Days from each day until so much rain has fallen, that day's counted.
 * @param rain mm by day @param depth mm that water a product in
 */
export function daysToRain(rain: ArrayLike<number>, depth: number): Uint8Array {
  const out = new Uint8Array(rain.length).fill(NO_RAIN);
  for (let d = 0; d < rain.length; d++) {
    let sum = 0;
    for (let n = 0; n < NO_RAIN && d + n < rain.length; n++) {
      sum += rain[d + n]!;
      if (sum >= depth) {
        out[d] = n;
        break;
      }
    }
  }
  return out;
}

/** Monday is the first day of the week. */
const weekday = (day: Day): number => (((day + 3) % 7) + 7) % 7;

/** Lawns that the trucks do on a day on which they can work. */
export const stopsADay = ({ trucks, hours, minutesAStop }: Crews): number =>
  Math.max(0, trucks) * Math.floor((Math.max(0, hours) * 60) / Math.max(1, minutesAStop));

/**
 * Works off one year from a day on: each day those whose last day that helps comes first, of all that may go. That day is
 * the one before its line for a lawn with sprinklers; for another the last from which that year's rain waters it in by then,
 * so that of two with one line the rain-fed one goes first. This order saves as many as any could (Glover 1967, matchings
 * in convex bipartite graphs; from memory). Lawns that are late still go down, after those that can be saved.
 */
export function workOff(
  { lawns, workable, rainDays, first, year }: YearDue,
  start: Day,
  crews: Crews,
): YearDone {
  const capacity = stopsADay(crews);
  // in the order in which they may go; those that may go wait in a heap by the last day that helps them
  const order = lawns.map((_, i) => i).sort((a, b) => lawns[a]!.from - lawns[b]!.from || a - b);
  const helps = lawns.map((l) => lastDayThatHelps(l, rainDays, first));
  const waiting = new Heap((a, b) => helps[a]! - helps[b]! || a - b);
  const tooLate: number[] = [];
  const lost: number[] = [];
  const late = new Set<number>();
  let next = 0;
  let down = 0;
  let watered = 0;
  let saved = 0;
  let done = 0;
  let finished: Day | null = null;
  for (let d = 0; d < workable.length && done < lawns.length; d++) {
    const day = addDays(first, d);
    while (next < order.length && lawns[order[next]!]!.from <= day) {
      const lawn = order[next++]!;
      if (lawns[lawn]!.isLost) lost.push(lawn);
      else waiting.push(lawn);
    }
    if (day < start || !workable[d] || weekday(day) >= crews.daysAWeek) continue;
    for (let left = capacity; left > 0; left--) {
      const lawn = nextOf(waiting, tooLate, (i) => day > helps[i]!) ?? lost.shift();
      if (lawn === undefined) break;
      done++;
      if (day < lawns[lawn]!.by) down++;
      if (day <= helps[lawn]!) {
        watered++;
        if (!lawns[lawn]!.isLost) saved++;
      } else late.add(lawn);
      if (done === lawns.length) finished = day;
    }
  }
  // what was never reached
  for (const i of [...tooLate, ...lost, ...waiting.all(), ...order.slice(next)]) late.add(i);
  const all = Math.max(1, lawns.length);
  const savable = lawns.filter((l) => !l.isLost).length;
  return {
    year,
    down: down / all,
    watered: watered / all,
    saved: savable ? saved / savable : 1,
    finished,
    late: [...late].sort((a, b) => a - b),
  };
}

/** The first that can still be helped; what cannot is set aside, and is next where no other waits. */
function nextOf(waiting: Heap, tooLate: number[], isTooLate: (lawn: number) => boolean): number | undefined {
  for (let top = waiting.pop(); top !== undefined; top = waiting.pop()) {
    if (!isTooLate(top)) return top;
    tooLate.push(top);
  }
  return tooLate.shift();
}

/** The last day on which a lawn goes down in time: watered in before its line. −∞: none. */
function lastDayThatHelps({ by, isIrrigated }: LawnDue, rainDays: ArrayLike<number>, first: Day): number {
  if (isIrrigated) return by - 1;
  for (let day = by - 1; day >= first; day--) {
    const water = rainDays[day - first] ?? NO_RAIN;
    if (water < NO_RAIN && day + water < by) return day;
  }
  return -Infinity;
}

export type StartAnswer = Readonly<{
  start: Day;
  /** shares of the lawns in 10, 50 and 90 of 100 years */
  down: ReturnType<typeof rangeOf>;
  watered: ReturnType<typeof rangeOf>;
  /** of the lawns that are not lost from the start */
  saved: ReturnType<typeof rangeOf>;
  years: readonly YearDone[];
}>;

/** How the round goes in every year when it is begun on a day. */
export function startOn(years: readonly YearDue[], start: Day, crews: Crews): StartAnswer {
  const done = years.map((y) => workOff(y, start, crews));
  return {
    start,
    down: rangeOf(done.map((d) => d.down)),
    watered: rangeOf(done.map((d) => d.watered)),
    saved: rangeOf(done.map((d) => d.saved)),
    years: done,
  };
}

/** Most lawns count as all: a gate that would not open all year must not make every start too late. Ours. */
const NEARLY_ALL = 0.98;

/**
 * The latest start after which, in 9 years of 10, nearly all that can be done in time by starting at once is. Starting
 * later never does more, so the days are halved until one is left.
 * @returns null: no start in the range does it
 */
export function latestStart(
  years: readonly YearDue[],
  crews: Crews,
  range: Readonly<{ from: Day; to: Day }>,
  share = NEARLY_ALL,
): Day | null {
  const isEnough = (start: Day) => startOn(years, start, crews).saved.p10 >= share;
  if (!years.length || !isEnough(range.from)) return null;
  let [good, bad] = [range.from as number, range.to as number];
  while (bad - good > 1) {
    const middle = Math.floor((good + bad) / 2);
    if (isEnough(middle as Day)) good = middle;
    else bad = middle;
  }
  return good as Day;
}

/** A binary heap of places in a list: the least by `compare` comes first. */
class Heap {
  private readonly items: number[] = [];
  constructor(private readonly compare: (a: number, b: number) => number) {}
  push(item: number): void {
    const { items, compare } = this;
    let i = items.push(item) - 1;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (compare(items[parent]!, item) <= 0) break;
      items[i] = items[parent]!;
      i = parent;
    }
    items[i] = item;
  }
  pop(): number | undefined {
    const { items, compare } = this;
    const top = items[0];
    const last = items.pop();
    if (last === undefined || !items.length) return top;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= items.length) break;
      if (child + 1 < items.length && compare(items[child + 1]!, items[child]!) < 0) child++;
      if (compare(last, items[child]!) <= 0) break;
      items[i] = items[child]!;
      i = child;
    }
    items[i] = last;
    return top;
  }
  all(): readonly number[] {
    return this.items;
  }
}
