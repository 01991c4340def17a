/**
 * Questions with their right answers about what a sheet says and does not say: sites, fruit, seed, figures that nobody has
 * typed. "Label" is what such labels say, "practice" is common practice without a source; both from memory.
 */
import { addDays } from '@/core/calendar/day';
import { rateOf } from '@/core/units/rate';
import { metres, squareMetres } from '@/core/units/quantity';
import { spacingFor } from '@/core/products/sequence';
import {
  putToApi,
  ask,
  atHour,
  barrier,
  leaf,
  onDay,
  oz,
  seen,
  soilAt,
  weather,
} from '../../../tests/support/ask';
import { entry, label, leafLabel, secondOf, today, zone } from '../../../tests/support/gate-context';
import { airTemperature } from './air-temperature';
import { applicationCount } from './application-count';
import { interval } from './interval';
import { labelRate } from './label-rate';
import { nitrogen } from './nitrogen';
import { resistance } from './resistance';
import { turfState } from './turf-state';
import { mowing } from './mowing';
import { rainFree } from './rain-free';
import { seedingAhead } from './seeding-ahead';
import { seedingBehind } from './seeding-behind';
import { setback } from './setback';
import { site } from './site';
import { wateringIn } from './watering-in';
import { wind } from './wind';
import { wish } from './wish';
import { yearLimit } from './year-limit';

const on = (grounds: typeof zone.grounds) => ({ zone: { ...zone, grounds } });
const golfAndSod = barrier({ sites: ['golf course', 'sod farm'] });
// label: some products are for golf courses and sod farms alone
ask('sites', [
  [
    'golf and sod only, on a home lawn',
    'shut bolt site-not-on-label',
    () => onDay(site, { ...golfAndSod, ...on('home lawn') }),
  ],
  [
    'the same on a golf course',
    'open site-on-label',
    () => onDay(site, { ...golfAndSod, ...on('golf course') }),
  ],
  [
    'the same where nobody has said what the ground is',
    'shut bolt not-known',
    () => onDay(site, { ...golfAndSod, ...on(null) }),
  ],
  [
    'nobody has typed the sites',
    'ajar not-known',
    () => onDay(site, { ...barrier({ none: [] }), ...on('home lawn') }),
  ],
  ['the label sets none', 'open any-site', () => onDay(site, { ...barrier({}), ...on(null) })],
]);

// a customer's wish is no law: a latch
ask('wishes', [
  [
    'organic only, a synthetic',
    'shut latch organic-only',
    () => onDay(wish, { ...barrier({}), zone: { ...zone, organicOnly: true } }),
  ],
  [
    'organic only, corn gluten meal',
    'open no-wish',
    () =>
      onDay(wish, {
        ...barrier({ ingredients: [{ ...label.ingredients[0]!, name: 'Corn Gluten Meal' }] }),
        zone: { ...zone, organicOnly: true },
      }),
  ],
  [
    'opted out of something',
    'ajar opted-out',
    () => onDay(wish, { ...barrier({}), zone: { ...zone, optOut: 'granules' } }),
  ],
  ['no wish', 'open no-wish', () => onDay(wish, {})],
]);

const fruit = { zone: { ...zone, fruit: true } };
ask('fruit', [
  [
    'not where fruit is grown, an apple in it',
    'shut bolt fruit-here',
    () => onDay(setback, { ...barrier({ keepsFromFruit: true }), ...fruit }),
  ],
  [
    'nobody has typed it, an apple in it',
    'shut bolt not-known',
    () => onDay(setback, { ...barrier({ keepsFromFruit: null }), ...fruit }),
  ],
  ['allowed there', 'open no-setback', () => onDay(setback, { ...barrier({}), ...fruit })],
  [
    'not where fruit is grown, none in it',
    'open no-setback',
    () => onDay(setback, barrier({ keepsFromFruit: true })),
  ],
]);

