import fc from 'fast-check';
import { celsius, kelvins, metres, type Metres, type SquareMetresPerSecond } from '@/core/units/quantity';
import { fromInches } from '@/core/units/trade';
import { seattle } from '../../../tests/support/open-weather';
import { dailyMeanBehind, dampingDepth, waveAt, type Wave } from './analytic';
import {
  columnOf,
  NODE_DEPTHS,
  placeOf,
  probeGround,
  runGround,
  stepHour,
  temperatureAt,
  uniformProfile,
} from './conduction';

const DAY = 86_400;
const YEAR = 365.25 * DAY;
const halfMillionth = 0.5e-6 as SquareMetresPerSecond;

/** Largest difference from the analytic wave, hour by hour, over the last `check` hours of `spinUp + check`. */
function worstAgainstWave(
  wave: Wave,
  alpha = halfMillionth,
  depths: Metres[],
  spinUp: number,
  check: number,
) {
  const column = columnOf(alpha);
  const t = Float64Array.from(NODE_DEPTHS, (z) => waveAt(wave, alpha, z, 0));
  const work = new Float64Array(t.length);
  let worst = 0;
  for (let h = 1; h <= spinUp + check; h++) {
    stepHour(column, t, waveAt(wave, alpha, metres(0), h * 3600), work);
    if (h > spinUp)
      for (const z of depths)
        worst = Math.max(worst, Math.abs(temperatureAt(t, z) - waveAt(wave, alpha, z, h * 3600)));
  }
  return worst;
}

describe('the grid', () => {
  test('has at least 20 nodes, under 1 cm at the top, and reaches 3 m', () => {
    expect(NODE_DEPTHS.length).toBeGreaterThanOrEqual(20);
    expect(NODE_DEPTHS[1]).toBeLessThanOrEqual(0.01);
    expect(NODE_DEPTHS.at(-1)).toBeGreaterThanOrEqual(3);
  });
  test('refuses a depth it does not reach', () => expect(() => placeOf(metres(50))).toThrow('not 50 m'));
});

describe('the numerical ground', () => {
  // published: Carslaw & Jaeger 1959, § 2.6; required by the handbook: 0.05 °C for a swing of 10 °C at any hour
  test.each([0.18e-6, 0.5e-6, 0.74e-6])(
    'follows the daily wave at 2 in and 4 in to 0.05 °C (α = %p)',
    (alpha) => {
      const wave: Wave = { mean: celsius(15), amplitude: kelvins(10), period: DAY, start: 0 };
      const depths = [fromInches(2), fromInches(4), metres(0.07)];
      expect(worstAgainstWave(wave, alpha as SquareMetresPerSecond, depths, 24 * 20, 24 * 3)).toBeLessThan(
        0.05,
      );
    },
  );

  test('follows the yearly wave at 2 in, 4 in and 0.5 m to 0.05 °C', () => {
    const wave: Wave = { mean: celsius(12), amplitude: kelvins(10), period: YEAR, start: 0 };
    const depths = [fromInches(2), fromInches(4), metres(0.5)];
    expect(worstAgainstWave(wave, halfMillionth, depths, 365 * 24, 365 * 24)).toBeLessThan(0.05);
  });

  test('stays as it is under a surface of its own temperature', () => {
    const surface = new Float64Array(24 * 30).fill(7);
    const { dailyMeans, end } = runGround(columnOf(halfMillionth), uniformProfile(celsius(7)), surface, [
      fromInches(2),
    ]);
    for (const t of [...dailyMeans[0]!, ...end]) expect(t).toBeCloseTo(7, 9);
  });

  test('never leaves the range of what the surface has been (no overshoot of a steady day)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 40, noNaN: true }),
        fc.double({ min: -20, max: 40, noNaN: true }),
        (first, then) => {
          const surface = new Float64Array(24 * 5).fill(then);
          const { end } = runGround(columnOf(halfMillionth), uniformProfile(celsius(first)), surface, [
            fromInches(2),
          ]);
          const [lo, hi] = [Math.min(first, then) - 1e-9, Math.max(first, then) + 1e-9];
          expect(end.every((t) => t >= lo && t <= hi)).toBe(true);
        },
      ),
    );
  });

  test('agrees with a fine explicit scheme on two years of real weather to 0.1 °C in the daily mean at 2 in', () => {
    // data: vega-datasets, Seattle 2012–2013. The second solution shares nothing with ours: uniform 1 cm grid, explicit
    // steps of 60 s (stable: dz²/2α = 100 s), to 4 m.
    const { air } = seattle();
    const hours = 2 * 365 * 24;
    const surface = air.subarray(0, hours);
    const start = celsius(10);
    const ours = runGround(columnOf(halfMillionth), uniformProfile(start), surface, [fromInches(2)])
      .dailyMeans[0]!;
    const theirs = explicitDailyMeans(surface, 10, 0.5e-6, 0.0508);
    let worst = 0;
    for (let d = 0; d < ours.length; d++) worst = Math.max(worst, Math.abs(ours[d]! - theirs[d]!));
    expect(ours.length).toBe(730);
    expect(worst).toBeLessThan(0.1);
    expect(worst).toBeGreaterThan(0); // two different solutions
  });
});

