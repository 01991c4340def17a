/**
 * Hours for generated days: the shape of each is borrowed from a day on file of the same time of the year, wet for wet and
 * dry for dry. The rain of the day is spread over its hours as it fell there, and the wind blows as it blew there; the air
 * goes through the generated extremes.
 * Source: the method of fragments, Svanidze 1980, Mathematical Modeling of Hydrologic Series (recalled).
 */
import { addDays, dayOfYear, type Day } from '@/core/calendar/day';
import { dailyOf, hourlyFromDaily, type DailyWeather } from './daily';
import { WET } from './generator';
import type { HourlyWeather } from './series';

/** Days on either side of the day of the year that lend their hours. Ours. */
const NEAR_DAYS = 10;

/**
 * @param made whole days, min and max in °C, rain in mm
 * @param onFile hours that lend their shapes; at least one whole year
 * @throws RangeError where less than a year is on file
 */
export function hourlyByFragments(
  made: DailyWeather,
  onFile: HourlyWeather,
  random: () => number,
): HourlyWeather {
  const lent = dailyOf(onFile);
  const byDay = lenders(lent);
  const days = made.min.length;
  const rain = new Float64Array(days * 24);
  const wind = new Float64Array(days * 24);
  for (let d = 0; d < days; d++) {
    const amount = made.rain[d]!;
    const of = near(byDay, addDays(made.from, d));
    const alike = of.filter((i) => lent.rain[i]! >= WET === amount >= WET);
    const from = alike.length ? alike : of;
    if (!from.length) throw new RangeError('Less than a year on file');
    const i = from[Math.floor(random() * from.length)]!;
    for (let h = 0; h < 24; h++) {
      const share = lent.rain[i]! > 0 ? onFile.rain[i * 24 + h]! / lent.rain[i]! : 1 / 24;
      rain[d * 24 + h] = amount * share;
      wind[d * 24 + h] = onFile.wind[i * 24 + h]!;
    }
  }
  return { from: made.from, air: hourlyFromDaily(made.min, made.max), rain, wind };
}

const YEAR = 366;
/** For each day of the year, from 0, the days on file that are it. */
function lenders({ from, min }: DailyWeather): number[][] {
  const out = Array.from({ length: YEAR }, (): number[] => []);
  for (let i = 0; i < min.length; i++) out[dayOfYear(addDays(from, i)) - 1]!.push(i);
  return out;
}
function near(byDay: readonly (readonly number[])[], day: Day): number[] {
  const at = dayOfYear(day) - 1;
  return Array.from(
    { length: 2 * NEAR_DAYS + 1 },
    (_, k) => byDay[(at + k - NEAR_DAYS + YEAR) % YEAR]!,
  ).flat();
}
