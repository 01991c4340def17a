import { offsetIn } from './clock-offset';

// published: the tz database, US/Central; clocks go forward on 14 March 2027 and back on 7 November 2027, at 2 am
test.each([
  ['2027-03-14T01:30', -360],
  ['2027-03-14T03:30', -300],
  ['2027-07-01T12:00', -300],
  ['2027-11-07T03:00', -360],
  ['2027-01-01T00:00', -360],
])('at %s by the wall clock it stands %p minutes from UTC', (local, minutes) => {
  expect(offsetIn(Date.parse(`${local}Z`), 'US/Central')).toBe(minutes);
  expect(offsetIn(Date.parse(`${local}Z`), 'US/Central')).toBe(minutes);
});
test('another zone has another answer for the same hour', () => {
  expect(offsetIn(Date.parse('2027-07-01T12:00Z'), 'US/Eastern')).toBe(-240);
  expect(offsetIn(Date.parse('2027-07-01T12:00Z'), 'utc')).toBe(0);
});
