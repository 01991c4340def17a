/** Questions where two products, two names, two seedings or two grounds meet. Right answers: common practice and the rule of each label, no source. */
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { Label } from '@/core/products/label';
import { rateOf } from '@/core/units/rate';
import { entryOf } from '@/core/records/ledger';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { context, entry, label, product, row, today, zone } from '../../../tests/support/gate-context';
import { soilAt } from '../../../tests/support/ask';
import { airTemperature } from './air-temperature';
import { gatesFor } from './all';
import type { Gate, GateContext } from './gate';
import { labelRate } from './label-rate';
import { nitrogen } from './nitrogen';
import { partner } from './partner';
import { registration } from './registration';
import { seedingAhead } from './seeding-ahead';
import { turfState } from './turf-state';
import { yearLimit } from './year-limit';

const oz = (x: number) => rateOf(x, 'oz/1000sqft');
const said = (gate: Gate, over: Partial<GateContext>, day: Day = today): string => {
  const { verdict } = spanAt(gate.spans(context(over), { from: today, to: addDays(today, 40) }), day)!;
  return `${verdict.state} ${verdict.reason.code}`;
};
const holding = (name: string, over: Partial<Label> = {}): Label => ({
  ...label,
  ingredients: [{ ...label.ingredients[0]!, name, yearLimit: 1.5 as KilogramsPerHectare }],
  ...over,
});
const of = (l: Label, ounces = 0.4): Partial<GateContext> => ({
  product: { ...product, label: l, rate: oz(ounces) },
});

describe('one substance under two of its names', () => {
  // 0.8 oz of a half is 1.22 kg a.i./ha; the limit is 1.5
  test.each([
    ['2,4-D', 'dimethylamine salt of 2,4-dichlorophenoxyacetic acid'],
    ['2,4-D', '2, 4-D'],
    ['2,4-D', '2,4-D TIPA salt'],
    ['prodiamine', 'prodiamine*'],
    ['dicamba', '3,6-dichloro-o-anisic acid'],
    ['MCPA', '2-methyl-4-chlorophenoxyacetic acid'],
    ['triclopyr', '3,5,6-trichloro-2-pyridinyloxyacetic acid'],
    ['halosulfuron-methyl', 'halosulfuron'],
    ['carfentrazone-ethyl', 'carfentrazone'],
    ['metsulfuron-methyl', 'metsulfuron'],
    ['fenoxaprop-P-ethyl', 'fenoxaprop'],
    ['propyzamide', 'pronamide'],
    ['benfluralin', 'benefin'],
    ['iron HEDTA', 'FeHEDTA'],
  ])('%s and %s: one year, one interval, one visit', (name, other) => {
    const before = entry(addDays(today, -20), 0.8, {
      label: holding(other, { id: 'other' }),
      intervalDays: 60,
    });
    expect(said(yearLimit, { ...of(holding(name)), ledger: [before] })).toBe('shut over-ingredient-limit');
    const beside = {
      ...product,
      position: 2,
      label: holding(other, { id: 'other', name: 'Other' }),
      rate: oz(0.6),
    };
    expect(said(labelRate, { ...of(holding(name), 0.6), beside: [beside] })).toBe('shut over-at-once');
    expect(said(partner, { ...of(holding(name)), beside: [beside] })).toBe('ajar same-ingredient');
  });
  test('two substances have a year each', () => {
    const before = entry(addDays(today, -20), 0.8, { label: holding('dithiopyr', { id: 'other' }) });
    expect(said(yearLimit, { ...of(holding('prodiamine')), ledger: [before] })).toBe(
      'open within-year-limit',
    );
  });
});

describe('a limit that a label sets for this turf', () => {
  const most = { ...row('tall fescue', oz(0.2), oz(0.8)), yearLimit: oz(0.5) };
  const tender = holding('prodiamine', { id: 'tender', rates: [most] });
  test('holds for other products of the same substance too: of what lies there, and of what goes down beside it', () => {
    const at = {
      id: 'x',
      day: addDays(today, -30),
      status: 'done',
      share: 1,
      ground: null,
      most: oz(0.5),
    } as const;
    const lies = entryOf(tender, oz(0.5), at);
    expect(said(yearLimit, { ...of(holding('prodiamine'), 0.2), ledger: [lies] })).toBe(
      'shut over-ingredient-limit',
    );
    const beside = { ...product, position: 2, label: tender, rate: oz(0.4) };
    expect(said(yearLimit, { ...of(holding('prodiamine'), 0.2), beside: [beside] })).toBe(
      'shut over-ingredient-limit',
    );
  });
});

