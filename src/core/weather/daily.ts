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
  const even = (of: Float64Array, share: number) =>
    Float64Array.from({ length: of.length * 24 }, (_, h) => of[Math.floor(h / 24)]! * share);
  return { from, air: hourlyFromDaily(min, max), rain: even(rain, 1 / 24), wind: even(wind, 1) };
}

/** Mean and highest air temperature of each day, °C: what the air schools go by. */
export function airDays(w: HourlyWeather): { mean: Float64Array; max: Float64Array } {
  const days = daysIn(w);
  const mean = new Float64Array(days);
  const max = new Float64Array(days).fill(-Infinity);
  for (let h = 0; h < days * 24; h++) {
    const d = Math.floor(h / 24);
    mean[d]! += w.air[h]! / 24;
    if (w.air[h]! > max[d]!) max[d] = w.air[h]!;
  }
  return { mean, max };
}

/**
 * An hourly curve through daily extremes: lowest at 6 h, highest at 15 h, half cosines between (common practice, no
 * source). Minima and maxima in °C, a pair a day; the ends are held flat.
 */
export function hourlyFromDaily(minima: ArrayLike<number>, maxima: ArrayLike<number>): Float64Array {
  const COLDEST = 6;
  const WARMEST = 15;
  const days = minima.length;
  const out = new Float64Array(days * 24);
  const turn = (from: number, to: number, share: number) =>
    from + ((to - from) * (1 - Math.cos(Math.PI * share))) / 2;
  for (let d = 0; d < days; d++) {
    const min = minima[d]!;
    const max = maxima[d]!;
    const maxBefore = maxima[d - 1] ?? max;
    const minAfter = minima[d + 1] ?? min;
    const night = 24 - WARMEST + COLDEST;
    for (let h = 0; h < 24; h++) {
      out[d * 24 + h] =
        h < COLDEST
          ? turn(maxBefore, min, (h + 24 - WARMEST) / night)
          : h < WARMEST
            ? turn(min, max, (h - COLDEST) / (WARMEST - COLDEST))
            : turn(max, minAfter, (h - WARMEST) / night);
    }
  }
  return out;
}
