/** By hand; trade practice: never more than a third at a time, dormant warm-season turf alone. */
import { dayOf } from '@/core/calendar/day';
import type { Metres } from '@/core/units/quantity';
import { cutsBefore, isCutLow } from './cuts';

const barrier = dayOf(2027, 3, 12);
test('two and a half inches of bermuda come down in three cuts, the last two days before', () => {
  const cuts = cutsBefore(barrier, 'bermudagrass', 0.0635 as Metres);
  expect(cuts.map((c) => c.on)).toEqual([dayOf(2027, 2, 28), dayOf(2027, 3, 5), dayOf(2027, 3, 10)]);
  expect(cuts.map((c) => Math.round(c.to * 1000))).toEqual([42, 28, 19]);
  let at = 0.0635;
  for (const { to } of cuts) {
    expect(1 - to / at).toBeLessThanOrEqual(1 / 3 + 1e-9);
    at = to;
  }
});
test('what stands low, cool-season turf, and what carries its stolons above ground is left', () => {
  expect(cutsBefore(barrier, 'bermudagrass', 0.019 as Metres)).toEqual([]);
  expect(cutsBefore(barrier, 'tall fescue', 0.09 as Metres)).toEqual([]);
  expect(cutsBefore(barrier, 'St. Augustinegrass', 0.09 as Metres)).toEqual([]);
  expect([isCutLow('bermudagrass', 0.1), isCutLow('bermudagrass', 0.4), isCutLow('tall fescue', 0)]).toEqual([
    true,
    false,
    false,
  ]);
});
