/**
 * Evapotranspiration of turf from what every station knows: the day, the latitude and the day's extremes.
 * Source: FAO Irrigation and Drainage Paper 56 (equations 21 to 25 for radiation) and Hargreaves & Samani 1985,
 * Appl. Eng. Agric. 1:96-99.
 */
import { dayOfYear, type Day } from '@/core/calendar/day';
import type { Celsius, Millimetres } from '@/core/units/quantity';

const SOLAR = 0.082; // MJ/m²/min
const MM_PER_MJ = 0.408;

/** Where the sun stands on a day of the year. `sunset` is the hour angle in radians, 0 in the polar night, π in the polar day. */
export function sunOn(latitude: number, ofYear: number) {
  const phi = (latitude * Math.PI) / 180;
  const year = (2 * Math.PI * ofYear) / 365;
  const declination = 0.409 * Math.sin(year - 1.39);
  const distance = 1 + 0.033 * Math.cos(year);
  const sunset = Math.acos(Math.min(1, Math.max(-1, -Math.tan(phi) * Math.tan(declination))));
  return { phi, declination, distance, sunset };
}

/** Radiation above the air, MJ/m²/day: FAO-56 equation 21. @param latitude degrees, south negative */
export function extraterrestrialRadiation(latitude: number, ofYear: number): number {
  const { phi, declination, distance, sunset } = sunOn(latitude, ofYear);
  return (
    ((24 * 60) / Math.PI) *
    SOLAR *
    distance *
    (sunset * Math.sin(phi) * Math.sin(declination) +
      Math.cos(phi) * Math.cos(declination) * Math.sin(sunset))
  );
}

/** Reference evapotranspiration of a day, mm: Hargreaves & Samani. */
export function referenceEvaporation(radiation: number, min: Celsius, max: Celsius): Millimetres {
  const mean = (min + max) / 2;
  return Math.max(
    0,
    0.0023 * MM_PER_MJ * radiation * (mean + 17.8) * Math.sqrt(Math.max(0, max - min)),
  ) as Millimetres;
}

/** Solar hours of sunrise and sunset; noon is 12. */
export function daylight(latitude: number, day: Day): Readonly<{ rise: number; set: number }> {
  const half = (sunOn(latitude, dayOfYear(day)).sunset * 12) / Math.PI;
  return { rise: 12 - half, set: 12 + half };
}
