/** Weather by whole days, and the way to and from hours. */
import type { Day } from '@/core/calendar/day';
import { daysIn, type HourlyWeather } from './series';

export type DailyWeather = Readonly<{
  from: Day;
  /** lowest and highest air temperature of each day, °C */
  min: Float64Array;
  max: Float64Array;
  /** mm in the day */
  rain: Float64Array;
  /** m/s, mean of the day */
  wind: Float64Array;
}>;

/** Extremes, sum and mean of each whole day. */
export function dailyOf(w: HourlyWeather): DailyWeather {
  const days = daysIn(w);
  const out = {
    from: w.from,
    min: new Float64Array(days),
    max: new Float64Array(days),
    rain: new Float64Array(days),
    wind: new Float64Array(days),
  };
  for (let d = 0; d < days; d++) {
    const air = w.air.subarray(d * 24, d * 24 + 24);
    out.min[d] = Math.min(...air);
    out.max[d] = Math.max(...air);
    for (let h = d * 24; h < d * 24 + 24; h++) {
      out.rain[d]! += w.rain[h]!;
      out.wind[d]! += w.wind[h]! / 24;
    }
  }
  return out;
}

/** Hour by hour through the daily extremes; rain and wind even over the day. */
export function hourlyOf({ from, min, max, rain, wind }: DailyWeather): HourlyWeather {
  const even = (of: Float64Array, share: number) => {
    const hours = new Float64Array(of.length * 24);
    for (let d = 0; d < of.length; d++) hours.fill(of[d]! * share, d * 24, d * 24 + 24);
    return hours;
  };
  return { from, air: hourlyFromDaily(min, max), rain: even(rain, 1 / 24), wind: even(wind, 1) };
}

/** Mean and highest air temperature of each day, °C: what the air schools go by. */
export function airDays(w: HourlyWeather): { mean: Float64Array; max: Float64Array } {
  const days = daysIn(w);
  const mean = new Float64Array(days);
  const max = new Float64Array(days);
  for (let d = 0; d < days; d++) {
    let sum = 0;
    let highest = -Infinity;
    for (let h = d * 24; h < d * 24 + 24; h++) {
      const t = w.air[h]!;
      sum += t / 24;
      if (t > highest) highest = t;
    }
    mean[d] = sum;
    max[d] = highest;
  }
  return { mean, max };
}

const COLDEST_HOUR = 6;
const WARMEST_HOUR = 15;
/** How far each hour is on its way from one extreme to the next, 0 to 2: a half cosine, twice its height. */
const WAY = Array.from({ length: 24 }, (_, h) => {
  const night = 24 - WARMEST_HOUR + COLDEST_HOUR;
  const share =
    h < COLDEST_HOUR
      ? (h + 24 - WARMEST_HOUR) / night
      : h < WARMEST_HOUR
        ? (h - COLDEST_HOUR) / (WARMEST_HOUR - COLDEST_HOUR)
        : (h - WARMEST_HOUR) / night;
  return 1 - Math.cos(Math.PI * share);
});

/**
 * An hourly curve through daily extremes: lowest at 6 h, highest at 15 h, half cosines between (common practice, no
 * source). Minima and maxima in °C, a pair a day; the ends are held flat.
 */
export function hourlyFromDaily(minima: ArrayLike<number>, maxima: ArrayLike<number>): Float64Array {
  const days = minima.length;
  const out = new Float64Array(days * 24);
  const turn = (d: number, fromHour: number, toHour: number, from: number, to: number) => {
    for (let h = fromHour; h < toHour; h++) out[d * 24 + h] = from + ((to - from) * WAY[h]!) / 2;
  };
  for (let d = 0; d < days; d++) {
    const min = minima[d]!;
    const max = maxima[d]!;
    turn(d, 0, COLDEST_HOUR, maxima[d - 1] ?? max, min);
    turn(d, COLDEST_HOUR, WARMEST_HOUR, min, max);
    turn(d, WARMEST_HOUR, 24, max, minima[d + 1] ?? min);
  }
  return out;
}
