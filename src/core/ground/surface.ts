/**
 * From air to the turf's surface, hour by hour.
 *
 * Model: surface = air + the site's offset; while snow lies it is 0 °C at most. Snow is a bucket of water: it fills with
 * what falls at or under 1 °C and melts by degree-day, 3 mm a day and °C above 0 (both from memory).
 * Left out: radiation hour by hour, wind, wetness of the leaf.
 */
import type { Kelvins } from '@/core/units/quantity';

const SNOW_FALLS_AT_OR_UNDER = 1;
const MELT_MM_PER_DEGREE_HOUR = 3 / 24;
/** Water in lying snow, mm, from which the ground is covered, and its surface held at 0 °C. */
export const SNOW_COVERS_MM = 2;

/** A bucket of snow, filled and melted hour by hour; each call gives the water in it, mm. */
export function snowBucket(): (air: number, rain: number) => number {
  let snow = 0;
  return (air, rain) => {
    if (air <= SNOW_FALLS_AT_OR_UNDER) snow += rain;
    if (air > 0) snow = Math.max(0, snow - air * MELT_MM_PER_DEGREE_HOUR);
    return snow;
  };
}

/** @param air °C, hourly; @param rain mm of water in the hour, rain or snow. Returns °C at the surface, as long as `air`. */
export function surfaceTemperatures(air: Float64Array, rain: Float64Array, offset: Kelvins): Float64Array {
  const out = new Float64Array(air.length);
  const bucket = snowBucket();
  for (let h = 0; h < air.length; h++) {
    const t = air[h]!;
    const snow = bucket(t, rain[h] ?? 0);
    out[h] = snow >= SNOW_COVERS_MM ? Math.min(0, t + offset) : t + offset;
  }
  return out;
}
