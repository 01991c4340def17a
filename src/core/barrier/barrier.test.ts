/** The barrier's pieces, held to their sources' figures, and the whole to what must be true of it. */
import fc from 'fast-check';
import { dayOf, type Day } from '@/core/calendar/day';
import { factsOf } from '@/core/products/ingredient-facts';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import {
  effectOn,
  lastsFor,
  rateFor,
  strengthOf,
  warmth,
  weightedDays,
  wetness,
  type Dose,
  type Strength,
} from './barrier';
import { CONTROL, heldUntil } from './control';

const kg = (x: number) => x as KilogramsPerHectare;
const from = dayOf(2027, 1, 1);
const at = (celsius: number, days = 400) => Float64Array.from({ length: days }, () => celsius);
const STRENGTH: Strength = { halfLife: 60, ed50: kg(0.1), basis: 'recalled' };
const dose = (over: Partial<Dose> = {}): Dose => ({
  day: from,
  group: 3,
  ingredient: 'prodiamine',
  strength: STRENGTH,
  rate: kg(0.8),
  ...over,
});

// published: EFSA 2008, Q10 2.58 (EFSA Journal 622); FOCUS: nothing below freezing
test.each([
  [-3, 0],
  [0, 0],
  [5, 0.2413],
  [10, 0.3876],
  [15, 0.6226],
  [20, 1],
  [25, 1.6062],
  [30, 2.58],
])('a day at %d °C counts as %d of one at 20 °C', (celsius, factor) => {
  expect(warmth(celsius)).toBeCloseTo(factor, 4);
});
// published: Walker 1974, exponent 0.7
test.each([
  [0.5, 0.61557],
  [1, 1],
  [1.4, 1],
  [0, 0],
])('at %d of field capacity a day counts %d', (share, factor) => {
  expect(wetness(share)).toBeCloseTo(factor, 5);
});
// first order, an identity: half-life 60 d, 90 d leave 0.35355, and 20 % is left after 139.316 d
test('what is left after a time at 20 °C', () => {
  const tau = weightedDays(at(20), 'cold keeps it');
  // the effect at a dose of u ED50s is u²/(1 + u²) (Seefeldt, Jensen & Fuerst 1995, published, with slope 2)
  const left = (days: number) => {
    const e = effectOn(from, tau, [dose()])[days - 1]!;
    return Math.sqrt(e / (1 - e)) / 8;
  };
  expect(left(90)).toBeCloseTo(0.35355, 4);
  expect(left(139)).toBeGreaterThan(0.2);
  expect(left(140)).toBeLessThan(0.2);
});
// 120 d at 10 °C and half the moisture: 120 / (0.3876 × 0.61557) = 502.9 d (the sources' own factors, multiplied)
test('cold and drought keep it: 120 days become 503', () => {
  const days = 700;
  const tau = weightedDays(at(10, days), 'cold keeps it', at(0.5, days));
  expect(Array.from(tau).findIndex((t) => t >= 120)).toBe(502);
  // by the calendar it is gone as the label says, whatever the soil does
  const school = 'months from the label';
  expect(weightedDays(at(2), school)).toEqual(weightedDays(at(28), school));
});
// published: Seefeldt, Jensen & Fuerst 1995; ED90 is ED50 × 9^(1/b)
test.each([
  [1, 0.5],
  [2, 0.8],
  [3, 0.9],
  // its table from 2 to 100: 7.765 at four times, which is this share of the way
  [4, 1 - (7.765 - 2) / 98],
])('%d times ED50 stops %d of the germination', (times, share) => {
  const tau = Float64Array.of(0);
  expect(effectOn(from, tau, [dose({ rate: kg(0.1 * times) })])[0]).toBeCloseTo(share, 4);
});

