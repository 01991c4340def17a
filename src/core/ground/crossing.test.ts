import fc from 'fast-check';
import { dayOf, type Day } from '@/core/calendar/day';
import { celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { DEFAULT_CROSSING, crossingDay, dayByWhich } from './crossing';

const from = dayOf(2027, 1, 1);
const f = (...values: number[]) => values.map((x) => fromFahrenheit(x));

describe('crossingDay', () => {
  test('is the fifth day of the first run of five (common practice, no source)', () => {
    expect(crossingDay(from, f(50, 56, 56, 54, 55, 55, 56, 57, 55, 60), DEFAULT_CROSSING)).toBe(from + 8);
  });
  test('counts a day that stands at the line', () => {
    expect(crossingDay(from, f(55, 55, 55, 55, 55), DEFAULT_CROSSING)).toBe(from + 4);
  });
  test('is null where no run is long enough', () => {
    expect(crossingDay(from, f(56, 56, 56, 56, 54.9, 56, 56), DEFAULT_CROSSING)).toBeNull();
  });
  test('never comes earlier with a higher line or a longer run', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 25, noNaN: true }), { maxLength: 80 }),
        fc.integer({ min: 1, max: 7 }),
        fc.double({ min: 5, max: 20, noNaN: true }),
        (means, days, line) => {
          const day = (l: number, d: number) =>
            crossingDay(from, means, { ...DEFAULT_CROSSING, line: celsius(l), days: d }) ?? Infinity;
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
