import { dayOf } from '@/core/calendar/day';
import { MIDDLE, airOf } from '../../../tests/support/climates';
import { openWeather } from '../../../tests/support/open-weather';
import { dailyOf } from './daily';
import { fitGenerator, generate } from './generator';
import { normal, randomFrom } from './random';

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

test('minima and maxima in lockstep give weather like theirs, and no figure that is none', () => {
  const real = dailyOf(airOf(MIDDLE, 2020, { before: 6 }));
  const made = generate(fitGenerator(real), dayOf(2001, 1, 1), 10 * 365, randomFrom(2));
  const mean = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / x.length;
  for (const end of ['min', 'max'] as const) {
    expect(made[end].every(Number.isFinite)).toBe(true);
    expect(Math.abs(mean(made[end]) - mean(real[end]))).toBeLessThan(1);
    expect(Math.max(...made[end])).toBeLessThan(Math.max(...real[end]) + 8);
  }
});

test('from one year on file months differ as they usually do, and not by the chain alone', () => {
  const year = dailyOf(airOf(MIDDLE, 2020, { before: 0, wet: 0.2 }));
  expect(year.max.length).toBe(366);
  const made = generate(fitGenerator(year), dayOf(2001, 1, 1), 60 * 365, randomFrom(9));
  const aprils = Array.from({ length: 60 }, (_, k) => {
    const from = dayOf(2001 + k, 4, 1) - made.from;
    return made.max.subarray(from, from + 30).reduce((a, b) => a + b, 0) / 30;
  }).filter(Number.isFinite);
  const mean = aprils.reduce((a, b) => a + b) / aprils.length;
  const sd = Math.sqrt(aprils.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (aprils.length - 1));
  expect(sd).toBeGreaterThan(1.3);
  expect(sd).toBeLessThan(3.2);
});

test('is not fitted to less than a year', () => {
  const short = dailyOf(openWeather('Seattle'));
  expect(() => fitGenerator({ ...short, max: short.max.slice(0, 300) })).toThrow('at least 365 days');
});

// stations of 20 years, made here; some with a slow anomaly of their own
describe('months of generated springs lie apart as the station’s own do', () => {
  const spreadOf = (d: ReturnType<typeof dailyOf>): number => {
    const means = new Map<string, number[]>();
    for (let i = 0; i < d.max.length; i++) {
      const day = new Date((d.from + i) * 86_400_000);
      const month = day.getUTCMonth();
      if (month < 2 || month > 4) continue;
      const key = `${day.getUTCFullYear()} ${month}`;
      means.set(key, [...(means.get(key) ?? []), (d.min[i]! + d.max[i]!) / 2]);
    }
    const byMonth = [2, 3, 4].map((m) =>
      [...means]
        .filter(([k, v]) => k.endsWith(` ${m}`) && v.length >= 28)
        .map(([, v]) => v.reduce((a, b) => a + b) / v.length),
    );
    const variance = (of: readonly number[]) => {
      const mean = of.reduce((a, b) => a + b, 0) / of.length;
      return of.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (of.length - 1);
    };
    return Math.sqrt(byMonth.reduce((sum, of) => sum + variance(of), 0) / 3);
  };
  test.each([0, 1.5])('with a slow anomaly of %s K in the mean of five stations', (slow) => {
    const ratios = [1, 2, 3, 4, 5].map((seed) => {
      const air = airOf(MIDDLE, 2020, { before: 20, seed: seed + 40, wet: 0.25 });
      const random = randomFrom(seed * 77);
      const keep = Math.exp(-1 / 45);
      let warm = 0;
      for (let day = 0; day < air.air.length / 24; day++) {
        warm = keep * warm + Math.sqrt(1 - keep * keep) * normal(random);
        for (let h = 0; h < 24; h++) air.air[day * 24 + h]! += slow * warm;
      }
      const real = dailyOf(air);
      const made = generate(fitGenerator(real), dayOf(2001, 1, 1), 80 * 365, randomFrom(seed));
      return spreadOf(made) / spreadOf(real);
    });
    const mean = ratios.reduce((a, b) => a + b) / ratios.length;
    expect(mean).toBeGreaterThan(0.9);
    expect(mean).toBeLessThan(1.1);
  });
});
