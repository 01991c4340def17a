/**
 * Where the seasons of one station lie, by its own climate and not by the calendar: so that a winter that is warm, a
 * round that goes down in December and a station south of the equator need no rule of their own.
 *
 * Model: one yearly wave (a cosine) fitted to the daily mean air of whole years. A rising line counts from the wave's
 * coldest day on, a falling one from its warmest; each for a year.
 */
import { addDays, dayOf, dayOfYear, yearOf, type Day } from '@/core/calendar/day';

/** Day of the year, 1 to 366, on which the station's mean year is coldest and warmest. */
export type Climate = Readonly<{ coldest: number; warmest: number }>;
export type Direction = 'rising' | 'falling';

const YEAR = 365.25;
/** The season to come is looked at so many days before it begins: what is planned ahead of it belongs to it. */
const AHEAD_DAYS = 60;

/** @param means daily means, °C, of one or more whole years, `from` the first day. A few days more or less do no harm. */
export function climateOf(from: Day, means: ArrayLike<number>): Climate {
  let cos = 0;
  let sin = 0;
  for (let i = 0; i < means.length; i++) {
    const angle = (2 * Math.PI * dayOfYear(addDays(from, i))) / YEAR;
    cos += means[i]! * Math.cos(angle);
    sin += means[i]! * Math.sin(angle);
  }
  const warmest = (Math.atan2(sin, cos) / (2 * Math.PI)) * YEAR;
  const inYear = (d: number) => Math.min(365, Math.max(1, Math.round(((d % YEAR) + YEAR) % YEAR)));
  return { warmest: inYear(warmest), coldest: inYear(warmest + YEAR / 2) };
}

/** The day of a year on which the season of a line begins. */
export const seasonOf = ({ coldest, warmest }: Climate, direction: Direction, year: number): Day =>
  addDays(dayOf(year, 1, 1), (direction === 'rising' ? coldest : warmest) - 1);

/** The season that counts today, from two months before it begins. */
export function seasonNow(climate: Climate, direction: Direction, today: Day): Day {
  const year = yearOf(today) + 1;
  for (let y = year; ; y--) {
    const begins = seasonOf(climate, direction, y);
    if (addDays(begins, -AHEAD_DAYS) <= today) return begins;
  }
}

/** From here on a day belongs to the season that begins on `begins`. */
export const belongsFrom = (begins: Day): Day => addDays(begins, -AHEAD_DAYS);

/** How strong the sun is against its yearly mean: about 0.5 in the darkest month and 1.5 in the brightest at 40°. From memory. */
export const sunOn =
  ({ warmest }: Climate) =>
  (day: Day): number =>
    1 + 0.5 * Math.cos((2 * Math.PI * (dayOfYear(day) - (warmest - AIR_LAGS_SUN))) / YEAR);
/** The warmest day comes about a month after the highest sun. Common knowledge of climates, from memory. */
const AIR_LAGS_SUN = 30;

/** A year north or south of the equator, where the station's own weather is not known. From memory. */
export const usualClimate = (latitude: number): Climate =>
  latitude >= 0 ? { coldest: 25, warmest: 205 } : { coldest: 205, warmest: 25 };
