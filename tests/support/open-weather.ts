/**
 * Daily weather of Seattle and New York, 2012 to 2015, from the open dataset package `vega-datasets` (file weather.csv;
 * its rows come from the public records of the national weather service there).
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { dayOf } from '@/core/calendar/day';
import { hourlyOf } from '@/core/weather/daily';
import type { HourlyWeather } from '@/core/weather/series';

type City = 'Seattle' | 'New York';

/** 1,461 days, hour by hour: temperatures through the daily extremes, rain and wind even over the day. */
export function openWeather(city: City): HourlyWeather {
  const rows = readFileSync(path.resolve('node_modules/vega-datasets/data/weather.csv'), 'utf8')
    .trim()
    .split('\n')
    .map((line) => line.split(','))
    .filter(([where]) => where === city);
  const column = (i: number) => Float64Array.from(rows, (r) => Number(r[i]));
  return hourlyOf({
    from: dayOf(2012, 1, 1),
    rain: column(2),
    max: column(3),
    min: column(4),
    wind: column(5),
  });
}
export const seattle = (): HourlyWeather => openWeather('Seattle');
