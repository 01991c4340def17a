/**
 * What equipment really puts out, from what was caught, paced, timed and weighed.
 *
 * Published identities of extension bulletins, in SI: volume on an area is flow over speed and width, or flow by the time
 * that the area takes; the 1/128-acre method is that with an area at which fluid ounces read as gallons an acre. Flow goes
 * with the square root of pressure. A spreader is judged by its overlapped pattern.
 */
import {
  SQUARE_METRES_PER_HECTARE,
  type Kilograms,
  type KilogramsPerHectare,
  type Litres,
  type LitresPerHectare,
  type Metres,
  type SquareMetres,
} from '@/core/units/quantity';

/** Runs further apart than this are refused: common practice, no source. */
export const MOST_SPREAD = 0.1;
/** A nozzle further from the mean of its boom is replaced: common standard, the number from memory. */
const MOST_NOZZLE_OFF = 0.1;
/** A pattern that varies by more is poor. Common practice, no source (10 % good, 15 % fair, over 20 to 25 % poor). */
export const MOST_CV = 0.2;
/** So many runs are asked for: common practice, no source. */
export const RUNS = 3;

/** What was caught in the seconds that an area of known size took: L/ha. @throws RangeError for an area of 0 */
export function sprayedOver(
  { caught, seconds }: Readonly<{ caught: Litres; seconds: number }>,
  covered: Readonly<{ area: SquareMetres; seconds: number }>,
): LitresPerHectare {
  const flow = caught / seconds;
  return ((flow * covered.seconds * SQUARE_METRES_PER_HECTARE) /
    positive(covered.area, 'area')) as LitresPerHectare;
}

/** What a boom's nozzle puts down at a speed: L/ha. @param spacing of the nozzles, or the swath of a single one, m */
export function sprayedAt(
  flow: Litres,
  seconds: number,
  metresPerSecond: number,
  spacing: Metres,
): LitresPerHectare {
  const perSecond = flow / positive(seconds, 'seconds');
  return ((perSecond * SQUARE_METRES_PER_HECTARE) /
    (positive(metresPerSecond, 'speed') * positive(spacing, 'spacing'))) as LitresPerHectare;
}

/** What lies on the area that was spread: kg/ha. */
export const spreadOver = (used: Kilograms, area: SquareMetres): KilogramsPerHectare =>
  ((used * SQUARE_METRES_PER_HECTARE) / positive(area, 'area')) as KilogramsPerHectare;

/** Runs of one measurement: their mean, and how far apart they lie as a share of it. */
export function meanOfRuns(runs: readonly number[]): Readonly<{ mean: number; spread: number }> {
  const mean = runs.reduce((a, b) => a + b, 0) / runs.length;
  return { mean, spread: (Math.max(...runs) - Math.min(...runs)) / positive(mean, 'mean') };
}

/** Nozzles of a boom against their mean: those that are off by more than a tenth, by their place from 0. */
export function unevenNozzles(
  caught: readonly number[],
): readonly Readonly<{ place: number; off: number }>[] {
  const mean = positive(caught.reduce((a, b) => a + b, 0) / caught.length, 'mean');
  return caught
    .map((c, place) => ({ place, off: c / mean - 1 }))
    .filter((n) => Math.abs(n.off) > MOST_NOZZLE_OFF);
}

/** A swath with the coefficient of variation of the pattern that passes at that distance make. */
export type Swath = Readonly<{ pans: number; cv: number; mean: number }>;

/**
 * Every swath from a single pan to the whole throw, in pans, with the evenness of its overlapped pattern (population
 * standard deviation over mean). Evenness does not fall steadily with the swath: all are searched.
 * @param caught in each pan of one pass, from left to right
 */
export function swathsOf(caught: readonly number[]): readonly Swath[] {
  return Array.from({ length: caught.length }, (_, i) => {
    const pans = i + 1;
    const lanes = Array.from({ length: pans }, (_, lane) =>
      caught.reduce((sum, c, k) => (k % pans === lane ? sum + c : sum), 0),
    );
    const mean = lanes.reduce((a, b) => a + b, 0) / pans;
    const variance = lanes.reduce((a, b) => a + (b - mean) ** 2, 0) / pans;
    return { pans, mean, cv: mean > 0 ? Math.sqrt(variance) / mean : Infinity };
  });
}

const positive = (value: number, what: string): number => {
  if (!(value > 0)) throw new RangeError(`No ${what}: ${value}`);
  return value;
};
