/** Dates by hand; invented. */
import { addDays, dayOf } from '@/core/calendar/day';
import type { HourlyWeather } from '@/core/weather/series';
import { damagesOf } from './damage';

const on = dayOf(2027, 4, 10);
const seen = { on, seen: 'brown tips', cause: 'late frost', person: 'Lise' };
const weather = (cold: readonly number[], days = 40): HourlyWeather => {
  const air = new Float64Array(days * 24).fill(9);
  const from = addDays(on, -days);
  for (const ago of cold) air[(days - ago) * 24 + 5] = -1.5;
  return { from, air, rain: air.map(() => 0), wind: air.map(() => 1) };
};

test('what was put down in the weeks before, the last first; later or long ago it is not it', () => {
  const entries = [
    { product: 'A', day: addDays(on, -40) },
    { product: 'B', day: addDays(on, -20) },
    { product: 'C', day: addDays(on, -3) },
    { product: 'D', day: addDays(on, 2) },
  ];
  expect(damagesOf([seen], entries, [], null)[0]!.before.map((b) => [b.product, b.days])).toEqual([
    ['C', 3],
    ['B', 20],
  ]);
});

test('frosts of the two weeks before, and not known where their weather is not on file', () => {
  expect(damagesOf([seen], [], [], weather([4, 13, 20]))[0]!.frosts).toEqual([
    addDays(on, -13),
    addDays(on, -4),
  ]);
  expect(damagesOf([seen], [], [], weather([]))[0]!.frosts).toEqual([]);
  expect(damagesOf([seen], [], [], weather([4], 10))[0]!.frosts).toBeNull();
  expect(damagesOf([seen], [], [], null)[0]!.frosts).toBeNull();
});

test('the last look at the green before it; the newest damage first', () => {
  const looks = [
    { on: addDays(on, -9), percent: 40 },
    { on: addDays(on, -2), percent: 70 },
    { on: addDays(on, 1), percent: 90 },
  ];
  const later = { ...seen, on: addDays(on, 5) };
  expect(damagesOf([seen, later], [], looks, null).map((d) => [d.on, d.green?.percent])).toEqual([
    [later.on, 90],
    [on, 70],
  ]);
});
