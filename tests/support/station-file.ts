/** A daily archive file of a station, up to yesterday: the open records of Seattle, laid on the years before today. */
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import { dailyOf } from '@/core/weather/daily';
import { openWeather } from './open-weather';

const pad = (n: number) => String(n).padStart(2, '0');

/** @param years whole years before this one; the days of this year up to yesterday follow */
export function stationFile(today: Day, years: number, station = 'XXM00000001'): string {
  const kept = dailyOf(openWeather('Seattle'));
  const days = kept.min.length;
  const from = dayOf(yearOf(today) - years, 1, 1);
  // the same day of the year, one dataset year after the other
  const at = (of: Float64Array, day: Day) => of[Math.min(days - 1, (day - from) % days)]!;
  const lines: string[] = [];
  for (let year = yearOf(from); year <= yearOf(today); year++)
    for (let month = 1; month <= 12; month++)
      for (const [element, of] of [
        ['TMAX', kept.max],
        ['TMIN', kept.min],
        ['PRCP', kept.rain],
        ['AWND', kept.wind],
      ] as const) {
        const first = dayOf(year, month, 1);
        const after = dayOf(month === 12 ? year + 1 : year, (month % 12) + 1, 1);
        const cells = Array.from({ length: 31 }, (_, d) => {
          const day = addDays(first, d);
          const value = day < after && day < today ? Math.round(at(of, day) * 10) : -9999;
          return `${String(value).padStart(5)}  W`;
        });
        lines.push(`${station}${year}${pad(month)}${element}${cells.join('')}`);
      }
  return lines.join('\n') + '\n';
}
