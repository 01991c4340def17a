import { dayOf } from '@/core/calendar/day';
import { openWeather } from '../../../tests/support/open-weather';
import { dailyOf } from './daily';
import { fitGenerator, generate } from './generator';
import { randomFrom } from './random';

// data: vega-datasets, daily weather of two cities 2012–2015; model: Richardson 1981
describe.each(['Seattle', 'New York'] as const)('weather generated for %s', (city) => {
  const real = dailyOf(openWeather(city));
  const made = generate(fitGenerator(real), dayOf(2001, 1, 1), 160 * 365, randomFrom(11));
  const month = (from: number, i: number) => new Date((from + i) * 86_400_000).getUTCMonth();
  const daysOf = new Map(
    [real, made].map((d) => {
      const byMonth = Array.from({ length: 12 }, (): number[] => []);
      for (let i = 0; i < d.max.length; i++) byMonth[month(d.from, i)]!.push(i);
      return [d, byMonth] as const;
    }),
  );
  const mean = (d: typeof real, of: (i: number) => number, m: number) => {
    const days = daysOf.get(d)![m]!;
    return days.reduce((s, i) => s + of(i), 0) / days.length;
  };

  test('has the months’ mean maxima and minima to 0.8 °C on the whole, and none off by more than 2.5 °C', () => {
    // four years are few: a month's own mean of them lies about 1 °C from that of its season
    const off = Array.from({ length: 12 }, (_, m) => m).flatMap((m) => [
      Math.abs(mean(made, (i) => made.max[i]!, m) - mean(real, (i) => real.max[i]!, m)),
      Math.abs(mean(made, (i) => made.min[i]!, m) - mean(real, (i) => real.min[i]!, m)),
    ]);
    expect(off.reduce((s, x) => s + x, 0) / off.length).toBeLessThan(0.8);
    expect(Math.max(...off)).toBeLessThan(2.5);
  });
  test('has each month’s share of wet days to 8 points, and the year’s rain to 10 %', () => {
    for (let m = 0; m < 12; m++) {
      const wet = (d: typeof real) => mean(d, (i) => (d.rain[i]! > 0.3 ? 1 : 0), m);
      expect(Math.abs(wet(made) - wet(real))).toBeLessThan(0.08);
    }
    const perDay = (d: typeof real) => d.rain.reduce((s, x) => s + x, 0) / d.rain.length;
    expect(perDay(made) / perDay(real)).toBeGreaterThan(0.9);
    expect(perDay(made) / perDay(real)).toBeLessThan(1.1);
  });
  test('remembers the day before as much as the real weather does, to 0.1', () => {
    const memory = (d: typeof real) => {
      const by = Array.from({ length: 12 }, (_, m) => mean(d, (i) => d.max[i]!, m));
      const z = Array.from(d.max, (t, i) => t - by[month(d.from, i)]!);
      const sum = (lag: number) => z.slice(lag).reduce((s, x, i) => s + x * z[i]!, 0);
      return sum(1) / sum(0);
    };
    expect(Math.abs(memory(made) - memory(real))).toBeLessThan(0.1);
  });
});

test('the minimum never stands above the maximum, and the same seed gives the same weather', () => {
  const g = fitGenerator(dailyOf(openWeather('Seattle')));
  const [a, b] = [1, 1].map(() => generate(g, dayOf(2027, 1, 1), 365, randomFrom(3)));
  expect(a).toEqual(b);
  expect(a!.min.every((t, i) => t <= a!.max[i]!)).toBe(true);
  expect(generate(g, dayOf(2027, 1, 1), 365, randomFrom(4)).max).not.toEqual(a!.max);
});

test('is not fitted to less than a year', () => {
  const short = dailyOf(openWeather('Seattle'));
  expect(() => fitGenerator({ ...short, max: short.max.slice(0, 300) })).toThrow('at least 365 days');
});
