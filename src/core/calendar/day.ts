/**
 * Civil days as whole numbers.
 *
 * A `Day` is the count of days since 1970-01-01 in the lawn's own calendar; which day it is now is the caller's to say
 * (server/clock, with the organisation's time zone).
 * Stations report in local standard time all the year, as weather services do, so a station's day has 24 hours always.
 */
export type Day = number & { readonly __day: 'civil day' };

const MS_PER_DAY = 86_400_000;

/** @throws RangeError if there is no such day in the Gregorian calendar */
export function dayOf(year: number, month: number, date: number): Day {
  const ms = Date.UTC(year, month - 1, date);
  const back = new Date(ms);
  if (back.getUTCFullYear() !== year || back.getUTCMonth() !== month - 1 || back.getUTCDate() !== date)
    throw new RangeError(`No such day: ${year}-${month}-${date}`);
  return (ms / MS_PER_DAY) as Day;
}

/** Reads "2027-03-18" (ISO 8601); null for anything else, 30 February too. */
export function parseDay(text: string): Day | null {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text.trim());
  if (!m) return null;
  try {
    return dayOf(Number(m[1]), Number(m[2]), Number(m[3]));
  } catch {
    return null;
  }
}

const dateOf = (day: Day) => new Date(day * MS_PER_DAY);
/** "2027-03-18" */
export const isoDay = (day: Day): string => dateOf(day).toISOString().slice(0, 10);
export const addDays = (day: Day, days: number): Day => (day + days) as Day;
/** 1 Monday to 7 Sunday. */
export const weekdayOf = (day: Day): number => ((((day + 3) % 7) + 7) % 7) + 1;
/** 1 to 12. */
export const monthOf = (day: Day): number => dateOf(day).getUTCMonth() + 1;
export const yearOf = (day: Day): number => dateOf(day).getUTCFullYear();
/** 1 January is 1. */
export const dayOfYear = (day: Day): number => day - dayOf(yearOf(day), 1, 1) + 1;
/** The same date in another year; 29 February becomes 28 February where there is none. */
export function inYear(day: Day, year: number): Day {
  const d = dateOf(day);
  const leapDay = d.getUTCMonth() === 1 && d.getUTCDate() === 29;
  const isLeap = new Date(Date.UTC(year, 1, 29)).getUTCMonth() === 1;
  return dayOf(year, d.getUTCMonth() + 1, leapDay && !isLeap ? 28 : d.getUTCDate());
}

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;
/** "18 March" */
export const showDay = (day: Day): string =>
  `${dateOf(day).getUTCDate()} ${MONTHS[dateOf(day).getUTCMonth()] ?? ''}`;
/** "Thu 18 March" */
export const showWeekday = (day: Day): string => `${WEEKDAYS[dateOf(day).getUTCDay()] ?? ''} ${showDay(day)}`;
/** "18 March 2027" */
export const showFullDay = (day: Day): string => `${showDay(day)} ${yearOf(day)}`;

/** A day of any year; the month counts from 1. */
export type MonthDay = Readonly<{ month: number; date: number }>;

/** "11-15" as a day of the year; null: it is none. 29 February is one, and 1 March where a year has none. */
export function parseMonthDay(text: string): MonthDay | null {
  const day = parseDay(`2028-${text.trim()}`);
  if (day === null) return null;
  const [, month, date] = isoDay(day).split('-').map(Number);
  return { month: month!, date: date! };
}
export const showMonthDay = ({ month, date }: MonthDay): string => isoDay(dayOf(2028, month, date)).slice(5);

/** The last day of the stretch of the year in which a day lies, from one day of the year to another, both in it; null: it does not. */
export function stretchEnd(day: Day, from: MonthDay, to: MonthDay): Day | null {
  const at = (year: number, { month, date }: MonthDay) => dayOf(year, month, date);
  for (const year of [yearOf(day) - 1, yearOf(day)]) {
    const start = at(year, from);
    const end = at(year, to) >= start ? at(year, to) : at(year + 1, to);
    if (day >= start && day <= end) return end;
  }
  return null;
}
