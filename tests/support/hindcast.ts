/** Leave a year out: what an outlook of its 1 March said, against what then came. */
import { dayOf } from '@/core/calendar/day';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import { outlookOf } from '@/core/ground/outlook';
import type { Site } from '@/core/ground/site';
import { sliceDays, type HourlyWeather } from '@/core/weather/series';

export type Hindcast = Readonly<{ year: number; p10: number; p50: number; p90: number; truth: number }>;

export function hindcast(all: HourlyWeather, site: Site, years: readonly number[]): Hindcast[] {
  return years.flatMap((year) => {
    const others = years.filter((y) => y !== year);
    const asOf = (today: ReturnType<typeof dayOf>) =>
      outlookOf({
        site,
        observed: { ...sliceDays(all, all.from, dayOf(Math.max(...years) + 1, 1, 1)) },
        forecast: null,
        today,
        years: others,
        rule: DEFAULT_CROSSING,
      });
    const [before, after] = [asOf(dayOf(year, 3, 1)), asOf(dayOf(year, 12, 31))];
    if (!before.ok || !after.ok) throw new Error('no outlook');
    const { p10, p50, p90 } = before.outlook.dates;
    const truth = after.outlook.crossed;
    if (p10 === null || p50 === null || p90 === null || truth === null || before.outlook.crossed !== null)
      return [];
    return [{ year, p10, p50, p90, truth }];
  });
}
