/** What of a ledger is a barrier, on an invented label. */
import { addDays } from '@/core/calendar/day';
import { factsOf } from '@/core/products/ingredient-facts';
import type { Label } from '@/core/products/label';
import { entryOf } from '@/core/records/ledger';
import { rateOf } from '@/core/units/rate';
import { label, row, today } from '../../../tests/support/gate-context';
import { lastsFor, warmth } from './barrier';
import { CONTROL } from './control';
import { dosesAgainst, strengthIn } from './doses';

const oz = (value: number) => rateOf(value, 'oz/1000sqft');
/** 65 % of prodiamine; at 0.83 oz it promises six months on tall fescue. */
const PRODIAMINE: Label = {
  ...label,
  id: 'prodiamine',
  ingredients: [
    { ...label.ingredients[0]!, name: 'prodiamine', group: 3, content: { in: 'weight', share: 0.65 } },
  ],
  rates: [
    { ...row('tall fescue', oz(0.18), oz(0.83)), months: 6 },
    { ...row('bermudagrass', oz(0.18), oz(0.83)), months: 4 },
  ],
};
const entry = (over: object = {}) => ({
  ...entryOf(PRODIAMINE, oz(0.4), { id: 'x', day: today, status: 'done', share: 1, ground: null }),
  ...over,
});
const against = (
  e: ReturnType<typeof entry>[],
  weed: Parameters<typeof dosesAgainst>[0] = 'smooth-crabgrass',
) => dosesAgainst(weed, e, [PRODIAMINE], 'tall fescue', addDays(today, -400));

// 0.4 oz/1,000 sq ft of 65 %: 0.4 × 3.051517 × 0.65 kg/ha (NIST Handbook 44, appendix C)
test('a dose is the a.i. on the ground, by its label’s months on this turf', () => {
  const [dose] = against([entry()]);
  expect(dose).toMatchObject({
    day: today,
    group: 3,
    ingredient: 'prodiamine',
    strength: { basis: 'label' },
  });
  expect(dose!.rate).toBeCloseTo(0.4 * 3.051517 * 0.65, 5);
  const months = (turf: 'tall fescue' | 'bermudagrass') => {
    const s = strengthIn('prodiamine', PRODIAMINE, turf)!;
    return lastsFor(s, (0.83 * 3.051517 * 0.65) as never) / warmth(18) / (365.25 / 12);
  };
  expect(months('tall fescue')).toBeCloseTo(6, 5);
  expect(months('bermudagrass')).toBeCloseTo(4, 5);
  expect(CONTROL).toBe(0.8);
});
test.each([
  ['on spots alone', { ground: 'spots' }, 'smooth-crabgrass'],
  ['that does not work in the soil', { inSoil: false }, 'smooth-crabgrass'],
  ['from long ago', { day: addDays(today, -500) }, 'smooth-crabgrass'],
  ['against a weed that it does not stop', {}, 'dandelion'],
  [
    'of what is not known',
    { ingredients: [{ name: 'nothing known', group: null, ai: 1, ae: null, most: null }] },
    'smooth-crabgrass',
  ],
  [
    'whose amount cannot be told',
    { ingredients: [{ name: 'prodiamine', group: 3, ai: null, ae: null, most: null }] },
    'smooth-crabgrass',
  ],
] as const)('what lies %s is no barrier', (_, over, weed) => {
  expect(against([entry(over)], weed)).toEqual([]);
});
test('every pre-emergent of the fact table with a half-life has a strength without a label', () => {
  for (const name of ['prodiamine', 'dithiopyr', 'pendimethalin', 'oxadiazon', 'indaziflam', 'isoxaben']) {
    const s = strengthIn(name, undefined, 'tall fescue')!;
    expect(s.basis).toBe('recalled');
    expect(s.ed50).toBeLessThan(factsOf(name)!.kgPerHa![0]);
  }
  expect(strengthIn('corn gluten meal', undefined, 'tall fescue')).toBeNull();
});
