import { dayOf } from '@/core/calendar/day';
import type { Celsius } from '@/core/units/quantity';
import { daylight, extraterrestrialRadiation, referenceEvaporation, sunOn } from './evaporation';
import { bucketOf, dayOfBucket, soilWaterOf, stress } from './soil-water';

// published: FAO Irrigation and Drainage Paper 56, example 8: 20° S, 3 September (day 246)
test('radiation above the air, FAO-56 example 8: 32.2 MJ/m²', () => {
  const sun = sunOn(-20, 246);
  expect([sun.distance, sun.declination, sun.sunset]).toEqual([
    expect.closeTo(0.985, 3),
    expect.closeTo(0.12, 3),
    expect.closeTo(1.527, 3),
  ]);
  expect(extraterrestrialRadiation(-20, 246)).toBeCloseTo(32.194, 3);
});

// published: Hargreaves & Samani 1985; FAO-56 example 20, Lyon, July (its 5.0 as recalled)
test('reference evapotranspiration, 14.8 to 26.6 °C at 45.72° N in mid July: 5.03 mm', () => {
  const radiation = extraterrestrialRadiation(45.72, 196);
  expect(radiation).toBeCloseTo(40.5546, 3);
  expect(referenceEvaporation(radiation, 14.8 as Celsius, 26.6 as Celsius)).toBeCloseTo(5.033, 3);
  expect(referenceEvaporation(extraterrestrialRadiation(35, 190), 18 as Celsius, 30 as Celsius)).toBeCloseTo(
    5.589,
    2,
  );
});
test('a day without a range and a frozen day evaporate nothing', () => {
  expect(referenceEvaporation(30, 10 as Celsius, 10 as Celsius)).toBe(0);
  expect(referenceEvaporation(10, -30 as Celsius, -20 as Celsius)).toBe(0);
});

test('the day is 12 hours at the equinox, and has an end beyond the circle', () => {
  const { rise, set } = daylight(39, dayOf(2027, 3, 20));
  expect(set - rise).toBeCloseTo(12, 0);
  expect(daylight(80, dayOf(2027, 6, 21))).toEqual({ rise: 0, set: 24 });
  expect(daylight(80, dayOf(2027, 12, 21))).toEqual({ rise: 12, set: 12 });
});

// published: FAO-56 chapter 8; FC 0.23, WP 0.10, roots 0.15 m, p 0.40
describe('the bucket', () => {
  const bucket = bucketOf(0.23 - 0.1, 0.15, 0.4, 1);
  test('holds 19.5 mm, 7.8 of them readily', () => {
    expect(bucket.taw).toBeCloseTo(19.5, 9);
    expect(bucket.raw).toBeCloseTo(7.8, 9);
  });
  test('at 4.75 mm a day what is readily there is gone in 1.642 days', () => {
    expect(bucket.raw / 4.75).toBeCloseTo(1.642, 3);
    const first = dayOfBucket(bucket, 0, { goesIn: 0, evaporation: 4.75 });
    const second = dayOfBucket(bucket, first.depletion, { goesIn: 0, evaporation: 4.75 });
    expect(first.depletion).toBeLessThan(bucket.raw);
    expect(second.depletion).toBeGreaterThan(bucket.raw);
  });
  test('at a depletion of 12 mm the plants get 0.641 of what they ask for', () =>
    expect(stress(bucket, 12)).toBeCloseTo(0.641, 3));
  test('what finds no room runs through; nothing is drawn below what is there', () => {
    expect(dayOfBucket(bucket, 3, { goesIn: 10, evaporation: 0 })).toEqual({ depletion: 0, surplus: 7 });
    expect(dayOfBucket(bucket, 19.5, { goesIn: 0, evaporation: 50 })).toEqual({
      depletion: 19.5,
      surplus: 0,
    });
  });
});

test('an hour above the intake runs off and does not fill the soil', () => {
  const hours = 24 * 3;
  const rain = new Float64Array(hours);
  rain[30] = 40; // clay takes 3 mm an hour
  const weather = {
    from: dayOf(2027, 3, 1),
    air: new Float64Array(hours).fill(10),
    rain,
    wind: new Float64Array(hours),
  };
  const water = soilWaterOf([weather], 'clay', 'cool', 39)!;
  expect(water.surplus[1]).toBeCloseTo(37, 6);
  expect(water.dryDays).toEqual([1, 0, 1]);
  expect(soilWaterOf([], 'clay', 'cool', 39)).toBeNull();
});
