import { dayOf, isoDay } from '@/core/calendar/day';
import { rateIn, rateOf } from '@/core/units/rate';
import { DEFAULT_SPACING, SPLITS, splitDays, splitRates, type Split } from './split';

test.each(Object.keys(SPLITS) as Split[])('the parts of %s add up to the season’s total', (split) => {
  const parts = splitRates(rateOf(0.83, 'oz/1000sqft'), split);
  expect(parts.reduce((s, p) => s + p.rate, 0)).toBeCloseTo(rateOf(0.83, 'oz/1000sqft').rate, 9);
});

test('0.83 oz in halves is "about 0.4 oz" (common practice, no source)', () => {
  expect(rateIn(splitRates(rateOf(0.83, 'oz/1000sqft'), 'halves')[0]!, 'oz/1000sqft')).toBeCloseTo(0.415, 9);
});

test('the second half lies 10 weeks after the first, in the middle of 8 to 12', () => {
  expect(splitDays(dayOf(2027, 3, 20), 'halves', DEFAULT_SPACING).map(isoDay)).toEqual([
    '2027-03-20',
    '2027-05-29',
  ]);
});
