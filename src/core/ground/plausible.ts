/**
 * What about a reading looks like a slip: the wrong scale, more change than the ground allows, a value that nothing near
 * explains. A question is asked, never an answer guessed.
 *
 * The most that soil can change at a depth: a day's wave at a bare surface under clear sky swings by about 30 °C from
 * end to end (from memory), weaker by e^(−z/D) below (Campbell & Norman 1998, ch. 8), and the weather moves the daily
 * mean by up to 5 °C a day (from memory).
 */
import type { Celsius, Kelvins, Metres, SquareMetresPerSecond } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { dampingDepth } from './analytic';
import { OUTLIER_SDS } from './readings';

const DAY = 86_400;
const LARGEST_SWING = 30;
const LARGEST_TREND = 5;

/** The largest change of temperature at a depth over so many hours. */
export function mostChange(depth: Metres, hours: number, diffusivity: SquareMetresPerSecond): Kelvins {
  const swing = LARGEST_SWING * Math.exp(-1 * (depth / dampingDepth(diffusivity, DAY)));
  const share = hours >= 12 ? 1 : Math.sin((Math.PI / 24) * hours);
  return (swing * share + (LARGEST_TREND * hours) / 24) as Kelvins;
}

export type Doubt =
  /** in the other scale it would fit, as it stands it does not */
  | Readonly<{ code: 'other-scale'; expected: Celsius; asOther: Celsius }>
  | Readonly<{ code: 'far-off'; expected: Celsius; sd: Kelvins }>
  | Readonly<{ code: 'swing'; before: Celsius; hours: number; most: Kelvins }>;

type Given = Readonly<{ value: number; unit: 'F' | 'C' }>;
const celsiusOf = ({ value, unit }: Given): number => (unit === 'F' ? fromFahrenheit(value) : value);

/**
 * @param expected what the corrected model has there and then, with its standard deviation; null: no weather reaches
 * @param last the reading before at the same spot and depth, and how many hours lie between
 */
export function doubtsAbout(
  given: Given,
  expected: Readonly<{ value: Celsius; sd: Kelvins }> | null,
  last: Readonly<{ value: Celsius; hours: number; most: Kelvins }> | null,
): Doubt[] {
  const value = celsiusOf(given);
  const out: Doubt[] = [];
  if (expected) {
    const off = Math.abs(value - expected.value);
    const isFar = off > OUTLIER_SDS * expected.sd;
    const other = celsiusOf({ value: given.value, unit: given.unit === 'F' ? 'C' : 'F' });
    // three times nearer in the other scale, and near enough there
    if (isFar && Math.abs(other - expected.value) < Math.min(off / 3, 6))
      out.push({ code: 'other-scale', expected: expected.value, asOther: other as Celsius });
    else if (isFar) out.push({ code: 'far-off', expected: expected.value, sd: expected.sd });
  }
  if (last && Math.abs(value - last.value) > last.most)
    out.push({ code: 'swing', before: last.value, hours: last.hours, most: last.most });
  return out;
}

/** Bounds of the possible for turf soil, in the scale of the thermometer: beyond them nothing is asked, it is refused. */
export const POSSIBLE = { F: { least: -10, most: 140 }, C: { least: -23, most: 60 } } as const;
