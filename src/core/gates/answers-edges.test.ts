/**
 * Questions at the edges of bolts: the very day, the very figure, the other product, the other ground. Arithmetic of the
 * rules that stand in the gates; a limit belongs to what it allows.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { hourOf } from '@/core/calendar/hour';
import {
  reasonOn,
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
import {
  context,
  entry,
  label,
  leafLabel,
  means,
  rules,
  spots,
  today,
  zone,
} from '../../../tests/support/gate-context';
import { airTemperature } from './air-temperature';
import { applicationCount } from './application-count';
import { equipment } from './equipment';
import { frost } from './frost';
import { interval } from './interval';
import { rainFree } from './rain-free';
import { registration } from './registration';
import { seedingAhead } from './seeding-ahead';
import { seedingBehind } from './seeding-behind';
import { setback } from './setback';
import { turfState } from './turf-state';
import { wind } from './wind';
import { yearLimit } from './year-limit';
import { fromMilesPerHour } from '@/core/units/trade';
import { metres } from '@/core/units/quantity';

const at = (celsius: number) => ({ forecast: weather({ air: () => celsius }) });
const noLimits = { least: null, most: null, dayMost: null };

ask('the air at its limits', [
  [
    'a lower limit alone is typed',
    'open air-within',
    () =>
      atHour(airTemperature, { ...leaf({ none: [], air: { ...leafLabel.air, most: null } }), ...at(20) }, 12),
  ],
  [
    'an upper limit alone is typed',
    'open air-within',
    () =>
      atHour(
        airTemperature,
        { ...leaf({ none: [], air: { ...leafLabel.air, least: null } }), ...at(20) },
        12,
      ),
  ],
  [
    'at the house\u2019s most',
    'ajar air-warm',
    () => atHour(airTemperature, { ...leaf({ air: noLimits }), ...at(rules.heatLimit) }, 12),
  ],
  [
    'at the house\u2019s caution',
    'open air-within',
    () => atHour(airTemperature, { ...leaf({ air: noLimits }), ...at(rules.heatCaution) }, 12),
  ],
  [
    'at 50 °F',
    'open air-within',
    () => atHour(airTemperature, { ...leaf({ air: noLimits }), ...at(10) }, 12),
  ],
  [
    'at the label\u2019s least',
    'open air-within',
    () => atHour(airTemperature, { ...leaf({}), ...at(15) }, 12),
  ],
  [
    'at the label\u2019s most',
    'open air-within',
    () =>
      atHour(airTemperature, { ...leaf({}), rules: { ...rules, heatCaution: 40 as never }, ...at(29) }, 12),
  ],
]);

test('of two limits of the air the lower is named, with whose it is', () => {
  const said = (most: number | null, house: number) => {
    const c = context({
      ...leaf({ air: { least: null, most: most as never, dayMost: null } }),
      rules: { ...rules, heatLimit: house as never, heatCaution: house as never },
      ...at(20),
    });
    const hour = hourOf(today, 12);
    const { reason } = spanAt(
      airTemperature.hours!(c, { from: hour, to: (hour + 1) as typeof hour }),
      hour,
    )!.verdict;
    return [reason.source, 'most' in reason && reason.most];
  };
  expect(said(30, 25)).toEqual(['house rule', 25]);
  expect(said(25, 30)).toEqual(['label', 25]);
  expect(said(25, 25)).toEqual(['label', 25]);
  expect(said(null, 30)).toEqual(['house rule', 30]);
  const soil = context({ ...barrier({ air: { least: null, most: 30 as never, dayMost: null } }), ...at(20) });
  expect(
    spanAt(airTemperature.spans(soil, { from: today, to: addDays(today, 1) }), today)!.verdict.reason,
  ).toMatchObject({ source: 'label', most: 30 });
});

const once = (over: Partial<typeof label> = {}) => barrier({ mostApplications: 1, ...over });
const spot = (ground: string) => ({ share: 0.1, ground });
ask('the number of applications counts', [
  [
    'the same product on the last day of the year before',
    'open within-count',
    () => onDay(applicationCount, { ...once(), ledger: [entry(dayOf(2026, 12, 31), 0.2)] }),
  ],
  [
    'on the first day of this year',
    'shut bolt count-reached',
    () => onDay(applicationCount, { ...once(), ledger: [entry(dayOf(2027, 1, 1), 0.2)] }),
  ],
  [
    'on the last day of this year',
    'shut bolt count-reached',
    () => onDay(applicationCount, { ...once(), ledger: [entry(dayOf(2027, 12, 31), 0.2)] }),
  ],
  [
    'another product: not at all',
    'open within-count',
    () =>
      onDay(applicationCount, {
        ...once(),
        ledger: [entry(addDays(today, -9), 0.2, { productId: 'other' })],
      }),
  ],
  [
    'spots of another name: not at all',
    'open within-count',
    () =>
      onDay(applicationCount, {
        product: { ...once().product, place: { on: 'spots', area: 10 as never, ground: 'a' } },
        ledger: [entry(addDays(today, -9), 0.2, spot('b'))],
      }),
  ],
  [
    'spots of the same name',
    'shut bolt count-reached',
    () =>
      onDay(applicationCount, {
        product: { ...once().product, place: { on: 'spots', area: 10 as never, ground: 'a' } },
        ledger: [entry(addDays(today, -9), 0.2, spot('a'))],
      }),
  ],
  [
    'by 12 months: a year ago to the day is over',
    'open within-count',
    () =>
      onDay(applicationCount, { ...once({ period: '12 months' }), ledger: [entry(dayOf(2026, 3, 18), 0.2)] }),
  ],
  [
    'by 12 months: the day after it is not',
    'shut bolt count-reached',
    () =>
      onDay(applicationCount, { ...once({ period: '12 months' }), ledger: [entry(dayOf(2026, 3, 19), 0.2)] }),
  ],
]);
test('of two periods the fuller is told, with its days', () => {
  const ledger = [
    entry(addDays(today, -30), 0.1),
    entry(addDays(today, 200), 0.1),
    entry(addDays(today, 210), 0.1),
  ];
  expect(
    reasonOn(applicationCount, { ...once({ period: '12 months', mostApplications: 9 }), ledger }),
  ).toMatchObject({ count: 3, earlier: ledger.map((e) => e.day) });
});

const backpack = means.equipment[0]!;
ask('what it is put down with', [
  [
    'the method that is named, and there',
    'open calibrated',
    () => onDay(equipment, barrier({}, { method: 'backpack' })),
  ],
  [
    'one that is not there',
    'shut bolt method-not-on-label',
    () => onDay(equipment, barrier({}, { method: 'boom' })),
  ],
  [
    'one that the label does not allow',
    'shut bolt method-not-on-label',
    () => onDay(equipment, { ...barrier({ methods: ['boom'] }, { method: 'backpack' }) }),
  ],
  [
    'the last day of its calibration',
    'open calibrated',
    () =>
      onDay(equipment, {
        ...barrier({}),
        means: {
          ...means,
          equipment: [{ ...backpack, calibratedOn: addDays(today, 1 - rules.calibrationDays) }],
        },
      }),
  ],
  [
    'the day after it',
    'shut latch calibration-old',
    () =>
      onDay(equipment, {
        ...barrier({}),
        means: {
          ...means,
          equipment: [{ ...backpack, calibratedOn: addDays(today, -rules.calibrationDays) }],
        },
      }),
  ],
  // common practice, no source
  [
    'a tenth less than the time before',
    'open calibrated',
    () =>
      onDay(equipment, { ...barrier({}), means: { ...means, equipment: [{ ...backpack, drift: -0.1 }] } }),
  ],
  [
    'more than a tenth less',
    'ajar calibration-drifted',
    () =>
      onDay(equipment, { ...barrier({}), means: { ...means, equipment: [{ ...backpack, drift: -0.11 }] } }),
  ],
]);

const planned = (day: Day, days = 60) => ({
  ...entry(day, 0.2, { intervalDays: days }),
  status: 'planned' as const,
});
ask('days between', [
  [
    'the same on the very day',
    'shut bolt too-soon-after',
    () => onDay(interval, { ...barrier({}), ledger: [entry(today, 0.2)] }),
  ],
  [
    'the day before they have passed',
    'shut bolt too-soon-after',
    () => onDay(interval, { ...barrier({}), ledger: [entry(addDays(today, -59), 0.2)] }),
  ],
  [
    'the day on which they have',
    'open interval-passed',
    () => onDay(interval, { ...barrier({}), ledger: [entry(addDays(today, -60), 0.2)] }),
  ],
  [
    'the next one is just far enough',
    'open nothing-before',
    () => onDay(interval, { ...barrier({}), ledger: [planned(addDays(today, 60))] }),
  ],
  [
    'the next one is a day too near',
    'shut bolt too-soon-before',
    () => onDay(interval, { ...barrier({}), ledger: [planned(addDays(today, 59))] }),
  ],
  [
    'the other label asks for more',
    'shut bolt too-soon-after',
    () =>
      onDay(interval, { ...barrier({}), ledger: [entry(addDays(today, -70), 0.2, { intervalDays: 90 })] }),
  ],
  [
    'none asked for, and the book begins today',
    'open nothing-before',
    () => onDay(interval, { ...barrier({ minimumIntervalDays: 0 }), bookFrom: today }),
  ],
  [
    'none asked for, and nobody knows where the book begins',
    'open nothing-before',
    () => onDay(interval, { ...barrier({ minimumIntervalDays: 0 }), bookFrom: null }),
  ],
  [
    'the book is whole just so far back',
    'open nothing-before',
    () => onDay(interval, { ...barrier({}), bookFrom: addDays(today, -60) }),
  ],
  [
    'the book begins a day too late',
    'ajar history-not-known',
    () => onDay(interval, { ...barrier({}), bookFrom: addDays(today, -59) }),
  ],
  [
    'another product without its ingredient',
    'open nothing-before',
    () =>
      onDay(interval, {
        ...barrier({}),
        ledger: [entry(addDays(today, -9), 0, { label: leafLabel, rate: oz(0.2) })],
      }),
  ],
]);
test('whether it was put down or is only planned is told', () => {
  const told = (e: ReturnType<typeof entry>) => reasonOn(interval, { ...barrier({}), ledger: [e] });
  expect(told(entry(addDays(today, -9), 0.2))).toMatchObject({ code: 'too-soon-after', done: true });
  expect(told(planned(today))).toMatchObject({ code: 'too-soon-after', done: false });
});

const dryFor = (hours: (h: number) => number, chance: number) => ({
  forecast: weather({ rain: hours, chance: () => chance, air: () => 20 }),
});
ask('rain inside the dry hours, at its edges', [
  [
    'a fifth of a millimetre in all, likely',
    'shut bolt rain-inside',
    () => atHour(rainFree, { ...leaf({}), ...dryFor((h) => (h === 14 ? 0.2 : 0), 0.9) }, 12),
  ],
  [
    'a hair less',
    'open dry-long-enough',
    () => atHour(rainFree, { ...leaf({}), ...dryFor((h) => (h === 14 ? 0.19 : 0), 0.9) }, 12),
  ],
  [
    'a fifth at 15 %',
    'ajar rain-possible',
    () => atHour(rainFree, { ...leaf({}), ...dryFor((h) => (h === 14 ? 0.2 : 0), 0.15) }, 12),
  ],
  [
    'a fifth at 14 %',
    'open dry-long-enough',
    () => atHour(rainFree, { ...leaf({}), ...dryFor((h) => (h === 14 ? 0.2 : 0), 0.14) }, 12),
  ],
  [
    'at the house\u2019s own chance',
    'shut bolt rain-inside',
    () => atHour(rainFree, { ...leaf({}), ...dryFor((h) => (h === 14 ? 1 : 0), rules.rainChance) }, 12),
  ],
  [
    'in the last of the six hours',
    'shut bolt rain-inside',
    () => atHour(rainFree, { ...leaf({}), ...dryFor((h) => (h === 18 ? 1 : 0), 0.9) }, 12),
  ],
  [
    'in the hour after them',
    'open dry-long-enough',
    () => atHour(rainFree, { ...leaf({}), ...dryFor((h) => (h === 19 ? 1 : 0), 0.9) }, 12),
  ],
]);

test('registration says which of two facts is missing, and whose it is', () => {
  expect(reasonOn(registration, barrier({ registeredIn: null }))).toMatchObject({
    source: 'label',
    missing: 'registration',
  });
  expect(reasonOn(registration, { zone: { ...zone, state: null } })).toMatchObject({
    source: 'lawn sheet',
    missing: 'state',
  });
  expect(onDay(registration, { zone: { ...zone, state: 'Vance' } })).toBe('shut bolt not-registered-here');
  expect(onDay(registration, barrier({ status: 'cancelled' }))).toBe('shut bolt product-cancelled');
});

const seedOn = (days: number) => ({
  zone: { ...zone, seedings: [{ on: addDays(today, days), kind: 'seed' as const }] },
});
const half = (daysAgo: number) => entry(addDays(today, -daysAgo), 0.4);
// the test label: 120 days up to 0.4 oz, 200 up to 0.8
ask('seed ahead, at its edges', [
  ['just in time', 'open clear-by-seeding', () => onDay(seedingAhead, seedOn(120))],
  ['a day too late', 'shut bolt blocks-seeding', () => onDay(seedingAhead, seedOn(119))],
  [
    'in time, and a day less than the house’s slack',
    'ajar clear-late',
    () => onDay(seedingAhead, { ...seedOn(133), rules: { ...rules, seedSlackDays: 14 } }),
  ],
  [
    'in time with the slack',
    'open clear-by-seeding',
    () => onDay(seedingAhead, { ...seedOn(134), rules: { ...rules, seedSlackDays: 14 } }),
  ],
  [
    'what keeps no seed out needs no slack',
    'open clear-by-seeding',
    () =>
      onDay(seedingAhead, {
        ...barrier({ seedingWait: [{ upTo: label.seedingWait[1]!.upTo, days: 0 }] }),
        ...seedOn(3),
        rules: { ...rules, seedSlackDays: 14 },
      }),
  ],
  [
    'a half of today counts with it',
    'shut bolt blocks-seeding',
    () => onDay(seedingAhead, { ...seedOn(150), ledger: [half(0)] }),
  ],
  [
    'a half whose wait ends today does not',
    'open clear-by-seeding',
    () => onDay(seedingAhead, { ...seedOn(150), ledger: [half(120)] }),
  ],
  [
    'a half whose wait ends tomorrow does',
    'shut bolt blocks-seeding',
    () => onDay(seedingAhead, { ...seedOn(150), ledger: [half(119)] }),
  ],
  [
    'on other spots it does not',
    'open clear-by-seeding',
    () =>
      onDay(seedingAhead, {
        ...barrier({}, { place: spots(10, 'a') }),
        ...seedOn(150),
        ledger: [{ ...half(9), share: 0.1, ground: 'b' }],
      }),
  ],
  [
    'of another product of the same substance it does too: the same as of this one',
    'shut bolt blocks-seeding',
    () => onDay(seedingAhead, { ...seedOn(150), ledger: [{ ...half(9), productId: 'other' }] }),
  ],
  [
    'of another substance it does not',
    'open clear-by-seeding',
    () =>
      onDay(seedingAhead, {
        ...seedOn(150),
        ledger: [
          {
            ...half(9),
            productId: 'other',
            ingredients: half(9).ingredients.map((i) => ({ ...i, name: 'beta' })),
          },
        ],
      }),
  ],
  [
    'two halves whose waits alone are over, and whose wait together is not',
    'shut bolt not-known',
    () => onDay(seedingAhead, { ...seedOn(150), ledger: [half(190), half(130)] }),
  ],
  [
    'more in all than any step of the sheet',
    'shut bolt not-known',
    () => onDay(seedingAhead, { ...seedOn(400), ledger: [entry(addDays(today, -9), 0.5)] }),
  ],
  [
    'above the last step at once: nobody has said how long that waits',
    'shut bolt not-known',
    () => onDay(seedingAhead, { ...barrier({}, { rate: oz(0.9) }), ...seedOn(200) }),
  ],
  [
    'sod two weeks on, beside seed far off',
    'shut bolt blocks-seeding',
    () =>
      onDay(seedingAhead, {
        zone: {
          ...zone,
          seedings: [
            { on: addDays(today, 14), kind: 'sod' },
            { on: addDays(today, 300), kind: 'seed' },
          ],
        },
      }),
  ],
  ['the seed far off alone', 'open clear-by-seeding', () => onDay(seedingAhead, seedOn(300))],
  [
    'sown, and noted sixty days before the plan',
    'open no-seeding',
    () => onDay(seedingAhead, { ...seedOn(0), ...seen({ seededOn: addDays(today, -60) }) }),
  ],
  [
    'noted longer ago: that was another seeding',
    'shut bolt not-known',
    () => onDay(seedingAhead, { ...seedOn(0), ...seen({ seededOn: addDays(today, -61) }) }),
  ],
]);

const sownOn = (daysAgo: number) => seen({ seededOn: addDays(today, -daysAgo), seedlingMowings: 9 });
const noRule = barrier({ seedlings: null, none: [] });
ask('seed behind, at its edges', [
  [
    'sown tomorrow: not yet',
    'open not-seeded',
    () => onDay(seedingBehind, { ...barrier({}), ...sownOn(-1) }),
  ],
  [
    'sown today',
    'shut bolt seedlings-too-young',
    () => onDay(seedingBehind, { ...barrier({}), ...sownOn(0) }),
  ],
  [
    'the last day before the eight weeks',
    'shut bolt seedlings-too-young',
    () => onDay(seedingBehind, { ...barrier({}), ...sownOn(55) }),
  ],
  ['eight weeks', 'open seedlings-old-enough', () => onDay(seedingBehind, { ...barrier({}), ...sownOn(56) })],
  [
    'eight weeks, mown twice of three',
    'shut bolt seedlings-too-young',
    () =>
      onDay(seedingBehind, {
        ...barrier({}),
        ...seen({ seededOn: addDays(today, -56), seedlingMowings: 2 }),
      }),
  ],
  [
    'mown three times',
    'open seedlings-old-enough',
    () =>
      onDay(seedingBehind, {
        ...barrier({}),
        ...seen({ seededOn: addDays(today, -56), seedlingMowings: 3 }),
      }),
  ],
  [
    'a year ago less a day',
    'open seedlings-old-enough',
    () => onDay(seedingBehind, { ...barrier({}), ...sownOn(364) }),
  ],
  ['a year ago: turf', 'open not-seeded', () => onDay(seedingBehind, { ...barrier({}), ...sownOn(365) })],
  [
    'no rule typed, sown tomorrow',
    'open not-seeded',
    () => onDay(seedingBehind, { ...noRule, ...sownOn(-1) }),
  ],
  [
    'no rule typed, sown today',
    'shut bolt not-known',
    () => onDay(seedingBehind, { ...noRule, ...sownOn(0) }),
  ],
  ['no rule typed, a year ago', 'open not-seeded', () => onDay(seedingBehind, { ...noRule, ...sownOn(365) })],
  [
    'no rule typed, a year ago less a day',
    'shut bolt not-known',
    () => onDay(seedingBehind, { ...noRule, ...sownOn(364) }),
  ],
  [
    'no wait typed: the day of sowing is none of its own',
    'shut bolt seedlings-too-young',
    () => onDay(seedingBehind, { ...barrier({ seedingWait: [] }), ...sownOn(0) }),
  ],
  [
    'a wait of no days up to one rate only',
    'shut bolt seedlings-too-young',
    () =>
      onDay(seedingBehind, {
        ...barrier({
          seedingWait: [
            { upTo: oz(0.2), days: 0 },
            { upTo: oz(0.8), days: 9 },
          ],
        }),
        ...sownOn(0),
      }),
  ],
]);

const keepsOff = (from: 'tree' | 'bed' | 'pond') => barrier({ setbacks: [{ from, distance: metres(3) }] });
ask('what is kept off', [
  [
    'trees, and trees stand here',
    'ajar keep-off',
    () => onDay(setback, { ...keepsOff('tree'), zone: { ...zone, trees: true } }),
  ],
  [
    'trees, and beds border it',
    'open no-setback',
    () => onDay(setback, { ...keepsOff('tree'), zone: { ...zone, beds: true } }),
  ],
  [
    'beds, and beds border it',
    'ajar keep-off',
    () => onDay(setback, { ...keepsOff('bed'), zone: { ...zone, beds: true } }),
  ],
  [
    'a pond, and beds border it',
    'open no-setback',
    () => onDay(setback, { ...keepsOff('pond'), zone: { ...zone, beds: true, trees: true } }),
  ],
  [
    'trees only: whether there is water is no matter',
    'open no-setback',
    () => onDay(setback, { ...keepsOff('tree'), zone: { ...zone, waters: null } }),
  ],
  [
    'beds only: whether there is water is no matter',
    'open no-setback',
    () => onDay(setback, { ...keepsOff('bed'), zone: { ...zone, waters: null } }),
  ],
  [
    'a stream near by, and the label keeps from ponds',
    'open no-setback',
    () =>
      onDay(setback, {
        ...keepsOff('pond'),
        zone: { ...zone, waters: [{ kind: 'stream', distance: metres(1) }] },
      }),
  ],
]);
test('of two waters the nearest that is too near is told', () => {
  const waters = [
    { kind: 'pond' as const, distance: metres(2) },
    { kind: 'pond' as const, distance: metres(1) },
  ];
  expect(reasonOn(setback, { ...keepsOff('pond'), zone: { ...zone, waters } })).toMatchObject({
    distance: 1,
  });
});

const twelve = (over: Partial<typeof label> = {}) => barrier({ period: '12 months', ...over });
test('the year limit tells what counted: earlier, later, spots or the whole, and the fuller of two periods', () => {
  const [before, sameDay, after] = [
    entry(addDays(today, -100), 0.1),
    entry(today, 0.1),
    entry(addDays(today, 100), 0.2),
  ];
  expect(reasonOn(yearLimit, { ...twelve(), ledger: [before, sameDay, after] })).toMatchObject({
    code: 'within-year-limit',
    isSpot: false,
    earlier: [before.day, sameDay.day],
    later: [after.day],
  });
  const onSpots = barrier({}, { place: spots(10, 'a') });
  expect(reasonOn(yearLimit, onSpots)).toMatchObject({ isSpot: true });
});
ask('the year limit where a sum cannot be told', [
  [
    'a dose of the product that nobody knows',
    'ajar history-not-known',
    () =>
      onDay(yearLimit, {
        ...barrier({}),
        ledger: [{ ...entry(addDays(today, -40), 0.2), status: 'before', rate: null }],
      }),
  ],
  [
    'the same beside one of ours that is clear',
    'ajar history-not-known',
    () =>
      onDay(yearLimit, {
        ...barrier({}),
        ledger: [
          { ...entry(addDays(today, -70), 0.2), status: 'before', rate: null },
          entry(addDays(today, -40), 0.2),
        ],
      }),
  ],
  [
    'one of ours whose dose nobody knows',
    'shut bolt not-known',
    () => onDay(yearLimit, { ...barrier({}), ledger: [{ ...entry(addDays(today, -40), 0.2), rate: null }] }),
  ],
  [
    'one of ours whose label does not say how much is in it',
    'shut bolt not-known',
    () => {
      const known = entry(addDays(today, -40), 0.2);
      return onDay(yearLimit, {
        ...barrier({ ingredients: label.ingredients.map((i) => ({ ...i, yearLimit: 5 as never })) }),
        ledger: [{ ...known, ingredients: known.ingredients.map((i) => ({ ...i, ai: null })) }],
      });
    },
  ],
  [
    'just its limit',
    'open within-year-limit',
    () => onDay(yearLimit, { ...barrier({}, { rate: oz(0.6) }), ledger: [entry(addDays(today, -40), 0.4)] }),
  ],
  [
    'a hair above it',
    'shut bolt over-year-limit',
    () =>
      onDay(yearLimit, { ...barrier({}, { rate: oz(0.601) }), ledger: [entry(addDays(today, -40), 0.4)] }),
  ],
]);

const mph = (now: number, over: Partial<typeof leafLabel> = {}) => ({
  ...leaf(over),
  forecast: weather({ mph: now, air: () => 20 }),
});
ask('wind at its limits', [
  ['at the house\u2019s most', 'ajar breezy', () => onDay(wind, mph(10))],
  ['above it', 'shut latch windy', () => onDay(wind, mph(10.1))],
  ['at the house\u2019s caution', 'open calm', () => onDay(wind, mph(7))],
  ['above it', 'ajar breezy', () => onDay(wind, mph(7.1))],
  ['at the label\u2019s most', 'open calm', () => onDay(wind, mph(5, { windLimit: fromMilesPerHour(5) }))],
  ['above it', 'shut bolt windy', () => onDay(wind, mph(5.1, { windLimit: fromMilesPerHour(5) }))],
  ['the last whole day of the forecast', 'open calm', () => onDay(wind, mph(3), addDays(today, 9))],
  ['the day after it', 'ajar not-known', () => onDay(wind, mph(3), addDays(today, 10))],
]);
test('of two limits of the wind the lower is named, with whose it is', () => {
  const said = (most: number | null) => {
    const { reason } = spanAt(
      wind.spans(context(mph(3, { windLimit: most === null ? null : fromMilesPerHour(most) })), {
        from: today,
        to: addDays(today, 1),
      }),
      today,
    )!.verdict;
    return [reason.source, 'limit' in reason && Math.round((reason.limit as number) / 0.44704)];
  };
  expect(said(15)).toEqual(['house rule', 10]);
  expect(said(8)).toEqual(['label', 8]);
  expect(said(10)).toEqual(['label', 10]);
  expect(said(null)).toEqual(['house rule', 10]);
});

const dormant = leaf({ rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass', dormancy: 'dormant only' }] });
const seenDormant = (daysAgo: number) => ({
  ...dormant,
  zone: { ...zone, turf: 'bermudagrass' as const },
  ...seen({ green: { share: 0, on: addDays(today, -daysAgo) } }),
});
ask('dormant only, at its edges', [
  ['seen that very day', 'open turf-dormant', () => onDay(turfState, seenDormant(0))],
  ['seen the day after', 'shut bolt not-known', () => onDay(turfState, seenDormant(-1))],
  ['ten days ago', 'open turf-dormant', () => onDay(turfState, seenDormant(10))],
  ['eleven days ago', 'shut bolt not-known', () => onDay(turfState, seenDormant(11))],
  [
    'seen at one in twenty green',
    'open turf-dormant',
    () => onDay(turfState, { ...seenDormant(0), ...seen({ green: { share: 0.05, on: today } }) }),
  ],
  [
    'seen a little greener',
    'shut bolt must-be-dormant',
    () => onDay(turfState, { ...seenDormant(0), ...seen({ green: { share: 0.06, on: today } }) }),
  ],
]);
const part = leaf({
  rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass', dormancy: 'not while greening' }],
});
ask('not while greening', [
  [
    'by the soil alone green: look',
    'ajar turf-expected',
    () => onDay(turfState, { ...part, zone: { ...zone, turf: 'bermudagrass' }, outlook: soilAt(25) }),
  ],
  [
    'by the soil alone part green',
    'shut bolt part-green',
    () => onDay(turfState, { ...part, zone: { ...zone, turf: 'bermudagrass' }, outlook: soilAt(18) }),
  ],
  [
    'seen green thirty days ago',
    'open turf-green',
    () =>
      onDay(turfState, {
        ...part,
        zone: { ...zone, turf: 'bermudagrass' },
        outlook: soilAt(25),
        ...seen({ green: { share: 1, on: addDays(today, -30) } }),
      }),
  ],
  [
    'seen green thirty-one days ago',
    'ajar turf-expected',
    () =>
      onDay(turfState, {
        ...part,
        zone: { ...zone, turf: 'bermudagrass' },
        outlook: soilAt(25),
        ...seen({ green: { share: 1, on: addDays(today, -31) } }),
      }),
  ],
  [
    'a granule that works through the leaf, without a word of it',
    'shut latch part-green',
    () =>
      onDay(turfState, {
        ...leaf({ formulation: 'G', rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass' }] }),
        zone: { ...zone, turf: 'bermudagrass' },
        outlook: soilAt(18),
      }),
  ],
  [
    'a granule that works in the soil, without a word of it',
    'open turf-state-irrelevant',
    () =>
      onDay(turfState, {
        ...leaf({
          formulation: 'G',
          onLeaf: false,
          rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass' }],
        }),
        zone: { ...zone, turf: 'bermudagrass' },
        outlook: soilAt(18),
      }),
  ],
]);

const frozen = { outlook: soilAt(-1), forecast: weather({ air: () => 5 }) };
const fed = { formulation: 'G' as const, analysis: { n: 0.1, p: 0, k: 0 } };
// a bolt at dawn stays one, however still the air
ask('a label that allows hardly any wind', [
  [
    '2.5 mph at dawn where the label allows 2',
    'shut bolt windy',
    () =>
      atHour(
        wind,
        { ...leaf({ windLimit: fromMilesPerHour(2) }), forecast: weather({ mph: 2.5, air: () => 18 }) },
        7,
      ),
  ],
]);

// many states forbid fertilizer on frozen ground and snow (from memory)
ask('frozen ground', [
  ['a spray', 'shut latch ground-frozen', () => atHour(frost, { ...leaf({}), ...frozen }, 12)],
  ['what feeds', 'shut bolt ground-frozen', () => atHour(frost, { ...barrier(fed), ...frozen }, 12)],
  [
    'what feeds, on ground at half a degree to the digit',
    'shut bolt ground-frozen',
    () => atHour(frost, { ...barrier(fed), ...frozen, outlook: soilAt(0.5) }, 12),
  ],
  [
    'what feeds, where exactly 2 mm of snow water lie',
    'shut bolt snow',
    () =>
      atHour(
        frost,
        {
          ...barrier(fed),
          outlook: soilAt(5),
          recent: null,
          forecast: weather({ air: () => -1, rain: (h) => (h === 3 ? 2 : 0) }),
        },
        12,
      ),
  ],
  [
    'snow under what feeds, while it freezes: the frost that may be lifted does not hide the law',
    'shut bolt snow',
    () =>
      atHour(
        frost,
        {
          ...barrier(fed),
          outlook: soilAt(5),
          forecast: weather({ air: () => -1, rain: (h) => (h < 6 ? 4 : 0) }),
        },
        12,
      ),
  ],
  [
    'snow under what feeds',
    'shut bolt snow',
    () =>
      atHour(
        frost,
        {
          ...barrier(fed),
          outlook: soilAt(5),
          forecast: weather({ air: (h) => (h < 6 ? -1 : 1), rain: (h) => (h < 6 ? 4 : 0) }),
        },
        12,
      ),
  ],
]);