// "at or before seeding, or four weeks after emergence" (label, of the mesotrione type)
const around = {
  seedingWait: [{ upTo: oz(0.8), days: 0 }],
  seedlings: { weeks: 4, mowings: null, since: 'emergence' as const },
};
const sown = (daysAgo: number, turf: typeof zone.turf = 'tall fescue') => ({
  ...barrier(around),
  zone: { ...zone, turf },
  ...seen({ seededOn: addDays(today, -daysAgo) }),
});
ask('before or at seeding, or weeks after emergence', [
  [
    'the day before seeding',
    'open clear-by-seeding',
    () =>
      onDay(seedingAhead, {
        ...barrier(around),
        zone: { ...zone, seedings: [{ on: addDays(today, 1), kind: 'seed' }] },
      }),
  ],
  [
    'the day of seeding',
    'open clear-by-seeding',
    () =>
      onDay(seedingAhead, { ...barrier(around), zone: { ...zone, seedings: [{ on: today, kind: 'seed' }] } }),
  ],
  [
    'the day after, nobody has said it is sown',
    'shut bolt not-known',
    () =>
      onDay(seedingAhead, {
        ...barrier(around),
        zone: { ...zone, seedings: [{ on: addDays(today, -1), kind: 'seed' }] },
      }),
  ],
  ['sown today', 'open not-seeded', () => onDay(seedingBehind, sown(0))],
  ['9 days after sowing', 'shut bolt seedlings-too-young', () => onDay(seedingBehind, sown(9))],
  ['20 days after sowing', 'shut bolt seedlings-too-young', () => onDay(seedingBehind, sown(20))],
  [
    'tall fescue 42 days after sowing: 14 to come up, 28 since',
    'open seedlings-old-enough',
    () => onDay(seedingBehind, sown(42)),
  ],
  [
    'bluegrass 42 days after sowing: it came up late',
    'shut bolt seedlings-too-young',
    () => onDay(seedingBehind, sown(42, 'Kentucky bluegrass')),
  ],
  [
    'weeks that count from sowing',
    'open seedlings-old-enough',
    () =>
      onDay(seedingBehind, {
        ...barrier({ seedlings: { weeks: 4, mowings: null, since: 'sown' } }),
        ...seen({ seededOn: addDays(today, -28) }),
      }),
  ],
  [
    'a mix counts by its slower grass',
    'shut bolt seedlings-too-young',
    () =>
      onDay(seedingBehind, {
        ...sown(42, 'perennial ryegrass'),
        zone: { ...zone, turf: 'perennial ryegrass', mixedWith: 'Kentucky bluegrass' },
      }),
  ],
]);