/** Forward time, centred space; the surface linear between hours. Daily means of the hourly values at `depth`. */
function explicitDailyMeans(surface: Float64Array, start: number, alpha: number, depth: number): number[] {
  const dz = 0.01;
  const steps = 60;
  const n = 401;
  const r = (alpha * (3600 / steps)) / dz ** 2;
  let t = new Float64Array(n).fill(start);
  let next = new Float64Array(n);
  const means: number[] = [];
  let sum = 0;
  for (let h = 0; h < surface.length; h++) {
    const from = h === 0 ? start : surface[h - 1]!;
    for (let s = 1; s <= steps; s++) {
      for (let i = 1; i < n - 1; i++) next[i] = t[i]! + r * (t[i - 1]! - 2 * t[i]! + t[i + 1]!);
      next[0] = from + ((surface[h]! - from) * s) / steps;
      next[n - 1] = next[n - 2]!;
      [t, next] = [next, t];
    }
    const i = Math.floor(depth / dz);
    const w = depth / dz - i;
    sum += t[i]! * (1 - w) + t[i + 1]! * w;
    if (h % 24 === 23) {
      means.push(sum / 24);
      sum = 0;
    }
  }
  return means;
}

describe('the analytic wave', () => {
  // published: Oke 1987, table 2.1, with the worked values of the handbook
  test.each([
    [0.5e-6, 0.1173],
    [0.51e-6, 0.1184],
    [0.24e-6, 0.0812],
  ])('damping depth of the daily wave for α = %p m²/s is %p m', (alpha, depth) => {
    expect(dampingDepth(alpha as SquareMetresPerSecond, DAY)).toBeCloseTo(depth, 4);
  });

  test('at 2 in has 0.648 of the height and is 1.65 h late; at 4 in 0.420 and 3.31 h', () => {
    const d = dampingDepth(halfMillionth, DAY);
    for (const [inches, height, late] of [
      [2, 0.648, 1.65],
      [4, 0.42, 3.31],
    ] as const) {
      const z = fromInches(inches);
      expect(Math.exp(-1 * (z / d))).toBeCloseTo(height, 3);
      expect((z / d / (2 * Math.PI)) * 24).toBeCloseTo(late, 2);
    }
  });

  // published: Kusuda & Achenbach 1965 (worked values: α 0.0432 m²/day, mean 12, amplitude 12, coldest on day 35)
  test.each([
    [0, 35, 0],
    [0.05, 110, 8.5091],
    [0.1, 110, 8.3425],
    [1, 110, 6.9012],
    [1, 217, 18.8982],
  ])('of the year at %p m on day %p is %p °C', (depth, day, t) => {
    // −cos is a sine that begins a quarter of a year after the coldest day
    const wave: Wave = {
      mean: celsius(12),
      amplitude: kelvins(12),
      period: 365 * DAY,
      start: (35 + 365 / 4) * DAY,
    };
    expect(waveAt(wave, halfMillionth, metres(depth), day * DAY)).toBeCloseTo(t, 3);
  });
});

describe('a reading turned into a daily mean by the wave of its day', () => {
  // published: heat-conduction solution (Campbell & Norman 1998, ch. 8), worked: κ 0.5e-6, 5 cm, A 8, warmest at 14 h
  test.each([
    [20, 16, 14.8017],
    [12, 7, 15.3173],
  ])('%p °C at %p h is a mean of %p °C', (t, hour, mean) => {
    const swing = { amplitude: kelvins(8), warmestHour: 14 };
    expect(dailyMeanBehind(celsius(t), metres(0.05), hour, swing, halfMillionth)).toBeCloseTo(mean, 3);
  });
});

describe('probing a run', () => {
  const wave: Wave = { mean: celsius(15), amplitude: kelvins(10), period: DAY, start: 0 };
  // hour h of the weather is what the thermometer says when hour h begins
  const surface = Float64Array.from({ length: 24 * 12 }, (_, h) =>
    waveAt(wave, halfMillionth, metres(0), h * 3600),
  );
  const start = Float64Array.from(NODE_DEPTHS, (z) => waveAt(wave, halfMillionth, z, -3600));
  test('gives the analytic wave at any depth and fraction of an hour, in the order asked', () => {
    const probes = [250.5, 241.25, 263].map((hour, i) => ({ hour, depth: fromInches(2 + i) }));
    const got = probeGround(columnOf(halfMillionth), start, surface, probes);
    probes.forEach(({ hour, depth }, i) => {
      // half an hour of a 10 °C wave is no straight line: 0.08 °C
      expect(Math.abs(got[i]!.temperature - waveAt(wave, halfMillionth, depth, hour * 3600))).toBeLessThan(
        0.08,
      );
      const dz = 0.001;
      const slope =
        (waveAt(wave, halfMillionth, metres(depth + dz), hour * 3600) -
          waveAt(wave, halfMillionth, metres(depth - dz), hour * 3600)) /
        (2 * dz);
      expect(Math.abs(got[i]!.gradient - slope)).toBeLessThan(10);
    });
  });
  test('says null beyond the run', () => {
    const at = { hour: 24 * 12 + 1, depth: fromInches(2) };
    expect(probeGround(columnOf(halfMillionth), start, surface, [at])).toEqual([null]);
  });
});

test('a whole day is its 24 hours: the same means and the same end, hour by hour or by the day', () => {
  const column = columnOf(halfMillionth);
  const surface = Float64Array.from({ length: 40 * 24 }, (_, h) => 9 + 11 * Math.sin(h / 3.8) + (h % 7));
  const { dailyMeans, end } = runGround(column, uniformProfile(celsius(4)), surface, [
    metres(0),
    metres(0.05),
  ]);
  const t = uniformProfile(celsius(4));
  const work = new Float64Array(t.length);
  const hourly = [...surface].map((at) => {
    stepHour(column, t, at, work);
    return [metres(0), metres(0.05)].map((z) => temperatureAt(t, z));
  });
  for (const [i, means] of dailyMeans.entries())
    for (const [day, mean] of means.entries())
      expect(mean).toBeCloseTo(
        hourly.slice(day * 24, (day + 1) * 24).reduce((sum, at) => sum + at[i]!, 0) / 24,
        9,
      );
  for (const [i, at] of end.entries()) expect(at).toBeCloseTo(t[i]!, 9);
});
