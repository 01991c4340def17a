/** Weather as it is sent with a question. Worked by hand. */
import { addDays, dayOf } from '@/core/calendar/day';
import { daysIn } from '@/core/weather/series';
import { forecastIn } from './api-weather';

const today = dayOf(2027, 3, 18);
const weather = (from: number, days: number) => {
  const column = () => new Float64Array(days * 24).fill(1);
  return { from: addDays(today, from), air: column(), rain: column(), wind: column() };
};

test.each([
  ['before and after today: from today on, ten days of it', -5, 30, [0, 10]],
  ['three days of it', -5, 8, [0, 3]],
  ['from tomorrow on: today is not known', 1, 5, [1, 5]],
  ['far ahead, up to the tenth day', 4, 30, [4, 6]],
  ['only what was', -5, 5, null],
  ['beyond any forecast', 12, 5, null],
] as const)('%s', (_, from, days, right) => {
  const forecast = forecastIn(weather(from, days), today);
  expect(forecast && [forecast.from - today, daysIn(forecast)]).toEqual(right);
});
