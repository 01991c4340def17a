import fc from 'fast-check';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import {
  DEFAULT_CROSSING,
  DEFAULT_FALL,
  WATCH_KEYS,
  crossingDay,
  dayByWhich,
  watchDay,
  type CrossingRule,
  type FallRule,
} from './crossing';
import { DEFAULT_CROSSINGS } from '../../../tests/support/soil-rules';

const from = dayOf(2027, 1, 1);
const soil = (means: number[]) => ({ from, soil: means, airMean: means, airMax: means.map((t) => t + 5) });
const f = (...values: number[]) => values.map((x) => fromFahrenheit(x));

describe('crossingDay', () => {
  test('is the fifth day of the first run of five (common practice, no source)', () => {
    expect(crossingDay(soil(f(50, 56, 56, 54, 55, 55, 56, 57, 55, 60)), DEFAULT_CROSSING)).toBe(from + 8);
  });
  test('counts a day that stands at the line', () => {
    expect(crossingDay(soil(f(54, 55, 55, 55, 55, 55)), DEFAULT_CROSSING)).toBe(from + 5);
  });
  test('is null where no run is long enough', () => {
    expect(crossingDay(soil(f(56, 56, 56, 56, 54.9, 56, 56)), DEFAULT_CROSSING)).toBeNull();
  });
  // common practice, no source: a line is crossed by a soil that was cold
  describe('does not count what is still warm from autumn', () => {
    const january = f(57, 57, 57, 57, 57, 57, 52, 48, 46, 51, 56, 56, 56, 56, 56, 56);
    const { rules } = DEFAULT_CROSSINGS;
    test.each([
      ['run of days', 14],
      ['early bird', 9],
      ['five-day mean', 13],
      ['air rule of thumb', 12],
    ] as const)('%s', (school, day) => {
      expect(crossingDay(soil(january), rules[school])).toBe(from + day);
    });
    test.each(['run of days', 'early bird', 'five-day mean', 'air rule of thumb'] as const)(
      '%s: a soil that is never cold crosses nothing',
      (school) => expect(crossingDay(soil(Array<number>(365).fill(18)), rules[school])).toBeNull(),
    );
  });
  test('never comes earlier with a higher line or a longer run', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 25, noNaN: true }), { maxLength: 80 }),
        fc.integer({ min: 1, max: 7 }),
        fc.double({ min: 5, max: 20, noNaN: true }),
        (means, days, line) => {
          const day = (l: number, d: number) =>
            crossingDay(soil([0, ...means]), { ...DEFAULT_CROSSING, line: celsius(l), days: d }) ?? Infinity;
          expect(day(line + 1, days)).toBeGreaterThanOrEqual(day(line, days));
          expect(day(line, days + 1)).toBeGreaterThanOrEqual(day(line, days));
        },
      ),
    );
  });
});

describe('dayByWhich', () => {
  const members = Array.from({ length: 20 }, (_, i) => (from + i) as Day);
  test('is the day by which that share has crossed', () => {
    expect([0.1, 0.5, 0.9].map((p) => dayByWhich(members, p))).toEqual([from + 1, from + 9, from + 17]);
  });
  test('counts members that never cross, and is null where too few do', () => {
    const half = [...members.slice(0, 10), ...Array<null>(10).fill(null)];
    expect(dayByWhich(half, 0.5)).toBe(from + 9);
    expect(dayByWhich(half, 0.9)).toBeNull();
  });
});

describe('the schools (common practice, no source)', () => {
  const { rules } = DEFAULT_CROSSINGS;
  const on = (means: number[], rule: CrossingRule) => crossingDay(soil(means), rule);
  test('early bird: the first day at 50 °F', () => {
    expect(on(f(48, 49.9, 50, 40), rules['early bird'])).toBe(from + 2);
  });
  test('five-day mean: on the fifth day whose mean reaches the line, though single days lie under it', () => {
    expect(on(f(50, 54, 54, 56, 56, 54.9, 56), rules['five-day mean'])).toBe(from + 6);
    expect(on(f(60, 60, 60, 60), rules['five-day mean'])).toBeNull();
  });
  test('air: three days in a row by mean, earlier by maximum', () => {
    const air = f(40, 48, 52, 56, 56, 56);
    expect(on(air, rules['air rule of thumb'])).toBe(from + 5);
    // the maximum stands 5 °C (9 °F) above the mean here
    expect(on(air, { ...rules['air rule of thumb'], of: 'maximum' })).toBe(from + 3);
  });
  // recalled figures: Fidanza, Dernoeden & Zhang 1996; the sum is the handbook tables' worked example
  test('degree days of base 12 °C from 1 April: 61.5 after the fifteen days of the worked example', () => {
    const means = [11, 12.5, 14, 15, 16, 17, 15, 13, 18, 19, 20, 18, 17, 16, 19];
    const winter = Array<number>(90).fill(20);
    const rule = { ...rules['degree days'], sum: 61.5 };
    expect(on([...winter, ...means], rule)).toBe(dayOf(2027, 4, 15));
    expect(on([...winter, ...means], { ...rule, sum: 61.6 })).toBeNull();
  });
});

