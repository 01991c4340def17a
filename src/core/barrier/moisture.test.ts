/** Water of the root zone as barriers feel it: by hand from the bucket's figures (FAO-56, from memory). Weather is invented. */
import { addDays, dayOf } from '@/core/calendar/day';
import { readRuns, sendRuns, type SoilRuns } from '@/core/ground/soil-runs';
import type { ZoneFacts } from '@/core/facts/facts';
import type { HourlyWeather } from '@/core/weather/series';
import { context } from '../../../tests/support/gate-context';
import { warmth, weighed } from './barrier';
import { withMoisture } from './moisture';

const FROM = dayOf(2024, 1, 1);
const TODAY = dayOf(2026, 7, 1);
const DAYS = TODAY - FROM;
/** Warm days; so many mm in the small hours of each of them. */
const observed = (rain: (day: number) => number): HourlyWeather => {
  const air = Float64Array.from(
    { length: DAYS * 24 },
    (_, h) => 20 - 8 * Math.cos(((h % 24) * Math.PI) / 12),
  );
  const wet = Float64Array.from({ length: DAYS * 24 }, (_, h) =>
    h % 24 < 4 ? rain(Math.floor(h / 24)) / 4 : 0,
  );
  return { from: FROM, air, rain: wet, wind: new Float64Array(DAYS * 24) };
};
const zone: ZoneFacts = {
  ...context().zone,
  texture: 'loam',
  turf: 'tall fescue',
  mixedWith: null,
  latitude: 40,
  irrigationPerHour: null,
};
const runs: SoilRuns = {
  from: addDays(TODAY, -100),
  climate: { coldest: 25, warmest: 205 },
  members: [new Float64Array(400).fill(20)],
};
const wetOf = (rain: (day: number) => number, over: object = {}) =>
  withMoisture(runs, observed(rain), { ...zone, ...over }, TODAY).wets?.[0];

/** Loam, 15 cm: 37.5 mm at field capacity, 23.25 of them for plants; usual is half of 0.4 of these less. */
const USUAL = 37.5 - (0.4 * 23.25) / 2;

test('soaked every day it is as usual and never more; without rain it falls to what plants cannot draw', () => {
  expect(Math.min(...Array.from(wetOf(() => 12)!))).toBe(1);
  const dry = Array.from(wetOf(() => 0)!);
  expect(dry.at(-1)).toBeCloseTo((37.5 - 23.25) / USUAL, 2);
  expect(dry[0]).toBeLessThan(0.5);
});

test('irrigation, and weather of less than a year, leave it as usual', () => {
  expect(wetOf(() => 0, { irrigationPerHour: 12 })).toBeUndefined();
  const short = { ...observed(() => 0), air: new Float64Array(24 * 200), rain: new Float64Array(24 * 200) };
  expect(withMoisture(runs, short, zone, TODAY).wets).toBeUndefined();
});

/** Dry up to 2025, soaked since 2026. */
const WET_YEAR = (day: number) => (day < dayOf(2026, 1, 1) - FROM ? 0 : 12);
const DRY = (37.5 - 23.25) / USUAL;
/** So many days ahead, what is left of today's water. */
const still = (days: number) => Math.exp(-days / 14);

test('behind us it is by the weather that was, ahead by the mean of the years on file, once today is forgotten', () => {
  const wet = wetOf(WET_YEAR)!;
  expect(wet[50]).toBe(1);
  // of a day in July two years are on file, both dry
  expect(wet[100 + 28]).toBeCloseTo(still(28) + (1 - still(28)) * DRY, 2);
  // of a day in March the mean of two dry ones and a wet one
  expect(wet[100 + 260]).toBeCloseTo((2 * DRY + 1) / 3, 2);
});

test('each member has the water of the year whose weather it takes; a generated one that of a year on file', () => {
  const flood = (day: number) => (day >= dayOf(2025, 1, 1) - FROM && day < dayOf(2026, 1, 1) - FROM ? 12 : 0);
  const three = { ...runs, members: [0, 0, 0].map(() => runs.members[0]!), years: [2024, 2025, null] };
  const { wets } = withMoisture(three, observed(flood), zone, TODAY);
  const inFall = wets!.map((w) => w[100 + 120]!);
  expect(inFall[0]).toBeCloseTo(DRY, 2);
  expect(inFall[1]).toBeCloseTo(1, 2);
  expect([inFall[0], inFall[1]]).toContain(inFall[2]);
});

test('dry soil keeps a barrier longer, by the power of Walker 1974 (published)', () => {
  const dry = withMoisture(
    runs,
    observed(() => 0),
    zone,
    TODAY,
  );
  const tau = weighed(dry, 'cold keeps it').taus[0]!;
  const day = tau[399]! - tau[398]!;
  expect(day).toBeCloseTo(warmth(20) * ((37.5 - 23.25) / USUAL) ** 0.7, 2);
  // months from the label know no water
  const plain = weighed(runs, 'months from the label').taus[0];
  expect(weighed(dry, 'months from the label').taus[0]).toEqual(plain);
});

test('it travels to the screen in 200ths', () => {
  const dry = withMoisture(
    runs,
    observed(() => 0),
    zone,
    TODAY,
  );
  const back = readRuns(sendRuns(dry));
  expect(Math.abs(back.wets![0]![300]! - dry.wets![0]![300]!)).toBeLessThanOrEqual(0.0025);
  expect(readRuns(sendRuns(runs)).wets).toBeNull();
});
