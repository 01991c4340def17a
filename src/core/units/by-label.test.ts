/** Arithmetic of labels, held to the handbook's figures and to a general unit library as a second opinion. */
import fc from 'fast-check';
import Qty from 'js-quantities';
import {
  gramsPerLitre,
  squareMetres,
  type Kilograms,
  type KilogramsPerHectare,
  type LitresPerHectare,
} from './quantity';
import {
  AMOUNT_UNITS,
  RATE_UNITS,
  amountIn,
  amountOf,
  rateIn,
  rateOf,
  type AmountUnit,
  type RateUnit,
} from './rate';
import { KG_PER_LB, M2_PER_SQ_FT } from './trade';
import {
  inAllUnits,
  nitrogenRate,
  otherWay,
  rateForSubstance,
  rateInMix,
  rateOfBags,
  rateOfPercent,
  substanceRate,
  type Content,
} from './by-label';

const dry = (percent: number): Content => ({ in: 'weight', share: percent / 100 });
const liquid = (lbPerGal: number): Content => ({
  in: 'volume',
  gramsPerLitre: gramsPerLitre(lbPerGal * 119.826427),
});
const lbPerAcre = (kg: number | null) => kg! / RATE_UNITS['lb/acre'].inSi;

describe('a second opinion: js-quantities', () => {
  const AS_QTY: Record<RateUnit, string> = {
    'oz/1000sqft': 'oz/(1000 ft^2)',
    'lb/1000sqft': 'lb/(1000 ft^2)',
    'g/1000sqft': 'g/(1000 ft^2)',
    'oz/acre': 'oz/acre',
    'lb/acre': 'lb/acre',
    'g/100m2': 'g/(100 m^2)',
    'kg/ha': 'kg/hectare',
    'floz/1000sqft': 'floz/(1000 ft^2)',
    'floz/acre': 'floz/acre',
    'pt/acre': 'pt/acre',
    'qt/acre': 'qt/acre',
    'gal/acre': 'gal/acre',
    'gal/1000sqft': 'gal/(1000 ft^2)',
    'mL/1000sqft': 'ml/(1000 ft^2)',
    'mL/100m2': 'ml/(100 m^2)',
    'L/ha': 'l/hectare',
  };
  /** The library takes no number in a denominator: it is divided out here. */
  const inSi = (unit: RateUnit) => {
    const [, amount = '', per = '1', area = ''] = /^(\w+)\/\(?(?:(\d+) )?([\w^]+)\)?$/.exec(AS_QTY[unit])!;
    const mass = RATE_UNITS[unit].by === 'mass';
    const si = Qty(1, amount).to(mass ? 'kg' : 'l').scalar / Qty(Number(per), area).to('m^2').scalar;
    return si * 10_000;
  };
  test.each(Object.keys(RATE_UNITS) as RateUnit[])('one %s is the same', (unit) => {
    // the library keeps an acre to seven digits
    expect(RATE_UNITS[unit].inSi / inSi(unit)).toBeCloseTo(1, 5);
  });
  test.each([
    ['g', 'g'],
    ['oz', 'oz'],
    ['lb', 'lb'],
    ['kg', 'kg'],
    ['mL', 'ml'],
    ['floz', 'floz'],
    ['pt', 'pt'],
    ['qt', 'qt'],
    ['gal', 'gal'],
    ['L', 'l'],
  ] as [AmountUnit, string][])('one %s is the same', (unit, theirs) => {
    const si = Qty(1, theirs).to(AMOUNT_UNITS[unit].by === 'mass' ? 'kg' : 'l').scalar;
    expect(AMOUNT_UNITS[unit].inSi / si).toBeCloseTo(1, 6);
  });
});

