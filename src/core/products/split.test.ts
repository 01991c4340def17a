import { dayOf, isoDay } from '@/core/calendar/day';
import { rateIn, rateOf } from '@/core/units/rate';
import { sequenceDays, sequenceSpacing } from './sequence';
import { DEFAULT_SPACING, SPLITS, sharesIn, spacingOf, splitDays, splitRates, type Split } from './split';

test.each(Object.keys(SPLITS) as Split[])('the parts of %s add up to the season’s total', (split) => {
  const parts = splitRates(rateOf(0.83, 'oz/1000sqft'), SPLITS[split].shares);
  expect(parts.reduce((s, p) => s + p.rate, 0)).toBeCloseTo(rateOf(0.83, 'oz/1000sqft').rate, 9);
});

test('0.83 oz in halves is "about 0.4 oz" (common practice, no source)', () => {
  expect(
    rateIn(splitRates(rateOf(0.83, 'oz/1000sqft'), SPLITS.halves.shares)[0]!, 'oz/1000sqft'),
  ).toBeCloseTo(0.415, 9);
});

test('the second half lies 10 weeks after the first, in the middle of 8 to 12', () => {
  expect(splitDays(dayOf(2027, 3, 20), 2, DEFAULT_SPACING).map(isoDay)).toEqual(['2027-03-20', '2027-05-29']);
});

test('falling shots lie about three weeks apart (common practice, no source)', () => {
  const days = splitDays(dayOf(2027, 5, 1), 3, spacingOf('falling', DEFAULT_SPACING));
  expect(days.map(isoDay)).toEqual(['2027-05-01', '2027-05-23', '2027-06-14']);
  expect(spacingOf('halves', DEFAULT_SPACING)).toBe(DEFAULT_SPACING);
});

test('shots of a sequence follow at the label’s interval, or after two weeks where it names none', () => {
  const of = (interval: number) => sequenceDays(dayOf(2027, 5, 1), 3, sequenceSpacing(interval)).map(isoDay);
  expect(of(30)).toEqual(['2027-05-01', '2027-05-31', '2027-06-30']);
  expect(of(0)).toEqual(['2027-05-01', '2027-05-15', '2027-05-29']);
});

test('shares are typed as parts of their sum; what are none is refused with the remedy', () => {
  expect(sharesIn('60/40')).toEqual({ ok: true, value: [0.6, 0.4] });
  expect(sharesIn(' 2, 1, 1 ')).toEqual({ ok: true, value: [0.5, 0.25, 0.25] });
  for (const wrong of ['100', '60/-40', 'half', '0/1', '1,1,1,1,1,1,1', ''])
    expect(sharesIn(wrong)).toMatchObject({ ok: false, issue: { field: 'Shares' } });
});
