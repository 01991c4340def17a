/** When to start, against cases that are worked out by hand, and against a slow simulation. */
import fc from 'fast-check';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { randomFrom } from '@/core/weather/random';
import { answerStart, type StartQuestion } from './start';
import {
  NO_RAIN,
  daysToRain,
  latestStart,
  startOn,
  stopsADay,
  workOff,
  type Crews,
  type LawnDue,
  type YearDue,
} from './workload';

// a Monday
const first = dayOf(2027, 3, 1);
const crews: Crews = { trucks: 1, hours: 8, minutesAStop: 48, daysAWeek: 5 };
const always = (days = 120) => new Uint8Array(days).fill(1);
const lawns = (count: number, from: number, by: number, isIrrigated = true): LawnDue[] =>
  Array.from({ length: count }, () => ({ from: addDays(first, from), by: addDays(first, by), isIrrigated }));
const year = (over: Partial<YearDue> = {}): YearDue => ({
  year: 2026,
  lawns: lawns(100, 0, 28),
  workable: always(),
  rainDays: new Uint8Array(120),
  first,
  ...over,
});

test('a truck does ten lawns of 48 minutes in eight hours; two do twenty', () => {
  expect(stopsADay(crews)).toBe(10);
  expect(stopsADay({ ...crews, trucks: 2 })).toBe(20);
  expect(stopsADay({ ...crews, minutesAStop: 50 })).toBe(9);
});

// worked by hand: 100 lawns at 10 a day are ten working days, two weeks from Monday 1 March: the last on Friday the 12th
test('a hundred lawns at ten a day take two weeks of five days', () => {
  expect(workOff(year(), first, crews)).toMatchObject({ down: 1, watered: 1, finished: dayOf(2027, 3, 12) });
  expect(workOff(year(), first, { ...crews, daysAWeek: 6 }).finished).toEqual(dayOf(2027, 3, 11));
  expect(workOff(year(), first, { ...crews, trucks: 2 }).finished).toEqual(dayOf(2027, 3, 5));
});

// by hand: the line is on day 28, a Monday (29 March); ten working days before it begin on Monday 15 March
test('the latest start leaves the ten working days before the line', () => {
  const range = { from: first, to: addDays(first, 60) };
  expect(latestStart([year()], crews, range, 1)).toEqual(dayOf(2027, 3, 15));
  // three days lost to rain in the last week: it must begin three working days sooner
  const workable = always();
  for (const d of [22, 23, 24]) workable[d] = 0;
  expect(latestStart([year({ workable })], crews, range, 1)).toEqual(dayOf(2027, 3, 10));
  // water that takes four days: the last Friday is of no use
  expect(
    latestStart(
      [year({ lawns: lawns(100, 0, 28, false), rainDays: new Uint8Array(120).fill(4) })],
      crews,
      range,
      1,
    ),
  ).toEqual(dayOf(2027, 3, 11));
  expect(latestStart([year({ lawns: lawns(1000, 0, 28) })], crews, range, 1)).toBeNull();
});

test('in 9 years of 10: one bad year of twenty does not count, two do', () => {
  const wet = always();
  for (let d = 14; d < 28; d++) wet[d] = 0;
  const of = (bad: number) =>
    Array.from({ length: 20 }, (_, k) => year({ year: 2000 + k, workable: k < bad ? wet : always() }));
  const range = { from: first, to: addDays(first, 60) };
  expect(latestStart(of(1), crews, range, 1)).toEqual(dayOf(2027, 3, 15));
  expect(latestStart(of(2), crews, range, 1)).toEqual(first);
});

test('those whose window closes first go first, and what is late goes last', () => {
  const mixed = [...lawns(10, 0, 60), ...lawns(10, 0, 2), ...lawns(10, 0, 0)];
  const one = workOff(year({ lawns: mixed }), first, crews);
  // the ten that are late from the start are late, nobody else is
  expect(one.late).toEqual(Array.from({ length: 10 }, (_, i) => 20 + i));
  expect(one.finished).toEqual(addDays(first, 2));
  expect(one.down).toBeCloseTo(20 / 30, 12);
});

test('without water in time a lawn is down and not watered in', () => {
  const rainDays = new Uint8Array(120).fill(NO_RAIN);
  const dry = workOff(year({ lawns: lawns(10, 0, 28, false), rainDays }), first, crews);
  expect(dry).toMatchObject({ down: 1, watered: 0 });
});

