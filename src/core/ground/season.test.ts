import { addDays, dayOf, isoDay, type Day } from '@/core/calendar/day';
import { climateOf, seasonNow, usualClimate } from './season';
import { crossingDay, watchDay, DEFAULT_CROSSING } from './crossing';
import { fromFahrenheit } from '@/core/units/trade';

const wave = (warmest: number, mean = 12, swing = 12) =>
  Float64Array.from(
    { length: 730 },
    (_, d) => mean + swing * Math.cos((2 * Math.PI * (d + 1 - warmest)) / 365.25),
  );

test('the climate is found from the weather, north and south', () => {
  expect(climateOf(dayOf(2026, 1, 1), wave(205))).toEqual({ warmest: 205, coldest: 22 });
  expect(climateOf(dayOf(2026, 1, 1), wave(20))).toEqual({ warmest: 20, coldest: 203 });
});

describe('the season that counts', () => {
  const begins = (latitude: number, direction: 'rising' | 'falling', today: Day) =>
    isoDay(seasonNow(usualClimate(latitude), direction, today));
  test.each([
    ['spring, asked in March', 40, 'rising', dayOf(2027, 3, 18), '2027-01-25'],
    ['spring, asked in October: this year\u2019s', 40, 'rising', dayOf(2027, 10, 1), '2027-01-25'],
    ['spring, asked in mid-December: the one to come', 40, 'rising', dayOf(2027, 12, 15), '2028-01-25'],
    ['autumn, asked in March: last year\u2019s', 40, 'falling', dayOf(2027, 3, 18), '2026-07-24'],
    ['autumn, asked in June: the one to come', 40, 'falling', dayOf(2027, 6, 1), '2027-07-24'],
    ['spring south of the equator, asked in August', -38, 'rising', dayOf(2027, 8, 20), '2027-07-24'],
    ['autumn south of the equator, asked in February', -38, 'falling', dayOf(2027, 2, 20), '2027-01-25'],
  ] as const)('%s', (_, latitude, direction, today, day) => {
    expect(begins(latitude, direction, today)).toBe(day);
  });
});

describe('a line by its season (common practice, no source)', () => {
  const from = dayOf(2026, 7, 1);
  const run = (at: (day: Day) => number) => {
    const soil = Array.from({ length: 500 }, (_, d) => fromFahrenheit(at(addDays(from, d))));
    return { from, soil, airMean: soil, airMax: soil };
  };
  const begins = dayOf(2027, 1, 20);
  test('a warm winter: cold in December, warm when the season begins: it is crossed then', () => {
    const mild = run((d) => (d >= dayOf(2026, 12, 10) && d < dayOf(2026, 12, 20) ? 50 : 60));
    expect(crossingDay(mild, DEFAULT_CROSSING, begins)).toBe(addDays(begins, 4));
  });
  test('a soil that was cold only last winter but one, or never, crosses nothing', () => {
    const never = run((d) => (d < dayOf(2026, 8, 1) ? 50 : 60));
    expect(crossingDay(never, DEFAULT_CROSSING, begins)).toBeNull();
  });
  test('a soil that is cold only in the winter after it does not cross it a winter late', () => {
    const late = run((d) => (d >= dayOf(2027, 12, 1) && d < dayOf(2027, 12, 20) ? 50 : 60));
    expect(crossingDay(late, DEFAULT_CROSSING, begins)).toBeNull();
  });
  test('autumn south of the equator falls in March, not in July', () => {
    const south = run((d) => (d >= dayOf(2026, 12, 1) && d < dayOf(2027, 3, 15) ? 75 : 60));
    expect(watchDay(from, south.soil, 'autumn', dayOf(2027, 1, 20))).toBe(dayOf(2027, 3, 19));
  });
});
