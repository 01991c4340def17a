import { kelvins } from '@/core/units/quantity';
import { hourlyFromDaily } from '@/core/weather/daily';
import { surfaceTemperatures } from './surface';

describe('surfaceTemperatures', () => {
  test('without snow is air plus the offset', () => {
    expect([...surfaceTemperatures(Float64Array.of(5, 6), Float64Array.of(3, 0), kelvins(1.5))]).toEqual([
      6.5, 7.5,
    ]);
  });

  test('under snow is never above 0 °C, and is free again once it has melted', () => {
    const air = new Float64Array(24 * 6).fill(4);
    const rain = new Float64Array(24 * 6);
    air.fill(-2, 0, 12);
    rain.fill(1, 0, 12); // 12 mm of water as snow
    const out = surfaceTemperatures(air, rain, kelvins(1));
    expect(Math.max(...out.subarray(3, 24))).toBeLessThanOrEqual(0);
    // 4 °C melts 12 mm a day: gone within a day after the frost ends
    expect(out[24 * 2]).toBe(5);
  });
});

describe('hourlyFromDaily', () => {
  test('touches each minimum at 6 h and maximum at 15 h, and never leaves them', () => {
    const out = hourlyFromDaily([2, 4], [10, 14]);
    expect([out[6], out[15], out[30], out[39]]).toEqual([2, 10, 4, 14]);
    expect(Math.min(...out)).toBe(2);
    expect(Math.max(...out)).toBe(14);
  });
});