test('days until so much rain has fallen, the day itself counted', () => {
  expect([...daysToRain([0, 5, 0, 8, 20, 0], 13)]).toEqual([3, 2, 2, 1, 0, NO_RAIN]);
});

test('more trucks, more days and an earlier start never do less', () => {
  const aLawn = fc.record({
    from: fc.nat(40),
    length: fc.nat(40),
    water: fc.option(fc.nat(6), { nil: null }),
  });
  const aYear = fc.record({
    lawns: fc.array(aLawn, { maxLength: 60 }),
    lost: fc.array(fc.nat(90), { maxLength: 40 }),
  });
  fc.assert(
    fc.property(aYear, fc.nat(40), fc.integer({ min: 1, max: 4 }), (y, start, trucks) => {
      const workable = always(90);
      for (const d of y.lost) workable[d] = 0;
      const due = year({
        workable,
        lawns: y.lawns.map((l) => ({
          from: first,
          by: addDays(first, l.from + l.length),
          isIrrigated: l.water !== null,
        })),
      });
      const small = { ...crews, trucks, minutesAStop: 240 };
      const down = (s: number, c: Crews) => startOn([due], addDays(first, s), c).down.p50;
      const now = down(start, small);
      expect(down(Math.max(0, start - 3), small)).toBeGreaterThanOrEqual(now - 1e-12);
      expect(down(start, { ...small, trucks: trucks + 1 })).toBeGreaterThanOrEqual(now - 1e-12);
      expect(down(start, { ...small, daysAWeek: 6 })).toBeGreaterThanOrEqual(now - 1e-12);
    }),
  );
});

test('it is what a slow simulation of every day finds', () => {
  const slow = ({ lawns: all, workable, first: f }: YearDue, start: Day, c: Crews): number => {
    const left = new Set(all.map((_, i) => i));
    let down = 0;
    for (let d = 0; d < workable.length; d++) {
      const day = addDays(f, d);
      const date = new Date(day * 86_400_000).getUTCDay();
      if (day < start || !workable[d] || (date + 6) % 7 >= c.daysAWeek) continue;
      for (let n = 0; n < stopsADay(c); n++) {
        const may = [...left].filter((i) => all[i]!.from <= day && all[i]!.by > day);
        const next = may.sort((a, b) => all[a]!.by - all[b]!.by || a - b)[0];
        if (next === undefined) break;
        left.delete(next);
        down++;
      }
    }
    return down / all.length;
  };
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(30), fc.integer({ min: 1, max: 40 })), { minLength: 1, maxLength: 50 }),
      fc.array(fc.nat(69), { maxLength: 30 }),
      fc.nat(30),
      (list, lost, start) => {
        const workable = always(70);
        for (const d of lost) workable[d] = 0;
        const due = year({
          workable,
          lawns: list.map(([from, length]) => ({
            from: addDays(first, from),
            by: addDays(first, from + length),
            isIrrigated: true,
          })),
        });
        const c = { ...crews, minutesAStop: 160 };
        expect(workOff(due, addDays(first, start), c).down).toBeCloseTo(
          slow(due, addDays(first, start), c),
          12,
        );
      },
    ),
    { numRuns: 60 },
  );
});

test('of two lawns with one line the one that waits for rain goes first', () => {
  // rain in two days: the last day that helps a rain-fed lawn is two days sooner
  const rainDays = new Uint8Array(120).fill(2);
  const both = [...lawns(10, 0, 4, true), ...lawns(10, 0, 4, false)];
  expect(workOff(year({ lawns: both, rainDays }), first, crews)).toMatchObject({ watered: 1, late: [] });
});

test('lost ones are driven to last, and no promise counts them', () => {
  const lost = lawns(10, 0, 3).map((l) => ({ ...l, isLost: true }));
  const done = workOff(year({ lawns: [...lost, ...lawns(20, 0, 2)] }), first, crews);
  expect(done.saved).toBe(1);
  expect(done.watered).toBe(1);
  const crowded = workOff(year({ lawns: [...lost, ...lawns(20, 0, 2)] }), addDays(first, 1), crews);
  expect([crowded.saved, crowded.late.length]).toEqual([0.5, 20]);
});

