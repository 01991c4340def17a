/**
 * Daily weather of Seattle, 2012 to 2015, from the open dataset package `vega-datasets` (file seattle-weather.csv; its
 * rows come from the public records of the national weather service there).
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { dayOf } from '@/core/calendar/day';
import { hourlyFromDaily } from '@/core/ground/surface';
import type { HourlyWeather } from '@/core/weather/series';

type Row = Readonly<{ date: string; rain: number; max: number; min: number; wind: number }>;

function seattleDays(): Row[] {
  const [, ...lines] = readFileSync(
    path.resolve('node_modules/vega-datasets/data/seattle-weather.csv'),
    'utf8',
  )
    .trim()
    .split('\n');
  return lines.map((line) => {
    const [date = '', rain, max, min, wind] = line.split(',');
    return { date, rain: Number(rain), max: Number(max), min: Number(min), wind: Number(wind) };
  });
}

/** 1,461 days, hour by hour: temperatures through the daily extremes, rain and wind even over the day. */
export function seattle(): HourlyWeather {
  const days = seattleDays();
  const even = (of: (r: Row) => number) =>
    Float64Array.from({ length: days.length * 24 }, (_, h) => of(days[Math.floor(h / 24)]!));
  return {
    from: dayOf(2012, 1, 1),
    air: hourlyFromDaily(
      days.map((d) => d.min),
      days.map((d) => d.max),
    ),
    rain: even((r) => r.rain / 24),
    wind: even((r) => r.wind),
  };
}
