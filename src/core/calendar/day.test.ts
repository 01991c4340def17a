import fc from 'fast-check';
import { DateTime } from 'luxon';
import {
  addDays,
  dateOfMonth,
  dayOf,
  dayOfYear,
  inYear,
  isoDay,
  monthOf,
  monthStart,
  parseDay,
  readDay,
  showFullDay,
  showWeekday,
  yearOf,
  type Day,
} from './day';

const anyDay = fc.integer({ min: dayOf(1899, 1, 1), max: dayOf(2420, 12, 31) }).map((d) => d as Day);

test('agrees with luxon on every day, year and day of the year', () => {
  fc.assert(
    fc.property(anyDay, (day) => {
      const other = DateTime.fromISO(isoDay(day), { zone: 'utc' });
      expect(other.isValid).toBe(true);
      expect(other.toMillis() / 86_400_000).toBe(day);
      expect(yearOf(day)).toBe(other.year);
      expect(dayOfYear(day)).toBe(other.ordinal);
      expect(monthOf(day)).toBe(other.month);
      expect(dateOfMonth(day)).toBe(other.day);
      expect(dayOf(other.year, other.month, other.day)).toBe(day);
      expect(showFullDay(day)).toBe(other.toFormat('d LLLL yyyy'));
      expect(showWeekday(day)).toBe(other.toFormat('ccc d LLLL'));
      expect(parseDay(isoDay(day))).toBe(day);
    }),
  );
});

test('agrees with the platform on every first and last day of a month from 1600 to 2400', () => {
  const platform: number[][] = [];
  const ours: number[][] = [];
  for (let year = 1600; year <= 2400; year++)
    for (let month = 1; month <= 12; month++) {
      const first = Date.UTC(year, month - 1, 1) / 86_400_000;
      const last = Date.UTC(year, month, 1) / 86_400_000 - 1;
      platform.push([first, last, year, month, 1, year, month, last - first + 1]);
      const parts = [first, last].flatMap((d) => [
        yearOf(d as Day),
        monthOf(d as Day),
        dateOfMonth(d as Day),
      ]);
      ours.push([dayOf(year, month, 1), dayOf(year, month, last - first + 1), ...parts]);
    }
  expect(ours).toEqual(platform);
});

test('a month starts at its first, over New Year in both directions', () => {
  const day = dayOf(2027, 3, 18);
  expect([-3, -2, 0, 9, 10, -27].map((n) => isoDay(monthStart(day, n)))).toEqual([
    '2026-12-01',
    '2027-01-01',
    '2027-03-01',
    '2027-12-01',
    '2028-01-01',
    '2024-12-01',
  ]);
});

test.each(['2027-02-30', '0027-02-03', '2027-13-01', '18.3.2027', '2027-3-1', '', 'tomorrow'])(
  '%j is no day',
  (text) => {
    expect(parseDay(text)).toBeNull();
    expect(() => readDay(text)).toThrow(RangeError);
  },
);

test('29 February becomes 28 February where there is none', () => {
  expect(isoDay(inYear(dayOf(2028, 2, 29), 2027))).toBe('2027-02-28');
  expect(isoDay(inYear(dayOf(2028, 2, 29), 2024))).toBe('2024-02-29');
});

test('days add up across a month', () => expect(isoDay(addDays(dayOf(2027, 2, 27), 3))).toBe('2027-03-02'));
