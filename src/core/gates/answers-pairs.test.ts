/** Questions about pairs of products, notices and mixes of grasses, at the edges of their bolts. Practice, or the rules' own arithmetic. */
import { addDays, type Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { spanAt } from '@/core/calendar/span';
import type { ApplicationProduct } from '@/core/products/application';
import { rateOf } from '@/core/units/rate';
import { reasonOn, ask, barrier, leaf, onDay, oz, seen, weather } from '../../../tests/support/ask';
import {
  context,
  label,
  leafLabel,
  leafProduct,
  product,
  rules,
  secondOf,
  spots,
  today,
  zone,
} from '../../../tests/support/gate-context';
import type { GateContext } from './gate';
import { interval } from './interval';
import { labelRate } from './label-rate';
import { labelTurf } from './label-turf';
import { notice } from './notice';
import { partner } from './partner';

/** A barrier in tank 1, and a leaf product beside it. */
const pair = (
  first: Partial<typeof label>,
  second: Partial<typeof leafLabel>,
  tank = 1,
): Pick<GateContext, 'product' | 'beside'> => ({
  product: { ...product, label: { ...label, ...first } },
  beside: [{ ...leafProduct, position: 2, tank, label: { ...leafLabel, ...second } }],
});
const wet = { zone: { ...zone, irrigationPerHour: 10 as never } };
ask('two in one tank', [
  [
    'one that goes alone, whatever the sky',
    'shut bolt alone-only',
    () => onDay(partner, { ...pair({ tankMix: 'alone only' }, {}), forecast: null }),
  ],
  [
    'the other goes alone',
    'shut bolt alone-only',
    () => onDay(partner, { ...pair({}, { tankMix: 'alone only' }), forecast: null }),
  ],
  [
    'one that goes alone, in another tank',
    'open dry-then-water',
    () => onDay(partner, { ...pair({ tankMix: 'alone only' }, {}, 2), ...wet, forecast: weather({}) }),
  ],
  [
    'one that its label will not have, by kind',
    'shut bolt label-excludes',
    () => onDay(partner, { ...pair({ notWith: ['Iron'] }, { kind: 'iron' }), forecast: null }),
  ],
  [
    'one that its label will not have, by its a.i., in either order',
    'shut bolt label-excludes',
    () => onDay(partner, { ...pair({}, { notWith: [label.ingredients[0]!.name] }), forecast: null }),
  ],
  [
    'one that its label will not have, in another tank',
    'open dry-then-water',
    () =>
      onDay(partner, { ...pair({ notWith: ['iron'] }, { kind: 'iron' }, 2), ...wet, forecast: weather({}) }),
  ],
  [
    'one that wants acid water with one that turns it alkaline',
    'shut bolt ph-turned',
    () =>
      onDay(partner, {
        ...pair({ sprayPh: { least: 4, most: 7 } }, { turnsWater: 'alkaline' }),
        forecast: null,
      }),
  ],
  [
    'one that bears it',
    'open dry-then-water',
    () =>
      onDay(partner, {
        ...pair({ sprayPh: { least: 4, most: 9 } }, { turnsWater: 'alkaline' }),
        ...wet,
        forecast: weather({}),
      }),
  ],
  [
    'a biostimulant with what must dry on the leaf',
    'shut latch wants-water-in',
    () => onDay(partner, { ...pair({ kind: 'biostimulant', wateringIn: null }, {}), forecast: null }),
  ],
  [
    'liquid fertilizer with a barrier that is watered in',
    'open partners-agree',
    () =>
      onDay(partner, {
        ...pair({}, { kind: 'fertilizer', onLeaf: false, rainFreeHours: null, ingredients: [] }),
        beside: [
          {
            ...pair({}, { kind: 'fertilizer', onLeaf: false, ingredients: [] }).beside[0]!,
            use: 'turf care',
          },
        ],
      }),
  ],
  [
    'two surfactants',
    'ajar adjuvants-differ',
    () =>
      onDay(partner, {
        ...pair({ adjuvant: 'nonionic surfactant' }, { adjuvant: 'methylated seed oil' }),
        ...wet,
        forecast: weather({}),
      }),
  ],
  [
    'one a.i. in both',
    'ajar same-ingredient',
    () => onDay(partner, { ...pair({}, { ingredients: label.ingredients }), ...wet, forecast: weather({}) }),
  ],
  [
    'a granule in it',
    'shut bolt granule-in-tank',
    () => onDay(partner, { ...pair({ formulation: 'G' }, {}), forecast: null }),
  ],
  [
    'two granules',
    'open partners-agree',
    () => onDay(partner, pair({ formulation: 'G' }, { formulation: 'G' })),
  ],
  [
    'dry hours that outlast the deadline of the water',
    'shut bolt dry-outlasts-deadline',
    () =>
      onDay(partner, pair({ wateringIn: { ...label.wateringIn!, withinDays: 1 } }, { rainFreeHours: 25 })),
  ],
  [
    'dry hours that just fit it',
    'open dry-then-water',
    () =>
      onDay(partner, {
        ...pair({ wateringIn: { ...label.wateringIn!, withinDays: 1 } }, { rainFreeHours: 24 }),
        ...wet,
        forecast: weather({}),
      }),
  ],
  [
    'the second of them asks nothing again',
    'open no-partner',
    () =>
      onDay(partner, {
        product: { ...leafProduct, position: 2 },
        beside: [{ ...product, label: { ...label, tankMix: 'alone only' } }],
      }),
  ],
]);
const never = { rules: { ...rules, partners: 'never together' as const } };
ask('the house keeps leaf and barrier apart', [
  ['leaf with barrier', 'shut latch never-together', () => onDay(partner, { ...pair({}, {}), ...never })],
  [
    'barrier with leaf, the other way round',
    'shut latch never-together',
    () =>
      onDay(partner, {
        product: { ...leafProduct, position: 1 },
        beside: [{ ...product, position: 2 }],
        ...never,
      }),
  ],
  [
    'leaf with leaf',
    'open partners-agree',
    () => onDay(partner, { ...pair({ onLeaf: true, inSoil: false, wateringIn: null }, {}), ...never }),
  ],
  [
    'barrier with barrier',
    'open partners-agree',
    () => onDay(partner, { ...pair({}, { onLeaf: false, inSoil: true, rainFreeHours: null }), ...never }),
  ],
]);
ask('granule and spray on one day', [
  [
    'the granule first, as the house has it',
    'open granule-first',
    () => onDay(partner, pair({ formulation: 'G', wateringIn: null }, {}, 2)),
  ],
  [
    'the spray first, against it',
    'ajar granule-first',
    () =>
      onDay(partner, {
        ...pair({ formulation: 'G', wateringIn: null }, {}, 2),
        product: { ...product, tank: 3, label: { ...label, formulation: 'G', wateringIn: null } },
      }),
  ],
  [
    'the spray first, where the house has it so',
    'open spray-first',
    () =>
      onDay(partner, {
        ...pair({ formulation: 'G', wateringIn: null }, {}, 2),
        product: { ...product, tank: 3, label: { ...label, formulation: 'G', wateringIn: null } },
        rules: { ...rules, granuleFirst: false },
      }),
  ],
]);
ask('dry for the leaf, then water for the soil', [
  [
    'a granule on the leaf needs no dry hours of a spray',
    'open partners-agree',
    () => onDay(partner, pair({ formulation: 'G' }, { formulation: 'G', rainFreeHours: 6 })),
  ],
  [
    'a barrier\u2019s own dry hours are no leaf\u2019s',
    'open partners-agree',
    () => onDay(partner, pair({ rainFreeHours: 200 }, { onLeaf: false, rainFreeHours: null })),
  ],
  [
    'dry all ten days, no irrigation, water due in seven',
    'shut latch no-dry-then-water',
    () => onDay(partner, { ...pair({}, {}), forecast: weather({}) }),
  ],
  [
    'the deadline lies beyond the forecast',
    'ajar dry-then-water-not-known',
    () => onDay(partner, { ...pair({}, {}), forecast: weather({}) }, addDays(today, 5)),
  ],
  [
    'rain comes the day after: enough',
    'open dry-then-water',
    () => onDay(partner, { ...pair({}, {}), forecast: weather({ rain: (h) => (h === 40 ? 14 : 0) }) }),
  ],
  [
    'the same rain inside the dry hours',
    'shut latch no-dry-then-water',
    () =>
      onDay(partner, {
        ...pair({}, {}),
        forecast: weather({ rain: (h) => (h < 24 && h % 4 === 0 ? 14 : 0) }),
      }),
  ],
  ['no forecast', 'ajar dry-then-water-not-known', () => onDay(partner, { ...pair({}, {}), forecast: null })],
]);

const fine = { density: null };
const same = (over: Partial<ApplicationProduct> = {}): ApplicationProduct => ({
  ...product,
  position: 2,
  label: { ...label, id: 'other', ...fine },
  ...over,
});
ask('an ingredient in several products of a visit', [
  ['0.4 and 0.4 of 0.8 oz', 'open rate-within', () => onDay(labelRate, { ...barrier({}), beside: [same()] })],
  [
    '0.4 and 0.5 of 0.8 oz',
    'shut bolt over-at-once',
    () => onDay(labelRate, { ...barrier({}), beside: [same({ rate: oz(0.5) })] }),
  ],
  [
    'on spots of another name',
    'open rate-within',
    () =>
      onDay(labelRate, {
        ...barrier({}, { place: spots(10, 'a') }),
        beside: [same({ rate: oz(0.5), place: spots(10, 'b') })],
      }),
  ],
  [
    'another ingredient',
    'open rate-within',
    () => onDay(labelRate, { ...barrier({}), beside: [{ ...leafProduct, position: 2 }] }),
  ],
  [
    'under the rate, and over together: the law first',
    'shut bolt over-at-once',
    () => onDay(labelRate, { ...barrier({}, { rate: oz(0.1) }), beside: [same({ rate: oz(0.75) })] }),
  ],
  [
    'how much the other holds cannot be told',
    'shut bolt not-known',
    () =>
      onDay(labelRate, {
        ...barrier({}),
        beside: [
          same({
            label: { ...leafLabel, id: 'liquid', ingredients: label.ingredients },
            rate: rateOf(1, 'floz/1000sqft'),
          }),
        ],
      }),
  ],
]);
ask('no rate table', [
  [
    'a fertilizer without one',
    'open no-label-rate',
    () => onDay(labelRate, barrier({ kind: 'fertilizer', rates: [], ingredients: [] })),
  ],
  ['a herbicide without one', 'shut bolt turf-not-on-label', () => onDay(labelRate, barrier({ rates: [] }))],
  [
    'a fertilizer with one, above it',
    'shut bolt rate-over',
    () => onDay(labelRate, barrier({ kind: 'fertilizer' }, { rate: oz(0.9) })),
  ],
]);

test('of a mix the grass is named that the label lacks', () => {
  const turfTold = (turf: typeof zone.turf, mixedWith: typeof zone.mixedWith) => {
    const r = reasonOn(labelTurf, { ...barrier({}), zone: { ...zone, turf, mixedWith } });
    return [r.code, 'turf' in r && r.turf];
  };
  expect(turfTold('tall fescue', 'zoysiagrass')).toEqual(['turf-not-on-label', 'zoysiagrass']);
  expect(turfTold('zoysiagrass', 'tall fescue')).toEqual(['turf-not-on-label', 'zoysiagrass']);
  expect(turfTold('zoysiagrass', null)).toEqual(['turf-not-on-label', 'zoysiagrass']);
  expect(turfTold('tall fescue', null)).toEqual(['turf-on-label', 'tall fescue']);
});

const byCode = { rules: { ...rules, noticeByCode: true, noticeHours: 24 } };
const noticeAt = (over: Partial<GateContext>, day: Day, hour: number) => {
  const at = hourOf(day, hour);
  const { verdict } = spanAt(
    notice.hours!(context({ ...byCode, ...over }), { from: at, to: (at + 1) as typeof at }),
    at,
  )!;
  return [verdict.state, ...('strength' in verdict ? [verdict.strength] : []), verdict.reason.code].join(' ');
};
// local code: so many hours before
test('notice counts by the hour, is good for thirty days, and while there is time it may still be sent', () => {
  const tomorrow = addDays(today, 1);
  expect(noticeAt({}, tomorrow, 6)).toBe('shut bolt notice-not-sent');
  expect(noticeAt({}, tomorrow, 7)).toBe('ajar notice-to-send');
  const sent = seen({ noticeSent: hourOf(today, 6) });
  expect(noticeAt(sent, tomorrow, 5)).toBe('shut bolt notice-too-short');
  expect(noticeAt(sent, tomorrow, 6)).toBe('open notice-given');
  expect(noticeAt(sent, addDays(today, 29), 23)).toBe('open notice-given');
  expect(noticeAt(sent, addDays(today, 30), 0)).toBe('ajar notice-to-send');
  expect(noticeAt(seen({ noticeSent: hourOf(today, 6) }), today, 5)).toBe('shut bolt notice-not-sent');
  expect(noticeAt({ rules, zone: { ...zone, noticeHours: 24 } }, tomorrow, 6)).toBe(
    'shut latch notice-not-sent',
  );
  expect(noticeAt({ rules }, tomorrow, 6)).toBe('open no-notice-needed');
});

test('a split keeps the house\u2019s spacing, a sequence its own', () => {
  const source = (kind: 'split' | 'sequence') =>
    reasonOn(interval, { ...leaf({}, { tie: { ...secondOf(addDays(today, -60))!, kind } }) }).source;
  expect([source('split'), source('sequence')]).toEqual(['house rule', 'plan']);
});
