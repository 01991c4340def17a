/**
 * Questions with their right answers about local law, events, the sun's clock, the day's high, and limits that another
 * label sets. "Label" is what such labels say, "practice" is common practice without a source; both from memory.
 */
import { addDays, dayOf, parseMonthDay, stretchEnd } from '@/core/calendar/day';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import {
  ask,
  atHour,
  leaf,
  onDay,
  oz,
  reasonOn,
  seen,
  weather,
  weedAndFeed,
} from '../../../tests/support/ask';
import {
  entry,
  label,
  leafLabel,
  leafProduct,
  lately,
  outlook,
  rules,
  today,
  zone,
} from '../../../tests/support/gate-context';
import { airTemperature } from './air-temperature';
import { event } from './event';
import { growthStage } from './growth-stage';
import { nitrogen } from './nitrogen';
import { wind } from './wind';
import { yearLimit } from './year-limit';

// 18 March at 39° N: the sun rises about 6 by its own clock, so that dawn's still air may last to about 8
const stillAir = { ...leaf({}), forecast: weather({ mph: 2 }) };
ask('the sun keeps its own clock (astronomy)', [
  ['still air at 8, noon of the sun at 12', 'open calm', () => atHour(wind, stillAir, 8)],
  [
    'the same far west in its time zone, where the sun is 45 minutes late (86° W on the time of 75° W)',
    'ajar possible-inversion',
    () => atHour(wind, { ...stillAir, sunBehind: -5 + 86.2 / 15 }, 8),
  ],
  [
    'east in its zone the evening begins early',
    'ajar possible-inversion',
    () => atHour(wind, { ...stillAir, sunBehind: -0.5 }, 15),
  ],
  ['and at its meridian later', 'open calm', () => atHour(wind, stillAir, 15)],
]);

const twoParties = seen({
  events: [
    { on: addDays(today, 9), what: 'wedding' },
    { on: addDays(today, 3), what: 'party' },
  ],
});
// practice: nobody sprays on the day of a party, nor where it would not be dry by then
ask('each of several events counts', [
  [
    'the day of the nearer one',
    'shut latch event-that-day',
    () => onDay(event, twoParties, addDays(today, 3)),
  ],
  [
    'the day of the later one',
    'shut latch event-that-day',
    () => onDay(event, twoParties, addDays(today, 9)),
  ],
  [
    'the day before each',
    'shut latch no-dry-time-before-event',
    () => onDay(event, twoParties, addDays(today, 8)),
  ],
  ['between them', 'open no-event', () => onDay(event, twoParties, addDays(today, 5))],
]);

const dayMost = (most: number) => leaf({ air: { ...leafLabel.air, dayMost: most as never } });
const warmDay = weather({ air: (h) => (h % 24 === 15 ? 31 : 18) });
// label: some forbid a day on which it gets hotter than a limit, at whatever hour the work is done
ask("a limit of the day's high", [
  [
    'a cool morning before a hot afternoon',
    'shut bolt day-too-warm',
    () => atHour(airTemperature, { ...dayMost(30), forecast: warmDay }, 8),
  ],
  [
    'a day that stays under it',
    'open air-within',
    () => atHour(airTemperature, { ...dayMost(32), forecast: warmDay }, 8),
  ],
  [
    'exactly as hot as it',
    'open air-within',
    () => atHour(airTemperature, { ...dayMost(31), forecast: warmDay }, 8),
  ],
  [
    'no limit of the day',
    'open air-within',
    () => atHour(airTemperature, { ...leaf({}), forecast: warmDay }, 8),
  ],
  [
    'of a granule too',
    'shut bolt day-too-warm',
    () =>
      atHour(
        airTemperature,
        { ...weedAndFeed({ air: dayMost(30).product.label.air }), forecast: warmDay },
        8,
      ),
  ],
  [
    'the day as a whole',
    'shut bolt day-too-warm',
    () => onDay(airTemperature, { ...dayMost(30), forecast: warmDay }),
  ],
]);
test('where the forecast ends within the day, its high is not known', () => {
  const noon = weather({});
  const half = {
    ...noon,
    air: noon.air.slice(0, 12),
    rain: noon.rain.slice(0, 12),
    wind: noon.wind.slice(0, 12),
    rainChance: noon.rainChance.slice(0, 12),
  };
  expect(atHour(airTemperature, { ...dayMost(30), forecast: half }, 8)).toBe('ajar not-known');
});