// "not typed" is not "the label sets none"
const nothing = { none: [] } as const;
const clear = { forecast: weather({ air: () => 20 }) };
ask('a figure that nobody has typed holds its gate; none by the label opens it', [
  ['number of applications', 'ajar not-known', () => onDay(applicationCount, barrier(nothing))],
  ['… none', 'open no-count-limit', () => onDay(applicationCount, barrier({}))],
  [
    'days between, the same product 20 days ago',
    'ajar not-known',
    () =>
      onDay(interval, {
        ...barrier({ ...nothing, minimumIntervalDays: null }),
        ledger: [entry(addDays(today, -20), 0.2, { intervalDays: 0 })],
      }),
  ],
  [
    '… nothing before or after',
    'open nothing-before',
    () => onDay(interval, barrier({ ...nothing, minimumIntervalDays: null })),
  ],
  [
    '… planned again in 20 days',
    'ajar not-known',
    () =>
      onDay(interval, {
        ...barrier({ ...nothing, minimumIntervalDays: null }),
        ledger: [{ ...entry(addDays(today, 20), 0.2, { intervalDays: 0 }), status: 'planned' }],
      }),
  ],
  [
    '… none, 20 days ago',
    'open interval-passed',
    () =>
      onDay(interval, {
        ...barrier({ minimumIntervalDays: null }),
        ledger: [entry(addDays(today, -20), 0.2, { intervalDays: 0 })],
      }),
  ],
  [
    '… typed for the part before, which is planned',
    'ajar before-spacing',
    () => onDay(interval, barrier({}, { tie: secondOf(addDays(today, -20), false) })),
  ],
  ['most in a year', 'shut bolt not-known', () => onDay(yearLimit, barrier({ ...nothing, yearLimit: null }))],
  ['… none', 'open no-year-limit', () => onDay(yearLimit, barrier({ yearLimit: null }))],
  ['wind', 'ajar not-known', () => onDay(wind, { ...leaf(nothing), ...clear })],
  ['… none: the house\u2019s alone', 'open calm', () => onDay(wind, { ...leaf({}), ...clear })],
  [
    '… not typed, and above the house\u2019s',
    'shut latch windy',
    () => onDay(wind, { ...leaf(nothing), forecast: weather({ mph: 12 }) }),
  ],
  [
    'air, of what works through the leaf',
    'ajar not-known',
    () =>
      atHour(
        airTemperature,
        { ...leaf({ ...nothing, air: { least: null, most: null, dayMost: null } }), ...clear },
        12,
      ),
  ],
  [
    '… none',
    'open air-within',
    () =>
      atHour(airTemperature, { ...leaf({ air: { least: null, most: null, dayMost: null } }), ...clear }, 12),
  ],
  [
    '… of a sprayed barrier',
    'ajar not-known',
    () => atHour(airTemperature, { ...barrier(nothing), ...clear }, 12),
  ],
  [
    '… of a granule',
    'open no-air-limit',
    () => atHour(airTemperature, { ...barrier({ ...nothing, formulation: 'G' }), ...clear }, 12),
  ],
  [
    'rain-free hours of what works through the leaf',
    'shut bolt not-known',
    () => atHour(rainFree, { ...leaf({ ...nothing, rainFreeHours: null }), ...clear }, 12),
  ],
  [
    '… none',
    'open no-rain-free-hours-needed',
    () => atHour(rainFree, { ...leaf({ rainFreeHours: null }), ...clear }, 12),
  ],
  [
    'watering-in of a barrier',
    'ajar not-known',
    () => onDay(wateringIn, barrier({ ...nothing, wateringIn: null })),
  ],
  ['… none', 'open no-watering-in-needed', () => onDay(wateringIn, barrier({ wateringIn: null }))],
  [
    'days since mowing',
    'ajar not-known',
    () => onDay(mowing, barrier({ ...nothing, mowing: { beforeDays: null, afterDays: null } })),
  ],
  [
    '… none',
    'open no-mowing-rule',
    () => onDay(mowing, barrier({ mowing: { beforeDays: null, afterDays: null } })),
  ],
  ['distances', 'ajar not-known', () => onDay(setback, barrier(nothing))],
  [
    '… one typed counts, ticked or not',
    'shut bolt inside-setback',
    () =>
      onDay(setback, {
        ...barrier({ setbacks: [{ from: 'pond', distance: metres(5) }] }),
        zone: { ...zone, waters: [{ kind: 'pond', distance: metres(4) }] },
      }),
  ],
  [
    'wait before seeding, seed planned',
    'shut bolt not-known',
    () =>
      onDay(seedingAhead, {
        ...barrier({ ...nothing, seedingWait: [] }),
        zone: { ...zone, seedings: [{ on: addDays(today, 30), kind: 'seed' }] },
      }),
  ],
  [
    '… none',
    'open no-seeding-wait',
    () =>
      onDay(seedingAhead, {
        ...barrier({ seedingWait: [] }),
        zone: { ...zone, seedings: [{ on: addDays(today, 30), kind: 'seed' }] },
      }),
  ],
  [
    'age of seedlings, sown last week',
    'shut bolt not-known',
    () =>
      onDay(seedingBehind, {
        ...barrier({ ...nothing, seedlings: null }),
        ...seen({ seededOn: addDays(today, -7) }),
      }),
  ],
  [
    '… none',
    'open no-seedling-rule',
    () =>
      onDay(seedingBehind, { ...barrier({ seedlings: null }), ...seen({ seededOn: addDays(today, -7) }) }),
  ],
]);

