/**
 * How wet the root zone is by day, against turf that is watered as usual: what a barrier's time is weighted with.
 *
 * Walker 1974 takes the water in the soil against that of the study whose half-life it is; half-lives of the field and the
 * months of labels are of turf that is kept growing, so that is what it is held against here.
 */
import { addDays, dayOfYear, inYear, yearOf, type Day } from '@/core/calendar/day';
import type { ZoneFacts } from '@/core/facts/facts';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { seasonOf } from '@/core/lawn/turf';
import type { Texture } from '@/core/trade/terms';
import type { HourlyWeather } from '@/core/weather/series';
import { ROOTS_M, bucketFor, soilWaterOf } from '@/core/weather/soil-water';

/** Water at field capacity, m³/m³: middle of FAO-56 table 19 (from memory, confidence high). */
const FIELD_CAPACITY: Readonly<Record<Texture, number>> = {
  sand: 0.12,
  'sandy loam': 0.23,
  loam: 0.25,
  'clay loam': 0.32,
  clay: 0.36,
};

type Rooted = Pick<ZoneFacts, 'texture' | 'turf' | 'mixedWith' | 'latitude' | 'irrigationPerHour'>;

/**
 * Runs with the water of their zone, in shares of the usual, at most 1: by the weather up to `today`, then, within weeks, by
 * the year whose weather the member takes. A generated member takes the water of a year on file, and past the end of the
 * file the mean of all years counts. As they were if irrigation waters, or no whole year is on file.
 */
export function withMoisture(
  runs: SoilRuns,
  observed: HourlyWeather,
  { texture, turf, mixedWith, latitude, irrigationPerHour }: Rooted,
  today: Day,
): SoilRuns {
  if (irrigationPerHour !== null) return runs;
  const season = seasonOf(turf, mixedWith) === 'warm' ? 'warm' : 'cool';
  const water = soilWaterOf([observed], texture, season, latitude);
  if (!water || water.room.length < 366) return runs;
  const full = 1000 * FIELD_CAPACITY[texture] * ROOTS_M;
  // kept growing, water is drawn down to half of what plants take without trouble, on the mean of the days
  const usual = full - bucketFor(texture, season).raw / 2;
  const shares = water.room.map((room) => Math.min(1, (full - room) / usual));
  const sums = new Float64Array(367);
  const counts = new Float64Array(367);
  shares.forEach((share, d) => {
    const on = dayOfYear(addDays(water.from, d));
    sums[on]! += share;
    counts[on]! += 1;
  });
  const onFile = (day: Day): number | undefined => shares[day - water.from];
  const mean = (day: Day): number => {
    const on = dayOfYear(day);
    return counts[on]! > 0 ? sums[on]! / counts[on]! : 1;
  };
  const now = onFile(addDays(today, -1)) ?? mean(today);
  const known = (runs.years ?? []).filter((y) => y !== null);
  const wets = runs.members.map((soil, k) => {
    const year = runs.years?.[k] ?? known[k % Math.max(1, known.length)] ?? null;
    return Float64Array.from({ length: soil.length }, (_, d) => {
      const day = addDays(runs.from, d);
      if (day < today) return onFile(day) ?? mean(day);
      const then = year === null ? undefined : onFile(inYear(day, year + yearOf(day) - yearOf(today)));
      const still = Math.exp((today - day) / REMEMBERED_DAYS);
      return still * now + (1 - still) * (then ?? mean(day));
    });
  });
  return { ...runs, wets };
}
/** The root zone has forgotten to 1/e what it held in so many days. Ours. */
const REMEMBERED_DAYS = 14;
