/**
 * Questions with their right answers: cases in which a gate once stood open where it must not, or shut where the work is
 * right, with the reason beside each. "Label" is what such labels say, "practice" is common practice without a source;
 * both from memory.
 */
import { addDays } from '@/core/calendar/day';
import { metres } from '@/core/units/quantity';
import { fromFahrenheit, fromMilesPerHour } from '@/core/units/trade';
import {
  entry,
  label,
  leafLabel,
  lately,
  means,
  outlook,
  product,
  rules,
  spots,
  today,
  zone,
} from '../../../tests/support/gate-context';
import {
  putToApi,
  oz,
  onDay,
  atHour,
  weather,
  leaf,
  barrier,
  weedAndFeed,
  seen,
  bermuda,
  dormantOnly,
  soilAt,
  ask,
} from '../../../tests/support/ask';
import { airTemperature } from './air-temperature';
import { frost } from './frost';
import { interval } from './interval';
import { leafWetness } from './leaf-wetness';
import { licence } from './licence';
import { mowing } from './mowing';
import { nitrogen } from './nitrogen';
import { rainFree } from './rain-free';
import { seedingAhead } from './seeding-ahead';
import { setback } from './setback';
import { soilLine } from './soil-line';
import { soilWater } from './soil-water';
import { turfState } from './turf-state';
import { wateringIn } from './watering-in';
import { wind } from './wind';
import { yearLimit } from './year-limit';

// label: "apply only when fully dormant". Looking is the only way to know (practice)
ask('dormant turf alone', [
  [
    'November, soil falling through 15.5 °C, nobody looked',
    'shut bolt not-known',
    () => onDay(turfState, { ...dormantOnly, zone: bermuda, outlook: soilAt(15.5, 0.15) }),
  ],
  [
    'February, soil at 4 °C, nobody looked',
    'shut bolt not-known',
    () => onDay(turfState, { ...dormantOnly, zone: bermuda, outlook: soilAt(4) }),
  ],
  [
    'seen 95 % green 25 days ago',
    'shut bolt not-known',
    () =>
      onDay(turfState, {
        ...dormantOnly,
        zone: bermuda,
        outlook: soilAt(15.5),
        ...seen({ green: { share: 0.95, on: addDays(today, -25) } }),
      }),
  ],
  [
    'seen 95 % green 3 days ago',
    'shut bolt must-be-dormant',
    () =>
      onDay(turfState, {
        ...dormantOnly,
        zone: bermuda,
        outlook: soilAt(4),
        ...seen({ green: { share: 0.95, on: addDays(today, -3) } }),
      }),
  ],
  [
    'seen dormant 3 days ago',
    'open turf-dormant',
    () =>
      onDay(turfState, {
        ...dormantOnly,
        zone: bermuda,
        outlook: soilAt(4),
        ...seen({ green: { share: 0, on: addDays(today, -3) } }),
      }),
  ],
  [
    'seen dormant 10 days ago',
    'open turf-dormant',
    () =>
      onDay(turfState, {
        ...dormantOnly,
        zone: bermuda,
        outlook: null,
        ...seen({ green: { share: 0.05, on: addDays(today, -10) } }),
      }),
  ],
  [
    'seen dormant 11 days ago',
    'shut bolt not-known',
    () =>
      onDay(turfState, {
        ...dormantOnly,
        zone: bermuda,
        outlook: soilAt(4),
        ...seen({ green: { share: 0, on: addDays(today, -11) } }),
      }),
  ],
  [
    'no outlook and nobody looked',
    'shut bolt not-known',
    () => onDay(turfState, { ...dormantOnly, zone: bermuda, outlook: null }),
  ],
  [
    'a row of that kind on cool-season turf',
    'shut bolt must-be-dormant',
    () =>
      onDay(turfState, {
        ...leaf({ rates: [{ ...leafLabel.rates[0]!, dormancy: 'dormant only' }] }),
        ...seen({ green: { share: 0, on: today } }),
      }),
  ],
]);

