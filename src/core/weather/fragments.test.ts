/** Hours borrowed for generated days. Checked on weather made by hand, in which it is known what may be lent. */
import { addDays, dayOf } from '@/core/calendar/day';
import { openWeather } from '../../../tests/support/open-weather';
import { dailyOf } from './daily';
import { hourlyByFragments } from './fragments';
import { fitGenerator, generate } from './generator';
import { randomFrom } from './random';
import type { HourlyWeather } from './series';

const from = dayOf(2013, 1, 1);
const DAYS = 730;
/** Every third day it rains from 15 to 17 h and blows at 8 m/s; on the others there is a breeze of 2 m/s. */
const onFile: HourlyWeather = {
  from,
  air: new Float64Array(DAYS * 24).fill(10),
  rain: Float64Array.from({ length: DAYS * 24 }, (_, h) =>
    Math.floor(h / 24) % 3 === 0 && (h % 24 === 15 || h % 24 === 16) ? (h % 24 === 15 ? 3 : 1) : 0,
  ),
  wind: Float64Array.from({ length: DAYS * 24 }, (_, h) => (Math.floor(h / 24) % 3 === 0 ? 8 : 2)),
};
const made = {
  from: dayOf(2020, 4, 1),
  min: Float64Array.of(2, 4, 5),
  max: Float64Array.of(12, 15, 18),
  rain: Float64Array.of(0, 10, 0),
  wind: new Float64Array(3),
};

test('a wet day has its rain in the hours in which it fell, and its wind; a dry one has the breeze', () => {
  const w = hourlyByFragments(made, onFile, randomFrom(5));
  expect(Array.from(w.rain.subarray(24 + 14, 24 + 18))).toEqual([0, 7.5, 2.5, 0]);
  expect([...dailyOf(w).rain].map((r) => Math.round(r * 1e9) / 1e9)).toEqual([0, 10, 0]);
  expect(Array.from(dailyOf(w).wind, Math.round)).toEqual([2, 8, 2]);
  // and goes through the generated extremes
  expect([...dailyOf(w).max]).toEqual([12, 15, 18]);
});

test('sums of rain are those that were generated, whatever is lent', () => {
  const real = openWeather('Seattle');
  const days = generate(fitGenerator(dailyOf(real)), dayOf(2027, 1, 1), 365, randomFrom(9));
  const back = dailyOf(hourlyByFragments(days, real, randomFrom(9)));
  for (let d = 0; d < 365; d++) expect(back.rain[d]).toBeCloseTo(days.rain[d]!, 9);
  // the wind blows as it blew: in the mean of the year, to a tenth
  const mean = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / x.length;
  expect(mean(back.wind) / mean(dailyOf(real).wind)).toBeGreaterThan(0.9);
  expect(mean(back.wind) / mean(dailyOf(real).wind)).toBeLessThan(1.1);
});

test('with less than a year on file nothing is lent', () => {
  const short = {
    from,
    air: onFile.air.subarray(0, 240),
    rain: onFile.rain.subarray(0, 240),
    wind: onFile.wind.subarray(0, 240),
  };
  const summer = { ...made, from: addDays(from, 180) };
  expect(() => hourlyByFragments(summer, short, randomFrom(1))).toThrow(RangeError);
});
