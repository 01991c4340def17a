import type { Content } from '@/core/units/by-label';
import { rateOf, type ProductRate } from '@/core/units/rate';
import { gramsPerLitre } from '@/core/units/quantity';
import { label, row } from '../../../tests/support/gate-context';
import { carriesNitrogen, limitsFor, rateForTurf, seedingWaitDays, usesOn, type Label } from './label';
import { ingredientRate, isHerbicide } from './content';

const rated = (rate: ProductRate, content: Content) =>
  ingredientRate(rate, { content, acid: null, counts: 'a.i.' }, null);

// common practice, no source: the figures of a 65 % dry pre-emergent
test('0.83 oz/1,000 sq ft of a 65 % product is 1.4688 lb a.i./acre', () => {
  const ai = rated(rateOf(0.83, 'oz/1000sqft'), { in: 'weight', share: 0.65 });
  expect(ai! / rateOf(1, 'lb/acre').rate).toBeCloseTo(1.4688, 4);
});

test('8 fl oz/acre of a liquid with 4 lb a.i. a gallon is 0.25 lb a.i./acre (published: arithmetic with NIST factors)', () => {
  const ai = rated(rateOf(8, 'floz/acre'), { in: 'volume', gramsPerLitre: gramsPerLitre(4 * 119.826427) });
  expect(ai! / rateOf(1, 'lb/acre').rate).toBeCloseTo(0.25, 6);
});

test('a granule of 0.38 % at 4 lb/1,000 sq ft is 0.7421 kg a.i./ha (common practice, no source)', () => {
  expect(rated(rateOf(4, 'lb/1000sqft'), { in: 'weight', share: 0.0038 })).toBeCloseTo(0.7421, 4);
});

test('content by weight says nothing of a rate by volume', () => {
  expect(rated(rateOf(1, 'floz/acre'), { in: 'weight', share: 0.5 })).toBeNull();
});

test('the seeding wait is that of the first step the rate does not pass; of more nobody says', () => {
  const wait = (oz: number) => seedingWaitDays(label, rateOf(oz, 'oz/1000sqft'));
  expect([0.1, 0.4, 0.41, 0.8, 0.9].map(wait)).toEqual([120, 120, 200, 200, null]);
  expect(seedingWaitDays({ ...label, seedingWait: [] }, rateOf(0.4, 'oz/1000sqft'))).toBeNull();
});

test('a turf that is not on the label has no row', () => {
  expect(rateForTurf(label, { turf: 'tall fescue', mixedWith: null })).toBeDefined();
  expect(rateForTurf(label, { turf: 'bermudagrass', mixedWith: null })).toBeUndefined();
});

test('a mix takes the stricter of both: the higher minimum, the lower maximum; one that is not on the label bars it', () => {
  const rate = (oz: number) => rateOf(oz, 'oz/1000sqft');
  const both: Label = {
    ...label,
    rates: [row('tall fescue', rate(0.2), rate(0.8)), row('Kentucky bluegrass', rate(0.3), rate(0.6))],
  };
  const stricter = rateForTurf(both, { turf: 'tall fescue', mixedWith: 'Kentucky bluegrass' });
  expect([stricter?.low, stricter?.high]).toEqual([rate(0.3), rate(0.6)]);
  expect(rateForTurf(both, { turf: 'tall fescue', mixedWith: 'fine fescue' })).toBeUndefined();
});

test('of rows for several regions the strictest counts: which holds here is not known', () => {
  const rate = (oz: number) => rateOf(oz, 'oz/1000sqft');
  const regions: Label = {
    ...label,
    rates: [
      { ...row('tall fescue', rate(0.2), rate(0.8)), region: 'south' },
      { ...row('tall fescue', rate(0.3), rate(0.5)), region: 'north' },
    ],
  };
  const found = rateForTurf(regions, { turf: 'tall fescue', mixedWith: null });
  expect([found?.low, found?.high]).toEqual([rate(0.3), rate(0.5)]);
});

test('what counts as a herbicide: its kind, a group that acts, or a substance that is known to be one', () => {
  const of = (kind: Label['kind'], name: string, group: number | null) =>
    isHerbicide({ kind, ingredients: [{ ...label.ingredients[0]!, name, group }] });
  expect(isHerbicide({ kind: 'herbicide', ingredients: [] })).toBe(true);
  expect(isHerbicide({ kind: 'fertilizer', ingredients: [] })).toBe(false);
  expect([of('fertilizer', 'prodiamine', null), of('fertilizer', 'nobody knows it', 3)]).toEqual([
    true,
    true,
  ]);
  expect([of('fertilizer', 'nobody knows it', 0), of('fertilizer', 'nobody knows it', null)]).toEqual([
    false,
    false,
  ]);
});

