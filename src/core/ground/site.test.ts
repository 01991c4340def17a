import { EXPOSURES, MOISTURES, TEXTURES, diffusivityOf, siteKey, surfaceOffset, type Site } from './site';

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

test('sun is warmer than shade, and pavement warmer than open lawn', () => {
  const offsets = EXPOSURES.map((exposure) => surfaceOffset({ exposure, besidePavement: false }));
  expect(offsets[0]).toBeGreaterThan(offsets[1]!);
  expect(offsets[1]).toBeGreaterThan(offsets[2]!);
  expect(surfaceOffset({ exposure: 'shade', besidePavement: true })).toBeGreaterThan(offsets[2]!);
});

test('equal sites have one key, others another', () => {
  const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'shade', besidePavement: false };
  expect(siteKey({ ...site })).toBe(siteKey(site));
  expect(siteKey({ ...site, besidePavement: true })).not.toBe(siteKey(site));
});
