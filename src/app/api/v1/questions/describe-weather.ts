/** Rows of weather and of a site, as several calls are asked with. */
import { COVERS, EXPOSURES, MOISTURES } from '@/core/ground/site';
import { TEXTURES } from '@/core/trade/terms';
import { bool, date, list, localTime, number, object, optional, some, whole, word, type Sent } from './parts';

const sky = {
  precipitation_mm: number('Water that fell, rain or snow, mm', { minimum: 0, maximum: 2000 }),
  wind_m_s: number('Mean wind, m/s', { minimum: 0, maximum: 110 }),
};
const air = (description: string) => number(description, { minimum: -90, maximum: 60 });
const daily = object({
  date,
  tmin_c: air('Lowest air temperature, °C'),
  tmax_c: air('Highest air temperature, °C'),
  ...sky,
});
const hourly = object({
  time: localTime('Begin of the hour, local standard time'),
  air_c: air('Air temperature, °C'),
  ...sky,
  precipitation_chance: optional(
    number('Chance of it, 0 to 1; sure where it is not said', { minimum: 0, maximum: 1 }),
  ),
});
/** Sixty years of days; twenty-five of hours. */
const MOST_ROWS = 220_000;

/** @param days the fewest that a question can be answered from */
export const weatherRows = (days: number) =>
  some(
    {
      daily: list(
        daily,
        'Every day in order, without a gap. Rows from `today` on are taken as a forecast of up to ten days.',
        { minItems: days, maxItems: MOST_ROWS },
      ),
      hourly: list(hourly, 'Every hour in order from 00:00 of the first day, whole days.', {
        minItems: days * 24,
        maxItems: MOST_ROWS,
      }),
    },
    { description: 'Either daily or hourly.', minProperties: 1, maxProperties: 1 },
  );
export type WeatherRows = Sent<ReturnType<typeof weatherRows>>;

export const site = object({
  texture: word(TEXTURES),
  moisture: word(MOISTURES),
  exposure: word(EXPOSURES),
  beside_pavement: bool,
  cover: optional(word(COVERS, { description: 'Thatch and dead leaf; none where it is not said' })),
});
export const pastYears = list(
  whole('A year', { minimum: 1800, maximum: 3000 }),
  'Years whose weather the members take; without it, all that are whole. Fewer than 15 are filled up with generated weather, to 30 where there are fewer than 8.',
  { minItems: 1, maxItems: 100, uniqueItems: true },
);
