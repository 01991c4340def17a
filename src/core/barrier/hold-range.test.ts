/**
 * The range of the hold against what then comes: synthetic station-years of four climates, each left out of its own
 * ensemble in turn, with its own soil, its own water, and a product as far off its promise as the model says that products
 * are. Weather is made here; the soil is the air, smoothed. `npm run bench` tells it of real weather.
 */
import { dayOf, inYear } from '@/core/calendar/day';
import { climateOfYears } from '@/core/ground/ensemble';
import { randomFrom } from '@/core/weather/random';
import type { HourlyWeather } from '@/core/weather/series';
import { CITY, COAST, MIDDLE, NORTH, airOf, type Climate } from '../../../tests/support/climates';
import { zone } from '../../../tests/support/gate-context';
import { STRENGTH, drawnStrength, heldOf, shareWithin } from '../../../tests/support/hold-cases';
import { withMoisture } from './moisture';

const YEAR = 2027;
const YEARS = 20;

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
    return { ...station, members: kept(station.members), years: kept(all), wets: kept(station.wets!) };
  };
  const random = randomFrom(seed * 31);
  return all.map((year) => ({
    ...heldOf(
      runsOf((y) => y !== year),
      today,
      STRENGTH,
    ),
    came: heldOf(
      runsOf((y) => y === year),
      today,
      drawnStrength(random),
    ).p50,
  }));
}

test('80 of 100 holds come within the range that was told: 456 station-years of four climates', () => {
  const cases = [NORTH, MIDDLE, CITY, COAST].flatMap((c) =>
    [1, 2, 3, 4, 5, 6].flatMap((seed) => casesOf(c, seed)),
  );
  expect(cases).toHaveLength(456);
  expect(shareWithin(cases)).toBeGreaterThan(0.75);
  expect(shareWithin(cases)).toBeLessThan(0.85);
});
