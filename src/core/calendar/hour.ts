/**
 * Hours of the clock as whole numbers: day × 24 + hour of the clock, for the same algebra of spans as days. In the night
 * when clocks are turned one is missing or stands for two; nobody sprays then.
 */
import type { Day } from './day';
import type { Lane, Range } from './span';

export type Hour = number & { readonly __hour: 'clock hour' };

/** @param of 0 to 24 */
export const hourOf = (day: Day, of: number): Hour => (day * 24 + of) as Hour;
export const dayOfHour = (hour: Hour): Day => Math.floor(hour / 24) as Day;
/** 0 to 23 */
export const hourOfDay = (hour: Hour): number => hour - Math.floor(hour / 24) * 24;
/** The days that hold a range of hours. */
export const daysOf = ({ from, to }: Range<Hour>): Range<Day> => ({
  from: dayOfHour(from),
  to: Math.ceil(to / 24) as Day,
});

/** A lane of days seen by the hour, cut to a range of hours. */
export function byHour<V>(lane: Lane<Day, V>, range: Range<Hour>): Lane<Hour, V> {
  return lane.flatMap(({ from, to, verdict }) => {
    const a = Math.max(from * 24, range.from) as Hour;
    const b = Math.min(to * 24, range.to) as Hour;
    return a < b ? [{ from: a, to: b, verdict }] : [];
  });
}

/** "2027-03-18T14:00": a local time without a zone */
export const isoHour = (hour: Hour): string =>
  `${new Date(dayOfHour(hour) * 86_400_000).toISOString().slice(0, 10)}T${String(hourOfDay(hour)).padStart(2, '0')}:00`;