describe('seed', () => {
  const seedings = (...on: number[]) => on.map((d) => ({ on: addDays(today, d), kind: 'seed' as const }));
  const withSeed = (on: number[], seededOn: number | null = null): Partial<GateContext> => ({
    zone: { ...zone, seedings: seedings(...on) },
    seen: { ...context().seen, seededOn: seededOn === null ? null : addDays(today, seededOn) },
  });
  test('waits for all of a substance, from whichever bags: before, beside and planned', () => {
    const other = holding('alpha', { id: 'other', name: 'Other' });
    const ledger = [entry(addDays(today, -50), 0.4, { label: other })];
    expect(said(seedingAhead, withSeed([170]))).toBe('open clear-by-seeding');
    expect(said(seedingAhead, { ...withSeed([170]), ledger })).toBe('shut blocks-seeding');
    const beside = [{ ...product, position: 2, label: other, rate: oz(0.4) }];
    expect(said(seedingAhead, { ...withSeed([170]), beside })).toBe('shut blocks-seeding');
    const planned = [entry(addDays(today, 1), 0.4, { label: other, status: 'planned' })];
    expect(said(seedingAhead, { ...withSeed([170]), ledger: planned }, addDays(today, 2))).toBe(
      'shut blocks-seeding',
    );
  });
  test('a note that seed went down answers the nearest seeding, and not the next one', () => {
    // sown two days ago as planned for yesterday; a second time in 20 days
    expect(said(seedingAhead, withSeed([-1], -2))).toBe('open no-seeding');
    expect(said(seedingAhead, withSeed([-1, 20], -2), addDays(today, 25))).toBe('shut not-known');
    expect(said(seedingAhead, withSeed([-1, 20], -2), today)).toBe('shut blocks-seeding');
  });
});

test('a fertilizer with a herbicide in it is asked what herbicides are asked', () => {
  const feed: Label = { ...label, kind: 'fertilizer' };
  expect(gatesFor(feed)).toEqual(gatesFor(label));
  expect(gatesFor({ ...feed, ingredients: [] }).length).toBeLessThan(gatesFor(label).length);
  const named = { ...label.ingredients[0]!, name: 'dithiopyr', group: null };
  expect(gatesFor({ ...feed, ingredients: [named] })).toEqual(gatesFor(label));
});

test('a granule that works through the leaf minds half-green turf, stress and heat as a spray does', () => {
  const granule: Label = { ...label, formulation: 'G', onLeaf: true, inSoil: false };
  const soil: Label = { ...granule, onLeaf: false, inSoil: true };
  const asked = (l: Label) => ({
    ...of(l),
    product: { ...product, label: l, use: 'post-emergent' as const },
  });
  const stress = { on: addDays(today, -2), kind: 'drought' as const };
  const seen = { ...context().seen, stress };
  expect(said(turfState, { ...asked(granule), seen })).toBe('shut turf-stressed');
  expect(said(turfState, { ...asked(soil), seen })).not.toBe('shut turf-stressed');
  const hot = context().forecast!;
  const at96 = { ...hot, air: hot.air.map(() => 35.5) } as typeof hot;
  expect(said(airTemperature, { ...asked(granule), forecast: at96 })).toBe('shut air-too-warm');
  expect(said(airTemperature, { ...asked(soil), forecast: at96 })).not.toBe('shut air-too-warm');
});

test('nitrogen of two bags in one visit is one feeding', () => {
  const feed = (id: string): Label => ({
    ...label,
    id,
    kind: 'fertilizer',
    ingredients: [],
    analysis: { n: 0.2, p: 0, k: 0 },
  });
  // each 0.6 lb N/1,000 sq ft, at most 1.0 at once
  const one = { ...product, label: feed('a'), rate: rateOf(3, 'lb/1000sqft') };
  const cold = { outlook: soilAt(12) };
  expect(said(nitrogen, { ...cold, product: one })).not.toBe('shut too-much-nitrogen-at-once');
  const two = { ...one, position: 2, label: feed('b') };
  expect(said(nitrogen, { ...cold, product: one, beside: [two] })).toBe('shut too-much-nitrogen-at-once');
});

test('a spot is the same ground however its name is typed', () => {
  const spots = (ground: string) => ({ on: 'spots' as const, area: (zone.area / 10) as never, ground });
  const asked = (typed: string) => ({
    ledger: [
      entryOf(label, oz(1.4), {
        id: 'x',
        day: addDays(today, -20),
        status: 'done',
        share: 0.1,
        ground: typed,
      }),
    ],
    product: { ...product, rate: oz(0.4), place: spots('back fence') },
  });
  // 1.4 and 0.4 oz on the same spots, of 1.5 a year
  for (const typed of ['back fence', 'Back fence ', ' BACK  FENCE'])
    expect([typed, said(yearLimit, asked(typed))]).toEqual([typed, said(yearLimit, asked('back fence'))]);
  expect(said(yearLimit, asked('back fence'))).not.toBe(said(yearLimit, asked('front')));
});

test.each([
  ['IL', ['Illinois'], 'open registered-here'],
  ['Illinois', ['IL'], 'open registered-here'],
  ['illinois ', ['il'], 'open registered-here'],
  ['IL', ['Indiana', 'IA'], 'shut not-registered-here'],
])('a lawn in %s and a label of %j: %s', (state, registeredIn, right) => {
  expect(
    said(registration, {
      zone: { ...zone, state },
      product: { ...product, label: { ...label, registeredIn } },
    }),
  ).toBe(right);
});