describe('round trips', () => {
  const figure = fc.double({ min: 1e-3, max: 5000, noNaN: true });
  const density = fc.double({ min: 500, max: 2000, noNaN: true }).map(gramsPerLitre);
  const unit = fc.constantFrom(...(Object.keys(RATE_UNITS) as RateUnit[]));
  test('a rate through any unit and back is itself', () => {
    fc.assert(
      fc.property(figure, unit, unit, (x, a, b) => {
        const rate = rateOf(x, a);
        const there = rateIn(rate, b);
        if (there === null) expect(RATE_UNITS[a].by).not.toBe(RATE_UNITS[b].by);
        else expect(rateIn(rateOf(there, b), a)! / x).toBeCloseTo(1, 12);
      }),
    );
  });
  test('volume to weight by the density and back is itself; an ounce and a fluid ounce never meet without one', () => {
    fc.assert(
      fc.property(figure, unit, density, (x, u, d) => {
        const rate = rateOf(x, u);
        const other = otherWay(rate, d);
        expect(other.by).not.toBe(rate.by);
        expect(otherWay(other, d).rate / rate.rate).toBeCloseTo(1, 12);
        expect(inAllUnits(rate, null).every((w) => RATE_UNITS[w.unit].by === rate.by)).toBe(true);
        expect(inAllUnits(rate, d)).toHaveLength(Object.keys(RATE_UNITS).length);
      }),
    );
    expect(rateIn(rateOf(1, 'oz/1000sqft'), 'floz/1000sqft')).toBeNull();
    expect(amountIn(amountOf(1, 'oz'), 'floz')).toBeNull();
  });
  test('the rate for a substance puts down that much of it', () => {
    const content = fc.oneof(
      fc.double({ min: 0.001, max: 1, noNaN: true }).map((share): Content => ({ in: 'weight', share })),
      fc
        .double({ min: 1, max: 1200, noNaN: true })
        .map((g): Content => ({ in: 'volume', gramsPerLitre: gramsPerLitre(g) })),
    );
    fc.assert(
      fc.property(
        figure,
        content,
        fc.constantFrom('mass' as const, 'volume' as const),
        density,
        (kg, c, by, d) => {
          const rate = rateForSubstance(kg as KilogramsPerHectare, c, by, d)!;
          expect(substanceRate(rate, c, d)! / kg).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});

// common practice, no source, but for the factors (published: NIST Handbook 44, appendix C)
describe('the handbook’s figures', () => {
  test('0.83 oz/1,000 sq ft of a 65 % product: 2.2597 lb product and 1.4688 lb a.i. an acre', () => {
    const rate = rateOf(0.83, 'oz/1000sqft');
    expect(rateIn(rate, 'lb/acre')).toBeCloseTo(2.2597, 4);
    expect(lbPerAcre(substanceRate(rate, dry(65), null))).toBeCloseTo(1.4688, 4);
  });
  test('1 lb/acre is 0.36731 oz/1,000 sq ft and 1.12085 kg/ha; 5.2 g/1,000 sq ft is 0.49937 lb/acre', () => {
    expect(rateIn(rateOf(1, 'lb/acre'), 'oz/1000sqft')).toBeCloseTo(0.36731, 5);
    expect(rateIn(rateOf(1, 'lb/acre'), 'kg/ha')).toBeCloseTo(1.12085, 5);
    expect(rateIn(rateOf(5.2, 'g/1000sqft'), 'oz/1000sqft')).toBeCloseTo(0.18342, 5);
    expect(rateIn(rateOf(5.2, 'g/1000sqft'), 'lb/acre')).toBeCloseTo(0.49937, 5);
  });
  test('65 % at 1.5 lb/acre is 0.975 lb a.i.; 0.5 lb a.i. of 4 lb/gal is 0.3673 fl oz/1,000 sq ft', () => {
    expect(lbPerAcre(substanceRate(rateOf(1.5, 'lb/acre'), dry(65), null))).toBeCloseTo(0.975, 6);
    const half = rateOf(0.5, 'lb/acre').rate as KilogramsPerHectare;
    expect(rateIn(rateForSubstance(half, liquid(4), 'volume', null)!, 'floz/1000sqft')).toBeCloseTo(
      0.3673,
      4,
    );
  });
  test('0.9 lb N from 18 %: one 50-lb bag on 10,000 sq ft; 0.75 lb N of 24 % is 3.125 lb', () => {
    const lbN = rateOf(1, 'lb/1000sqft').rate;
    const bag = (50 * KG_PER_LB) as Kilograms;
    const onGround = rateOfBags(bag, squareMetres(10_000 * M2_PER_SQ_FT));
    expect(nitrogenRate(onGround, 0.18, null)! / lbN).toBeCloseTo(0.9, 9);
    const rate = rateForSubstance((0.75 * lbN) as KilogramsPerHectare, dry(24), 'mass', null)!;
    expect(rateIn(rate, 'lb/1000sqft')).toBeCloseTo(3.125, 9);
  });
  test('28 % liquid nitrogen of 10.67 lb/gal is 2.988 lb N/gal, 7.290 gal/acre for 0.5 lb N/1,000 sq ft (from memory)', () => {
    const density = gramsPerLitre(10.67 * 119.826427);
    const n = nitrogenRate(rateOf(1, 'gal/acre'), 0.28, density);
    expect(lbPerAcre(n)).toBeCloseTo(2.988, 3);
    const wanted = (0.5 * rateOf(1, 'lb/1000sqft').rate) as KilogramsPerHectare;
    expect(rateIn(rateForSubstance(wanted, dry(28), 'volume', density)!, 'gal/acre')).toBeCloseTo(7.29, 2);
  });
});

test('product in the mix, and per cent of it, at a spray volume', () => {
  const sprayed = rateOf(1, 'gal/1000sqft').rate as LitresPerHectare;
  // 1 fl oz in each gallon, a gallon on 1,000 sq ft
  const inLitre = { by: 'volume', amount: (1 / 128) as never } as const;
  expect(rateIn(rateInMix(inLitre, sprayed), 'floz/1000sqft')).toBeCloseTo(1, 9);
  expect(rateIn(rateInMix(amountOf(2, 'g') as never, sprayed), 'kg/ha')).toBeCloseTo(0.002 * sprayed, 9);
  expect(rateIn(rateOfPercent(0.25, sprayed), 'floz/1000sqft')).toBeCloseTo(0.32, 9);
});

test('what cannot be told is not guessed: a share by weight in a liquid without density', () => {
  expect(substanceRate(rateOf(1, 'floz/acre'), dry(50), null)).toBeNull();
  expect(substanceRate(rateOf(1, 'lb/acre'), liquid(4), null)).toBeNull();
  expect(rateForSubstance(1 as KilogramsPerHectare, dry(0), 'mass', null)).toBeNull();
});