// practice: weeds take up little through the leaf in the cold
ask('cold', [
  [
    '2,4-D at 36 °F, no limit on the label',
    'ajar air-cold',
    () =>
      atHour(
        airTemperature,
        {
          ...leaf({ air: { least: null, most: null, dayMost: null } }),
          forecast: weather({ air: () => 2.2 }),
        },
        12,
      ),
  ],
  [
    'the same at 51 °F',
    'open air-within',
    () =>
      atHour(
        airTemperature,
        {
          ...leaf({ air: { least: null, most: null, dayMost: null } }),
          forecast: weather({ air: () => 10.6 }),
        },
        12,
      ),
  ],
  [
    'below the label\u2019s own',
    'shut bolt air-too-cold',
    () => atHour(airTemperature, { ...leaf({}), forecast: weather({ air: () => 2.2 }) }, 12),
  ],
  [
    'a barrier does not mind',
    'open no-air-limit',
    () => atHour(airTemperature, { ...barrier({}), forecast: weather({ air: () => 2.2 }) }, 12),
  ],
]);

// label (of the prodiamine type): the most in a year differs by turf, over all products with it
const byTurf = barrier({
  ingredients: [{ ...label.ingredients[0]!, yearLimit: 1.68 as never }],
  rates: [
    { ...label.rates[0]!, turf: 'tall fescue' },
    { ...label.rates[0]!, turf: 'Kentucky bluegrass', yearLimit: oz(0.6) },
  ],
});
const other = { ...leafLabel, id: 'other', ingredients: label.ingredients, formulation: 'WG' as const };
const down = {
  ledger: [
    entry(addDays(today, -40), 0, { label: { ...other, density: null }, rate: rateOf(0.3, 'oz/1000sqft') }),
  ],
};
ask('an ingredient\u2019s year by turf', [
  [
    'tall fescue, the same a.i. from another product before',
    'open within-year-limit',
    () => onDay(yearLimit, { ...byTurf, ...down }),
  ],
  [
    'bluegrass: its lower limit counts all products',
    'shut bolt over-ingredient-limit',
    () => onDay(yearLimit, { ...byTurf, ...down, zone: { ...zone, turf: 'Kentucky bluegrass' } }),
  ],
]);

// FIFRA 2(ee), from memory: most labels may be used under their rate
ask('under and over the rate', [
  ['under it', 'shut latch rate-under', () => onDay(labelRate, barrier({}, { rate: oz(0.1) }))],
  ['at its low', 'open rate-within', () => onDay(labelRate, barrier({}, { rate: oz(0.2) }))],
  ['at its high', 'open rate-within', () => onDay(labelRate, barrier({}, { rate: oz(0.8) }))],
  ['over it', 'shut bolt rate-over', () => onDay(labelRate, barrier({}, { rate: oz(0.81) }))],
]);

// the atrazine type: labels allow it on centipede while it greens up
const centipede = { zone: { ...zone, turf: 'centipedegrass' as const } };
const onCentipede = (dormancy: (typeof label.rates)[number]['dormancy']) =>
  leaf({ rates: [{ ...leafLabel.rates[0]!, turf: 'centipedegrass', dormancy }] });