test('nitrogen is carried by more than none', () => {
  const of = (n: number) => carriesNitrogen({ analysis: { n, p: 0, k: 0.07 } });
  expect([of(0), of(0.18), carriesNitrogen({ analysis: null })]).toEqual([false, true, false]);
});

test('a row that sets its own limits goes before the label, figure by figure', () => {
  const rate = (oz: number) => rateOf(oz, 'oz/1000sqft');
  const rows: Label = {
    ...label,
    mostApplications: 4,
    rates: [{ ...row('tall fescue', rate(0.2), rate(0.8)), yearLimit: rate(0.5), intervalDays: 90 }],
  };
  const limits = limitsFor(rows, { turf: 'tall fescue', mixedWith: null }, 'pre-emergent');
  expect(limits).toEqual({ yearLimit: rate(0.5), mostApplications: 4, intervalDays: 90 });
});

test('a mix takes what is stricter of every figure of its two rows', () => {
  const rate = (oz: number) => rateOf(oz, 'oz/1000sqft');
  const one = {
    ...row('tall fescue', rate(0.2), rate(0.8)),
    yearLimit: rate(1),
    mostApplications: 2,
    intervalDays: 30,
    months: 6,
    dormancy: 'any' as const,
  };
  const two = {
    ...row('zoysiagrass', rate(0.2), rate(0.8)),
    yearLimit: rate(0.6),
    mostApplications: 3,
    intervalDays: 60,
    months: 4,
    dormancy: 'dormant only' as const,
  };
  const at = (a: typeof one | typeof two, b: typeof one | typeof two) =>
    rateForTurf({ rates: [a, b] as Label['rates'] }, { turf: a.turf, mixedWith: b.turf });
  const strict = {
    yearLimit: rate(0.6),
    mostApplications: 2,
    intervalDays: 60,
    months: 4,
    dormancy: 'dormant only',
  };
  expect(at(one, two)).toMatchObject(strict);
  expect(at(two, one)).toMatchObject(strict);
  const open = { ...two, yearLimit: null, mostApplications: null, intervalDays: null, months: null };
  expect(at(one, open as never)).toMatchObject({
    yearLimit: rate(1),
    mostApplications: 2,
    intervalDays: 30,
    months: 6,
  });
});

test('the uses of a turf are those that have a row', () => {
  expect(usesOn(label, { turf: 'tall fescue', mixedWith: null })).toContain('pre-emergent');
  expect(usesOn(label, { turf: 'tall fescue', mixedWith: null })).not.toContain('post-emergent');
  expect(usesOn(label, { turf: 'bermudagrass', mixedWith: null })).toEqual([]);
});

test('a spot and a fall pre-emergent without rows of their own go by the broadcast and the spring row; other uses by none', () => {
  const rate = (oz: number) => rateOf(oz, 'oz/1000sqft');
  const of = (...uses: ('pre-emergent' | 'post-emergent')[]): Pick<Label, 'rates'> => ({
    rates: uses.map((use, i) => ({ ...row('tall fescue', rate(0.1), rate(0.2 + i)), use })),
  });
  const at = (l: Pick<Label, 'rates'>, use: Parameters<typeof rateForTurf>[2]) =>
    rateForTurf(l, { turf: 'tall fescue', mixedWith: null }, use)?.use;
  expect([at(of('post-emergent'), 'spot'), at(of('pre-emergent'), 'spot')]).toEqual([
    'post-emergent',
    undefined,
  ]);
  expect([
    at(of('pre-emergent'), 'autumn pre-emergent'),
    at(of('post-emergent'), 'autumn pre-emergent'),
  ]).toEqual(['pre-emergent', undefined]);
  expect([at(of('pre-emergent'), 'post-emergent'), at(of('post-emergent'), 'pre-emergent')]).toEqual([
    undefined,
    undefined,
  ]);
});
test('months by rate of a mix are those of the row that holds shorter', () => {
  const rate = (oz: number) => rateOf(oz, 'oz/1000sqft');
  const a = {
    ...row('tall fescue', rate(0.2), rate(0.8)),
    months: 6,
    monthsAt: [{ rate: rate(0.4), months: 4 }],
  };
  const b = {
    ...row('zoysiagrass', rate(0.2), rate(0.8)),
    months: 4,
    monthsAt: [{ rate: rate(0.4), months: 3 }],
  };
  const of = (x: typeof a, y: typeof a) =>
    rateForTurf({ rates: [x, y] }, { turf: x.turf, mixedWith: y.turf })!.monthsAt.map((m) => m.months);
  expect([of(a, b), of(b, a)]).toEqual([[3], [3]]);
  const unsaid = { ...b, months: null as unknown as number };
  expect([of(a, unsaid), of(unsaid, a)]).toEqual([[4], [3]]);
});