describe('ingredients together', () => {
  const tau = weightedDays(at(15), 'cold keeps it');
  const one = effectOn(from, tau, [dose()]);
  test('two halves of one are the whole; another of the same site adds as a share of its own ED50', () => {
    const half = dose({ rate: kg(0.4) });
    expect(Array.from(effectOn(from, tau, [half, half]))).toEqual(
      Array.from(one).map((e) => expect.closeTo(e, 9) as number),
    );
    const weaker = dose({ ingredient: 'dithiopyr', strength: { ...STRENGTH, ed50: kg(0.2) }, rate: kg(0.8) });
    expect(effectOn(from, tau, [half, weaker])[0]).toBeCloseTo(one[0]!, 9);
  });
  test('another site of action acts on what the first lets through', () => {
    const other = dose({ group: 14, ingredient: 'oxadiazon' });
    const both = effectOn(from, tau, [dose(), other]);
    for (const d of [0, 100, 300]) expect(1 - both[d]!).toBeCloseTo((1 - one[d]!) ** 2, 9);
  });
  test('nothing acts before its day, and what is opened is gone in that share', () => {
    const day = (from + 50) as Day;
    const late = effectOn(from, tau, [dose({ day })]);
    expect([late[49], late[50]]).toEqual([0, expect.closeTo(one[0]!, 3)]);
    const opened = effectOn(from, tau, [dose()], [{ day, share: 0.5 }]);
    expect(opened[49]).toBe(one[49]);
    const halved = effectOn(from, tau, [dose({ rate: kg(0.4) })]);
    expect(opened[60]).toBeCloseTo(halved[60]!, 9);
    // a core aeration before the work takes nothing of it
    expect(effectOn(from, tau, [dose({ day })], [{ day: from, share: 0.5 }])).toEqual(late);
  });
});

describe('strength', () => {
  // ours, by the handbook's rule: rate × 2 must last one half-life longer
  test('is fitted to the label’s months by rate', () => {
    const s = strengthOf(
      [
        { rate: kg(0.56), months: 3 },
        { rate: kg(1.12), months: 5.5 },
      ],
      null,
      { halfLife: { days: 120, basis: 'field' }, low: kg(0.36) },
    )!;
    expect(s.basis).toBe('label');
    expect(s.halfLife / warmth(18)).toBeCloseTo(2.5 * (365.25 / 12), 6);
    // at the label's own soil each rate holds its months
    for (const [rate, months] of [
      [0.56, 3],
      [1.12, 5.5],
    ] as const)
      expect(lastsFor(s, kg(rate)) / warmth(18)).toBeCloseTo(months * (365.25 / 12), 6);
  });
  test('of one row of months takes the half-life that is recalled; a field figure is brought to 20 °C once', () => {
    const one = [{ rate: kg(1), months: 4 }];
    expect(
      strengthOf(one, null, { halfLife: { days: 100, basis: 'field' }, low: null })!.halfLife,
    ).toBeCloseTo(100 * warmth(18), 9);
    expect(
      strengthOf(one, null, { halfLife: { days: 100, basis: 'laboratory at 20 °C' }, low: null })!.halfLife,
    ).toBe(100);
    const kept = strengthOf(one, null, { halfLife: { days: 100, basis: 'field' }, low: null })!;
    expect(lastsFor(kept, kg(1)) / warmth(18)).toBeCloseTo(4 * (365.25 / 12), 6);
  });
  const nothing = { halfLife: null, low: null };
  test('that neither label nor memory tells is null', () => {
    expect(strengthOf([], null, { halfLife: null, low: kg(1) })).toBeNull();
    expect(strengthOf([], null, { halfLife: { days: 60, basis: 'field' }, low: null })).toBeNull();
    expect(strengthOf([{ rate: kg(1), months: 0 }], kg(0.5), nothing)).toBeNull();
  });
  test('months alone make a barrier: it holds them, stops nineteen in twenty at first, and a low rate is not nothing', () => {
    const alone = strengthOf([{ rate: kg(700), months: 1.5 }], null, nothing)!;
    expect(lastsFor(alone, kg(700)) / warmth(18)).toBeCloseTo(1.5 * (365.25 / 12), 6);
    const units = 700 / alone.ed50;
    expect(1 - 1 / (1 + units ** 2)).toBeCloseTo(0.95, 9);
    const ranged = strengthOf([{ rate: kg(1), months: 4 }], kg(0.25), nothing)!;
    // four months at the top come to two at a quarter, by the root
    expect(lastsFor(ranged, kg(0.25)) / warmth(18)).toBeCloseTo(2 * (365.25 / 12), 6);
    const long = strengthOf([{ rate: kg(1), months: 10 }], kg(0.5), nothing)!;
    expect(lastsFor(long, kg(0.5)) / warmth(18)).toBeCloseTo(3 * (365.25 / 12), 6);
  });
  test('where the label prints more than one rate its low one is not guessed; without months its low one holds three', () => {
    const two = strengthOf(
      [
        { rate: kg(0.5), months: 3 },
        { rate: kg(1), months: 5 },
      ],
      kg(0.25),
      nothing,
    )!;
    expect(lastsFor(two, kg(0.25)) / warmth(18)).toBeCloseTo(1 * (365.25 / 12), 6);
    const bare = strengthOf([], kg(0.2), { halfLife: { days: 60, basis: 'field' }, low: kg(0.4) })!;
    expect(lastsFor(bare, kg(0.2)) / warmth(18)).toBeCloseTo(3 * (365.25 / 12), 6);
    expect(bare.basis).toBe('recalled');
  });
  // common practice, no source: a high rate of the long ones goes through a summer, a low one of the short does not
  test('of what is recalled: prodiamine at its top rate holds over six months of 18 °C, dithiopyr at its lowest three', () => {
    const of = (name: string) => {
      const f = factsOf(name)!;
      const recalled = { halfLife: f.soilHalfLife!, low: kg(f.kgPerHa![0]) };
      return [strengthOf([], null, recalled)!, f.kgPerHa!] as const;
    };
    const months = (name: string, end: 0 | 1) => {
      const [s, rates] = of(name);
      return lastsFor(s, kg(rates[end])) / warmth(18) / (365.25 / 12);
    };
    expect(months('prodiamine', 1)).toBeGreaterThan(6);
    expect(months('dithiopyr', 0)).toBeCloseTo(3, 6);
    expect(months('dithiopyr', 1)).toBeLessThan(6);
  });
});

