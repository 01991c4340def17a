import fc from 'fast-check';
import { DateTime } from 'luxon';
import {
  addDays,
  dayOf,
  dayOfYear,
  inYear,
  isoDay,
  parseDay,
  showFullDay,
  showWeekday,
  yearOf,
  type Day,
} from './day';

const anyDay = fc.integer({ min: dayOf(1970, 1, 1), max: dayOf(2120, 12, 31) }).map((d) => d as Day);

test('agrees with luxon on every day, year and day of the year', () => {
  fc.assert(
    fc.property(anyDay, (day) => {
      const other = DateTime.fromISO(isoDay(day), { zone: 'utc' });
      expect(other.isValid).toBe(true);
      expect(other.toMillis() / 86_400_000).toBe(day);
      expect(yearOf(day)).toBe(other.year);
      expect(dayOfYear(day)).toBe(other.ordinal);
      expect(showFullDay(day)).toBe(other.toFormat('d LLLL yyyy'));
      expect(showWeekday(day)).toBe(other.toFormat('ccc d LLLL'));
      expect(parseDay(isoDay(day))).toBe(day);
    }),
  );
});

test.each(['2027-02-30', '2027-13-01', '18.3.2027', '2027-3-1', '', 'tomorrow'])('%j is no day', (text) => {
  expect(parseDay(text)).toBeNull();
});

test('29 February becomes 28 February where there is none', () => {
  expect(isoDay(inYear(dayOf(2028, 2, 29), 2027))).toBe('2027-02-28');
  expect(isoDay(inYear(dayOf(2028, 2, 29), 2024))).toBe('2024-02-29');
});

test('days add up across a month', () => expect(isoDay(addDays(dayOf(2027, 2, 27), 3))).toBe('2027-03-02'));