// bermudagrass keeps its green until frost and soil near 10 °C (practice)
ask('green-up and autumn are two things', [
  [
    'soil falling through 15 °C in autumn: still green',
    'open turf-green',
    () =>
      onDay(turfState, {
        ...leaf({ rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass' }] }),
        zone: bermuda,
        outlook: soilAt(15, 0.15),
      }),
  ],
  [
    'soil rising through 17 °C in spring: part green',
    'shut latch part-green',
    () =>
      onDay(turfState, {
        ...leaf({ rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass' }] }),
        zone: bermuda,
        outlook: soilAt(17, -0.15),
      }),
  ],
  [
    'soil falling through 8 °C: part green',
    'shut latch part-green',
    () =>
      onDay(turfState, {
        ...leaf({ rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass' }] }),
        zone: bermuda,
        outlook: soilAt(8, 0.15),
      }),
  ],
]);

// a figure that the label sets counts whatever the formulation or the tick (label)
ask('a typed figure counts', [
  [
    'weed-and-feed with 24 rain-free hours, rain at 15 h',
    'shut bolt rain-inside',
    () =>
      atHour(
        rainFree,
        { ...weedAndFeed({ rainFreeHours: 24 }), forecast: weather({ rain: (h) => (h === 15 ? 2 : 0) }) },
        9,
      ),
  ],
  [
    'weed-and-feed with a wind limit of 10 mph, wind 18',
    'shut bolt windy',
    () =>
      onDay(wind, { ...weedAndFeed({ windLimit: fromMilesPerHour(10) }), forecast: weather({ mph: 18 }) }),
  ],
  [
    'the same in 6 mph',
    'open calm',
    () => onDay(wind, { ...weedAndFeed({ windLimit: fromMilesPerHour(10) }), forecast: weather({ mph: 6 }) }),
  ],
  [
    'a granule whose label sets no wind limit',
    'open granule',
    () => onDay(wind, { ...barrier({ formulation: 'G' }), forecast: weather({ mph: 18 }) }),
  ],
  [
    'post-emergent spray whose tick is missing, 6 rain-free hours, rain inside',
    'shut bolt rain-inside',
    () =>
      atHour(
        rainFree,
        {
          ...leaf({ onLeaf: false, rainFreeHours: 6 }),
          forecast: weather({ rain: (h) => (h === 12 ? 2 : 0) }),
        },
        9,
      ),
  ],
  [
    'the same without the figure',
    'shut bolt not-known',
    () => atHour(rainFree, leaf({ onLeaf: false, rainFreeHours: null, none: [] }), 9),
  ],
  [
    'a barrier without rain-free hours does not ask',
    'open no-rain-free-hours-needed',
    () => atHour(rainFree, {}, 9),
  ],
  [
    'weed-and-feed without rain-free hours',
    'shut bolt not-known',
    () => atHour(rainFree, weedAndFeed({ rainFreeHours: null, none: [] }), 9),
  ],
  [
    'post-emergent spray whose tick is missing, 97 °F',
    'shut latch air-too-warm',
    () =>
      atHour(
        airTemperature,
        {
          ...leaf({ onLeaf: false, air: { least: null, most: null, dayMost: null } }),
          forecast: weather({ air: () => fromFahrenheit(97) }),
        },
        12,
      ),
  ],
  [
    'and on turf under drought',
    'shut latch turf-stressed',
    () =>
      onDay(turfState, { ...leaf({ onLeaf: false }), ...seen({ stress: { kind: 'drought', on: today } }) }),
  ],
  [
    'a barrier product used post-emergent is not watered in',
    'open no-watering-in-needed',
    () => onDay(wateringIn, leaf({ inSoil: true, wateringIn: label.wateringIn })),
  ],
  [
    'as a spring barrier it is',
    'shut latch too-little-rain',
    () => onDay(wateringIn, { forecast: weather({}) }),
  ],
]);

// granules that work through the leaf stick to a moist one (label)
ask('leaf-active granules want a moist leaf', [
  [
    'after rain three hours ago',
    'open leaf-moist',
    () =>
      atHour(leafWetness, { ...weedAndFeed({}), forecast: weather({ rain: (h) => (h === 9 ? 1 : 0) }) }, 12),
  ],
  [
    'in the dew of the morning',
    'open leaf-moist',
    () => atHour(leafWetness, { ...weedAndFeed({}), forecast: weather({}) }, 7),
  ],
  [
    'on a dry leaf in the afternoon',
    'shut latch leaf-too-dry',
    () => atHour(leafWetness, { ...weedAndFeed({}), forecast: weather({}) }, 15),
  ],
  [
    'while it rains',
    'ajar leaf-dripping',
    () =>
      atHour(leafWetness, { ...weedAndFeed({}), forecast: weather({ rain: (h) => (h === 12 ? 1 : 0) }) }, 12),
  ],
  [
    'plain fertilizer in the dew',
    'ajar dew-likely',
    () =>
      atHour(
        leafWetness,
        { ...barrier({ formulation: 'G', analysis: { n: 0.2, p: 0, k: 0 } }), forecast: weather({}) },
        7,
      ),
  ],
  [
    'plain fertilizer on a dry leaf',
    'open leaf-dry',
    () =>
      atHour(
        leafWetness,
        { ...barrier({ formulation: 'G', analysis: { n: 0.2, p: 0, k: 0 } }), forecast: weather({}) },
        15,
      ),
  ],
]);

// the stricter house never makes the law liftable, the laxer house never opens it (the project's rule)
const houseWind = (mph: number) => ({
  rules: { ...rules, windLimit: fromMilesPerHour(mph), windCaution: fromMilesPerHour(mph) },
});
const labelWind = leaf({ windLimit: fromMilesPerHour(10) });
ask('two limits of one thing are two verdicts', [
  [
    'label 10, house 8, wind 15',
    'shut bolt windy',
    () => onDay(wind, { ...labelWind, ...houseWind(8), forecast: weather({ mph: 15 }) }),
  ],
  [
    'label 10, house 10, wind 15',
    'shut bolt windy',
    () => onDay(wind, { ...labelWind, ...houseWind(10), forecast: weather({ mph: 15 }) }),
  ],
  [
    'label 10, house 8, wind 9',
    'shut latch windy',
    () => onDay(wind, { ...labelWind, ...houseWind(8), forecast: weather({ mph: 9 }) }),
  ],
  [
    'label 10, house 15, wind 12',
    'shut bolt windy',
    () => onDay(wind, { ...labelWind, ...houseWind(15), forecast: weather({ mph: 12 }) }),
  ],
  [
    'label 10, house 15, wind 9',
    'open calm',
    () => onDay(wind, { ...labelWind, ...houseWind(15), forecast: weather({ mph: 9 }) }),
  ],
  [
    'no label limit, house 8, wind 9',
    'shut latch windy',
    () => onDay(wind, { ...houseWind(8), forecast: weather({ mph: 9 }) }),
  ],
  [
    'by the hour too: label 10, house 8, wind 15',
    'shut bolt windy',
    () => atHour(wind, { ...labelWind, ...houseWind(8), forecast: weather({ mph: 15 }) }, 12),
  ],
  [
    'label 95 °F, house 90 °F, air 94 °F',
    'shut latch air-too-warm',
    () =>
      atHour(
        airTemperature,
        {
          ...leaf({ air: { least: null, most: fromFahrenheit(95), dayMost: null } }),
          forecast: weather({ air: () => fromFahrenheit(94) }),
        },
        12,
      ),
  ],
  [
    'label 95 °F, air 96 °F',
    'shut bolt air-too-warm',
    () =>
      atHour(
        airTemperature,
        {
          ...leaf({ air: { least: null, most: fromFahrenheit(95), dayMost: null } }),
          forecast: weather({ air: () => fromFahrenheit(96) }),
        },
        12,
      ),
  ],
  [
    'label 85 °F, house 90 °F, air 87 °F',
    'shut bolt air-too-warm',
    () =>
      atHour(
        airTemperature,
        {
          ...leaf({ air: { least: null, most: fromFahrenheit(85), dayMost: null } }),
          forecast: weather({ air: () => fromFahrenheit(87) }),
        },
        12,
      ),
  ],
  [
    'a barrier on a label without limits, 97 °F',
    'open no-air-limit',
    () => atHour(airTemperature, { forecast: weather({ air: () => fromFahrenheit(97) }) }, 12),
  ],
]);

// rain washes off by its sum over the label's hours (practice)
const drizzle = (mm: number, chance = 1) => ({
  ...leaf({ rainFreeHours: 8 }),
  forecast: weather({ rain: (h) => (h >= 10 && h < 19 ? mm : 0), chance: () => chance }),
});
ask('rain inside the hours counts by its sum', [
  ['nine hours of 0.19 mm, certain', 'shut bolt rain-inside', () => atHour(rainFree, drizzle(0.19), 9)],
  ['nine hours of 0.01 mm', 'open dry-long-enough', () => atHour(rainFree, drizzle(0.01), 9)],
  [
    'a day’s 4.5 mm spread over its hours',
    'shut bolt rain-inside',
    () => atHour(rainFree, { ...leaf({}), forecast: weather({ rain: () => 4.5 / 24 }) }, 9),
  ],
  ['a thunderstorm at 39 %', 'ajar rain-possible', () => atHour(rainFree, drizzle(8, 0.39), 9)],
  ['a thunderstorm at 16 %', 'ajar rain-possible', () => atHour(rainFree, drizzle(8, 0.16), 9)],
  ['a shower at 10 %', 'open dry-long-enough', () => atHour(rainFree, drizzle(8, 0.1), 9)],
  [
    'dry until the hours are over',
    'open dry-long-enough',
    () =>
      atHour(
        rainFree,
        { ...leaf({ rainFreeHours: 6 }), forecast: weather({ rain: (h) => (h >= 16 ? 5 : 0) }) },
        9,
      ),
  ],
]);

// the whole dose decides how long seed waits (label: waits go by the rate in the ground)
const seedIn = (days: number) => ({
  zone: { ...zone, seedings: [{ on: addDays(today, days), kind: 'seed' as const }] },
});
const half = (ago: number) => entry(addDays(today, -ago), 0.4);
ask('seed waits for all that lies in the ground', [
  [
    '0.4 oz alone, seed in 130 days: its wait is 120',
    'open clear-by-seeding',
    () => onDay(seedingAhead, seedIn(130)),
  ],
  [
    'the second 0.4 oz, 40 days after the first: 0.8 oz waits 200',
    'shut bolt blocks-seeding',
    () => onDay(seedingAhead, { ...seedIn(130), ledger: [half(40)] }),
  ],
  [
    'the same with seed in 210 days',
    'open clear-by-seeding',
    () => onDay(seedingAhead, { ...seedIn(210), ledger: [half(40)] }),
  ],
  [
    'the first half is past its own wait',
    'open clear-by-seeding',
    () => onDay(seedingAhead, { ...seedIn(130), ledger: [half(121)] }),
  ],
  [
    'what lies on other spots does not count',
    'open clear-by-seeding',
    () =>
      onDay(seedingAhead, {
        ...seedIn(130),
        product: { ...product, place: spots(20, 'front') },
        ledger: [{ ...half(40), ground: 'back' }],
      }),
  ],
  [
    'three doses are more than the sheet tells of',
    'shut bolt not-known',
    () => onDay(seedingAhead, { ...seedIn(130), ledger: [half(40), half(80)] }),
  ],
  [
    'the day after the planned seeding, nobody has said it is sown',
    'shut bolt not-known',
    () => onDay(seedingAhead, seedIn(-1)),
  ],
]);

// what nobody looked for is not "none"
const pond = barrier({ setbacks: [{ from: 'pond', distance: metres(20) }] });
type Near = readonly [kind: 'pond' | 'drain' | 'well', distance: number | null];
const waters = (...near: readonly Near[]) => ({
  zone: { ...zone, waters: near.map(([kind, m]) => ({ kind, distance: m === null ? null : metres(m) })) },
});
const nobodyLooked = { zone: { ...zone, waters: null } };
ask('water near by', [
  ['nobody has looked', 'shut bolt not-known', () => onDay(setback, { ...pond, ...nobodyLooked })],
  [
    'nobody has looked, and the label keeps from no water',
    'open no-setback',
    () => onDay(setback, { ...barrier({}), ...nobodyLooked }),
  ],
  [
    'a drain beyond its 10 ft, and a well inside its 50',
    'shut bolt inside-setback',
    () =>
      onDay(setback, {
        ...barrier({
          setbacks: [
            { from: 'well', distance: metres(15.2) },
            { from: 'drain', distance: metres(3) },
          ],
        }),
        ...waters(['drain', 4], ['well', 9]),
      }),
  ],
  ['somebody looked, and there is none', 'open no-setback', () => onDay(setback, { ...pond, ...waters() })],
  [
    'a pond inside the label’s distance',
    'shut bolt inside-setback',
    () => onDay(setback, { ...pond, ...waters(['pond', 19]) }),
  ],
  [
    'a pond whose distance nobody measured',
    'shut bolt not-known',
    () => onDay(setback, { ...pond, ...waters(['pond', null]) }),
  ],
  ['a pond beyond it', 'open beyond-setback', () => onDay(setback, { ...pond, ...waters(['pond', 20]) })],
  ['a label that keeps from nothing', 'open no-setback', () => onDay(setback, {})],
]);

// 40 CFR 171: restricted use needs certification in its category (from memory)
const rup = barrier({ restrictedUse: true, category: null });
const papers = (categories: readonly string[]) => ({
  means: { ...means, licences: [{ person: 'Pat', categories, validTo: addDays(today, 90) }] },
});
ask('licences', [
  [
    'restricted use, no category on the sheet, licence of another',
    'shut bolt not-known',
    () => onDay(licence, { ...rup, ...papers(['public health']) }),
  ],
  [
    'restricted use, no category, licence without one',
    'shut bolt not-known',
    () => onDay(licence, { ...rup, ...papers([]) }),
  ],
  [
    'a category, and a licence without one',
    'shut bolt no-valid-licence',
    () => onDay(licence, { ...barrier({ category: 'turf' }), ...papers([]) }),
  ],
  [
    'general use, no category',
    'ajar not-known',
    () => onDay(licence, { ...barrier({ category: null }), ...papers(['turf']) }),
  ],
  [
    'the category is held',
    'open licensed',
    () => onDay(licence, { ...barrier({ restrictedUse: true, category: 'turf' }), ...papers(['turf']) }),
  ],
]);

// reach-back ends with the seedling's size (label: "up to 1 tiller" and the like)
const early = {
  ...barrier(
    { reachesBack: true, after: [{ weed: 'smooth-crabgrass', upTo: '1 tiller' }] },
    { targets: ['smooth-crabgrass'] },
  ),
};
const crossedAgo = (days: number) => ({
  outlook: outlook({ p10: null, p50: null, p90: null }, addDays(today, -days)),
});
ask('reach-back is held to its stage', [
  [
    'ten days after the line, nobody looked',
    'ajar line-crossed',
    () => onDay(soilLine, { ...early, ...crossedAgo(10) }),
  ],
  [
    '40 days after it: two to four tillers by then',
    'shut latch past-stage',
    () => onDay(soilLine, { ...early, ...crossedAgo(40) }),
  ],
  [
    'seen mature',
    'shut latch past-stage',
    () =>
      onDay(soilLine, {
        ...early,
        ...crossedAgo(10),
        ...seen({ stages: [{ weed: 'smooth-crabgrass', stage: 'mature', on: today }] }),
      }),
  ],
  [
    'seen as a seedling',
    'ajar line-crossed',
    () =>
      onDay(soilLine, {
        ...early,
        ...crossedAgo(10),
        ...seen({ stages: [{ weed: 'smooth-crabgrass', stage: 'seedling', on: today }] }),
      }),
  ],
  ['no reach-back: shut by the line alone', 'shut latch line-crossed', () => onDay(soilLine, crossedAgo(10))],
  [
    'next year, ten days after its own line: last summer’s plants are no matter',
    'ajar line-likely-crossed',
    () => {
      const p50 = addDays(today, 375);
      const o = crossedAgo(10).outlook;
      const next = { ...o.next, dates: { p10: p50, p50, p90: p50 } };
      return onDay(soilLine, { ...early, outlook: { ...o, next } }, addDays(today, 385));
    },
  ],
  [
    'a sheet that names no stage: seedlings and no more',
    'shut latch past-stage',
    () => onDay(soilLine, { ...barrier({ reachesBack: true, after: [] }), ...crossedAgo(25) }),
  ],
  [
    // annual bluegrass of last fall is grown in April: it is none of the spring use's weeds
    'where no target is named, weeds of another season do not count',
    'ajar line-crossed',
    () =>
      onDay(soilLine, {
        ...barrier({
          reachesBack: true,
          before: ['smooth-crabgrass', 'annual-bluegrass'],
          after: [{ weed: 'smooth-crabgrass', upTo: '1 tiller' }],
        }),
        ...crossedAgo(10),
      }),
  ],
]);

// frozen and snow-covered ground (label: "do not apply to frozen ground"; thaw: practice)
const frozenWeeks = { ...lately(0), air: new Float64Array(40 * 24).fill(-12) };
const snowFell = (daysAgo: number, air: number) => {
  const w = { ...lately(0), air: new Float64Array(40 * 24).fill(air) };
  w.rain[(40 - daysAgo) * 24] = 24;
  return w;
};
const bare = { outlook: soilAt(5) };
ask('frost, snow, frozen ground', [
  [
    '40 days at −12 °C, no outlook, +1 °C now',
    'ajar not-known',
    () => atHour(frost, { outlook: null, recent: frozenWeeks, forecast: weather({ air: () => 1 }) }, 12),
  ],
  [
    '24 mm of snow water four days ago, never thawed',
    'shut latch snow',
    () => atHour(frost, { ...bare, recent: snowFell(4, -6), forecast: weather({ air: () => 1.5 }) }, 9),
  ],
  [
    'the same after two warm weeks',
    'open no-frost',
    () => {
      const w = snowFell(20, -6);
      w.air.fill(10, 25 * 24);
      return atHour(frost, { ...bare, recent: w, forecast: weather({ air: () => 12 }) }, 12);
    },
  ],
  [
    '−3 °C until eight, at eight',
    'ajar frost-in-air',
    () => atHour(frost, { ...bare, forecast: weather({ air: (h) => (h < 8 ? -3 : 4) }) }, 8),
  ],
  [
    'and at ten',
    'open no-frost',
    () => atHour(frost, { ...bare, forecast: weather({ air: (h) => (h < 8 ? -3 : 4) }) }, 10),
  ],
  [
    'mild weeks, no outlook',
    'open no-frost',
    () => atHour(frost, { outlook: null, forecast: weather({}) }, 12),
  ],
]);

// a barrier is carried in by water that comes after it (label); rain is weighed by its chance (practice)
const rainAt = (at: number, mm: number, chance = 1) => ({
  forecast: weather({ rain: (h) => (h === at ? mm : 0), chance: () => chance }),
});
ask('water into the soil', [
  ['13 mm fell before the work began', 'shut latch too-little-rain', () => onDay(wateringIn, rainAt(3, 13))],
  ['13 mm on the third day', 'open rain-waters-in', () => onDay(wateringIn, { ...rainAt(60, 13) })],
  ['14 mm at 10 %', 'shut latch too-little-rain', () => onDay(wateringIn, rainAt(60, 14, 0.1))],
  [
    '20 mm in an hour on clay loam at 2 am, after the work',
    'ajar storm-runs-off',
    () => onDay(wateringIn, rainAt(26, 20)),
  ],
  [
    'irrigation brings it',
    'open irrigation-waters-in',
    () => onDay(wateringIn, { forecast: weather({}), zone: { ...zone, irrigationPerHour: 10 as never } }),
  ],
  [
    'a soil with less room than the half inch of its watering-in',
    'ajar soil-wet',
    () => onDay(soilWater, { recent: lately(2), forecast: weather({}) }),
  ],
  ['a dry soil', 'open soil-takes-water', () => onDay(soilWater, { forecast: weather({}) })],
]);

// one key for a substance (chemistry): spelling opens no limit
const spelt = (name: string) => ({
  ...label,
  id: name,
  ingredients: [{ ...label.ingredients[0]!, name, yearLimit: 1.2 as never }],
});
ask('one substance under two spellings', [
  [
    'prodiamine after Prodiamine: over the year’s limit',
    'shut bolt over-ingredient-limit',
    () =>
      onDay(yearLimit, {
        product: { ...product, label: spelt('prodiamine'), rate: oz(0.7) },
        ledger: [entry(addDays(today, -70), 0.7, { label: spelt('Prodiamine') })],
      }),
  ],
  [
    'and too soon',
    'shut bolt too-soon-after',
    () =>
      onDay(interval, {
        product: { ...product, label: spelt('prodiamine') },
        ledger: [entry(addDays(today, -7), 0.4, { label: spelt('Prodiamine ') })],
      }),
  ],
  [
    'a salt after its acid',
    'shut bolt too-soon-after',
    () =>
      onDay(interval, {
        product: { ...product, label: spelt('2,4-D dimethylamine salt') },
        ledger: [entry(addDays(today, -7), 0.4, { label: spelt('2,4-d') })],
      }),
  ],
  [
    'another substance',
    'open nothing-before',
    () =>
      onDay(interval, {
        product: { ...product, label: spelt('dithiopyr') },
        ledger: [entry(addDays(today, -7), 0.4, { label: spelt('Prodiamine') })],
      }),
  ],
  [
    'both in one tank',
    'shut bolt over-ingredient-limit',
    () =>
      onDay(yearLimit, {
        product: { ...product, label: spelt('prodiamine'), rate: oz(0.7) },
        beside: [{ ...product, position: 2, label: spelt('Prodiamine'), rate: oz(0.7) }],
      }),
  ],
]);

// a limit per acre holds on the ground that is treated (label)
ask('spots', [
  [
    'the fifth dose on the same spots',
    'shut bolt over-year-limit',
    () =>
      onDay(yearLimit, {
        product: { ...product, place: spots(10, 'back'), rate: oz(0.4) },
        ledger: [1, 2].map((n) =>
          entry(addDays(today, -30 * n), 0.4, { share: 0.02, ground: 'back', id: `s${n}` }),
        ),
      }),
  ],
  [
    'as many on other spots',
    'open within-year-limit',
    () =>
      onDay(yearLimit, {
        product: { ...product, place: spots(10, 'front'), rate: oz(0.4) },
        ledger: [1, 2].map((n) =>
          entry(addDays(today, -30 * n), 0.4, { share: 0.02, ground: 'back', id: `s${n}` }),
        ),
      }),
  ],
]);

// days since mowing are counted as labels count them: mown on Tuesday, one day, Wednesday (label)
const mown = (ago: number) => seen({ mownOn: addDays(today, -ago) });
const oneDay = leaf({ mowing: { beforeDays: 1, afterDays: 1 } });
ask('mowing', [
  ['nobody wrote down a mowing, the label asks for a day', 'ajar not-known', () => onDay(mowing, oneDay)],
  ['mown this morning', 'shut latch mown-too-recently', () => onDay(mowing, { ...oneDay, ...mown(0) })],
  ['mown yesterday', 'open mown-long-enough-ago', () => onDay(mowing, { ...oneDay, ...mown(1) })],
  ['a barrier that asks for nothing', 'open no-mowing-rule', () => onDay(mowing, {})],
]);

// nitrogen burns cool-season turf in heat; warm-season turf grows in it (practice)
const feed = (turf: 'bermudagrass' | 'tall fescue') => ({
  ...barrier({ formulation: 'G', analysis: { n: 0.1, p: 0, k: 0 }, rates: [{ ...label.rates[0]!, turf }] }),
  zone: { ...zone, turf },
  outlook: soilAt(27.5),
  ...seen({ green: { share: 1, on: today } }),
});
ask('nitrogen in heat', [
  ['bermudagrass, soil at 81 °F', 'open nitrogen-fits', () => onDay(nitrogen, feed('bermudagrass'))],
  [
    'tall fescue, soil at 81 °F',
    'shut latch soil-too-warm-for-nitrogen',
    () => onDay(nitrogen, feed('tall fescue')),
  ],
]);

test('a good part of these questions was put to the HTTP interface too, and answered alike', () => {
  if (!process.env['CORE_ALONE']) expect(putToApi()).toBeGreaterThanOrEqual(60);
});