test('how much for so long, and how long for so much, are each other’s way back', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 300, noNaN: true }),
      fc.double({ min: 1e-3, max: 5, noNaN: true }),
      fc.double({ min: 0, max: 400, noNaN: true }),
      (halfLife, ed50, days) => {
        const s: Strength = { halfLife, ed50: kg(ed50), basis: 'recalled' };
        expect(lastsFor(s, rateFor(s, days))).toBeCloseTo(days, 6);
      },
    ),
  );
});
test('more is never less, and control ends once: on the day after which less than four fifths are stopped', () => {
  const soil = Float64Array.from({ length: 365 }, (_, d) => 12 - 12 * Math.cos((2 * Math.PI * d) / 365));
  const tau = weightedDays(soil, 'cold keeps it');
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 2, noNaN: true }),
      fc.integer({ min: 0, max: 200 }),
      fc.double({ min: 1, max: 3, noNaN: true }),
      (rate, day, more) => {
        const on = (from + day) as Day;
        const e = effectOn(from, tau, [dose({ day: on, rate: kg(rate) })]);
        const f = effectOn(from, tau, [dose({ day: on, rate: kg(rate * more) })]);
        expect(e.every((v, d) => v >= 0 && v <= f[d]! + 1e-12 && f[d]! < 1)).toBe(true);
        const until = heldUntil(from, e, on);
        if (until === null) expect(e[day]).toBeLessThan(CONTROL);
        else {
          expect(e[until - from]).toBeGreaterThanOrEqual(CONTROL);
          if (until - from + 1 < 365) expect(e[until - from + 1]).toBeLessThan(CONTROL);
        }
      },
    ),
  );
});
