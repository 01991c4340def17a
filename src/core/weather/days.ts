/** Weather by whole days of hours, as files bring it and tables hold it. */
import { addDays, type Day } from '@/core/calendar/day';
import { daysIn, type Forecast, type HourlyWeather } from './series';

/** 24 hours of one day, °C, mm and m/s; the chance of rain 0 to 1, null: not said. */
export type WholeDay = Readonly<{
  day: Day;
  air: readonly number[];
  rain: readonly number[];
  wind: readonly number[];
  chance: readonly number[] | null;
}>;

/** A series cut into its days. @param chanceOn the chance of rain of the hours of a day, by its place in the series */
export function wholeDays(
  w: HourlyWeather,
  chanceOn: (index: number) => readonly number[] | null = () => null,
): WholeDay[] {
  const hours = (of: Float64Array, d: number) => Array.from(of.subarray(d * 24, d * 24 + 24));
  return Array.from({ length: daysIn(w) }, (_, d) => ({
    day: addDays(w.from, d),
    air: hours(w.air, d),
    rain: hours(w.rain, d),
    wind: hours(w.wind, d),
    chance: chanceOn(d),
  }));
}

/** Rain that is named without a chance is taken for sure. */
export const certainly = (mm: number): number => (mm > 0 ? 1 : 0);

const FORECAST_DAYS = 10;
/** Standard error of a forecast's air temperature, K, so many hours ahead: 1 at first, 4 at the tenth day. From memory. */
export const usualAirError = (hoursAhead: number): number => 1 + (3 * hoursAhead) / (FORECAST_DAYS * 24);

/** Days that follow each other, as a forecast issued on the first of them. */
export function forecastOfDays(days: readonly WholeDay[]): Forecast {
  const column = (of: (d: WholeDay) => readonly number[]) =>
    Float64Array.from(days.flatMap((d) => [...of(d)]));
  const air = column((d) => d.air);
  return {
    from: days[0]!.day,
    air,
    rain: column((d) => d.rain),
    wind: column((d) => d.wind),
    airError: Float64Array.from(air, (_, h) => usualAirError(h)),
    rainChance: column((d) => d.chance ?? d.rain.map(certainly)),
  };
}
