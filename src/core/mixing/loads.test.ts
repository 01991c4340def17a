import fc from 'fast-check';
import { litres, squareMetres, type Litres, type LitresPerHectare } from '@/core/units/quantity';
import { amountFor, amountIn, rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { mixFor, type MixInput } from './loads';

const gallonPerThousand = (rateOf(1, 'gal/1000sqft') as VolumeRate).rate;
const backpack: MixInput = {
  area: fromSquareFeet(4000),
  rate: rateOf(0.4, 'oz/1000sqft'),
  maximum: rateOf(0.83, 'oz/1000sqft'),
  carrier: gallonPerThousand,
  tank: litres(4 * L_PER_GAL),
  step: 0.001,
};
const mixed = (over: Partial<MixInput> = {}) => {
  const r = mixFor({ ...backpack, ...over });
  if (!r.ok) throw new Error(r.refusal.kind);
  return r.mix;
};

test('a 4-gal backpack at 1 gal/1,000 covers 4,000 sq ft: 45.36 g in one fill (common practice, no source)', () => {
  const { loads } = mixed();
  expect(loads).toHaveLength(1);
  expect(amountIn(loads[0]!.exact, 'g')).toBeCloseTo(45.36, 2);
  expect(amountIn(loads[0]!.measured, 'g')).toBeCloseTo(45, 9);
  expect(loads[0]!.error).toBeCloseTo(45 / 45.359237 - 1, 6);
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

test('a liquid product takes its own place in the tank', () => {
  const { loads } = mixed({
    rate: rateOf(2, 'floz/1000sqft'),
    maximum: rateOf(3, 'floz/1000sqft'),
    step: L_PER_FL_OZ / 4,
  });
  expect(amountIn(loads[0]!.measured, 'floz')).toBeCloseTo(8, 9);
  expect((loads[0]!.mix - loads[0]!.water) / L_PER_FL_OZ).toBeCloseTo(8, 9);
});

test('rounds down where the nearest step would be over the label', () => {
  // 45.36 g at the maximum on a scale of 10 g: 50 would be over, 40 is not
  const { loads } = mixed({ maximum: backpack.rate, step: 0.01 });
  expect(amountIn(loads[0]!.measured, 'g')).toBeCloseTo(40, 9);
});

test('a scale too coarse for the load is refused with both figures', () => {
  const r = mixFor({ ...backpack, area: fromSquareFeet(100), step: 0.01 });
  expect(r).toMatchObject({ ok: false, refusal: { kind: 'step-too-coarse', step: 0.01 } });
  expect(mixFor({ ...backpack, maximum: rateOf(1, 'floz/1000sqft') })).toEqual({
    ok: false,
    refusal: { kind: 'kinds-differ' },
  });
});

test.each([
  ['area', 0],
  ['carrier', -1],
  ['tank', NaN],
  ['step', 0],
])('a %s of %p is a bug and throws', (name, value) => {
  expect(() => mixFor({ ...backpack, [name]: value })).toThrow(`${name} must be more than 0`);
});

test('for any zone and tank: loads cover the area, none overfills, none is above the label, rounding is within a step', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 50_000, noNaN: true }),
      fc.double({ min: 2, max: 1000, noNaN: true }),
      fc.double({ min: 0.2, max: 0.83, noNaN: true }),
      fc.constantFrom(0.0001, 0.001, 0.005),
      (area, tank, ounces, step) => {
        const input: MixInput = {
          ...backpack,
          area: squareMetres(area),
          tank: tank as Litres,
          rate: rateOf(ounces, 'oz/1000sqft'),
          step,
        };
        const r = mixFor(input);
        if (!r.ok) return expect(r.refusal.kind).toBe('step-too-coarse');
        const { loads } = r.mix;
        expect(loads.reduce((s, l) => s + l.area, 0)).toBeCloseTo(area, 6);
        for (const l of loads) {
          expect(l.mix).toBeLessThanOrEqual(tank * (1 + 1e-6));
          expect(l.measured.amount).toBeLessThanOrEqual(amountFor(input.maximum, l.area).amount * (1 + 1e-6));
          expect(Math.abs(l.measured.amount - l.exact.amount)).toBeLessThanOrEqual(step * (1 + 1e-6));
        }
      },
    ),
  );
});
