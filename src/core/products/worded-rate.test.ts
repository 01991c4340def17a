import fc from 'fast-check';
import { inAllUnits } from '@/core/units/by-label';
import { RATE_UNITS, rateOf, type RateUnit } from '@/core/units/rate';
import { EMPTY_SHEET, type LabelSheet } from './sheet';
import { wordedRate, type Wording } from './worded-rate';

const ingredient = (over: Partial<LabelSheet['ingredients'][number]>) => ({
  name: 'alpha',
  group: 3,
  content: 65,
  contentUnit: '% by weight' as const,
  acidEquivalent: null,
  yearLimitLbPerAcre: null,
  limitCounts: 'a.i.' as const,
  ...over,
});
const dry = { ...EMPTY_SHEET, rateUnit: 'oz/1000sqft' as const, ingredients: [ingredient({})] };
const liquid = {
  ...EMPTY_SHEET,
  rateUnit: 'floz/1000sqft' as const,
  ingredients: [ingredient({ content: 4, contentUnit: 'lb/gal' })],
};
const figure = (said: number, wording: Wording, sheet: LabelSheet = dry) => {
  const read = wordedRate(said, wording, sheet);
  return read.ok ? read.figure : read.lacks;
};

test.each([
  ['1.4688 lb a.i./acre of 65 %', 1.4688, { as: 'ingredient', name: 'alpha' }, dry, 0.83],
  ['0.49937 lb/acre', 0.49937, { as: 'unit', unit: 'lb/acre' }, dry, 0.18342],
  ['5.2 g/1,000 sq ft', 5.2, { as: 'unit', unit: 'g/1000sqft' }, dry, 0.18342],
] as const)(
  '%s: the figures of the trade (common practice, no source)',
  (_, said, wording, sheet, ounces) => {
    expect(figure(said, wording, sheet)).toBeCloseTo(ounces, 4);
  },
);

test('a.i. of a liquid by lb/gal: 0.5 lb of 4 lb/gal is 0.3673 fl oz/1,000 sq ft (common practice, no source)', () => {
  expect(figure(0.5, { as: 'ingredient', name: 'alpha' }, liquid)).toBeCloseTo(0.3673, 4);
});

test('a 50-lb bag on 10,000 sq ft is 5 lb on 1,000 (arithmetic)', () => {
  const granule = { ...dry, rateUnit: 'lb/1000sqft' as const };
  expect(figure(10_000, { as: 'bag', pounds: 50 }, granule)).toBeCloseTo(5, 9);
});

test('1 fl oz in a gallon, and 0.78125 % of it, at 2 gal/1,000 sq ft are 2 fl oz/1,000 sq ft (arithmetic)', () => {
  expect(figure(1, { as: 'in a gallon', unit: 'floz', sprayed: 2 }, liquid)).toBeCloseTo(2, 9);
  expect(figure(100 / 128, { as: 'percent', sprayed: 2 }, liquid)).toBeCloseTo(2, 4);
});

test('weight and volume meet by the density alone, and what is lacking is named', () => {
  expect(figure(2, { as: 'unit', unit: 'lb/acre' }, liquid)).toBe('density');
  // 8 lb/gal: 1 lb is 16 fl oz; 1 lb/acre is 16 / 43.56 fl oz/1,000 sq ft
  expect(figure(1, { as: 'unit', unit: 'lb/acre' }, { ...liquid, densityLbPerGal: 8 })).toBeCloseTo(
    16 / 43.56,
    4,
  );
  expect(figure(1, { as: 'percent', sprayed: 1 }, dry)).toBe('density');
  expect(figure(1, { as: 'ingredient', name: 'beta' })).toBe('content');
  const unsaid = { ...dry, ingredients: [ingredient({ content: null as unknown as number })] };
  expect(figure(1, { as: 'ingredient', name: 'alpha' }, unsaid)).toBe('content');
  const acid = { ...dry, ingredients: [ingredient({ limitCounts: 'a.e.' })] };
  expect(figure(1, { as: 'ingredient', name: 'alpha' }, acid)).toBe('content');
});

test('whatever a rate is in another unit, worded so it is the same rate again, to five digits', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.001, max: 500, noNaN: true }),
      fc.constantFrom(...(Object.keys(RATE_UNITS) as RateUnit[])),
      fc.double({ min: 1, max: 20, noNaN: true }),
      (value, rateUnit, densityLbPerGal) => {
        const sheet = { ...EMPTY_SHEET, rateUnit, densityLbPerGal };
        for (const w of inAllUnits(rateOf(value, rateUnit), (densityLbPerGal * 119.826427) as never)) {
          const back = figure(w.figure, { as: 'unit', unit: w.unit }, sheet) as number;
          expect(Math.abs(back / value - 1)).toBeLessThan(1e-4);
        }
      },
    ),
    { numRuns: 60 },
  );
});
