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
/** Water in lying snow, mm, from which the surface is held at 0 °C. */
const COVERED_FROM = 2;

/** @param air °C, hourly; @param rain mm of water in the hour, rain or snow. Returns °C at the surface, as long as `air`. */
export function surfaceTemperatures(air: Float64Array, rain: Float64Array, offset: Kelvins): Float64Array {
  const out = new Float64Array(air.length);
  let snow = 0;
  for (let h = 0; h < air.length; h++) {
    const t = air[h]!;
    if (t <= SNOW_FALLS_AT_OR_UNDER) snow += rain[h] ?? 0;
    if (t > 0) snow = Math.max(0, snow - t * MELT_MM_PER_DEGREE_HOUR);
    out[h] = snow >= COVERED_FROM ? Math.min(0, t + offset) : t + offset;
  }
  return out;
}
