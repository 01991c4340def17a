import fc from 'fast-check';
import { squareMetres, type SquareMetres } from './quantity';
import {
  AMOUNT_UNITS,
  RATE_UNITS,
  amountFor,
  amountIn,
  amountOf,
  partOfRate,
  rateFrom,
  rateIn,
  rateOf,
  type AmountUnit,
  type MassAmount,
  type RateUnit,
  type VolumeAmount,
} from './rate';
import { fromSquareFeet, M2_PER_ACRE } from './trade';

const rateUnits = Object.keys(RATE_UNITS) as RateUnit[];
const amountUnits = Object.keys(AMOUNT_UNITS) as AmountUnit[];

describe('rates', () => {
  // published: NIST Handbook 44, appendix C (the factors follow from its exact definitions)
  test.each([
    ['lb/acre', 'kg/ha', 1.120851],
    ['lb/1000sqft', 'kg/ha', 48.824276],
    ['oz/1000sqft', 'kg/ha', 3.051517],
    ['lb/acre', 'oz/1000sqft', 0.367309],
    ['oz/1000sqft', 'lb/acre', 2.7225],
    ['gal/acre', 'L/ha', 9.353956],
    ['floz/acre', 'L/ha', 0.0730778],
    ['gal/1000sqft', 'gal/acre', 43.56],
    ['gal/acre', 'floz/1000sqft', 2.938476],
  ] as const)('1 %s is so many %s', (from, to, factor) => {
    expect(rateIn(rateOf(1, from), to)).toBeCloseTo(factor, 6);
  });

  test('a 65 % dry product at 0.83 oz/1,000 sq ft is 2.2597 lb/acre (common practice, no source)', () => {
    expect(rateIn(rateOf(0.83, 'oz/1000sqft'), 'lb/acre')).toBeCloseTo(2.2597, 4);
  });

  test('5.2 g/1,000 sq ft is 0.18342 oz/1,000 sq ft and 0.49937 lb/acre (common practice, no source)', () => {
    const rate = rateOf(5.2, 'g/1000sqft');
    expect(rateIn(rate, 'oz/1000sqft')).toBeCloseTo(0.18342, 5);
    expect(rateIn(rate, 'lb/acre')).toBeCloseTo(0.49937, 5);
  });

  test('4,000 sq ft at 0.4 oz/1,000 take 45.36 g (common practice, no source)', () => {
    expect(amountIn(amountFor(rateOf(0.4, 'oz/1000sqft'), fromSquareFeet(4000)), 'g')).toBeCloseTo(45.36, 2);
  });

  test('a 5-lb jug at 1 lb/acre covers 5 acres (common practice, no source)', () => {
    expect(amountIn(amountFor(rateOf(1, 'lb/acre'), squareMetres(5 * M2_PER_ACRE)), 'lb')).toBeCloseTo(5, 9);
  });

  test('every unit survives the way to SI and back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...rateUnits),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        (unit, value) => {
          expect(rateIn(rateOf(value, unit), unit)).toBeCloseTo(value, 8);
        },
      ),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...amountUnits),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        (unit, value) => {
          expect(amountIn(amountOf(value, unit), unit)).toBeCloseTo(value, 8);
        },
      ),
    );
  });

  test('an amount on its area gives its rate back, and parts add up to the whole', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...rateUnits),
        fc.double({ min: 0.01, max: 100, noNaN: true }),
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        (unit, value, area) => {
          const rate = rateOf(value, unit);
          const back = rateFrom(amountFor(rate, area as SquareMetres), area as SquareMetres);
          expect(back.rate / rate.rate).toBeCloseTo(1, 9);
          expect(partOfRate(rate, 1 / 3).rate + partOfRate(rate, 2 / 3).rate).toBeCloseTo(rate.rate, 6);
        },
      ),
    );
  });
});

describe('ounces of weight and fluid ounces', () => {
  test('have no figure in each other', () => {
    expect(amountIn(amountOf(8, 'oz'), 'floz')).toBeNull();
    expect(amountIn(amountOf(8, 'floz'), 'oz')).toBeNull();
    expect(rateIn(rateOf(1, 'oz/1000sqft'), 'floz/1000sqft')).toBeNull();
  });

  test('do not add up for the compiler', () => {
    const add = (a: MassAmount, b: MassAmount) => a.amount + b.amount;
    const weight: MassAmount = { by: 'mass', amount: 1 as MassAmount['amount'] };
    const volume: VolumeAmount = { by: 'volume', amount: 1 as VolumeAmount['amount'] };
    // @ts-expect-error a volume is no weight
    expect(add(weight, volume)).toBe(2);
  });
});

test('a rate that is negative or no number is refused as a bug', () => {
  for (const bad of [-1, NaN, Infinity]) expect(() => rateOf(bad, 'lb/acre')).toThrow(RangeError);
});
