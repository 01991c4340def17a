/**
 * The water in a turf's root zone, day by day: a bucket that rain and irrigation fill and evapotranspiration empties.
 * Source: FAO-56, chapter 8 (TAW, RAW, Ks); what runs off instead of going in by the soil's intake in the heaviest hour.
 *
 * Available water by texture: middle of FAO-56 table 19 (from memory, confidence high). Kc and p of turf: FAO-56 table 12
 * and 22 (from memory). Root depth 0.15 m: common practice, no source.
 */
import { addDays, dayOfYear, type Day } from '@/core/calendar/day';
import type { Texture, TurfSeason } from '@/core/trade/terms';
import type { Celsius, Millimetres } from '@/core/units/quantity';
import { extraterrestrialRadiation, referenceEvaporation } from './evaporation';
import type { HourlyWeather } from './series';
import { HAIR } from '@/core/units/tolerance';

const AVAILABLE: Record<Texture, number> = {
  sand: 0.08,
  'sandy loam': 0.13,
  loam: 0.155,
  'clay loam': 0.155,
  clay: 0.16,
};
/** m */
export const ROOTS_M = 0.15;
const KC: Record<TurfSeason, number> = { cool: 0.95, warm: 0.85 };
const P: Record<TurfSeason, number> = { cool: 0.4, warm: 0.5 };
/** A day with less is dry: it wets the leaf and no more. Common practice, no source. */
const DRY_MM = 2;

/** What an ordinary, structured soil takes in an hour, mm: middle of the FAO training manuals' ranges. From memory. */
export const INTAKE: Record<Texture, Millimetres> = {
  sand: 30 as Millimetres,
  'sandy loam': 25 as Millimetres,
  loam: 15 as Millimetres,
  'clay loam': 7.5 as Millimetres,
  clay: 3 as Millimetres,
};

export type Bucket = Readonly<{
  /** most that plants can draw, and what they draw without trouble */
  taw: number;
  raw: number;
  kc: number;
}>;
/** @param share volume of water between field capacity and wilting point; @param roots m */
export const bucketOf = (share: number, roots: number, p: number, kc: number): Bucket => ({
  taw: 1000 * share * roots,
  raw: 1000 * share * roots * p,
  kc,
});
export const bucketFor = (texture: Texture, season: TurfSeason): Bucket =>
  bucketOf(AVAILABLE[texture], ROOTS_M, P[season], KC[season]);

/** How far evapotranspiration is held back at a depletion: 1 down to RAW, falling to 0 when all is drawn. */
export const stress = ({ taw, raw }: Bucket, depletion: number): number =>
  depletion <= raw ? 1 : Math.max(0, (taw - depletion) / (taw - raw));

/** One day: depletion after it, and what ran through or off because there was no room, mm. */
export function dayOfBucket(
  bucket: Bucket,
  depletion: number,
  { goesIn, evaporation }: Readonly<{ goesIn: number; evaporation: number }>,
): Readonly<{ depletion: number; surplus: number }> {
  const next = depletion - goesIn + stress(bucket, depletion) * bucket.kc * evaporation;
  return { depletion: Math.min(bucket.taw, Math.max(0, next)), surplus: Math.max(0, -next) };
}

export type SoilWater = Readonly<{
  from: Day;
  /** mm of room before the soil is full, at the end of each day */
  room: readonly number[];
  /** mm that found no room on each day */
  surplus: readonly number[];
  /** days running that were dry, up to and with each day */
  dryDays: readonly number[];
}>;

/**
 * The root zone through a stretch of weather.
 * @param begins how much of what plants draw without trouble is gone as it begins: half, which some weeks of weather make
 *   no matter; 'wilting', where all that they can draw is gone
 */
export function soilWaterOf(
  weather: readonly HourlyWeather[],
  texture: Texture,
  season: TurfSeason,
  latitude: number,
  begins: 'half drawn' | 'wilting' = 'half drawn',
): SoilWater | null {
  const first = weather[0];
  if (!first) return null;
  const bucket = bucketFor(texture, season);
  const intake = INTAKE[texture];
  const out = { from: first.from, room: [] as number[], surplus: [] as number[], dryDays: [] as number[] };
  let depletion = begins === 'wilting' ? bucket.taw : bucket.raw / 2;
  let dry = 0;
  for (const w of weather)
    for (let d = 0; d * 24 + 24 <= w.air.length; d++) {
      const air = w.air.subarray(d * 24, d * 24 + 24);
      const rain = w.rain.subarray(d * 24, d * 24 + 24);
      const fell = rain.reduce((a, b) => a + b, 0);
      const goesIn = rain.reduce((a, mm) => a + Math.min(mm, intake), 0);
      const radiation = extraterrestrialRadiation(latitude, dayOfYear(addDays(w.from, d)));
      const evaporation = referenceEvaporation(
        radiation,
        Math.min(...air) as Celsius,
        Math.max(...air) as Celsius,
      );
      const day = dayOfBucket(bucket, depletion, { goesIn, evaporation });
      depletion = day.depletion;
      // a day of exactly so much, spread over its hours, sums to a hair less
      dry = fell < DRY_MM - HAIR ? dry + 1 : 0;
      out.room.push(depletion);
      out.surplus.push(day.surplus + fell - goesIn);
      out.dryDays.push(dry);
    }
  return out;
}
