/**
 * The range of the hold against what then comes: synthetic station-years of four climates, each left out of its own
 * ensemble in turn, with its own soil, its own water, and a product as far off its promise as the model says that products
 * are. Weather is made here; the soil is the air, smoothed.
 */
import { addDays, dayOf, inYear } from '@/core/calendar/day';
import { climateOfYears } from '@/core/ground/ensemble';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { normal, randomFrom } from '@/core/weather/random';
import type { HourlyWeather } from '@/core/weather/series';
import { CITY, COAST, MIDDLE, NORTH, airOf, type Climate } from '../../../tests/support/climates';
import { zone } from '../../../tests/support/gate-context';
import { strengthOf, weighed, type Dose, type Strength } from './barrier';
import { holdOn } from './hold';
import { withMoisture } from './moisture';

const YEAR = 2027;
const YEARS = 20;
const kg = (x: number) => x as KilogramsPerHectare;
const STRENGTH = strengthOf([{ rate: kg(1.6), months: 6 }], kg(0.35), {
  halfLife: { days: 60, basis: 'laboratory at 20 °C' },
  low: null,
})!;

/** Daily means of the air, smoothed over about two weeks: near enough to the soil at two inches. */
function soilOf({ air }: HourlyWeather): Float64Array {
  const days = air.length / 24;
  const out = new Float64Array(days);
  let kept = air.subarray(0, 24).reduce((a, b) => a + b) / 24;
  for (let d = 0; d < days; d++) {
    const mean = air.subarray(d * 24, d * 24 + 24).reduce((a, b) => a + b) / 24;
    kept += (mean - kept) / 5;
    out[d] = kept;
  }
  return out;
}

/** Of each year of a station: what its hold was told to be, and what it came to. */
function casesOf(climate: Climate, seed: number) {
  const weather = airOf(climate, YEAR, { before: YEARS, seed, wet: 0.2 });
  const soil = soilOf(weather);
  const all = Array.from({ length: YEARS - 1 }, (_, k) => YEAR - YEARS + 1 + k);
  const today = dayOf(YEAR, 2, 1);
  const from = dayOf(YEAR, 1, 1);
  const length = 330;
  /** A year's soil, as if it were this one's. */
  const moved = (year: number) => {
    const at = inYear(from, year) - weather.from;
    return soil.subarray(at, at + length);
  };
  const station = withMoisture(
    { from, climate: climateOfYears(weather, all), members: all.map(moved), years: all },
    weather,
    { ...zone, texture: 'loam', irrigationPerHour: null },
    today,
  );
  const runsOf = (isIn: (year: number) => boolean) => {
    const kept = <T>(list: readonly T[]) => list.filter((_, k) => isIn(all[k]!));
    return weighed(
      { ...station, members: kept(station.members), years: kept(all), wets: kept(station.wets!) },
      'cold keeps it',
    );
  };
  const random = randomFrom(seed * 31);
  const held = (isIn: (year: number) => boolean, strength: Strength) => {
    const dose: Dose = {
      day: addDays(from, 60),
      group: 3,
      ingredient: 'prodiamine',
      strength,
      rate: kg(0.8),
    };
    return holdOn('smooth-crabgrass', runsOf(isIn), today, [dose])!.hold;
  };
  return all.map((year) => {
    // the model's own standard deviations of the logarithm
    const came = held((y) => y === year, {
      ...STRENGTH,
      halfLife: STRENGTH.halfLife * Math.exp(0.2 * normal(random)),
      ed50: kg(STRENGTH.ed50 * Math.exp(0.35 * normal(random))),
    }).p50;
    return { ...held((y) => y !== year, STRENGTH), came };
  });
}

test('80 of 100 holds come within the range that was told: 456 station-years of four climates', () => {
  const cases = [NORTH, MIDDLE, CITY, COAST].flatMap((c) =>
    [1, 2, 3, 4, 5, 6].flatMap((seed) => casesOf(c, seed)),
  );
  const within = cases.filter((c) => c.came >= c.p10 && c.came <= c.p90).length / cases.length;
  expect(cases).toHaveLength(456);
  expect(within).toBeGreaterThan(0.75);
  expect(within).toBeLessThan(0.85);
});
