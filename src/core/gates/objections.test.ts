/** What labels hold against a load, and the gates that ask the same. Right answers: the rule of each label, no source. */
import type { Label } from '@/core/products/label';
import { rateOf, type VolumeRate } from '@/core/units/rate';
import { context, label, product, row, today } from '../../../tests/support/gate-context';
import { onDay } from '../../../tests/support/ask';
import { equipment } from './equipment';
import { objectionsTo } from './objections';

const oz = (x: number) => rateOf(x, 'oz/1000sqft');
const gallons = (x: number) => (rateOf(x, 'gal/1000sqft') as VolumeRate).rate;
const named = (name: string, over: Partial<Label> = {}): Label => ({
  ...label,
  id: name,
  name,
  ingredients: [{ ...label.ingredients[0]!, name, isOwn: true }],
  ...over,
});
const inTank = (l: Label, ounces = 0.4) => ({ label: l, rate: oz(ounces), maximum: oz(0.8) });
const said = (products: ReturnType<typeof inTank>[], carrier: number | null = 1) =>
  objectionsTo([{ products }], carrier === null ? null : gallons(carrier)).map(
    ({ name, reason }) => `${name}: ${reason.code}`,
  );
const [A, B] = [named('beta'), named('gamma')];

test.each([
  ['nothing is the matter', [inTank(A), inTank(B)], 1, []],
  ['a cancelled product', [inTank(named('beta', { status: 'cancelled' }))], 1, ['beta: product-cancelled']],
  [
    'less water than the label asks',
    [inTank(named('beta', { carrier: { least: gallons(2), most: gallons(4) } }))],
    1,
    ['beta: carrier-outside'],
  ],
  [
    'more water than it allows',
    [inTank(named('beta', { carrier: { least: gallons(0.5), most: gallons(1) } }))],
    2,
    ['beta: carrier-outside'],
  ],
  [
    'as much as it asks, to the drop',
    [inTank(named('beta', { carrier: { least: gallons(1), most: gallons(4) } }))],
    1,
    [],
  ],
  [
    'a hopper has no water',
    [inTank(named('beta', { carrier: { least: gallons(2), most: gallons(4) } }))],
    null,
    [],
  ],
  [
    'one substance under two names, within the most at once',
    [inTank(named('2,4-D')), inTank(named('2, 4-D'))],
    1,
    ['2,4-D: same-ingredient'],
  ],
  [
    'and over it: each of the two labels says so',
    [inTank(named('2,4-D'), 0.6), inTank(named('2,4-D TIPA salt'), 0.6)],
    1,
    ['2,4-D: over-at-once', '2,4-D: same-ingredient', '2,4-D TIPA salt: over-at-once'],
  ],
  [
    'a label that will not have the other',
    [inTank(named('beta', { notWith: ['gamma'] })), inTank(B)],
    1,
    ['beta: label-excludes'],
  ],
  [
    'nor under another name of it',
    [
      inTank(named('beta', { notWith: ['2,4-D'] })),
      inTank(
        named('amine', { ingredients: [{ ...label.ingredients[0]!, name: 'dimethylamine salt of 2,4-D' }] }),
      ),
    ],
    1,
    ['beta: label-excludes'],
  ],
  ['alone only', [inTank(A), inTank(named('gamma', { tankMix: 'alone only' }))], 1, ['beta: alone-only']],
  [
    'two surfactants',
    [
      inTank(named('beta', { adjuvant: 'methylated seed oil' })),
      inTank(named('gamma', { adjuvant: 'nonionic surfactant' })),
    ],
    1,
    ['beta: adjuvants-differ'],
  ],
  [
    'a content that cannot be told',
    [
      inTank(
        named('2,4-D', {
          ingredients: [
            {
              ...label.ingredients[0]!,
              name: '2,4-D',
              content: { in: 'volume', gramsPerLitre: 400 as never },
            },
          ],
        }),
      ),
      inTank(named('2, 4-D')),
    ],
    1,
    ['2,4-D: not-known', '2,4-D: same-ingredient', '2, 4-D: not-known'],
  ],
] as const)('%s', (_, products, carrier, answer) => {
  expect(said([...products], carrier)).toEqual(answer);
});

test('what ten stops share is said once', () => {
  const stop = { products: [inTank(named('beta', { status: 'cancelled' }))] };
  expect(
    objectionsTo(
      Array.from({ length: 10 }, () => stop),
      gallons(1),
    ),
  ).toHaveLength(1);
});

describe('the gate asks the same of the equipment that was measured', () => {
  const tool = (name: string, gal: number | null, ago = 5) => ({
    name,
    method: 'boom' as const,
    calibratedOn: (today - ago) as typeof today,
    output: gal === null ? null : rateOf(gal, 'gal/1000sqft'),
  });
  const wants = {
    ...product,
    label: {
      ...label,
      rates: [row('tall fescue', oz(0.2), oz(0.8))],
      carrier: { least: gallons(2), most: gallons(4) },
    },
  };
  const asked = (...tools: ReturnType<typeof tool>[]) =>
    onDay(equipment, { product: wants, means: { ...context().means, equipment: tools } });
  test('spray outside the label is shut; inside is open; not measured does not say', () => {
    expect(asked(tool('boom', 1))).toBe('shut bolt carrier-outside');
    expect(asked(tool('boom', 5))).toBe('shut bolt carrier-outside');
    expect(asked(tool('boom', 3))).toBe('open calibrated');
    expect(asked(tool('boom', null))).toBe('open calibrated');
  });
  test('of two sprayers the one that puts out what the label asks is taken, though measured longer ago', () => {
    expect(asked(tool('new', 1, 2), tool('old', 3, 30))).toBe('open calibrated');
  });
});

test('one surfactant, whichever of two labels asks for it, is no quarrel', () => {
  const wet = named('gamma', { adjuvant: 'nonionic surfactant' });
  expect(said([inTank(A), inTank(wet)])).toEqual([]);
  expect(said([inTank(wet), inTank(A)])).toEqual([]);
  expect(said([inTank(wet), inTank(named('delta', { adjuvant: 'nonionic surfactant' }))])).toEqual([]);
});
