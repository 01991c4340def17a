import { dayOf } from '@/core/calendar/day';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import { hindcast, scoreOf } from '@/core/ground/outlook';
import type { Site } from '@/core/ground/site';
import { climate } from './climate';

const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };

test('the outlook is honest: leaving each year out, the 10–90 % range holds what came in 65 to 95 % of 30 years of the demo climate', () => {
  // our own invented climate: it tests the machinery, not the model of the ground
  const years = Array.from({ length: 30 }, (_, i) => 1997 + i);
  const observed = climate(20270318, dayOf(1995, 1, 1), dayOf(2027, 1, 1));
  const score = scoreOf(
    hindcast({ site, depth: DEFAULT_CROSSING.depth, observed, years, rules: [DEFAULT_CROSSING] }),
  );
  expect(score.cases).toBeGreaterThan(20);
  expect(score.held).toBeGreaterThanOrEqual(0.65);
  expect(score.held).toBeLessThanOrEqual(0.95);
  expect(score.medianError).toBeLessThanOrEqual(12);
});
