/** Hourly weather as the core takes it: columns of equal length, SI, in the station's standard time. */
import type { Day } from '@/core/calendar/day';

export type HourlyWeather = Readonly<{
  /** the local-standard-time day whose hour 0 to 1 is the first entry */
  from: Day;
  /** °C at the beginning of each hour: entry 10 is what the thermometer said at ten */
  air: Float64Array;
  /** mm of water in the hour */
  rain: Float64Array;
  /** m/s, mean of the hour at 10 m as services report it */
  wind: Float64Array;
}>;

/** A forecast, and how far to trust it. */
export type Forecast = HourlyWeather &
  Readonly<{
    /** standard error of the air temperature, K, for each hour ahead */
    airError: Float64Array;
    /** chance of rain in each hour, 0 to 1, as the service says */
    rainChance: Float64Array;
  }>;

export const daysIn = (w: HourlyWeather): number => Math.floor(w.air.length / 24);

/** Whole days [from, to) of a series. @throws RangeError where it does not reach */
export function sliceDays(w: HourlyWeather, from: Day, to: Day): HourlyWeather {
  const a = (from - w.from) * 24;
  const b = (to - w.from) * 24;
  if (a < 0 || b > w.air.length || b < a) throw new RangeError(`No weather for all of days ${from} to ${to}`);
  return { from, air: w.air.slice(a, b), rain: w.rain.slice(a, b), wind: w.wind.slice(a, b) };
}
