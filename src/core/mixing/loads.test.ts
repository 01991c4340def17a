import fc from 'fast-check';
import { litres, squareMetres, type Litres, type LitresPerHectare } from '@/core/units/quantity';
import { amountFor, amountIn, rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { mixFor, type InTank, type MixInput } from './loads';
import { inTankOrder } from './order';

const gallonPerThousand = (rateOf(1, 'gal/1000sqft') as VolumeRate).rate;
const dry: InTank = {
  rate: rateOf(0.4, 'oz/1000sqft'),
  minimum: rateOf(0.18, 'oz/1000sqft'),
  maximum: rateOf(0.83, 'oz/1000sqft'),
  left: null,
  step: 0.001,
};
const liquid: InTank = {
  rate: rateOf(2, 'floz/1000sqft'),
  minimum: rateOf(0.5, 'floz/1000sqft'),
  maximum: rateOf(3, 'floz/1000sqft'),
  left: null,
  step: L_PER_FL_OZ / 4,
};
const backpack: MixInput = {
  area: fromSquareFeet(4000),
  products: [dry],
  surfactant: null,
  carrier: gallonPerThousand,
  tank: litres(4 * L_PER_GAL),
};
const mixed = (over: Partial<MixInput> = {}) => {
  const r = mixFor({ ...backpack, ...over });
  if (!r.ok) throw new Error(r.refusal.kind);
  return r.mix;
};

test('a 4-gal backpack at 1 gal/1,000 covers 4,000 sq ft: 45.36 g in one fill (common practice, no source)', () => {
  const { loads } = mixed();
  expect(loads).toHaveLength(1);
  const [product] = loads[0]!.products;
  expect(amountIn(product!.exact, 'g')).toBeCloseTo(45.36, 2);
  expect(amountIn(product!.measured, 'g')).toBeCloseTo(45, 9);
  expect(product!.error).toBeCloseTo(45 / 45.359237 - 1, 6);
  expect(loads[0]!.water / L_PER_GAL).toBeCloseTo(4, 9);
});

test('200 gal at 2 gal/1,000 cover 100,000 sq ft (common practice, no source)', () => {
  const { loads } = mixed({
    area: fromSquareFeet(100_000),
    carrier: (2 * gallonPerThousand) as LitresPerHectare,
    tank: litres(200 * L_PER_GAL),
  });
  expect(loads).toHaveLength(1);
  expect(loads[0]!.mix / L_PER_GAL).toBeCloseTo(200, 6);
});

const near = (grams: number) => expect.closeTo(grams, 9) as number;
test('6,240 sq ft take two even loads; what the scale leaves over in one, the other has', () => {
  const { loads, mix, products } = mixed({ area: fromSquareFeet(6240) });
  expect(loads.map((l) => toSquareFeet(l.area)).map(Math.round)).toEqual([3120, 3120]);
  expect(mix / L_PER_GAL).toBeCloseTo(6.24, 9);
  // 70.76 g: 35 and 36
  expect(loads.map((l) => amountIn(l.products[0]!.measured, 'g'))).toEqual([near(35), near(36)]);
  expect(amountIn(products[0]!, 'g')).toBeCloseTo(71, 9);
});

const sqFt = (n: number) => ({ area: fromSquareFeet(n) });
type Of = (rate: number, minimum: number, maximum: number, step: number, left?: number) => InTank;
const inTank =
  (unit: 'floz/1000sqft' | 'g/1000sqft', inSi: number): Of =>
  (rate, minimum, maximum, step, left) => ({
    ...{ rate: rateOf(rate, unit), minimum: rateOf(minimum, unit), maximum: rateOf(maximum, unit) },
    step: step * inSi,
    left: left === undefined ? null : rateOf(left, unit),
  });
const ounces = inTank('floz/1000sqft', L_PER_FL_OZ);
const grams = inTank('g/1000sqft', 0.001);
// arithmetic
describe('rounding that stays within the label, or says which tool would', () => {
  const refused = (over: Partial<MixInput>) => {
    const r = mixFor({ ...backpack, ...over });
    if (r.ok) throw new Error('not refused');
    return r.refusal;
  };
  test('0.1 fl oz on 3,500 sq ft by a quarter-ounce jug is 0.35: a quarter is under, a half is a long way over', () => {
    expect(refused({ ...sqFt(3500), products: [ounces(0.1, 0.1, 0.2, 0.25)] })).toMatchObject({
      kind: 'step-too-coarse',
      // 10.35 mL at the label's low: 11 of 1 mL; 15 by fives is far over
      finer: 0.001,
    });
  });
  test('at the label’s low it rounds up, never under it', () => {
    const { loads } = mixed({ ...sqFt(3800), products: [grams(1, 1, 2, 1)] });
    expect(amountIn(loads[0]!.products[0]!.measured, 'g')).toBeCloseTo(4, 9);
  });
  test('0.9 g on 1,300 sq ft at the label’s low, 1-g scale: 1 g is 15 % under, 2 g 71 % over: a finer scale', () => {
    expect(refused({ ...sqFt(1300), products: [grams(0.9, 0.9, 1.8, 1)] })).toMatchObject({
      kind: 'step-too-coarse',
      finer: 0.0001,
    });
  });
  test('a plan under the label keeps to itself', () => {
    const { loads } = mixed({ ...sqFt(4000), products: [grams(5, 8, 20, 1)] });
    expect(amountIn(loads[0]!.products[0]!.measured, 'g')).toBeCloseTo(20, 9);
  });
  test('8,400 sq ft from a 4-gal tank: three even loads, where a last one of 400 sq ft was refused', () => {
    const { loads } = mixed({ ...sqFt(8400), products: [grams(5, 4, 6, 1)] });
    expect(loads).toHaveLength(3);
    expect(loads.map((l) => amountIn(l.products[0]!.measured, 'g'))).toEqual([near(14), near(14), near(14)]);
  });
  test('the first of two halves rounds down where the second would lose its year', () => {
    // 0.415 of 0.83 oz: 58.83 g on 5,000 sq ft; what is left of the year beside the planned half is just that
    const half: InTank = { ...dry, rate: rateOf(0.415, 'oz/1000sqft'), left: rateOf(0.415, 'oz/1000sqft') };
    const { products } = mixed({ ...sqFt(5000), tank: litres(100), products: [half] });
    expect(amountIn(products[0]!, 'g')).toBeCloseTo(58, 9);
  });
  test('where even the fewest steps are over the year, it says so', () => {
    expect(refused({ ...sqFt(1000), products: [grams(4.96, 4.9, 6, 1, 4.96)] })).toMatchObject({
      kind: 'over-the-year',
      finer: 0.0001,
    });
  });
  test('a step that is too coarse says from which area on it would do', () => {
    const r = refused({ ...sqFt(1000), products: [grams(2.4, 2, 3, 1)] });
    expect(r.kind === 'step-too-coarse' && Math.round(toSquareFeet(r.needs))).toBe(2083);
    expect(mixFor({ ...backpack, ...sqFt(2084), products: [grams(2.4, 2, 3, 1)] }).ok).toBe(true);
  });
});

test('a liquid product and a surfactant take their own place in the tank; a dry one takes none', () => {
  const { loads, products } = mixed({
    products: [dry, liquid],
    surfactant: { percent: 0.25, step: L_PER_FL_OZ / 4 },
  });
  const [load] = loads;
  expect(amountIn(load!.products[1]!.measured, 'floz')).toBeCloseTo(8, 9);
  // 0.25 % of 4 gal is 1.28 fl oz, 1.25 in quarters (arithmetic)
  expect(load!.surfactant!.measured / L_PER_FL_OZ).toBeCloseTo(1.25, 9);
  expect(load!.surfactant!.error).toBeCloseTo(1.25 / 1.28 - 1, 9);
  expect((load!.mix - load!.water) / L_PER_FL_OZ).toBeCloseTo(9.25, 9);
  expect(products.map((p) => p.by)).toEqual(['mass', 'volume']);
});

test('rounds down where the nearest step would be over the label', () => {
  // 45.36 g at the maximum on a scale of 2 g: 46 would be over, 44 is not
  const { loads } = mixed({ products: [{ ...dry, maximum: dry.rate, step: 0.002 }] });
  expect(amountIn(loads[0]!.products[0]!.measured, 'g')).toBeCloseTo(44, 9);
});

test('a scale too coarse for the load is refused with both figures, and by which product', () => {
  const small = { ...backpack, area: fromSquareFeet(100) };
  expect(
    mixFor({
      ...small,
      products: [
        { ...liquid, step: 0.0001 },
        { ...dry, step: 0.01 },
      ],
    }),
  ).toMatchObject({
    ok: false,
    refusal: { kind: 'step-too-coarse', product: 1, step: 0.01 },
  });
  expect(mixFor({ ...backpack, products: [{ ...dry, maximum: liquid.maximum }] })).toEqual({
    ok: false,
    refusal: { kind: 'kinds-differ', product: 0 },
  });
});

test('products that leave no room for water are refused', () => {
  const thick = { ...liquid, rate: rateOf(1.2, 'gal/1000sqft'), maximum: rateOf(2, 'gal/1000sqft') };
  expect(mixFor({ ...backpack, products: [thick] })).toMatchObject({
    ok: false,
    refusal: { kind: 'no-room-for-water' },
  });
});

test.each([
  ['area', { area: 0 }],
  ['carrier', { carrier: -1 }],
  ['tank', { tank: NaN }],
  ['step of product 1', { products: [{ ...dry, step: 0 }] }],
])('a bad %s is a bug and throws', (name, over) => {
  expect(() => mixFor({ ...backpack, ...(over as Partial<MixInput>) })).toThrow(
    `${name} must be more than 0`,
  );
});

test('for any zone and tank: loads cover the area, none overfills, none is above the label, rounding is within a step', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 50_000, noNaN: true }),
      fc.double({ min: 2, max: 1000, noNaN: true }),
      fc.double({ min: 0.2, max: 0.83, noNaN: true }),
      fc.double({ min: 0.5, max: 3, noNaN: true }),
      fc.constantFrom(0.0001, 0.001, 0.005),
      (area, tank, ounces, fluid, step) => {
        const products: InTank[] = [
          { ...dry, rate: rateOf(ounces, 'oz/1000sqft'), step },
          { ...liquid, rate: rateOf(fluid, 'floz/1000sqft') },
        ];
        const r = mixFor({ ...backpack, area: squareMetres(area), tank: tank as Litres, products });
        if (!r.ok) return expect(r.refusal.kind).toBe('step-too-coarse');
        products.forEach(({ rate, step: its }, i) => {
          // spread over the loads, the whole is as near as one step, or as near as the label lets it
          const whole = r.mix.products[i]!.amount - amountFor(rate, squareMetres(area)).amount;
          expect(Math.abs(whole)).toBeLessThanOrEqual(its * r.mix.loads.length * (1 + 1e-6));
        });
        const { loads } = r.mix;
        expect(loads.reduce((s, l) => s + l.area, 0)).toBeCloseTo(area, 6);
        for (const l of loads) {
          expect(l.mix).toBeLessThanOrEqual(tank * (1 + 1e-6));
          l.products.forEach(({ exact, measured }, i) => {
            const { minimum, maximum, step: its } = products[i]!;
            expect(measured.amount).toBeGreaterThanOrEqual(amountFor(minimum, l.area).amount * (1 - 1e-6));
            expect(measured.amount).toBeLessThanOrEqual(amountFor(maximum, l.area).amount * (1 + 1e-6));
            expect(Math.abs(measured.amount - exact.amount)).toBeLessThanOrEqual(its * (1 + 1e-6));
          });
        }
      },
    ),
  );
});

test('dry goes in before flowables, these before concentrates, these before solutions (common practice, no source)', () => {
  const inOrder = (...of: Parameters<typeof inTankOrder<'WG' | 'WP' | 'SC' | 'EC' | 'EW' | 'SL'>>[0]) =>
    inTankOrder(of, (f) => f).join(' ');
  expect(inOrder('SL', 'EC', 'SC', 'WG')).toBe('WG SC EC SL');
  expect(inOrder('EW', 'WG', 'EC', 'WP')).toBe('WG WP EW EC');
});
