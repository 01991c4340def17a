/**
 * What makes one lawn's ground differ from another's: texture, moisture, exposure, pavement, cover.
 *
 * Sites with the same answers share one ground and one outlook; `siteKey` names the kind.
 * Diffusivity: Oke 1987, Boundary Layer Climates, 2nd ed., table 2.1, dry and saturated; a moist soil is taken half way
 * and a loam half way between sand and clay (our interpolation). Surface offsets: from memory, to be corrected by readings.
 */
import type { Texture } from '@/core/trade/terms';
import type { Day } from '@/core/calendar/day';
import type { Kelvins, SquareMetresPerSecond } from '@/core/units/quantity';
import { sunOn, type Climate } from './season';

export const MOISTURES = ['dry', 'moist', 'wet'] as const;
export type Moisture = (typeof MOISTURES)[number];
export const EXPOSURES = ['full sun', 'half sun', 'shade'] as const;
export type Exposure = (typeof EXPOSURES)[number];

/** What lies between air and soil beside the living turf. */
export const COVERS = ['none', 'light', 'heavy'] as const;
export type Cover = (typeof COVERS)[number];

export type Site = Readonly<{
  texture: Texture;
  moisture: Moisture;
  exposure: Exposure;
  besidePavement: boolean;
  /** thatch and dead leaf; none where it is not said */
  cover?: Cover;
}>;
/** A kind of site as text: equal for equal sites. */
export type SiteKey = string & { readonly __site: true };
export const siteKey = (s: Site): SiteKey =>
  `${s.texture}|${s.moisture}|${s.exposure}|${s.besidePavement ? 'pavement' : 'open'}${s.cover && s.cover !== 'none' ? `|${s.cover}` : ''}` as SiteKey;

/** Oke 1987, table 2.1, in m²/s. */
const SAND = { dry: 0.24e-6, saturated: 0.74e-6 };
const CLAY = { dry: 0.18e-6, saturated: 0.51e-6 };
/** Share of clay in each texture, for the interpolation. From memory. */
const CLAY_SHARE: Record<Texture, number> = {
  sand: 0,
  'sandy loam': 0.25,
  loam: 0.5,
  'clay loam': 0.75,
  clay: 1,
};
const WETNESS: Record<Moisture, number> = { dry: 0, moist: 0.5, wet: 1 };
const between = (a: number, b: number, share: number) => a + (b - a) * share;

export function diffusivityOf({
  texture,
  moisture,
}: Pick<Site, 'texture' | 'moisture'>): SquareMetresPerSecond {
  const wet = WETNESS[moisture];
  const sand = between(SAND.dry, SAND.saturated, wet);
  const clay = between(CLAY.dry, CLAY.saturated, wet);
  return between(sand, clay, CLAY_SHARE[texture]) as SquareMetresPerSecond;
}

/** Turf surface against the air, yearly mean. From memory: no source. */
const EXPOSURE_OFFSET: Record<Exposure, number> = { 'full sun': 1.5, 'half sun': 0.5, shade: -0.8 };
const PAVEMENT_OFFSET = 1.5;
/** Thatch and dead leaf keep the sun off the soil and hold the winter in it. */
const COVER_OFFSET: Record<Cover, number> = { none: 0, light: -0.2, heavy: -0.6 };
/**
 * What water takes from the surface: wet clay warms one to two weeks later than a moist loam (the trade's figure, from
 * memory), dry sand somewhat earlier; a clay keeps twice what a sand keeps.
 */
const WATER_OFFSET: Record<Moisture, number> = { dry: 0.4, moist: 0, wet: -1.2 };
const waterHeld = (texture: Texture) => 0.5 + 0.5 * CLAY_SHARE[texture];

/** Surface against air, K, mean of the year. */
export function surfaceOffset({
  texture,
  moisture,
  exposure,
  besidePavement,
  cover = 'none',
}: Site): Kelvins {
  const kept = moisture === 'wet' ? waterHeld(texture) : 1.5 - waterHeld(texture);
  return (EXPOSURE_OFFSET[exposure] +
    (besidePavement ? PAVEMENT_OFFSET : 0) +
    COVER_OFFSET[cover] +
    WATER_OFFSET[moisture] * kept) as Kelvins;
}

/** The same by the day: sun, shade, pavement and evaporation are all worth what the sun is worth. */
export function surfaceOffsetOn(site: Site, climate: Climate): (day: Day) => Kelvins {
  const mean = surfaceOffset(site);
  const sun = sunOn(climate);
  return (day) => (mean * sun(day)) as Kelvins;
}
