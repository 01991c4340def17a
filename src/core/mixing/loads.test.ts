import fc from 'fast-check';
import { litres, squareMetres, type Litres, type LitresPerHectare } from '@/core/units/quantity';
import { amountFor, amountIn, rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { mixFor, type InTank, type MixInput } from './loads';
import { inTankOrder } from './order';

const gallonPerThousand = (rateOf(1, 'gal/1000sqft') as VolumeRate).rate;
const dry: InTank = {
  rate: rateOf(0.4, 'oz/1000sqft'),
  maximum: rateOf(0.83, 'oz/1000sqft'),
  step: 0.001,
};
const liquid: InTank = {
  rate: rateOf(2, 'floz/1000sqft'),
  maximum: rateOf(3, 'floz/1000sqft'),
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

test('6,240 sq ft take a full backpack and a last load that ends empty', () => {
  const { loads, mix } = mixed({ area: fromSquareFeet(6240) });
  expect(loads.map((l) => toSquareFeet(l.area)).map(Math.round)).toEqual([4000, 2240]);
  expect(mix / L_PER_GAL).toBeCloseTo(6.24, 9);
});

test('a liquid product and a surfactant take their own place in the tank; a dry one takes none', () => {
  const { loads, products } = mixed({
    products: [dry, liquid],
    surfactant: { percent: 0.25, step: L_PER_FL_OZ / 4 },
  });
  const [load] = loads;
  expect(amountIn(load!.products[1]!.measured, 'floz')).toBeCloseTo(8, 9);
  // 0.25 % of 4 gal is 1.28 fl oz, 1.25 in quarters (arithmetic)
  expect(load!.surfactant! / L_PER_FL_OZ).toBeCloseTo(1.25, 9);
  expect((load!.mix - load!.water) / L_PER_FL_OZ).toBeCloseTo(9.25, 9);
  expect(products.map((p) => p.by)).toEqual(['mass', 'volume']);
});

test('rounds down where the nearest step would be over the label', () => {
  // 45.36 g at the maximum on a scale of 10 g: 50 would be over, 40 is not
  const { loads } = mixed({ products: [{ ...dry, maximum: dry.rate, step: 0.01 }] });
  expect(amountIn(loads[0]!.products[0]!.measured, 'g')).toBeCloseTo(40, 9);
});

test('a scale too coarse for the load is refused with both figures, and by which product', () => {
  const small = { ...backpack, area: fromSquareFeet(100) };
  expect(mixFor({ ...small, products: [liquid, { ...dry, step: 0.01 }] })).toMatchObject({
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
        const { loads } = r.mix;
        expect(loads.reduce((s, l) => s + l.area, 0)).toBeCloseTo(area, 6);
        for (const l of loads) {
          expect(l.mix).toBeLessThanOrEqual(tank * (1 + 1e-6));
          l.products.forEach(({ exact, measured }, i) => {
            const { maximum, step: its } = products[i]!;
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
