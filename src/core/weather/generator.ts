/**
 * A weather generator fitted to one station: more years like those on file, where they are too few for honest odds.
 *
 * Model: wet and dry days by a first-order Markov chain with monthly probabilities; the amount on a wet day exponential
 * with a monthly mean; daily maximum and minimum as residuals about a seasonal mean and deviation that differ for wet
 * and dry days (Fourier, three harmonics and one), correlated with each other and with the day before by a multivariate
 * first-order autoregression, A = M1 M0⁻¹, B Bᵀ = M0 − A M1ᵀ.
 * Source: Richardson 1981, Stochastic simulation of daily precipitation, temperature, and solar radiation,
 * Water Resources Research 17(1):182–190 (recalled). Departures: no solar radiation, which the ground model does not
 * use; wind is the month's mean; and, because such chains are known to make months and years too much alike (Hansen &
 * Mavromatis 2001, Agric. For. Meteorol. 109:297, recalled), a slow anomaly that wanders over weeks is added with the
 * spread that the station's months show beyond what months of the chain alone show.
 */
import { addDays, dayOfYear, monthOf, yearOf, type Day } from '@/core/calendar/day';
import type { DailyWeather } from './daily';
import { normal, randomFrom } from './random';

/** mm: less is a dry day */
export const WET = 0.3;
const MONTHS = 12;
const YEAR = 365.25;

type Pair = readonly [number, number];
type Matrix = readonly [Pair, Pair];
/** coefficients of 1, cos ωt, sin ωt, cos 2ωt, … */
type Season = readonly number[];

export type Generator = Readonly<{
  /** probability of a wet day after a dry, after a wet one; by month */
  wetAfter: readonly (readonly [dry: number, wet: number])[];
  rain: readonly number[];
  wind: readonly number[];
  /** [dry, wet] × [minimum, maximum] */
  mean: readonly (readonly [Season, Season])[];
  spread: readonly (readonly [Season, Season])[];
  a: Matrix;
  /** lower triangle of B */
  b: Matrix;
  /** the slow anomaly's standard deviation by the day of the year, K, and what is left for daily residuals as a share of theirs */
  slow: readonly number[];
  quick: number;
}>;

/** January is 0. */
const monthIndex = (day: Day): number => monthOf(day) - 1;
const HARMONICS = 3;
function basis(dayOfTheYear: number, harmonics: number): number[] {
  const w = (2 * Math.PI * dayOfTheYear) / YEAR;
  return [
    1,
    ...Array.from({ length: harmonics }, (_, k) => [Math.cos((k + 1) * w), Math.sin((k + 1) * w)]).flat(),
  ];
}
/** The basis of every day of a year, made once: three harmonics at most. */
const BASIS = Array.from({ length: 367 }, (_, n) => basis(n, HARMONICS));
function at(season: Season, day: Day): number {
  const x = BASIS[dayOfYear(day)]!;
  let sum = 0;
  for (let i = 0; i < season.length; i++) sum += season[i]! * x[i]!;
  return sum;
}

/** Least squares by the normal equations and Gaussian elimination; a ridge of 1e-6 where a class has few days. */
function fitSeason(days: readonly Day[], values: readonly number[], harmonics: number): Season {
  const n = 1 + 2 * harmonics;
  const m = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n + 1 }, (_, j) => (i === j ? 1e-6 : 0)),
  );
  days.forEach((day, k) => {
    const x = BASIS[dayOfYear(day)]!;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) m[i]![j]! += x[i]! * x[j]!;
      m[i]![n]! += x[i]! * values[k]!;
    }
  });
  for (let i = 0; i < n; i++)
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const f = m[r]![i]! / m[i]![i]!;
      for (let c = i; c <= n; c++) m[r]![c]! -= f * m[i]![c]!;
    }
  return m.map((row, i) => row[n]! / row[i]!);
}

