/** Weeks and scores of several lawns put together. Figures by hand. */
import { dayOf, type Day } from '@/core/calendar/day';
import type { Celsius, Millimetres } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import type { Choice, Week } from './rehearsal';
import { roundOf, together } from './round';
import type { Score } from './score';

const on = (date: number) => dayOf(2014, 4, date);
const rate = rateOf(0.5, 'oz/1000sqft');
const choice = (productId: string, days: Choice['days'], against: Choice['against'] = []): Choice => ({
  productId,
  use: 'pre-emergent',
  rate,
  days,
  against,
});
const early = (gate: 'soil-line' | 'wind', state: 'ajar' | 'shut'): Choice['against'][number] => ({
  gate,
  state,
  reason: { code: 'not-known', source: 'outlook', missing: 'outlook' },
});
const week = (soil: number, crossed: Day | null, dates: Week['dates'], choices: Choice[]): Week => ({
  from: on(7),
  soil: soil as Celsius,
  rain: 12 as Millimetres,
  crossed,
  dates,
  choices,
});
const none = { p10: null, p50: null, p90: null };

test('a day is counted lawn by lawn, and what holds most lawns is told first', () => {
  const round = roundOf([
    week(10, null, none, [choice('a', ['shut', 'open'], [early('wind', 'shut')])]),
    week(12, null, none, [
      choice('a', ['ajar', 'open'], [early('soil-line', 'ajar')]),
      choice('b', ['open', 'open']),
    ]),
    week(11, null, none, [choice('a', ['open', 'shut'], [early('soil-line', 'ajar')])]),
  ]);
  expect(round).toMatchObject({ lawns: 3, soil: [10, 12], rain: 12, crossed: null });
  const [a, b] = round.choices;
  expect(a).toMatchObject({
    productId: 'a',
    lawns: 3,
    days: [
      { open: 1, ajar: 1, shut: 1 },
      { open: 2, ajar: 0, shut: 1 },
    ],
  });
  expect(a!.against.map((x) => [x.gate, x.lawns])).toEqual([
    ['soil-line', 2],
    ['wind', 1],
  ]);
  expect(b).toMatchObject({ productId: 'b', lawns: 1 });
});

test('the line: first lawn, middle lawn, last lawn; one that never reaches it is the last', () => {
  const odds = (p10: number, p50: number, p90: number | null) => ({
    p10: on(p10),
    p50: on(p50),
    p90: p90 === null ? null : on(p90),
  });
  const round = roundOf([
    week(10, on(3), odds(9, 14, 20), []),
    week(10, null, odds(2, 16, null), []),
    week(10, on(5), odds(4, 12, 25), []),
  ]);
  expect(round.dates).toEqual({ p10: on(2), p50: on(14), p90: null });
  expect(round.crossed).toEqual({ first: on(3), last: on(5), lawns: 2 });
  expect(() => roundOf([])).toThrow(RangeError);
});

test('scores: holds are a mean, money and visits a sum, limits and seed the worst', () => {
  const score = (over: Partial<Score>): Score => ({
    hold: 0.5,
    targets: [{ weed: 'goosegrass', hold: 0.5 }],
    limit: 0.4,
    seedLate: 0,
    cost: 3,
    visits: 1,
    ...over,
  });
  const all = together([
    score({}),
    score({ hold: 0.9, targets: [{ weed: 'goosegrass', hold: 0.9 }], limit: 0.8, visits: 2 }),
    score({ hold: null, targets: [], seedLate: 21 }),
  ]);
  expect(all.hold).toBeCloseTo(0.7, 12);
  expect(all.targets.map((t) => [t.weed, t.hold.toFixed(6)])).toEqual([['goosegrass', '0.700000']]);
  expect(all).toMatchObject({ limit: 0.8, seedLate: 21, cost: 9, visits: 4 });
  expect(together([score({}), score({ cost: null })]).cost).toBeNull();
});