const twice = (stage: string) => ({
  ...leaf(
    { after: [{ weed: 'smooth-crabgrass', upTo: 'mature', butNot: '2 to 4 tillers' }] },
    { targets: ['smooth-crabgrass'] },
  ),
  outlook: outlook({ p10: null, p50: null, p90: null }, addDays(today, -10)),
  ...seen({ stages: [{ weed: 'smooth-crabgrass', stage: stage as never, on: today }] }),
});
// label: quinclorac takes crabgrass small and well tillered, and fails in between (memory)
ask('a stage left out on the way', [
  ['a seedling', 'open stage-controlled', () => onDay(growthStage, twice('seedling'))],
  ['at one tiller', 'open stage-controlled', () => onDay(growthStage, twice('1 tiller'))],
  ['in between', 'shut latch between-stages', () => onDay(growthStage, twice('2 to 4 tillers'))],
  ['large', 'open stage-controlled', () => onDay(growthStage, twice('mature'))],
]);
test('what opens it is the next stage', () => {
  expect(reasonOn(growthStage, twice('2 to 4 tillers'))).toMatchObject({ again: 'mature' });
});

const kg = (lbPerAcre: number) => rateOf(lbPerAcre, 'lb/acre').rate as KilogramsPerHectare;
/** Another product of alpha, whose label sets 1 lb a.i./acre over all products. */
const strict = {
  ...label,
  id: 'strict',
  name: 'Strict 50 WG',
  ingredients: [{ ...label.ingredients[0]!, yearLimit: kg(1) }],
};
const freeLabel = {
  ...label,
  yearLimit: oz(2),
  ingredients: [{ ...label.ingredients[0]!, yearLimit: null }],
};
const asked = (ounces: number, over: object = {}) => ({
  product: {
    ...leafProduct,
    label: { ...freeLabel, ...over },
    rate: oz(ounces),
    use: 'pre-emergent' as const,
  },
});
// 0.4 oz/1,000 of 50 % is 0.54 lb a.i./acre. Label: "no more than … of this ingredient a year, from all products"
ask('a limit that another label sets holds for what comes after it', [
  ['nothing of the other is down', 'open within-year-limit', () => onDay(yearLimit, asked(0.4))],
  [
    'the other is down: 1.09 of its 1 lb',
    'shut bolt over-ingredient-limit',
    () => onDay(yearLimit, { ...asked(0.4), ledger: [entry(addDays(today, -60), 0.4, { label: strict })] }),
  ],
  [
    'less of both fits',
    'open within-year-limit',
    () => onDay(yearLimit, { ...asked(0.3), ledger: [entry(addDays(today, -60), 0.4, { label: strict })] }),
  ],
  [
    'it was down in the year before',
    'open within-year-limit',
    () => onDay(yearLimit, { ...asked(0.4), ledger: [entry(addDays(today, -120), 0.4, { label: strict })] }),
  ],
  [
    'the same, where the other label counts any twelve months',
    'shut bolt over-ingredient-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.4),
        ledger: [entry(addDays(today, -120), 0.4, { label: { ...strict, period: '12 months' } })],
      }),
  ],
  [
    'a year after it',
    'open within-year-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.4),
        ledger: [entry(addDays(today, -366), 0.4, { label: { ...strict, period: '12 months' } })],
      }),
  ],
  [
    'more than it allows, of a product that was down in another year: that limit holds for its own period',
    'open within-year-limit',
    () => onDay(yearLimit, { ...asked(0.8), ledger: [entry(addDays(today, -400), 0.1, { label: strict })] }),
  ],
  [
    'the same, any twelve months, three hundred days after it',
    'shut bolt over-ingredient-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.8),
        ledger: [entry(addDays(today, -300), 0.1, { label: { ...strict, period: '12 months' } })],
      }),
  ],
  [
    'and four hundred days after it',
    'open within-year-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.8),
        ledger: [entry(addDays(today, -400), 0.1, { label: { ...strict, period: '12 months' } })],
      }),
  ],
  [
    'it is planned for later this year',
    'shut bolt over-ingredient-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.4),
        ledger: [entry(addDays(today, 100), 0.4, { label: strict, status: 'planned' })],
      }),
  ],
  [
    'it goes down beside it',
    'shut bolt over-ingredient-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.4),
        beside: [{ ...leafProduct, position: 2, label: strict, rate: oz(0.4) }],
      }),
  ],
  [
    "an older label of the same product sets one: today's counts",
    'open within-year-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.4),
        ledger: [entry(addDays(today, -60), 0.4, { label: { ...strict, id: label.id } })],
      }),
  ],
  [
    'of another ingredient',
    'open within-year-limit',
    () =>
      onDay(yearLimit, {
        ...asked(0.4),
        ledger: [
          entry(addDays(today, -60), 0.4, {
            label: { ...strict, ingredients: [{ ...strict.ingredients[0]!, name: 'gamma' }] },
          }),
        ],
      }),
  ],
]);
test('the reason names whose limit it is', () => {
  const ledger = [entry(addDays(today, -60), 0.4, { label: strict })];
  expect(reasonOn(yearLimit, { ...asked(0.4), ledger })).toMatchObject({
    setBy: 'Strict 50 WG',
    limit: kg(1),
  });
});

