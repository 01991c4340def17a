/**
 * How wet the root zone is by day, against turf that is watered as usual: what a barrier's time is weighted with.
 *
 * Walker 1974 takes the water in the soil against that of the study whose half-life it is; half-lives of the field and the
 * months of labels are of turf that is kept growing, so that is what it is held against here.
 */
import { addDays, dayOfYear, type Day } from '@/core/calendar/day';
import type { ZoneFacts } from '@/core/gates/gate';
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
 * Runs with the water of their zone, in shares of the usual, at most 1: by the weather up to `today`, then by the mean of all
 * years on file. As they were where irrigation waters, or no whole year is on file.
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
  const days = runs.members[0]?.length ?? 0;
  const wet = Float64Array.from({ length: days }, (_, d) => {
    const day = addDays(runs.from, d);
    const known = day < today ? shares[day - water.from] : undefined;
    const on = dayOfYear(day);
    return known ?? (counts[on]! > 0 ? sums[on]! / counts[on]! : 1);
  });
  return { ...runs, wet };
}
