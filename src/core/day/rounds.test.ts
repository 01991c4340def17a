/**
 * Rounds played to their end: forty days of a random sky, more lines than there is room for or fewer, and each morning the
 * crew takes those with the most regret. What counts is the share of the worth that gets done in time. Other orders: the one
 * whose window closes first, and regret as if there were room for all. Rounds and skies are drawn here.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { randomFrom } from '@/core/weather/random';
import { regretOf, roomFor } from './regret';

const START = dayOf(2027, 3, 1);
const DAYS = 40;
/** Stops of a day, and how many of ten days work. */
const STOPS = 4;
const WORKS = 0.6;
const crews = { trucks: 1, hours: STOPS, minutesAStop: 60, daysAWeek: 7 };

type Line = Readonly<{ from: number; last: number; worth: number; fades: number }>;
const worthOn = ({ from, worth, fades }: Line, d: number) => worth * Math.max(0, 1 - fades * (d - from));
type Random = () => number;
/** Kinds of rounds: windows here and there; one long round; two kinds of product; ten days each, all alike. */
const ROUNDS: Readonly<Record<string, (random: Random) => Line>> = {
  'here and there': (r) => {
    const from = Math.floor(r() * 32);
    const last = Math.min(DAYS - 1, from + 3 + Math.floor(r() * 25));
    return { from, last, worth: 5 + 55 * r(), fades: 0.02 * r() };
  },
  'one long round': (r) => ({
    from: 0,
    last: 8 + Math.floor(r() * 32),
    worth: 30 + 20 * r(),
    fades: 0.01 * r(),
  }),
  'two kinds': (r) => ({
    from: Math.floor(r() * 10),
    last: 15 + Math.floor(r() * 25),
    worth: 20 + 40 * r(),
    fades: r() < 0.5 ? 0 : 0.015,
  }),
  'all alike': (r) => {
    const from = Math.floor(r() * 30);
    return { from, last: from + 9, worth: 40, fades: 0.005 };
  },
};

type Order = 'closes first' | 'without room' | 'with room';
/** What a forecast says of a day, believed less the further ahead it lies. */
const chance = (sky: readonly boolean[], now: number, d: number) => {
  const skill = Math.max(0, 1 - (d - now) / 10);
  return skill * (sky[d] ? 0.95 : 0.05) + (1 - skill) * WORKS;
};
const day = (d: number): Day => addDays(START, d);

function ranked(waiting: readonly Line[], now: number, sky: readonly boolean[], order: Order): Line[] {
  if (order === 'closes first')
    return waiting.toSorted((a, b) => a.last - b.last || worthOn(b, now) - worthOn(a, now));
  const lasts = Array.from({ length: DAYS }, (_, d) => ({
    last: day(d),
    lines: waiting.filter((l) => l.last === d).length,
  }));
  const rooms = new Map(
    [...new Set(waiting.map((l) => l.last))].map((last) => [
      last,
      order === 'with room' ? roomFor({ lasts, crews }, day(now), day(last)) : 1,
    ]),
  );
  const chances = sky.map((_, d) => chance(sky, now, d));
  const regret = (l: Line) => {
    const room = rooms.get(l.last)!;
    const ahead = Array.from({ length: l.last - now }, (_, k) => now + 1 + k).map((d) => ({
      day: day(d),
      chance: room * chances[d]!,
      worth: worthOn(l, d),
    }));
    return regretOf(worthOn(l, now), ahead).points;
  };
  const points = new Map(waiting.map((l) => [l, regret(l)]));
  return waiting.toSorted((a, b) => points.get(b)! - points.get(a)!);
}

/** Share of all worth that is done in time. @param load lines over the stops that the sky leaves */
function played(kind: string, load: number, seed: number, order: Order): number {
  const random = randomFrom(seed);
  const sky = Array.from({ length: DAYS }, () => random() < WORKS);
  const lines = Array.from({ length: Math.round(load * STOPS * DAYS * WORKS) }, () => ROUNDS[kind]!(random));
  const left = new Set(lines);
  let done = 0;
  sky.forEach((works, now) => {
    if (!works) return;
    const waiting = [...left].filter((l) => l.from <= now && l.last >= now);
    for (const l of ranked(waiting, now, sky, order).slice(0, STOPS)) {
      done += worthOn(l, now);
      left.delete(l);
    }
  });
  return done / lines.reduce((sum, l) => sum + l.worth, 0);
}

test.each(Object.keys(ROUNDS))(
  '%s: at every load no worse than what closes first, and hardly ever than without room; in the mean of 40 skies',
  (kind) => {
    const worse: object[] = [];
    for (const load of [0.5, 0.8, 1.2, 2, 3, 5]) {
      const mean = (order: Order) =>
        Array.from({ length: 40 }, (_, k) => played(kind, load, k + 1, order)).reduce((a, b) => a + b) / 40;
      const withRoom = mean('with room');
      const [closes, without] = [mean('closes first'), mean('without room')];
      if (withRoom < closes - 1e-9 || withRoom < without - 0.005)
        worse.push({ load, withRoom, closes, without });
    }
    expect(worse).toEqual([]);
  },
);
