import { dayOf } from '@/core/calendar/day';
import { kelvins } from '@/core/units/quantity';
import { hourlyFromDaily } from '@/core/weather/daily';
import { surfaceTemperatures } from './surface';

const from = dayOf(2027, 1, 1);

describe('surfaceTemperatures', () => {
  test('without snow is air plus the offset', () => {
    expect([
      ...surfaceTemperatures({ from, air: Float64Array.of(5, 6), rain: Float64Array.of(3, 0) }, () =>
        kelvins(1.5),
      ),
    ]).toEqual([6.5, 7.5]);
  });

  test('under snow is never above 0 °C, and is free again once it has melted', () => {
    const air = new Float64Array(24 * 6).fill(4);
    const rain = new Float64Array(24 * 6);
    air.fill(-2, 0, 12);
    rain.fill(1, 0, 12); // 12 mm of water as snow
    const out = surfaceTemperatures({ from, air, rain }, () => kelvins(1));
    expect(Math.max(...out.subarray(3, 24))).toBeLessThanOrEqual(0);
    // 4 °C melts 12 mm a day: gone within a day after the frost ends
    expect(out[24 * 2]).toBe(5);
  });
});

test('deep snow shelters: 150 mm of water in it keep a frost of −20 °C from the ground (practice)', () => {
  const air = new Float64Array(24 * 10).fill(-20);
  const rain = new Float64Array(24 * 10);
  rain.fill(150 / 24, 0, 24);
  const under = surfaceTemperatures({ from, air, rain }, () => kelvins(1));
  expect(Math.min(...under.subarray(24))).toBeGreaterThan(-0.01);
  const thin = surfaceTemperatures({ from, air, rain: rain.map((r) => r / 25) }, () => kelvins(1));
  expect(thin[200]!).toBeGreaterThan(-19);
  expect(thin[200]!).toBeLessThan(-10);
});

describe('hourlyFromDaily', () => {
  test('touches each minimum at 6 h and maximum at 15 h, and never leaves them', () => {
    const out = hourlyFromDaily([2, 4], [10, 14]);
    expect([out[6], out[15], out[30], out[39]]).toEqual([2, 10, 4, 14]);
    expect(Math.min(...out)).toBe(2);
    expect(Math.max(...out)).toBe(14);
  });
});
