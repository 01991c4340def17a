import { addDays, dayOf } from '@/core/calendar/day';
import { sky } from '../../tests/support/gate-context';
import { forecastFrom } from './weather';

const issued = dayOf(2027, 3, 18);
const forecast = sky(5, 0.1, issued);
forecast.air.forEach((_, h) => (forecast.air[h] = h));

describe('forecastFrom', () => {
  test('is the whole of it on the day of issue', () =>
    expect(forecastFrom(forecast, issued)).toEqual(forecast));
  test('leaves out the days gone by, and keeps the error with its hours', () => {
    const later = forecastFrom(
      { ...forecast, airError: forecast.air, rainChance: forecast.rain },
      addDays(issued, 3),
    );
    expect([later?.from, later?.air.length, later?.air[0], later?.airError[0]]).toEqual([
      addDays(issued, 3),
      7 * 24,
      72,
      72,
    ]);
  });
  test('is none when it has no day left, is not there yet, or was never given', () => {
    expect(forecastFrom(forecast, addDays(issued, 10))).toBeNull();
    expect(forecastFrom(forecast, addDays(issued, -1))).toBeNull();
    expect(forecastFrom(null, issued)).toBeNull();
  });
});
