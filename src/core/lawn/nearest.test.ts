import { distanceKm, nearestStation } from './nearest';

test('a quarter of the way round, and a degree of the meridian', () => {
  // geometry of the sphere of 6,371 km
  expect(distanceKm({ latitude: 0, longitude: 0 }, { latitude: 90, longitude: 0 })).toBeCloseTo(
    (Math.PI / 2) * 6371,
    6,
  );
  expect(distanceKm({ latitude: 40, longitude: -80 }, { latitude: 41, longitude: -80 })).toBeCloseTo(
    (Math.PI / 180) * 6371,
    6,
  );
  expect(distanceKm({ latitude: 60, longitude: 0 }, { latitude: 60, longitude: 180 })).toBeCloseTo(
    (Math.PI / 3) * 6371,
    6,
  );
});

const north = { name: 'north', latitude: 42, longitude: -80 };
const south = { name: 'south', latitude: 38, longitude: -80 };
const unplaced = { name: 'unplaced', latitude: 40, longitude: null };
test.each([
  [{ latitude: 41, longitude: -80 }, 'north'],
  [{ latitude: 39, longitude: -80.5 }, 'south'],
  [{ latitude: null, longitude: null }, 'unplaced'],
])('the station of a place %o is %s', (place, name) => {
  expect(nearestStation([unplaced, north, south], place)?.name).toBe(name);
});
test('where no station says where it lies, the first is taken; where there is none, none', () => {
  expect(
    nearestStation([unplaced, { ...unplaced, name: 'other' }], { latitude: 40, longitude: -80 })?.name,
  ).toBe('unplaced');
  expect(nearestStation([], { latitude: 40, longitude: -80 })).toBeUndefined();
});

// the gradient of the standard atmosphere: 0.65 °C in 100 m. Its worth in km: common practice, no source
describe('in the hills', () => {
  const valley = { name: 'valley', latitude: 40, longitude: -80, height: 200 };
  const ridge = { name: 'ridge', latitude: 40.3, longitude: -80, height: 900 };
  test.each([
    ['a lawn between them and high up goes by the one as high', { height: 850 }, 'ridge'],
    ['a lawn between them and low goes by the valley', { height: 250 }, 'valley'],
    ['where its height is not known the distance decides', { height: null }, 'valley'],
    ['where nobody asked for height too', {}, 'valley'],
  ])('%s', (_, over, name) => {
    const place = { latitude: 40.1, longitude: -80, ...over };
    expect(nearestStation([ridge, valley], place)?.name).toBe(name);
  });
  test('a station whose height is not known is judged by distance alone', () => {
    const near = { ...valley, name: 'near', latitude: 40.11, height: null };
    expect(nearestStation([ridge, near], { latitude: 40.1, longitude: -80, height: 850 })?.name).toBe('near');
  });
});