const halfGreen = (share: number) => seen({ green: { share, on: today } });
ask('part-green turf', [
  [
    'safe while greening',
    'open turf-state-irrelevant',
    () => onDay(turfState, { ...onCentipede('safe while greening'), ...centipede, ...halfGreen(0.4) }),
  ],
  [
    'no word of it',
    'shut latch part-green',
    () => onDay(turfState, { ...onCentipede('any'), ...centipede, ...halfGreen(0.4) }),
  ],
  [
    'not while greening',
    'shut bolt part-green',
    () => onDay(turfState, { ...onCentipede('not while greening'), ...centipede, ...halfGreen(0.4) }),
  ],
  [
    'at 90 %, green',
    'open turf-green',
    () => onDay(turfState, { ...onCentipede('not while greening'), ...centipede, ...halfGreen(0.9) }),
  ],
  [
    'at 5 %, dormant',
    'open turf-dormant',
    () => onDay(turfState, { ...onCentipede('not while greening'), ...centipede, ...halfGreen(0.05) }),
  ],
]);

const years = (n: number) => ({
  ledger: Array.from({ length: n }, (_, y) =>
    entry(addDays(today, -365 * (y + 1)), 0.3, { label: leafLabel, rate: rateOf(0.8, 'floz/1000sqft') }),
  ),
});
// practice: auxins on perennials are not what breeds resistance
ask('the same group year after year', [
  [
    'auxins on a perennial, third year',
    'ajar group-running',
    () => onDay(resistance, { ...leaf({}), ...years(2) }),
  ],
  [
    'auxins on an annual, third year',
    'shut latch group-running',
    () => onDay(resistance, { ...leaf({}, { targets: ['henbit'] }), ...years(2) }),
  ],
  [
    'another group in the same visit',
    'open groups-rotate',
    () =>
      onDay(resistance, {
        ...leaf({}),
        ...years(2),
        beside: [
          { ...leaf({ ingredients: [{ ...leafLabel.ingredients[0]!, group: 6 }] }).product, position: 2 },
        ],
      }),
  ],
]);

const feed = (lbs: number) =>
  barrier({ formulation: 'G', analysis: { n: 0.09, p: 0, k: 0 } }, { rate: rateOf(lbs, 'lb/1000sqft') });
const soilKnown = { outlook: soilAt(12) };
// practice, and the law of some states: 1 lb N/1,000 sq ft at once
ask('nitrogen at once', [
  [
    '20 lb of 9 % are 1.8 lb N',
    'shut latch too-much-nitrogen-at-once',
    () => onDay(nitrogen, { ...feed(20), ...soilKnown }),
  ],
  ['11 lb are 0.99 lb', 'open nitrogen-fits', () => onDay(nitrogen, { ...feed(11), ...soilKnown })],
]);

// the house's rule of three calm hours does not close the last two of a day to a small lawn (practice)
ask('late in the day', [
  [
    'two hours left, 5,400 sq ft',
    'open calm',
    () => onDay(wind, { ...leaf({}), hour: 16, forecast: weather({ air: () => 20 }) }),
  ],
  [
    'two hours left, an acre',
    'shut latch working-day-over',
    () =>
      onDay(wind, {
        ...leaf({}),
        hour: 16,
        zone: { ...zone, area: squareMetres(4047) },
        forecast: weather({ air: () => 20 }),
      }),
  ],
  [
    'after it',
    'shut latch working-day-over',
    () => onDay(wind, { ...leaf({}), hour: 18, forecast: weather({ air: () => 20 }) }),
  ],
]);

// dry, and the crowd of reasons for which a barrier\u2019s two parts lie eight weeks apart does not hold for a leaf product
test('parts of what works through the leaf follow at the label\u2019s interval, a barrier\u2019s at the house\u2019s spacing', () => {
  const spacing = (use: 'pre-emergent' | 'post-emergent') =>
    spacingFor(use, { ...label, minimumIntervalDays: 21 }, zone, { leastDays: 56, mostDays: 84 });
  expect(spacing('pre-emergent')).toEqual({ leastDays: 56, mostDays: 84 });
  expect(spacing('post-emergent')).toEqual({ leastDays: 21, mostDays: 35 });
});

test('a good part of these questions was put to the HTTP interface too, and answered alike', () => {
  if (!process.env['CORE_ALONE']) expect(putToApi()).toBeGreaterThanOrEqual(50);
});