/** @param d at least one whole year. @throws RangeError with fewer days */
export function fitGenerator(d: DailyWeather): Generator {
  const n = d.max.length;
  if (n < 365) throw new RangeError(`A generator is fitted to at least 365 days, not ${n}`);
  const days = Array.from({ length: n }, (_, i) => addDays(d.from, i));
  const months = days.map(monthIndex);
  const wet = days.map((_, i) => (d.rain[i]! > WET ? 1 : 0));
  const monthly = (of: (i: number) => number, when: (i: number) => boolean, none: number) =>
    Array.from({ length: MONTHS }, (_, month) => {
      let sum = 0;
      let count = 0;
      for (let i = 0; i < n; i++)
        if (months[i] === month && when(i)) {
          sum += of(i);
          count++;
        }
      return count ? sum / count : none;
    });
  const afterDry = monthly(
    (i) => wet[i]!,
    (i) => i > 0 && !wet[i - 1],
    0.2,
  );
  const afterWet = monthly(
    (i) => wet[i]!,
    (i) => i > 0 && wet[i - 1] === 1,
    0.4,
  );

  const values = [d.min, d.max] as const;
  const mean: (readonly [Season, Season])[] = [];
  const spread: (readonly [Season, Season])[] = [];
  const z = [new Float64Array(n), new Float64Array(n)] as const;
  for (const state of [0, 1]) {
    const some = days.map((_, i) => i).filter((i) => wet[i] === state);
    const use = some.length >= 30 ? some : days.map((_, i) => i);
    const of = (v: 0 | 1) => {
      const m = fitSeason(
        use.map((i) => days[i]!),
        use.map((i) => values[v][i]!),
        HARMONICS,
      );
      // of a normal residual, the mean size is √(2/π) of the deviation
      const sizes = use.map((i) => Math.abs(values[v][i]! - at(m, days[i]!)) * Math.sqrt(Math.PI / 2));
      return [
        m,
        fitSeason(
          use.map((i) => days[i]!),
          sizes,
          1,
        ),
      ] as const;
    };
    const [low, high] = [of(0), of(1)];
    mean.push([low[0], high[0]]);
    spread.push([low[1], high[1]]);
  }
  for (let i = 0; i < n; i++)
    for (const v of [0, 1] as const)
      z[v][i] =
        (values[v][i]! - at(mean[wet[i]!]![v], days[i]!)) / Math.max(0.3, at(spread[wet[i]!]![v], days[i]!));

  const moment = (i: 0 | 1, j: 0 | 1, lag: number) => {
    let sum = 0;
    for (let k = lag; k < n; k++) sum += z[i][k]! * z[j][k - lag]!;
    return sum / (n - lag);
  };
  const lagged = (lag: number): Matrix => [
    [moment(0, 0, lag), moment(0, 1, lag)],
    [moment(1, 0, lag), moment(1, 1, lag)],
  ];
  const [m0, m1] = [lagged(0), lagged(1)];
  const a = times(m1, inverse(m0));
  const am1t = times(a, transposed(m1));
  const b = lowerRoot([
    [m0[0][0] - am1t[0][0], m0[0][1] - am1t[0][1]],
    [m0[1][0] - am1t[1][0], m0[1][1] - am1t[1][1]],
  ]);
  const alone: Generator = {
    wetAfter: afterDry.map((p, m) => [p, afterWet[m]!] as const),
    rain: monthly(
      (i) => d.rain[i]!,
      (i) => wet[i] === 1,
      3,
    ),
    wind: monthly(
      (i) => d.wind[i]!,
      () => true,
      3,
    ),
    mean,
    spread,
    a,
    b,
    slow: new Array<number>(367).fill(0),
    quick: 1,
  };
  return { ...alone, ...slowPart(alone, d) };
}

/** Days in which the slow anomaly forgets itself to 1/e. From memory. */
const SLOW_DAYS = 45;
/** Variance of a 30-day mean of such an anomaly, as a share of its own: 2(x − 1 + e^−x)/x² at x = 30/45. */
const MONTH_SHARE = (2 * (30 / SLOW_DAYS - 1 + Math.exp(-30 / SLOW_DAYS))) / (30 / SLOW_DAYS) ** 2;
/** Years of the chain alone from which it is told how far its months lie apart by themselves. */
const ALONE_YEARS = 30;
/** Variance from year to year of a month's mean where one year is on file, K²: about 1.7 K. From memory. */
const USUAL_SPREAD = 3;
/** So many years weigh as much in a season as all seasons together. Ours. */
const POOLED_YEARS = 8;

/**
 * The slow anomaly that makes months differ as the station's do: what their means vary beyond what the chain alone gives,
 * by the season; winters of one place differ more than its Aprils or Julys. Few years tell little of a season: it is drawn
 * towards the mean of the year, and a new year lies about a mean of n years with (n + 1)/n of the spread.
 */
function slowPart(alone: Generator, d: DailyWeather): Pick<Generator, 'slow' | 'quick'> {
  const years = d.max.length / YEAR;
  const own = monthSpread(d);
  const chain = monthSpread(generate(alone, d.from, Math.round(ALONE_YEARS * YEAR), randomFrom(23)));
  const daily = monthlyVariance(d);
  // what is slow is taken off the days: variance of months = chain × (1 − slow/daily) + slow × MONTH_SHARE
  const beyond = own.map(
    (v, m) =>
      (((years + 1) / years) * (v ?? USUAL_SPREAD) - (chain[m] ?? 0)) /
      Math.max(0.2, MONTH_SHARE - (chain[m] ?? 0) / daily[m]!),
  );
  const mean = Math.max(0, beyond.reduce((x, v) => x + v, 0) / MONTHS);
  const middles = Array.from({ length: MONTHS }, (_, m) => addDays(0 as Day, Math.round((m + 0.5) * 30.44)));
  const wave = fitSeason(middles, beyond, 1);
  const weight = years / (years + POOLED_YEARS);
  const slow = Array.from({ length: 367 }, (_, n) => {
    const here = wave.reduce((sum, c, i) => sum + c * BASIS[n]![i]!, 0);
    return Math.sqrt(Math.max(0, weight * here + (1 - weight) * mean));
  });
  const usual = daily.reduce((x, v) => x + v, 0) / MONTHS;
  return { slow, quick: Math.sqrt(Math.max(0.25, 1 - mean / usual)) };
}