describe('watched lines', () => {
  const year = (at: (d: number) => number) => f(...Array.from({ length: 365 }, (_, d) => at(d)));
  test('fall falls through 70 °F after 1 July, on the fifth day', () => {
    const soil = year((d) => (d > 150 && d < 260 ? 75 : 60));
    expect(watchDay(from, soil, 'autumn', addDays(from, 181))).toBe(from + 264);
  });
  test('a soil that never stood above 70 °F does not fall through it', () => {
    expect(
      watchDay(
        from,
        year(() => 66),
        'autumn',
      ),
    ).toBeNull();
  });
  test('a rising line is not met by a soil that is still warm from autumn', () => {
    const soil = year((d) => (d < 5 ? 62 : d < 100 ? 50 : 61));
    expect(watchDay(from, soil, 'goosegrass')).toBe(from + 104);
  });
  test('goosegrass at 60 °F and nitrogen at 80 °F rise', () => {
    const soil = year((d) => 40 + d / 4);
    expect(watchDay(from, soil, 'goosegrass')).toBe(from + 84);
    expect(watchDay(from, soil, 'nitrogen')).toBe(from + 162);
  });
});

// common practice, no source: a cool spell is no fall
describe('a fall that stays', () => {
  const begins = addDays(from, 200);
  /** 75 °F up to a day, then by the figures, then 60 °F. */
  const soil = (at: number, ...then: number[]) =>
    f(...Array.from({ length: 400 }, (_, d) => (d < at ? 75 : (then[d - at] ?? 60))));
  const fall = (over: Partial<FallRule> = {}): FallRule => ({ ...DEFAULT_FALL, ...over });
  const day = (s: ArrayLike<number>, over: Partial<FallRule> = {}) => {
    const met = watchDay(from, s, 'autumn', begins, fall(over));
    return met === null ? null : met - from;
  };
  const times = (n: number, t: number) => Array.from({ length: n }, () => t);
  test.each([
    ['straight through', soil(250), {}, 254],
    ['four cool days, then warm for five: not those', soil(220, ...times(4, 65), ...times(26, 75)), {}, 254],
    [
      'six cool days, then warm for a month: not those',
      soil(220, ...times(6, 65), ...times(24, 75)),
      {},
      254,
    ],
    ['six cool days, then warm for four: those', soil(220, ...times(6, 65), ...times(4, 75)), {}, 224],
    ['exactly on the line counts as under it', soil(220, ...times(180, 70)), {}, 224],
    ['by the first day', soil(250), { school: 'first day' }, 250],
    ['by the first day, and one warm day after it', soil(250, 65, 75), { school: 'first day' }, 252],
    ['by three days in a row', soil(250), { days: 3 }, 252],
    [
      'by the mean of five days: one cold day takes it under',
      soil(250, 40, 75, 75),
      { school: 'mean of days' },
      250,
    ],
    ['a lower line', soil(250, ...times(20, 65)), { line: fromFahrenheit(64) }, 274],
  ] as const)('%s', (_, s, over, right) => {
    expect(day(s, over)).toBe(right);
  });
  test('above the line as the figures end, or never above it: not crossed', () => {
    expect(day(soil(220, ...times(6, 65)).slice(0, 226))).toBe(224);
    expect(day(soil(220, ...times(6, 65), ...times(5, 75)).slice(0, 231))).toBeNull();
    expect(day(f(...times(400, 66)))).toBeNull();
    expect(day(f(...times(400, 75)))).toBeNull();
  });
  test('what warms in spring does not undo it', () => {
    expect(day(f(...times(250, 75), ...times(165, 50), ...times(100, 75)))).toBe(254);
  });
  test('a lower line than the house’s has its own place, by the same days', () => {
    const cooling = f(...Array.from({ length: 400 }, (_, d) => 75 - Math.max(0, d - 230) / 4));
    const met = WATCH_KEYS.slice(-3).map((key) => watchDay(from, cooling, key, begins)! - from);
    expect(met).toEqual([254, 262, 278]);
  });
});
