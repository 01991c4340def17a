import fc from 'fast-check';
import {
  SQUARE_METRES_PER_HECTARE,
  litres,
  squareMetres,
  type Litres,
  type LitresPerHectare,
  type SquareMetres,
} from '@/core/units/quantity';
import { amountFor, amountIn, rateOf, type VolumeRate } from '@/core/units/rate';
import { KG_PER_LB, L_PER_FL_OZ, L_PER_GAL, fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import {
  FILL_WAYS,
  MOST_OFF,
  loadsFor,
  packagesFor,
  wayThatGoes,
  type InTank,
  type LoadQuestion,
  type Loads,
  type MixRefusal,
} from './loads';
import type { Formulation } from '@/core/products/label-terms';
import { inTankOrder } from './order';

const gallonPerThousand = (rateOf(1, 'gal/1000sqft') as VolumeRate).rate;
type Stepped = InTank & Readonly<{ step: number }>;
const dry: Stepped = {
  rate: rateOf(0.4, 'oz/1000sqft'),
  minimum: rateOf(0.18, 'oz/1000sqft'),
  maximum: rateOf(0.83, 'oz/1000sqft'),
  left: null,
  step: 0.001,
};
const liquid: Stepped = {
  rate: rateOf(2, 'floz/1000sqft'),
  minimum: rateOf(0.5, 'floz/1000sqft'),
  maximum: rateOf(3, 'floz/1000sqft'),
  left: null,
  step: L_PER_FL_OZ / 4,
};
/** One lawn that gets all products. */
type One = Readonly<{
  area: SquareMetres;
  products: readonly Stepped[];
  surfactant: Readonly<{ percent: number; step: number }> | null;
  carrier: LitresPerHectare;
  tank: Litres;
}>;
const backpack: One = {
  area: fromSquareFeet(4000),
  products: [dry],
  surfactant: null,
  carrier: gallonPerThousand,
  tank: litres(4 * L_PER_GAL),
};
const tool = (step: number) => ({ name: 'tool', step, byTheFill: false });
const questionOf = ({ area, products, surfactant, carrier, tank }: One): LoadQuestion => ({
  stops: [{ area, products }],
  products: products.map((p, i) => ({
    tools: [tool(p.step)],
    surfactantPercent: i === 0 ? (surfactant?.percent ?? null) : null,
  })),
  jugStep: surfactant?.step ?? L_PER_FL_OZ / 4,
  carrier,
  tank: { size: tank, dead: 0, left: null },
  way: 'even',
});
const loadsOf = (q: LoadQuestion): Loads => {
  const r = loadsFor(q);
  if (!r.ok) throw new Error(JSON.stringify(r.refusal));
  return r.value;
};
const refusalOf = (q: LoadQuestion): MixRefusal => {
  const r = loadsFor(q);
  if (r.ok) throw new Error('not refused');
  return r.refusal;
};
const mixed = (over: Partial<One> = {}) => loadsOf(questionOf({ ...backpack, ...over }));
const refused = (over: Partial<One>) => refusalOf(questionOf({ ...backpack, ...over }));

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
type Of = (rate: number, minimum: number, maximum: number, step: number, left?: number) => Stepped;
const inTank =
  (unit: 'floz/1000sqft' | 'g/1000sqft', inSi: number): Of =>
  (rate, minimum, maximum, step, left) => ({
    rate: rateOf(rate, unit),
    minimum: rateOf(minimum, unit),
    maximum: rateOf(maximum, unit),
    step: step * inSi,
    left: left === undefined ? null : rateOf(left, unit),
  });
const ounces = inTank('floz/1000sqft', L_PER_FL_OZ);
const grams = inTank('g/1000sqft', 0.001);
// arithmetic
describe('rounding that stays within the label, or says which tool would', () => {
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
  test('1 g/1,000 sq ft on 4,000 and 1,000 sq ft, 1-g scale: two even loads take 2.5 g; the tank full takes 4 and 1', () => {
    const q = questionOf({ ...backpack, products: [grams(1, 0.9, 1.05, 1)] });
    const two = { ...q, stops: [4000, 1000].map((a) => ({ ...q.stops[0]!, area: fromSquareFeet(a) })) };
    expect(loadsFor(two)).toMatchObject({ ok: false, refusal: { kind: 'step-too-coarse' } });
    expect(wayThatGoes(two)).toBe('full');
    // half the area of one lawn alone goes in no way
    const none = { ...two, stops: [{ ...q.stops[0]!, area: fromSquareFeet(500) }] };
    expect(wayThatGoes(none)).toBeNull();
  });
  test('8,400 sq ft from a 4-gal tank: three even loads, where a last one of 400 sq ft was refused', () => {
    const { loads } = mixed({ ...sqFt(8400), products: [grams(5, 4, 6, 1)] });
    expect(loads).toHaveLength(3);
    expect(loads.map((l) => amountIn(l.products[0]!.measured, 'g'))).toEqual([near(14), near(14), near(14)]);
  });
  test('the first of two halves rounds down where the second would lose its year', () => {
    // 0.415 of 0.83 oz: 58.83 g on 5,000 sq ft; what is left of the year beside the planned half is just that
    const half: Stepped = { ...dry, rate: rateOf(0.415, 'oz/1000sqft'), left: rateOf(0.415, 'oz/1000sqft') };
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
    expect(mixed({ ...sqFt(2084), products: [grams(2.4, 2, 3, 1)] }).loads).toHaveLength(1);
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
  expect(products.map((p) => p?.by)).toEqual(['mass', 'volume']);
});

test('rounds down where the nearest step would be over the label', () => {
  // 45.36 g at the maximum on a scale of 2 g: 46 would be over, 44 is not
  const { loads } = mixed({ products: [{ ...dry, maximum: dry.rate, step: 0.002 }] });
  expect(amountIn(loads[0]!.products[0]!.measured, 'g')).toBeCloseTo(44, 9);
});

test('a scale too coarse for the load is refused with both figures, and by which product', () => {
  const small = { area: fromSquareFeet(100) };
  expect(
    refused({
      ...small,
      products: [
        { ...liquid, step: 0.0001 },
        { ...dry, step: 0.01 },
      ],
    }),
  ).toMatchObject({ kind: 'step-too-coarse', product: 1, step: 0.01 });
  expect(refused({ products: [{ ...dry, maximum: liquid.maximum }] })).toEqual({
    kind: 'kinds-differ',
    product: 0,
    stop: 0,
  });
});

test('products that leave no room for water are refused', () => {
  const thick = { ...liquid, rate: rateOf(1.2, 'gal/1000sqft'), maximum: rateOf(2, 'gal/1000sqft') };
  expect(refused({ products: [thick] })).toMatchObject({ kind: 'no-room-for-water' });
});

test.each([
  ['area of stop 1', { area: 0 }],
  ['carrier', { carrier: -1 }],
  ['tank', { tank: NaN }],
  ['step of product 1', { products: [{ ...dry, step: 0 }] }],
])('a bad %s is a bug and throws', (name, over) => {
  expect(() => loadsFor(questionOf({ ...backpack, ...(over as Partial<One>) }))).toThrow(
    `${name} must be more than 0`,
  );
});

// arithmetic; the rules are common practice, no source
describe('stops of a morning', () => {
  const gets = ({ step: _, ...p }: Stepped): InTank => p;
  const morning = (
    areas: readonly (readonly [sqFt: number, ...products: (InTank | null)[]])[],
    over: Partial<LoadQuestion> = {},
  ): LoadQuestion => ({
    stops: areas.map(([sq, ...products]) => ({ area: fromSquareFeet(sq), products })),
    products: [
      { tools: [tool(0.001)], surfactantPercent: null },
      { tools: [tool(L_PER_FL_OZ / 4)], surfactantPercent: 0.25 },
    ],
    jugStep: L_PER_FL_OZ / 4,
    carrier: gallonPerThousand,
    way: 'even',
    tank: { size: 50 * L_PER_GAL, dead: 0, left: null },
    ...over,
  });
  const both = [gets(dry), gets(liquid)] as const;
  const barrier = [gets(dry), null] as const;
  const gallons = (loads: Loads['loads']) => loads.map((l) => Number((l.mix / L_PER_GAL).toFixed(6)));
  const stopsOf = (loads: Loads['loads']) => loads.map((l) => l.parts.map((p) => p.stop));

  test('lawns that get the same share a load; what gets less than the load before has its own, after a rinse', () => {
    const q = morning([
      [8000, ...barrier],
      [12_000, ...barrier],
      [5000, ...both],
      [6000, ...barrier],
    ]);
    const { loads } = loadsOf(q);
    expect(gallons(loads)).toEqual([20, 5, 6]);
    expect(stopsOf(loads)).toEqual([[0, 1], [2], [3]]);
    // what is added to needs no rinse, what holds less does
    expect(loads.map((l) => l.rinseFirst)).toEqual([false, false, true]);
    expect(loads.map((l) => l.products[1]?.measured ?? null)[0]).toBeNull();
    expect(loads.map((l) => l.surfactant === null)).toEqual([true, false, true]);
  });

  test('fifty gallons for 120 thousands: three of 40 evened, two full and a rest of 20, or by whole lawns', () => {
    const areas = [30, 25, 25, 25, 15].map((t) => [t * 1000, ...barrier] as const);
    const by = (way: LoadQuestion['way']) => loadsOf(morning(areas, { way })).loads;
    expect(gallons(by('even'))).toEqual([40, 40, 40]);
    expect(gallons(by('full'))).toEqual([50, 50, 20]);
    expect(gallons(by('whole lawns'))).toEqual([30, 50, 40]);
    expect(stopsOf(by('whole lawns'))).toEqual([[0], [1, 2], [3, 4]]);
    expect(stopsOf(by('full'))).toEqual([
      [0, 1],
      [1, 2, 3],
      [3, 4],
    ]);
  });

  test('a lawn larger than the tank has even loads of its own', () => {
    const q = morning(
      [
        [20_000, ...barrier],
        [90_000, ...barrier],
        [10_000, ...barrier],
      ],
      { way: 'whole lawns' },
    );
    expect(gallons(loadsOf(q).loads)).toEqual([20, 45, 45, 10]);
  });

  test('a last rest that cannot be weighed is shared with the load before it', () => {
    const q = morning([[100_400, ...barrier]], {
      way: 'full',
      products: [
        { tools: [tool(0.01)], surfactantPercent: null },
        { tools: [tool(0.001)], surfactantPercent: null },
      ],
    });
    expect(gallons(loadsOf(q).loads)).toEqual([50, 25.2, 25.2]);
  });

  test('what stays in the pump is mixed once, and may go where the limits let it', () => {
    const q = morning(
      [
        [40_000, ...barrier],
        [50_000, ...barrier],
      ],
      { tank: { size: 50 * L_PER_GAL, dead: 2 * L_PER_GAL, left: null } },
    );
    const { loads, remains, mix } = loadsOf(q);
    expect(gallons(loads)).toEqual([47, 47]);
    expect(loads.map((l) => l.before / L_PER_GAL)).toEqual([0, expect.closeTo(2, 9)]);
    expect(mix / L_PER_GAL).toBeCloseTo(92, 9);
    expect(remains).toHaveLength(1);
    expect(remains[0]!.volume / L_PER_GAL).toBeCloseTo(2, 9);
    // the last lawn has 0.43 oz/1,000 sq ft of room: all of it may go there
    expect(remains[0]!.mayGo).toEqual([{ stop: 1, volume: expect.closeTo(2 * L_PER_GAL, 6) as number }]);
    expect(remains[0]!.over).toBe(0);
    const full = { ...gets(dry), maximum: dry.rate };
    const none = loadsOf(
      morning([[45_000, full, null]], { tank: { size: 50 * L_PER_GAL, dead: 2 * L_PER_GAL, left: null } }),
    ).remains[0]!;
    expect(none.mayGo).toEqual([]);
    expect(none.over / L_PER_GAL).toBeCloseTo(2, 9);
  });

  test('what is left of the same mix is used; of another, it is rinsed out first', () => {
    const left = (isSameMix: boolean) =>
      loadsOf(
        morning([[30_000, ...barrier]], {
          tank: { size: 50 * L_PER_GAL, dead: 0, left: { volume: 5 * L_PER_GAL, isSameMix } },
        }),
      );
    const used = left(true).loads[0]!;
    expect((used.mix - used.before) / L_PER_GAL).toBeCloseTo(25, 9);
    expect(amountIn(used.products[0]!.measured, 'g')).toBeCloseTo(Math.round(25 * 11.33981), 9);
    expect(used.rinseFirst).toBe(false);
    const rinsed = left(false).loads[0]!;
    expect((rinsed.mix - rinsed.before) / L_PER_GAL).toBeCloseTo(30, 9);
    expect(rinsed.rinseFirst).toBe(true);
    const enough = loadsOf(
      morning([[3000, ...barrier]], {
        tank: { size: 50 * L_PER_GAL, dead: 0, left: { volume: 5 * L_PER_GAL, isSameMix: true } },
      }),
    );
    expect(enough.products.map((p) => p?.amount ?? null)).toEqual([0, null]);
    expect(enough.water).toBe(0);
    expect(enough.remains[0]!.volume / L_PER_GAL).toBeCloseTo(2, 9);
  });

  test('the same products at another rate take what stays in the pump, and need no rinse', () => {
    const stronger = { ...gets(dry), rate: rateOf(0.6, 'oz/1000sqft') };
    const { loads, remains } = loadsOf(
      morning(
        [
          [10_000, ...barrier],
          [10_000, stronger, null],
        ],
        { tank: { size: 50 * L_PER_GAL, dead: 2 * L_PER_GAL, left: null } },
      ),
    );
    expect(loads.map((l) => l.rinseFirst)).toEqual([false, false]);
    expect(loads[1]!.before / L_PER_GAL).toBeCloseTo(2, 9);
    // 12 gal at 17.01 g, less the 22.7 g that were in it
    const brought = loads[0]!.products[0]!.measured.amount / 6;
    expect(loads[1]!.products[0]!.exact.amount).toBeCloseTo(12 * 0.01700971 - brought, 6);
    expect(remains).toHaveLength(1);
    // what gets a product more is mixed on the rest of what gets less
    const more = loadsOf(
      morning(
        [
          [10_000, ...barrier],
          [10_000, ...both],
        ],
        { tank: { size: 50 * L_PER_GAL, dead: 2 * L_PER_GAL, left: null } },
      ),
    ).loads[1]!;
    expect(more.before / L_PER_GAL).toBeCloseTo(2, 9);
    // 2 fl oz a gallon for all twelve: none of it was in the rest
    expect(more.products[1]!.exact.amount / L_PER_FL_OZ).toBeCloseTo(24, 6);
    // a rest ten times too strong is rinsed out
    const weaker = { ...gets(dry), rate: rateOf(0.04, 'oz/1000sqft'), minimum: rateOf(0.04, 'oz/1000sqft') };
    const rinsed = loadsOf(
      morning(
        [
          [10_000, ...barrier],
          [5000, weaker, null],
        ],
        {
          tank: { size: 50 * L_PER_GAL, dead: 5 * L_PER_GAL, left: null },
          products: [
            { tools: [tool(0.00001)], surfactantPercent: null },
            { tools: [tool(0.001)], surfactantPercent: null },
          ],
        },
      ),
    );
    expect(rinsed.loads[1]!.before).toBe(0);
    expect(rinsed.remains).toHaveLength(2);
  });

  test('a cap of 11.3 g is taken by the fill where that is near enough, else the scale', () => {
    const cap = { name: 'green cap', step: 0.0113, byTheFill: true };
    const by = (sq: number) => {
      const q = morning([[sq, ...barrier]], {
        products: [
          { tools: [cap, tool(0.001)], surfactantPercent: null },
          { tools: [tool(0.001)], surfactantPercent: null },
        ],
      });
      return loadsOf(q).loads[0]!.products[0]!;
    };
    // 4 thousands: 45.36 g, four caps are 45.2
    expect(by(4000).tool.name).toBe('green cap');
    expect(amountIn(by(4000).measured, 'g')).toBeCloseTo(45.2, 9);
    // 1.5 thousands: 17.01 g; two caps are a third too much
    expect(by(1500).tool.name).toBe('tool');
    expect(amountIn(by(1500).measured, 'g')).toBeCloseTo(17, 9);
  });

  test('a hopper: pounds by lawn, bags and a part of one; lawns of two rates share it', () => {
    const granule = (pounds: number): InTank => ({
      rate: rateOf(pounds, 'lb/1000sqft'),
      minimum: rateOf(2, 'lb/1000sqft'),
      maximum: rateOf(5, 'lb/1000sqft'),
      left: null,
    });
    const { loads, products, remains } = loadsOf({
      stops: [
        { area: fromSquareFeet(10_000), products: [granule(4)] },
        { area: fromSquareFeet(20_000), products: [granule(3)] },
      ],
      products: [{ tools: [tool(KG_PER_LB / 10)], surfactantPercent: null }],
      jugStep: 0.001,
      carrier: null,
      way: 'even',
      tank: { size: 80 * KG_PER_LB, dead: 0, left: null },
    });
    expect(loads.map((l) => amountIn(l.products[0]!.measured, 'lb'))).toEqual([
      expect.closeTo(50, 6),
      expect.closeTo(50, 6),
    ]);
    expect(loads.map((l) => l.parts.map((p) => Number((p.volume / KG_PER_LB).toFixed(6))))).toEqual([
      [40, 10],
      [50],
    ]);
    expect(loads.every((l) => l.water === 0)).toBe(true);
    expect(remains).toEqual([]);
    // 100 lb of bags of 50, 48 and 30
    const pounds = amountIn(products[0]!, 'lb')!;
    expect(packagesFor(pounds, 50)).toEqual({ whole: 2, rest: 0 });
    expect(packagesFor(pounds, 48)).toEqual({ whole: 2, rest: expect.closeTo(4, 6) as number });
    expect(packagesFor(pounds, 30)).toEqual({ whole: 3, rest: expect.closeTo(10, 6) as number });
  });

  test('a liquid in a hopper, and a tank that its dead volume fills, are refused', () => {
    expect(refusalOf(morning([[1000, ...both]], { carrier: null }))).toMatchObject({
      kind: 'kinds-differ',
      product: 1,
      stop: 0,
    });
    expect(
      refusalOf(morning([[1000, ...barrier]], { tank: { size: 4, dead: 4, left: null } })),
    ).toMatchObject({ kind: 'no-room-in-tank' });
    expect(() => loadsFor(morning([]))).toThrow('no stop');
  });

  const stop = fc.record({
    area: fc.double({ min: 20, max: 8000, noNaN: true }).map(squareMetres),
    mix: fc.constantFrom('barrier', 'both', 'both', 'more'),
    room: fc.option(fc.double({ min: 1, max: 1.6, noNaN: true })),
  });
  test('for any morning: order kept, nothing lost, nothing over tank, label or year, nobody gets what is not theirs', () => {
    fc.assert(
      fc.property(
        fc.array(stop, { minLength: 1, maxLength: 12 }),
        fc.constantFrom(...FILL_WAYS),
        fc.double({ min: 8, max: 800, noNaN: true }),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        fc.option(fc.record({ share: fc.double({ min: 0, max: 1, noNaN: true }), isSameMix: fc.boolean() })),
        fc.constantFrom(0.0001, 0.001, 0.005),
        (list, way, size, deadShare, left, step) => {
          const more = { ...gets(dry), rate: rateOf(0.6, 'oz/1000sqft') };
          const q: LoadQuestion = {
            stops: list.map(({ area, mix, room }) => {
              const first = mix === 'more' ? more : gets(dry);
              const limit = room === null ? null : rateOf(room * (mix === 'more' ? 0.6 : 0.4), 'oz/1000sqft');
              return { area, products: [{ ...first, left: limit }, mix === 'both' ? gets(liquid) : null] };
            }),
            products: [
              { tools: [tool(step)], surfactantPercent: null },
              { tools: [tool(0.001)], surfactantPercent: null },
            ],
            jugStep: 0.001,
            carrier: gallonPerThousand,
            way,
            tank: {
              size,
              dead: size * deadShare,
              left: left && { volume: left.share * size, isSameMix: left.isSameMix },
            },
          };
          const r = loadsFor(q);
          if (!r.ok) {
            expect(['step-too-coarse', 'over-the-year']).toContain(r.refusal.kind);
            const other = wayThatGoes(q);
            const goes = FILL_WAYS.filter((w) => loadsFor({ ...q, way: w }).ok);
            return expect(other === null ? goes.length === 0 : goes.includes(other)).toBe(true);
          }
          const { loads, remains } = r.value;
          const parts = loads.flatMap((l) => l.parts);
          // every stop is served, in its order, for its whole area
          expect(parts.map((p) => p.stop)).toEqual(parts.map((p) => p.stop).toSorted((a, b) => a - b));
          q.stops.forEach((s, i) => {
            const mine = parts.filter((p) => p.stop === i);
            expect(mine.reduce((sum, p) => sum + p.area, 0)).toBeCloseTo(s.area, 6);
            s.products.forEach((given, k) => {
              const got = mine.reduce((sum, p) => sum + (p.amounts[k]?.amount ?? 0), 0);
              if (!given) return expect(mine.every((p) => p.amounts[k] === null)).toBe(true);
              const at = (rate: InTank['rate']) => amountFor(rate, s.area).amount;
              expect(got).toBeGreaterThanOrEqual(at(given.minimum) * (1 - 1e-6));
              expect(got).toBeLessThanOrEqual(at(given.maximum) * (1 + 1e-6));
              expect(Math.abs(got / at(given.rate) - 1)).toBeLessThanOrEqual(MOST_OFF * (1 + 1e-6));
              if (given.left) expect(got).toBeLessThanOrEqual(at(given.left) * (1 + 1e-6));
            });
          });
          for (const l of loads) expect(l.mix).toBeLessThanOrEqual(size * (1 + 1e-9));
          // what was measured, with what was in the tank of the same mix, is on the lawns or stays in the tank
          for (const k of [0, 1]) {
            const first = q.stops[0]!.products[k];
            const brought =
              first && left?.isSameMix ? (left.share * size * first.rate.rate) / gallonPerThousand : 0;
            const got = parts.reduce((sum, p) => sum + (p.amounts[k]?.amount ?? 0), 0);
            const stays = remains.reduce((sum, m) => sum + (m.amounts[k]?.amount ?? 0), 0);
            expect(got + stays).toBeCloseTo((r.value.products[k]?.amount ?? 0) + brought, 7);
          }
          // what remains goes nowhere over the label's most
          for (const m of remains) {
            expect(m.mayGo.reduce((sum, g) => sum + g.volume, m.over)).toBeCloseTo(m.volume, 6);
            for (const g of m.mayGo) {
              const s = q.stops[g.stop]!;
              const got = parts
                .filter((p) => p.stop === g.stop)
                .reduce((sum, p) => sum + p.amounts[0]!.amount, 0);
              const extra = (m.amounts[0]!.amount * g.volume) / m.volume;
              const most = (s.products[0]!.maximum.rate * s.area) / SQUARE_METRES_PER_HECTARE;
              expect(got + extra).toBeLessThanOrEqual(most * (1 + 1e-6));
            }
          }
        },
      ),
    );
  });
});

test('dry goes in before flowables, these before concentrates, these before solutions (common practice, no source)', () => {
  const inOrder = (...of: readonly Formulation[]) =>
    inTankOrder(of, (formulation) => ({ formulation, addedAs: null })).join(' ');
  expect(inOrder('SL', 'EC', 'SC', 'WG')).toBe('WG SC EC SL');
  expect(inOrder('EW', 'WG', 'EC', 'WP')).toBe('WG WP EW EC');
  expect(inOrder('SG', 'ME', 'CS', 'DF', 'WSP')).toBe('WSP DF CS ME SG');
});

test('the label’s own place wins (label)', () => {
  const last = { formulation: 'WG', addedAs: 'adjuvant' } as const;
  const softener = { formulation: 'SL', addedAs: 'water conditioner' } as const;
  const plain = { formulation: 'EC', addedAs: null } as const;
  expect(inTankOrder([last, plain, softener], (l) => l)).toEqual([softener, plain, last]);
});
