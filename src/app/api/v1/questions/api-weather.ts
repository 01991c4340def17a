/** What all calls about weather have in common: rows of days or hours, days as text, and what is wrong by field and row. */
import 'server-only';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import { hourlyOf } from '@/core/weather/daily';
import { certainly, usualAirError } from '@/core/weather/days';
import { daysIn, sliceDays, type Forecast, type HourlyWeather } from '@/core/weather/series';
import { fact } from '@/core/units/issue';
import { wrong } from './check';
import type { WeatherRows } from './describe-weather';

export function dayAt(text: string, field: string, row?: number): Day {
  return parseDay(text.slice(0, 10)) ?? wrong(field, fact('api-no-day', { text }), row);
}

/** All weather that was sent, without a gap, in the order of time. */
export function weatherOf({ daily, hourly }: WeatherRows): HourlyWeather {
  if (hourly) {
    const from = dayAt(hourly[0]!.time, 'weather.hourly[0].time', 1);
    hourly.forEach((r, i) => {
      const field = `weather.hourly[${i}].time`;
      const at = dayAt(r.time, field, i + 1) * 24 + Number(r.time.slice(11, 13)) - from * 24;
      if (at !== i) wrong(field, fact('api-hour-out-of-order', { time: r.time }), i + 1);
    });
    if (hourly.length % 24) wrong('weather.hourly', fact('api-part-of-a-day', { hours: hourly.length % 24 }));
    const column = (of: (r: NonNullable<WeatherRows['hourly']>[number]) => number) =>
      Float64Array.from(hourly, of);
    return {
      from,
      air: column((r) => r.air_c),
      rain: column((r) => r.precipitation_mm),
      wind: column((r) => r.wind_m_s),
    };
  }
  const rows = daily ?? [];
  const from = dayAt(rows[0]!.date, 'weather.daily[0].date', 1);
  rows.forEach((r, i) => {
    if (dayAt(r.date, `weather.daily[${i}].date`, i + 1) !== from + i)
      wrong(`weather.daily[${i}].date`, fact('api-day-out-of-order', { date: r.date }), i + 1);
    if (r.tmin_c > r.tmax_c)
      wrong(
        `weather.daily[${i}].tmin_c`,
        fact('api-low-above-high', { low: r.tmin_c, high: r.tmax_c }),
        i + 1,
      );
  });
  const column = (of: (r: (typeof rows)[number]) => number) => Float64Array.from(rows, of);
  return hourlyOf({
    from,
    min: column((r) => r.tmin_c),
    max: column((r) => r.tmax_c),
    rain: column((r) => r.precipitation_mm),
    wind: column((r) => r.wind_m_s),
  });
}

const FORECAST_DAYS = 10;
/** What follows `today` in the rows is taken as a forecast of ten days; one that begins later leaves the days before it unknown. */
export function forecastIn(all: HourlyWeather, today: Day, rows: WeatherRows = {}): Forecast | null {
  const end = Math.min(addDays(all.from, daysIn(all)), addDays(today, FORECAST_DAYS)) as Day;
  const from = Math.max(today, all.from) as Day;
  if (end <= from) return null;
  const w = sliceDays(all, from, end);
  return {
    ...w,
    airError: Float64Array.from(w.air, (_, h) => usualAirError(h)),
    rainChance: Float64Array.from(
      w.rain,
      (mm, h) => rows.hourly?.[(w.from - all.from) * 24 + h]?.precipitation_chance ?? certainly(mm),
    ),
  };
}
