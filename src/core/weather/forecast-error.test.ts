import { addDays, dayOf } from '@/core/calendar/day';
import { forecastErrorOf, type Told } from './forecast-error';
import { normal, randomFrom } from './random';

const START = dayOf(2026, 3, 1);
const stated = Array.from({ length: 10 }, (_, d) => 1 + 0.3 * d);
/** Forecasts of a service whose errors are `times` of what it states, by lead. */
function issued(count: number, times: (lead: number) => number, seed = 5): Told[] {
  const random = randomFrom(seed);
  return Array.from({ length: count }, (_, i) => ({
    issuedOn: addDays(START, i),
    air: stated.map((s, lead) => came(addDays(START, i + lead)) + s * times(lead) * normal(random)),
    stated,
  }));
}
const came = (day: number) => 10 + 8 * Math.sin(day / 9);

test('with no day that came, the service is believed', () => {
  const { factors, errors, pairs } = forecastErrorOf(
    issued(3, () => 3),
    () => undefined,
  );
  expect(pairs).toBe(0);
  expect(factors).toEqual(stated.map(() => 1));
  errors.forEach((e, lead) => expect(e).toBeCloseTo(stated[lead]!, 12));
  expect(forecastErrorOf([], came)).toEqual({ factors: [], errors: [], pairs: 0 });
});

// the standard error of a standard deviation from n pairs is 1 in √(2n): at 200 pairs 5 %, and ten stated ones beside them
test.each([0.5, 0.8, 1, 1.7])('a service that is off by %s of what it states is found out', (times) => {
  const { factors, pairs } = forecastErrorOf(
    issued(200, () => times),
    came,
  );
  expect(pairs).toBe(2000);
  factors.forEach((f) => expect(Math.abs(f / times - 1)).toBeLessThan(0.13));
});

test('by lead: good near, poor far', () => {
  const { factors } = forecastErrorOf(
    issued(200, (lead) => (lead < 5 ? 0.5 : 1.5)),
    came,
  );
  expect(Math.max(...factors.slice(0, 3))).toBeLessThan(0.65);
  expect(Math.min(...factors.slice(7))).toBeGreaterThan(1.3);
  expect(factors[4]!).toBeLessThan(factors[6]!);
});

test('a week of it says little yet, and one wild day no more than four standard errors do', () => {
  const few = forecastErrorOf(
    issued(4, () => 0.5),
    came,
  );
  few.factors.forEach((f) => expect(f).toBeGreaterThan(0.7));
  const [one] = issued(1, () => 0);
  const wild: Told = { ...one!, air: one!.air.map((t, lead) => (lead === 4 ? 900 : t)) };
  // ten pairs that say 1 and one of 4² that counts half, beside its four neighbors of 0: √(18 ÷ 11.25), by hand
  expect(forecastErrorOf([wild], came).factors[4]!).toBeCloseTo(Math.sqrt(18 / 11.25), 6);
});
