import { dayOf, isoDay } from '@/core/calendar/day';
import { clockAheadIn, dayIn, hourIn } from './clock';

test('the day and hour are those of the people, not of the server', () => {
  const now = new Date('2027-03-18T03:30:00Z');
  expect([isoDay(dayIn(now, 'US/Central')), hourIn(now, 'US/Central')]).toEqual(['2027-03-17', 22]);
  expect([isoDay(dayIn(now, 'Etc/UTC')), hourIn(now, 'Etc/UTC')]).toEqual(['2027-03-18', 3]);
});

test('an unknown time zone is a bug', () =>
  expect(() => dayIn(new Date(), 'Nowhere/Town')).toThrow('Nowhere/Town'));

// published: Uniform Time Act as amended by the Energy Policy Act of 2005: second Sunday of March to first Sunday of November
test('US clocks run an hour ahead of standard time from the second Sunday of March to the first of November', () => {
  expect(clockAheadIn(2027, 'US/Central', -6)).toEqual([
    { from: dayOf(2027, 3, 14), to: dayOf(2027, 11, 7), hours: 1 },
  ]);
});

test('where clocks are not turned nothing runs ahead', () =>
  expect(clockAheadIn(2027, 'US/Arizona', -7)).toEqual([]));