const ban = { ...rules, fertilizerBan: { from: { month: 11, date: 15 }, to: { month: 4, date: 1 } } };
const byTest = { ...rules, phosphorusByTest: true };
const feed = (p: number) => ({
  ...weedAndFeed({ analysis: { n: 0.1, p, k: 0 } }),
  outlook: outlook({ p10: null, p50: null, p90: null }),
  recent: lately(0),
});
const soilTest = (isWanted: boolean, on = addDays(today, -100)) => seen({ phosphorus: { isWanted, on } });
// from memory: several states close the winter to fertilizer, and allow phosphorus on new turf or by a soil test alone
ask('local law on fertilizer', [
  [
    'inside the closed season',
    'shut bolt fertilizer-banned',
    () => onDay(nitrogen, { ...feed(0), rules: ban }, today),
  ],
  [
    'on its last day',
    'shut bolt fertilizer-banned',
    () => onDay(nitrogen, { ...feed(0), rules: ban }, dayOf(2027, 4, 1)),
  ],
  [
    'a product without fertilizer',
    'open no-nitrogen',
    () => onDay(nitrogen, { ...leaf({}), rules: ban }, today),
  ],
  [
    'potash alone is not what the law means',
    'open no-nitrogen',
    () => onDay(nitrogen, { ...weedAndFeed({ analysis: { n: 0, p: 0, k: 0.2 } }), rules: ban }, today),
  ],
  [
    'phosphate where nobody has tested the soil',
    'shut bolt phosphorus-not-wanted',
    () => onDay(nitrogen, { ...feed(0.05), rules: byTest }),
  ],
  [
    'where a test says there is enough',
    'shut bolt phosphorus-not-wanted',
    () => onDay(nitrogen, { ...feed(0.05), rules: byTest, ...soilTest(false) }),
  ],
  [
    'where a test asked for it four years ago',
    'shut bolt phosphorus-not-wanted',
    () => onDay(nitrogen, { ...feed(0.05), rules: byTest, ...soilTest(true, addDays(today, -1500)) }),
  ],
  [
    'phosphate on its own is fertilizer too',
    'shut bolt fertilizer-banned',
    () => onDay(nitrogen, { ...weedAndFeed({ analysis: { n: 0, p: 0.05, k: 0 } }), rules: ban }, today),
  ],
]);
test.each([
  ['a test asks for it', feed(0.05), soilTest(true)],
  ['turf was sown a month ago', feed(0.05), seen({ seededOn: addDays(today, -30) })],
  ['a test of the same day asks for it', feed(0.05), soilTest(true, today)],
  ['a test of three years ago to the day asks for it', feed(0.05), soilTest(true, addDays(today, -1095))],
  ['turf was sown sixty days ago', feed(0.05), seen({ seededOn: addDays(today, -60) })],
  ['it carries none', feed(0), {}],
  [
    'new turf is planned',
    { ...feed(0.05), zone: { ...zone, seedings: [{ on: addDays(today, 20), kind: 'seed' as const }] } },
    {},
  ],
])('law lets phosphorus be where %s', (_, product, what) => {
  expect(onDay(nitrogen, { ...product, rules: byTest, ...what })).not.toContain('phosphorus');
});

test.each([
  ['2026-11-14', null],
  ['2026-11-15', '2027-04-01'],
  ['2027-01-01', '2027-04-01'],
  ['2027-04-01', '2027-04-01'],
  ['2027-04-02', null],
])('the closed season across the new year on %s', (day, until) => {
  const [from, to] = [parseMonthDay('11-15')!, parseMonthDay('04-01')!];
  const at = (text: string) => dayOf(...(text.split('-').map(Number) as [number, number, number]));
  expect(stretchEnd(at(day), from, to)).toBe(until === null ? null : at(until));
});
test.each(['11-31', '13-01', 'winter', ''])('"%s" is no day of a year', (text) => {
  expect(parseMonthDay(text)).toBeNull();
});
test('a day of the year is shown as it is typed', () => {
  expect(parseMonthDay('02-29')).toEqual({ month: 2, date: 29 });
});