const middleOf = (d: DailyWeather, i: number): number => (d.min[i]! + d.max[i]!) / 2;

/** Variance of the month's mean temperature from year to year, K², by month; null: fewer than two of it are whole. */
function monthSpread(d: DailyWeather): (number | null)[] {
  const means = new Map<string, { month: number; sum: number; n: number }>();
  for (let i = 0; i < d.max.length; i++) {
    const day = addDays(d.from, i);
    const key = `${yearOf(day)}-${monthIndex(day)}`;
    const m = means.get(key) ?? { month: monthIndex(day), sum: 0, n: 0 };
    means.set(key, { month: m.month, sum: m.sum + middleOf(d, i), n: m.n + 1 });
  }
  const whole = [...means.values()].filter((m) => m.n >= 28);
  return Array.from({ length: MONTHS }, (_, month) => {
    const of = whole.filter((m) => m.month === month).map((m) => m.sum / m.n);
    const mean = of.reduce((a, b) => a + b, 0) / of.length;
    return of.length > 1 ? of.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (of.length - 1) : null;
  });
}

/** Variance of a day's mean temperature about its month's, K², by month. */
function monthlyVariance(d: DailyWeather): number[] {
  const sums = Array.from({ length: MONTHS }, () => ({ n: 0, sum: 0, squares: 0 }));
  for (let i = 0; i < d.max.length; i++) {
    const s = sums[monthIndex(addDays(d.from, i))]!;
    const v = middleOf(d, i);
    s.n++;
    s.sum += v;
    s.squares += v * v;
  }
  return sums.map(({ n, sum, squares }) => (n > 1 ? Math.max(0.5, squares / n - (sum / n) ** 2) : 1));
}

/** `days` days from `from` on. The same random source gives the same weather. */
export function generate(g: Generator, from: Day, days: number, random: () => number): DailyWeather {
  const out = {
    from,
    min: new Float64Array(days),
    max: new Float64Array(days),
    rain: new Float64Array(days),
    wind: new Float64Array(days),
  };
  let wet = 0;
  let z: Pair = [normal(random), normal(random)];
  let warmth = normal(random);
  const keep = Math.exp(-1 / SLOW_DAYS);
  for (let d = 0; d < days; d++) {
    const day = addDays(from, d);
    warmth = keep * warmth + Math.sqrt(1 - keep * keep) * normal(random);
    const month = monthIndex(day);
    wet = random() < g.wetAfter[month]![wet === 1 ? 1 : 0] ? 1 : 0;
    const e: Pair = [normal(random), normal(random)];
    z = [
      g.a[0][0] * z[0] + g.a[0][1] * z[1] + g.b[0][0] * e[0],
      g.a[1][0] * z[0] + g.a[1][1] * z[1] + g.b[1][0] * e[0] + g.b[1][1] * e[1],
    ];
    const value = (v: 0 | 1) =>
      at(g.mean[wet]![v], day) +
      Math.max(0.3, at(g.spread[wet]![v], day)) * g.quick * z[v] +
      warmth * g.slow[dayOfYear(day)]!;
    const [low, high] = [value(0), value(1)];
    out.min[d] = Math.min(low, high);
    out.max[d] = Math.max(low, high);
    out.rain[d] = wet ? WET - Math.log(1 - random()) * Math.max(0.1, g.rain[month]! - WET) : 0;
    out.wind[d] = g.wind[month]!;
  }
  return out;
}

const times = (x: Matrix, y: Matrix): Matrix => [
  [x[0][0] * y[0][0] + x[0][1] * y[1][0], x[0][0] * y[0][1] + x[0][1] * y[1][1]],
  [x[1][0] * y[0][0] + x[1][1] * y[1][0], x[1][0] * y[0][1] + x[1][1] * y[1][1]],
];
const transposed = (x: Matrix): Matrix => [
  [x[0][0], x[1][0]],
  [x[0][1], x[1][1]],
];
/**
 * The inverse of the moments of minima and maxima. If they go in lockstep (one thermometer's figure twice, or a constant
 * between them) there is none: a hundredth is then added to each, which tells the two apart and changes nothing else.
 */
function inverse(x: Matrix): Matrix {
  const isLockstep = x[0][0] * x[1][1] - x[0][1] * x[1][0] < 0.02 * x[0][0] * x[1][1];
  const add = isLockstep ? 1.01 : 1;
  const [p, q] = [x[0][0] * add, x[1][1] * add];
  const det = p * q - x[0][1] * x[1][0];
  return [
    [q / det, -x[0][1] / det],
    [-x[1][0] / det, p / det],
  ];
}
/** Cholesky's root of a symmetric matrix. */
function lowerRoot(x: Matrix): Matrix {
  const l00 = Math.sqrt(Math.max(1e-9, x[0][0]));
  const l10 = x[1][0] / l00;
  return [
    [l00, 0],
    [l10, Math.sqrt(Math.max(1e-9, x[1][1] - l10 * l10))],
  ];
}
