import { dayOf } from '@/core/calendar/day';
import { usualClimate } from './season';
import {
  EXPOSURES,
  MOISTURES,
  diffusivityOf,
  siteKey,
  surfaceOffset,
  surfaceOffsetOn,
  type Site,
} from './site';
import { TEXTURES } from '@/core/trade/terms';

// published: Oke 1987, Boundary Layer Climates, table 2.1, 10⁻⁶ m²/s
test.each([
  ['sand', 'dry', 0.24],
  ['sand', 'wet', 0.74],
  ['clay', 'dry', 0.18],
  ['clay', 'wet', 0.51],
] as const)('%s, %s has the diffusivity of the table', (texture, moisture, millionths) => {
  expect(diffusivityOf({ texture, moisture }) * 1e6).toBeCloseTo(millionths, 9);
});

test('wetter soil of one texture conducts better, and every kind lies within the table', () => {
  for (const texture of TEXTURES) {
    const row = MOISTURES.map((moisture) => diffusivityOf({ texture, moisture }));
    expect([...row].sort((a, b) => a - b)).toEqual(row);
    for (const alpha of row) expect(alpha >= 0.18e-6 - 1e-15 && alpha <= 0.74e-6 + 1e-15).toBe(true);
  }
});

const loam: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };

test('sun is warmer than shade, and pavement warmer than open lawn', () => {
  const offsets = EXPOSURES.map((exposure) => surfaceOffset({ ...loam, exposure }));
  expect(offsets[0]).toBeGreaterThan(offsets[1]!);
  expect(offsets[1]).toBeGreaterThan(offsets[2]!);
  expect(surfaceOffset({ ...loam, exposure: 'shade', besidePavement: true })).toBeGreaterThan(offsets[2]!);
});

test('a wet soil is colder than a moist one, clay more so than sand; a dry one is warmer (practice)', () => {
  const offset = (over: Partial<Site>) => surfaceOffset({ ...loam, ...over });
  expect(offset({ moisture: 'wet' })).toBeLessThan(offset({}));
  expect(offset({ moisture: 'wet', texture: 'clay' })).toBeLessThan(
    offset({ moisture: 'wet', texture: 'sand' }),
  );
  expect(offset({ moisture: 'dry' })).toBeGreaterThan(offset({}));
});

test('sun is worth more in June than in December, south of the equator the other way round', () => {
  const june = dayOf(2027, 6, 21);
  const december = dayOf(2027, 12, 21);
  const north = surfaceOffsetOn(loam, usualClimate(40));
  expect(north(june)).toBeGreaterThan(2 * north(december));
  const south = surfaceOffsetOn(loam, usualClimate(-38));
  expect(south(december)).toBeGreaterThan(2 * south(june));
});

test('equal sites have one key, others another', () => {
  const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'shade', besidePavement: false };
  expect(siteKey({ ...site })).toBe(siteKey(site));
  expect(siteKey({ ...site, besidePavement: true })).not.toBe(siteKey(site));
});

test('thatch keeps the sun off: a covered soil is colder and a kind of its own; without it nothing changes', () => {
  const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };
  const offset = (cover: 'none' | 'light' | 'heavy') => surfaceOffset({ ...site, cover });
  expect(offset('none')).toBe(surfaceOffset(site));
  expect(offset('light')).toBeLessThan(offset('none'));
  expect(offset('heavy')).toBeLessThan(offset('light'));
  expect(siteKey({ ...site, cover: 'none' })).toBe(siteKey(site));
  expect(siteKey({ ...site, cover: 'heavy' })).not.toBe(siteKey(site));
});