// the largest set of lawns that can be saved at all, by augmenting paths (Kuhn 1955; from memory)
/** The most lawns that any order saves, as a share: a maximum matching of lawns and stops. */
const best = ({ lawns: all, workable, rainDays }: YearDue, start: Day, c: Crews): number => {
  const days = Array.from(workable, (w, d) => ({
    d,
    room:
      w && addDays(first, d) >= start && new Date(addDays(first, d) * 86_400_000).getUTCDay() % 6 !== 0
        ? stopsADay(c)
        : 0,
  }));
  const slots = days.flatMap(({ d, room }) => Array.from({ length: room }, () => d));
  const may = all.map(({ from, by, isIrrigated }) =>
    slots.flatMap((d, s) => {
      const day = addDays(first, d);
      const water = isIrrigated ? 0 : rainDays[d]!;
      return day >= from && day < by && water < NO_RAIN && day + water < by ? [s] : [];
    }),
  );
  const taken = new Array<number>(slots.length).fill(-1);
  const place = (lawn: number, seen: Set<number>): boolean =>
    may[lawn]!.some((s) => {
      if (seen.has(s)) return false;
      seen.add(s);
      if (taken[s]! >= 0 && !place(taken[s]!, seen)) return false;
      taken[s] = lawn;
      return true;
    });
  return all.filter((_, i) => place(i, new Set())).length / all.length;
};

test('saves as many as any order could, over a thousand years of chance', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(20), fc.integer({ min: 1, max: 20 }), fc.boolean()), {
        minLength: 1,
        maxLength: 16,
      }),
      fc.array(fc.nat(39), { maxLength: 20 }),
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 40, maxLength: 40 }),
      (list, off, rain) => {
        const workable = always(40);
        for (const d of off) workable[d] = 0;
        const due = year({
          workable,
          rainDays: daysToRain(
            rain.map((r) => (r > 0.7 ? 20 * r : 0)),
            13,
          ),
          lawns: list.map(([from, length, isIrrigated]) => ({
            from: addDays(first, from),
            by: addDays(first, from + length),
            isIrrigated,
          })),
        });
        const c = { ...crews, minutesAStop: 240 };
        expect(workOff(due, first, c).watered).toBeCloseTo(best(due, first, c), 12);
      },
    ),
    { numRuns: 1000 },
  );
});

test('the stated promise is kept: 100 questions drawn at random, held to a maximum matching of each year', () => {
  const random = randomFrom(11);
  const kept = Array.from({ length: 100 }, () => {
    const days = 70;
    const years = Array.from({ length: 12 }, (_, k) => 2001 + k);
    const question: StartQuestion = {
      today: first,
      first,
      days,
      years,
      stations: 1,
      lawns: Array.from({ length: 20 }, (_, i) => {
        const from = addDays(first, Math.floor(random() * 25));
        return {
          zoneId: `z${i}`,
          site: `z${i}`,
          from,
          latest: addDays(from, 8 + Math.floor(random() * 30)),
          isIrrigated: random() < 0.5,
          line: i % 4,
        };
      }),
      // lines of one year come early or late together
      lines: Array.from({ length: 4 }, () => {
        const usual = 25 + Math.floor(random() * 20);
        return years.map(() => addDays(first, usual + Math.floor(random() * 14)));
      }),
      workable: years.map(() => Array.from({ length: days }, () => (random() < 0.7 ? '1' : '0')).join('')),
      rainDays: years.map(() =>
        Array.from(
          daysToRain(
            Array.from({ length: days }, () => (random() < 0.3 ? 16 : 0)),
            13,
          ),
        ),
      ),
      crews: { trucks: 1, hours: 8, minutesAStop: 240, daysAWeek: 5 },
    };
    const says = answerStart({ question, crews: question.crews, start: first });
    if (says.latest === null) return null;
    const savable = question.lawns.filter((_, i) => !says.lost.includes(i));
    const shares = years.map((year_, y) =>
      best(
        year({
          year: year_,
          workable: Uint8Array.from(question.workable[y]!, Number),
          rainDays: Uint8Array.from(question.rainDays[y]!),
          lawns: savable.map(({ from, latest, isIrrigated, line }) => ({
            from,
            by: Math.min(addDays(latest, 1), question.lines[line!]![y]!) as Day,
            isIrrigated,
          })),
        }),
        says.latest!,
        question.crews,
      ),
    );
    // nine years of ten, nearly all of those that a start can save
    return shares.filter((s) => s >= 0.98).length >= 0.9 * years.length;
  });
  const answered = kept.filter((k) => k !== null);
  expect(answered.length).toBeGreaterThan(25);
  expect(answered.filter(Boolean).length / answered.length).toBeGreaterThanOrEqual(0.95);
});
