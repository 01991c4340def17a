import fc from 'fast-check';
import { driveMinutes, shortestWay } from './way';

const row = (...longitudes: number[]) => longitudes.map((longitude) => ({ latitude: 40, longitude }));

// a tenth of a degree at 40° north is 8.52 km; 1.3 of that at 45 km/h are 14.8 minutes (arithmetic)
test('minutes by great circle, detour and speed', () => {
  const [a, b] = row(0, 0.1);
  expect(driveMinutes(a!, b!)).toBeCloseTo(14.77, 1);
  expect(driveMinutes(a!, b!, { kmPerHour: 90, detour: 1 })).toBeCloseTo(5.68, 1);
});

test('places in a row are driven along it, whichever end is first', () => {
  const { order, minutes, before } = shortestWay(row(0.2, 0, 0.3, 0.1));
  expect([order, [...order].toReversed()]).toContainEqual([1, 3, 0, 2]);
  expect(minutes).toBeCloseTo(3 * 14.77, 1);
  expect(before).toBeCloseTo(7 * 14.77, 0);
});

test('what is shortest already stays as it is', () => {
  expect(shortestWay(row(0, 0.1, 0.2)).order).toEqual([0, 1, 2]);
});

test('for any places: each once, and never a longer way than before', () => {
  const place = fc.record({
    latitude: fc.double({ min: 35, max: 36, noNaN: true }),
    longitude: fc.double({ min: -90, max: -89, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(place, { minLength: 1, maxLength: 9 }), (places) => {
      const { order, minutes, before } = shortestWay(places);
      expect([...order].toSorted((a, b) => a - b)).toEqual(places.map((_, i) => i));
      expect(minutes).toBeLessThanOrEqual(before + 1e-9);
    }),
    { numRuns: 30 },
  );
});
