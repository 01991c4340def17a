/** Questions where two products, two names, two seedings or two grounds meet. Right answers: common practice and the rule of each label, no source. */
import { addDays, dayOf, dayOfYear, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { Outlook } from '@/core/ground/outlook';
import type { Label } from '@/core/products/label';
import { rateOf } from '@/core/units/rate';
import { entryOf } from '@/core/records/ledger';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { isWithoutLeaf, leafAgain } from '@/core/weeds/leaf-seasons';
import type { Weed } from '@/core/weeds/weeds';
import {
  context,
  entry,
  label,
  leafLabel,
  leafProduct,
  outlook,
  product,
  row,
  today,
  zone,
} from '../../../tests/support/gate-context';
import { soilAt } from '../../../tests/support/ask';
import { usualCeilings } from '../../../tests/support/planning';
import { airTemperature } from './air-temperature';
import { gatesFor } from './all';
import type { Gate, GateContext } from './gate';
import { growthStage } from './growth-stage';
import { houseCeiling } from './house-ceiling';
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

describe('what prunes roots on tender turf', () => {
  const lb = (x: number) => rateOf(x, 'lb/acre').rate as KilogramsPerHectare;
  const CENTIPEDE = { turf: 'centipedegrass', ingredient: null, most: lb(0.33) } as const;
  /** A product that is all a.i., so that a rate in lb/acre is lb a.i./acre. */
  const pure = (name: string, group: number | null = 3, over: Partial<Label> = {}): Label => ({
    ...label,
    id: name,
    name,
    rates: [row('centipedegrass', rateOf(0.01, 'lb/acre'), rateOf(9, 'lb/acre'))],
    yearLimit: null,
    ingredients: [{ ...label.ingredients[0]!, name, group, content: { in: 'weight', share: 1 } }],
    ...over,
  });
  const dose = (l: Label, pounds: number) => ({ ...product, label: l, rate: rateOf(pounds, 'lb/acre') });
  const had = (l: Label, pounds: number, ago: number, status: 'done' | 'planned' = 'done') =>
    entryOf(l, rateOf(pounds, 'lb/acre'), {
      id: `${l.id}${ago}`,
      day: addDays(today, -ago),
      status,
      share: 1,
      ground: null,
    });
  const asked = (
    now: GateContext['product'],
    {
      ledger = [],
      beside = [],
      turf = 'centipedegrass',
      ceilings = [CENTIPEDE],
    }: Partial<{
      ledger: GateContext['ledger'];
      beside: GateContext['beside'];
      turf: GateContext['zone']['turf'];
      ceilings: GateContext['rules']['ceilings'];
    }> = {},
  ) =>
    said(houseCeiling, {
      product: now,
      ledger,
      beside,
      zone: { ...zone, turf },
      rules: { ...context().rules, ceilings },
    });
  const prodiamine = pure('prodiamine');
  const dithiopyr = pure('dithiopyr');
  // common practice, no source: 0.33 lb prodiamine an acre and year; equivalents are recalled
  test.each([
    ['prodiamine at 0.54 lb (0.83 oz of the 65 %)', 1.47, prodiamine, 'shut over-ceiling'],
    ['prodiamine at 0.325 lb', 0.325, prodiamine, 'open within-ceiling'],
    ['prodiamine at 0.34 lb', 0.34, prodiamine, 'shut over-ceiling'],
    ['dithiopyr at 0.2 lb, as 0.3 of prodiamine', 0.2, dithiopyr, 'open within-ceiling'],
    ['dithiopyr at 0.25 lb, as 0.375', 0.25, dithiopyr, 'shut over-ceiling'],
    ['pendimethalin at 1 lb, as 0.25', 1, pure('pendimethalin'), 'open within-ceiling'],
    ['pendimethalin at 1.5 lb, as 0.375', 1.5, pure('pendimethalin'), 'shut over-ceiling'],
    ['oryzalin at 2 lb, as 0.5', 2, pure('oryzalin'), 'shut over-ceiling'],
    ['pronamide, of the group and known to spare roots', 1, pure('pronamide'), 'open no-ceiling'],
    ['isoxaben, another site of action', 1, pure('isoxaben', 29), 'open no-ceiling'],
    ['oxadiazon, which prunes none', 3, pure('oxadiazon', 14), 'open no-ceiling'],
    ['a substance of group 3 that nobody knows', 0.1, pure('novel', 3), 'ajar not-known'],
    ['a substance of another group that nobody knows', 0.1, pure('novel', 9), 'open no-ceiling'],
  ] as const)('%s', (_, pounds, l, answer) => {
    expect(asked(dose(l, pounds))).toBe(answer);
  });
  test('two of the site of action are one load: before, beside and planned; after a year it is over', () => {
    const now = dose(prodiamine, 0.2);
    expect(asked(now, { ledger: [had(dithiopyr, 0.1, 100)] })).toBe('shut over-ceiling');
    expect(asked(now, { ledger: [had(dithiopyr, 0.08, 100)] })).toBe('open within-ceiling');
    expect(asked(now, { ledger: [had(dithiopyr, 0.1, 366)] })).toBe('open within-ceiling');
    expect(asked(now, { ledger: [had(dithiopyr, 0.1, -60, 'planned')] })).toBe('shut over-ceiling');
    expect(asked(now, { beside: [{ ...dose(dithiopyr, 0.1), position: 2 }] })).toBe('shut over-ceiling');
    expect(asked(now, { ledger: [had(pure('oxadiazon', 14), 3, 100)] })).toBe('open within-ceiling');
  });
  test('other turf has none; of a mix the tender grass counts; one ingredient can have its own besides', () => {
    expect(asked(dose(prodiamine, 0.6), { turf: 'tall fescue' })).toBe('open no-ceiling');
    const own = { turf: 'centipedegrass', ingredient: 'prodiamine', most: lb(0.2) } as const;
    expect(asked(dose(prodiamine, 0.25), { ceilings: [CENTIPEDE, own] })).toBe('shut over-ceiling');
    expect(asked(dose(dithiopyr, 0.2), { ceilings: [CENTIPEDE, own] })).toBe('open within-ceiling');
    expect(asked(dose(prodiamine, 0.4), { ceilings: usualCeilings, turf: 'St. Augustinegrass' })).toBe(
      'shut over-ceiling',
    );
    expect(asked(dose(prodiamine, 0.4), { ceilings: usualCeilings, turf: 'bermudagrass' })).toBe(
      'open no-ceiling',
    );
  });
});

describe('a drought that was seen', () => {
  /** So many mm of rain on each of these days from today, else none; 20 °C in the shade, so that some 3 mm a day go. */
  const rained = (mm: Readonly<Record<number, number>>): Partial<GateContext> => {
    const of = (from: number, days: number) => {
      const hours = Array.from({ length: days * 24 }, (_, h) => [from + Math.floor(h / 24), h % 24] as const);
      return Float64Array.from(hours, ([day, hour]) => (hour >= 4 && hour < 8 ? (mm[day] ?? 0) / 4 : 0));
    };
    const base = context();
    const air = (days: number) =>
      Float64Array.from({ length: days * 24 }, (_, h) => 20 - 5 * Math.cos(h / 3.82));
    const [recent, forecast] = [base.recent!, base.forecast!];
    const days = 40;
    return {
      recent: {
        ...recent,
        from: addDays(today, -days),
        air: air(days),
        rain: of(-days, days),
        wind: air(days),
      },
      forecast: {
        ...forecast,
        from: today,
        rain: of(0, 10),
        air: air(10),
        wind: air(10),
        rainChance: air(10),
      },
    };
  };
  const asked = (
    ago: number,
    mm: Readonly<Record<number, number>>,
    on = 0,
    over: Partial<GateContext> = {},
  ) =>
    said(
      turfState,
      {
        product: leafProduct,
        seen: { ...context().seen, stress: { kind: 'drought', on: addDays(today, -ago) } },
        ...rained(mm),
        ...over,
      },
      addDays(today, on),
    );
  test.each([
    ['15 days ago, not a drop since', 15, {}, 0, 'shut turf-stressed'],
    ['30 days ago, not a drop since', 30, {}, 0, 'shut turf-stressed'],
    ['15 days ago, 4 mm since', 15, { [-3]: 4 }, 0, 'shut turf-stressed'],
    ['15 days ago, an inch the day before yesterday', 15, { [-2]: 25 }, 0, 'open turf-state-irrelevant'],
    ['15 days ago, an inch before it was seen', 15, { [-17]: 25 }, 0, 'shut turf-stressed'],
    ['three days ago, an inch yesterday', 3, { [-1]: 25 }, 0, 'open turf-state-irrelevant'],
    ['today, an inch forecast in four days: before it', 0, { 4: 25 }, 3, 'shut turf-stressed'],
    ['today, an inch forecast in four days: after it', 0, { 4: 25 }, 5, 'open turf-state-irrelevant'],
    ['today, in three weeks: no forecast reaches so far', 0, {}, 21, 'ajar drought-may-last'],
    ['today, and two inches today: tomorrow is another day', 0, { 0: 50 }, 1, 'open turf-state-irrelevant'],
    ['today, and two inches today: not yet on the day itself', 0, { 0: 50 }, 0, 'shut turf-stressed'],
  ] as const)('%s: %s', (_, ago, mm, on, answer) => {
    expect(asked(ago, mm, on)).toBe(answer);
  });
  test('warm-season turf draws deeper before it is in trouble: less rain ends its drought', () => {
    const warm = { zone: { ...zone, turf: 'bermudagrass' as const }, outlook: soilAt(25) };
    const amounts = Array.from({ length: 12 }, (_, i) => 10 + i);
    const ended = (over: Partial<GateContext>) =>
      amounts.filter((mm) => !asked(15, { [-1]: mm }, 0, over).startsWith('shut turf-stressed'));
    expect(ended(warm).length).toBeGreaterThan(ended({}).length);
    expect(ended(warm)).toEqual(expect.arrayContaining(ended({})));
  });
  test('ends when somebody says so; without weather on file it is not known after two weeks', () => {
    expect(asked(15, {}, 0, { seen: { ...context().seen, stress: { kind: 'none', on: today } } })).toBe(
      'open turf-state-irrelevant',
    );
    expect(asked(15, {}, 0, { recent: null })).toBe('ajar drought-may-last');
    expect(asked(10, {}, 0, { recent: null })).toBe('shut turf-stressed');
  });
});

describe('a perennial and its year', () => {
  const day = (month: number, date: number, year = 2027) => dayOf(year, month, date);
  /** A soil of one wave: coldest on 25 January, warmest on 24 July, °C. */
  const wave = (coldest: number, warmest: number): Outlook => {
    const soil = (d: Day) =>
      (warmest + coldest) / 2 -
      ((warmest - coldest) / 2) * Math.cos((2 * Math.PI * (dayOfYear(d) - 25)) / 365);
    const from = day(1, 1, 2026);
    const at = (n: number, first: Day) => Array.from({ length: n }, (_, i) => soil(addDays(first, i)));
    return {
      ...outlook({ p10: null, p50: null, p90: null }),
      from,
      today,
      begins: day(1, 25),
      observed: at(today - from, from),
      band: { p10: [], p50: at(400, today), p90: [] },
    };
  };
  const north = wave(0, 26);
  const coast = wave(14, 28);
  const asked = (weed: Weed, look: Day | null, on: Day, o: Outlook | null = north): string => {
    const l = { ...leafLabel, after: [{ weed, upTo: 'mature' as const }] };
    const c = context({
      product: { ...leafProduct, label: l, targets: [weed] },
      outlook: o,
      seen: { ...context().seen, stages: look === null ? [] : [{ weed, stage: 'mature', on: look }] },
    });
    const { verdict } = spanAt(growthStage.spans(c, { from: on, to: addDays(on, 1) }), on)!;
    return `${verdict.state} ${verdict.reason.code}`;
  };
  // which weeds have no leaf in which season: from memory
  test.each([
    ['yellow-nutsedge', day(8, 20, 2026), day(1, 20), 'shut target-not-up'],
    ['purple-nutsedge', day(8, 20, 2026), day(1, 20), 'shut target-not-up'],
    ['green-kyllinga', day(8, 20, 2026), day(2, 20), 'shut target-not-up'],
    ['dallisgrass', day(9, 1, 2026), day(1, 15), 'shut target-not-up'],
    ['nimblewill', day(9, 1, 2026), day(12, 28), 'shut target-not-up'],
    ['virginia-buttonweed', day(9, 1, 2026), day(1, 15), 'shut target-not-up'],
    ['wild-violet', day(9, 1, 2026), day(1, 15), 'shut target-not-up'],
    ['wild-garlic', day(3, 1), day(7, 15), 'shut target-not-up'],
    ['florida-betony', day(3, 1), day(7, 15), 'shut target-not-up'],
    // nobody has looked, and the season says it all the same
    ['yellow-nutsedge', null, day(1, 20), 'shut target-not-up'],
    // in leaf, and nobody has looked for too long
    ['yellow-nutsedge', day(8, 20, 2026), day(6, 10), 'ajar not-known'],
    ['wild-garlic', day(3, 1), day(11, 20), 'ajar not-known'],
    ['dandelion', day(3, 18, 2026), day(3, 18), 'ajar not-known'],
    ['dandelion', day(4, 10, 2025), day(3, 18), 'ajar not-known'],
    ['white-clover', day(11, 1, 2026), day(3, 18), 'ajar not-known'],
    // in leaf, and looked at
    ['yellow-nutsedge', day(6, 1), day(6, 20), 'open stage-controlled'],
    ['wild-garlic', day(11, 1), day(12, 20), 'open stage-controlled'],
    ['dandelion', day(1, 10), day(3, 18), 'open stage-controlled'],
    // what was just seen goes before the season
    ['yellow-nutsedge', day(1, 10), day(1, 20), 'open stage-controlled'],
    ['wild-garlic', day(7, 5), day(7, 15), 'open stage-controlled'],
    // looked at before the leaf went
    ['yellow-nutsedge', day(11, 10), day(1, 10, 2028), 'shut target-not-up'],
  ] as const)('%s, seen on %i, asked on %i: %s', (weed, look, on, answer) => {
    expect(asked(weed, look, on)).toBe(answer);
  });
  test('where the soil stays warm it keeps its leaf; without an outlook the hemisphere’s winter is asked', () => {
    expect(asked('dallisgrass', day(11, 20, 2026), day(1, 20), coast)).toBe('open stage-controlled');
    expect(asked('dallisgrass', null, day(1, 20), null)).toBe('shut target-not-up');
    expect(asked('dallisgrass', day(5, 20), day(7, 1), null)).toBe('open stage-controlled');
  });
  test('it says from when it has leaf again', () => {
    const c = context({
      product: {
        ...leafProduct,
        label: { ...leafLabel, after: [{ weed: 'yellow-nutsedge', upTo: 'mature' }] },
        targets: ['yellow-nutsedge'],
      },
      outlook: north,
    });
    const { reason } = spanAt(
      growthStage.spans(c, { from: day(1, 20), to: day(1, 21) }),
      day(1, 20),
    )!.verdict;
    expect(reason.code === 'target-not-up' && reason.from! > day(4, 1) && reason.from! < day(5, 5)).toBe(
      true,
    );
  });
});

describe('the edges of a season and of a drought', () => {
  const at = { outlook: null, latitude: 40 };
  test('the last day of winter has no leaf, the day after it has', () => {
    // the hemisphere's coldest day is 25 January; fifty days on either side
    expect(isWithoutLeaf('dallisgrass', at, dayOf(2027, 3, 16))).toBe(true);
    expect(isWithoutLeaf('dallisgrass', at, dayOf(2027, 3, 17))).toBe(false);
    expect(isWithoutLeaf('dallisgrass', at, dayOf(2026, 12, 6))).toBe(true);
    expect(isWithoutLeaf('dallisgrass', at, dayOf(2026, 12, 5))).toBe(false);
    expect(leafAgain('dallisgrass', at, dayOf(2027, 2, 1))).toBe(dayOf(2027, 3, 17));
    expect(leafAgain('dandelion', at, today)).toBe(today);
  });
  test('at the very temperature it still has leaf', () => {
    const soil = (t: number) => isWithoutLeaf('dallisgrass', { outlook: soilAt(t), latitude: 40 }, today);
    expect([soil(9.9), soil(10), soil(10.1)]).toEqual([true, false, false]);
  });
});
