import { addDays, dayOf } from '@/core/calendar/day';
import { daysIn, sliceDays, type HourlyWeather } from './series';

const from = dayOf(2027, 3, 1);
const column = Float64Array.from({ length: 72 }, (_, h) => h);
const three: HourlyWeather = { from, air: column, rain: column, wind: column };

test('whole days are counted; a day begun is none', () => {
  expect(daysIn(three)).toBe(3);
  expect(daysIn({ ...three, air: column.slice(0, 71) })).toBe(2);
});

test('a slice holds its first day and not its last', () => {
  const one = sliceDays(three, addDays(from, 1), addDays(from, 2));
  expect([one.from, one.air[0], one.wind.length]).toEqual([addDays(from, 1), 24, 24]);
  expect(daysIn(sliceDays(three, from, from))).toBe(0);
});

test.each([
  ['before it begins', -1, 1],
  ['after it ends', 1, 4],
  ['backwards', 2, 1],
])('a slice %s is a bug', (_, a, b) =>
  expect(() => sliceDays(three, addDays(from, a), addDays(from, b))).toThrow(RangeError),
);

test('a slice leaves the series alone', () => {
  sliceDays(three, from, addDays(from, 1)).air.fill(99);
  expect(three.air[0]).toBe(0);
});
