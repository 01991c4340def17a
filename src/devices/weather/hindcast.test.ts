import { dayOf } from '@/core/calendar/day';
import type { Site } from '@/core/ground/site';
import { hindcast } from '../../../tests/support/hindcast';
import { climate } from './climate';

const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };

test('the outlook is honest: leaving each year out, the 10–90 % range holds what came in 65 to 95 % of 30 years of the demo climate', () => {
  // our own invented climate: it tests the machinery, not the model of the ground
  const years = Array.from({ length: 30 }, (_, i) => 1997 + i);
  const cases = hindcast(climate(20270318, dayOf(1995, 1, 1), dayOf(2027, 1, 1)), site, years);
  const held = cases.filter((c) => c.p10 <= c.truth && c.truth <= c.p90).length / cases.length;
  const errors = cases.map((c) => Math.abs(c.truth - c.p50)).sort((a, b) => a - b);
  expect(cases.length).toBeGreaterThan(20);
  expect(held).toBeGreaterThanOrEqual(0.65);
  expect(held).toBeLessThanOrEqual(0.95);
  expect(errors[errors.length >> 1]).toBeLessThanOrEqual(12);
});
