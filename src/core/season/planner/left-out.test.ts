/** Why a lawn gets no proposal. Right answers: read off the label and the lawn of each case. */
import { addDays } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { rateOf } from '@/core/units/rate';
import { context, entry, label, outlook, today } from '../../../../tests/support/gate-context';
import { leftOutOf } from './left-out';

const CRABGRASS = [{ weed: 'smooth-crabgrass', weight: 1 }] as const;
const facts = context({ outlook: outlook({ p10: addDays(today, 20), p50: addDays(today, 28), p90: null }) });
const range = { from: today, to: addDays(today, 300) };
const barrier = (name: string, over: Partial<Label> = {}): Label => ({
  ...label,
  id: name,
  name,
  ingredients: [{ ...label.ingredients[0]!, name: 'prodiamine' }],
  period: '12 months',
  rates: [{ ...label.rates[0]!, months: 5 }],
  ...over,
});
const why = (labels: readonly Label[], over: Partial<typeof facts> = {}) =>
  leftOutOf({ ...facts, ...over }, labels, CRABGRASS, range);

test('what may go is not left out; other products of the house are not asked', () => {
  expect(why([barrier('good')])).toEqual([]);
  expect(why([barrier('old', { status: 'cancelled' }), barrier('leaf', { inSoil: false })])).toEqual([]);
});
test('by turf, weeds, months and the customer, and by the gate that shuts most; the most products first', () => {
  const unknown = { ...label.ingredients[0]!, name: 'nobody knows it' };
  const labels = [
    barrier('fescue only', { rates: [{ ...label.rates[0]!, turf: 'bermudagrass' }] }),
    barrier('other weeds', { before: ['henbit'] }),
    barrier('other weeds too', { before: ['henbit'] }),
    barrier('no months', { ingredients: [unknown], rates: label.rates }),
  ];
  expect(why(labels)).toEqual([
    { by: 'weeds', products: ['other weeds', 'other weeds too'] },
    { by: 'turf', products: ['fescue only'] },
    { by: 'months', products: ['no months'] },
  ]);
  expect(why([barrier('good')], { zone: { ...facts.zone, organicOnly: true } })).toEqual([
    { by: 'not organic', products: ['good'] },
  ]);
  const full = [
    entry(addDays(today, -1), 1, { label: barrier('good', { yearLimit: rateOf(1, 'oz/1000sqft') }) }),
  ];
  expect(why([barrier('good')], { ledger: full })[0]?.by).toBe('year-limit');
});
