/**
 * Civil days as whole numbers.
 *
 * A `Day` is the count of days since 1970-01-01 in the lawn's own calendar; which day it is now is the caller's to say
 * (data/clock, with the organization's time zone).
 * Stations report in local standard time all the year, as weather services do, so a station's day has 24 hours always.
 */
export type Day = number & { readonly __day: 'civil day' };

const MS_PER_DAY = 86_400_000;

/** @throws RangeError if there is no such day in the Gregorian calendar */
export function dayOf(year: number, month: number, date: number): Day {
  // a year of two digits is a slip
  const isMonth =
    Number.isInteger(year) && year >= 100 && Number.isInteger(month) && month >= 1 && month <= 12;
  if (!isMonth || !Number.isInteger(date) || date < 1 || date > daysOfMonth(year, month))
    throw new RangeError(`No such day: ${year}-${month}-${date}`);
  return (newYear(year) + MONTH_STARTS[month - 1]! + (month > 2 && isLeap(year) ? 1 : 0) + date - 1) as Day;
}

const DAYS_TO_1970 = 719_162;
const MONTH_STARTS = [0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334, 365] as const;
const isLeap = (year: number) => year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
const daysOfMonth = (year: number, month: number) =>
  MONTH_STARTS[month]! - MONTH_STARTS[month - 1]! + (month === 2 && isLeap(year) ? 1 : 0);
/** 1 January as a day: years, with a leap day every 4, not every 100, every 400. */
function newYear(year: number): number {
  const before = year - 1;
  return (
    before * 365 + Math.floor(before / 4) - Math.floor(before / 100) + Math.floor(before / 400) - DAYS_TO_1970
  );
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

/** A day that was written by `isoDay` or is a date of the database. @throws RangeError if it is none */
export function readDay(text: string): Day {
  const day = parseDay(text);
  if (day === null) throw new RangeError(`Not a day: "${text}"`);
  return day;
}

const dateOf = (day: Day) => new Date(day * MS_PER_DAY);
/** "2027-03-18" */
export const isoDay = (day: Day): string => dateOf(day).toISOString().slice(0, 10);
export const addDays = (day: Day, days: number): Day => (day + days) as Day;
/** 1 Monday to 7 Sunday. */
export const weekdayOf = (day: Day): number => ((((day + 3) % 7) + 7) % 7) + 1;
/** 1 to 12. */
export function monthOf(day: Day): number {
  const year = yearOf(day);
  const n = day - newYear(year);
  const leapDay = isLeap(year) ? 1 : 0;
  let month = 1;
  while (n >= MONTH_STARTS[month]! + (month >= 2 ? leapDay : 0)) month++;
  return month;
}
/** The day of its month, 1 to 31. */
export const dateOfMonth = (day: Day): number => day - monthStart(day) + 1;
export function yearOf(day: Day): number {
  // by the mean year it is the year meant or one beside it
  const year = Math.floor((day + DAYS_TO_1970) / 365.2425) + 1;
  return day < newYear(year) ? year - 1 : day >= newYear(year + 1) ? year + 1 : year;
}
/** The first of a day's month, or of one so many months later (negative: earlier). */
export function monthStart(day: Day, monthsLater = 0): Day {
  const months = yearOf(day) * 12 + monthOf(day) - 1 + monthsLater;
  return dayOf(Math.floor(months / 12), (months % 12) + 1, 1);
}
/** 1 January is 1. */
export const dayOfYear = (day: Day): number => day - newYear(yearOf(day)) + 1;
/** The same date in another year; 29 February becomes 28 February where there is none. */
export function inYear(day: Day, year: number): Day {
  const d = dateOf(day);
  const isLeapDay = d.getUTCMonth() === 1 && d.getUTCDate() === 29;
  return dayOf(year, d.getUTCMonth() + 1, isLeapDay && !isLeap(year) ? 28 : d.getUTCDate());
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
