/**
 * From air to the turf's surface, hour by hour.
 *
 * Model: surface = air + the site's offset of that day; while snow lies it is 0 °C at most, and the deeper it lies the
 * nearer to 0 °C, for it insulates. Snow is a bucket of water: it fills with what falls at or under 1 °C and melts by
 * degree-day, 3 mm a day and °C above 0 (both from memory).
 * Left out: radiation hour by hour, wind, wetness of the leaf.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Kelvins } from '@/core/units/quantity';
import type { HourlyWeather } from '@/core/weather/series';

const SNOW_FALLS_AT_OR_UNDER = 1;
const MELT_MM_PER_DEGREE_HOUR = 3 / 24;
/** Water in lying snow, mm, from which the ground is covered and its surface is no warmer than 0 °C. */
export const SNOW_COVERS_MM = 2;
/** From here on, about 8 in of snow, no frost reaches the ground through it. From memory. */
const SNOW_SHELTERS_MM = 20;

/** A bucket of snow, filled and melted hour by hour; each call gives the water in it, mm. */
export function snowBucket(): (air: number, rain: number) => number {
  let snow = 0;
  return (air, rain) => {
    if (air <= SNOW_FALLS_AT_OR_UNDER) snow += rain;
    if (air > 0) snow = Math.max(0, snow - air * MELT_MM_PER_DEGREE_HOUR);
    return snow;
  };
}

/**
 * °C at the surface, as long as the weather's air.
 * @param offset surface against air on a day, K
 */
export function surfaceTemperatures(
  { from, air, rain }: Pick<HourlyWeather, 'from' | 'air' | 'rain'>,
  offset: (day: Day) => Kelvins,
): Float64Array {
  const out = new Float64Array(air.length);
  const bucket = snowBucket();
  let today = 0;
  for (let h = 0; h < air.length; h++) {
    if (h % 24 === 0) today = offset(addDays(from, h / 24));
    const t = air[h]!;
    const snow = bucket(t, rain[h] ?? 0);
    const bare = t + today;
    if (snow < SNOW_COVERS_MM) out[h] = bare;
    else {
      const sheltered = Math.min(1, (snow - SNOW_COVERS_MM) / (SNOW_SHELTERS_MM - SNOW_COVERS_MM));
      out[h] = Math.min(0, bare) * (1 - sheltered);
    }
  }
  return out;
}
