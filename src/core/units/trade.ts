/**
 * US trade units in SI.
 * Source: NIST Handbook 44, appendix C, and NIST SP 811: exact definitions (international pound and foot of 1959,
 * US liquid gallon of 231 cubic inches). Weight ounces and fluid ounces are different kinds and never meet here.
 */
import type {
  Celsius,
  Kelvins,
  Litres,
  Metres,
  MetresPerSecond,
  Millimetres,
  SquareMetres,
} from './quantity';

/** kg in a pound: exact. */
export const KG_PER_LB = 0.45359237;
/** kg in an ounce of weight: exact. */
export const KG_PER_OZ = KG_PER_LB / 16;
/** L in a US liquid gallon: exact. */
export const L_PER_GAL = 3.785411784;
/** L in a US fluid ounce, a measure of volume: exact. */
export const L_PER_FL_OZ = L_PER_GAL / 128;
/** m in an international foot: exact. */
const M_PER_FT = 0.3048;
/** m² in a square foot: exact. */
export const M2_PER_SQ_FT = M_PER_FT ** 2;
/** Square feet in an acre: exact. */
const SQ_FT_PER_ACRE = 43_560;
/** m² in an acre: exact. */
export const M2_PER_ACRE = SQ_FT_PER_ACRE * M2_PER_SQ_FT;
/** g/L in a pound of substance in a US gallon. */
export const G_PER_L_IN_LB_PER_GAL = (KG_PER_LB * 1000) / L_PER_GAL;
const M_PER_IN = M_PER_FT / 12;
const M_PER_MILE = 5280 * M_PER_FT;
const SECONDS_PER_HOUR = 3600;

export const toFahrenheit = (t: Celsius): number => t * 1.8 + 32;
export const fromFahrenheit = (f: number): Celsius => ((f - 32) / 1.8) as Celsius;
/** A difference of temperatures, °F, in K: it has no zero of its own. Sums of °F·days likewise. */
export const fromFahrenheitDifference = (degrees: number): Kelvins => (degrees / 1.8) as Kelvins;
export const fromGallons = (gallons: number): Litres => (gallons * L_PER_GAL) as Litres;
export const kilometresPerHourFrom = (mph: number): number => (mph * M_PER_MILE) / 1000;
export const fromAcres = (acres: number): SquareMetres => (acres * M2_PER_ACRE) as SquareMetres;
export const fromInches = (inches: number): Metres => (inches * M_PER_IN) as Metres;
export const toInchesOfWater = (depth: Millimetres): number => depth / 1000 / M_PER_IN;
export const fromInchesOfWater = (inches: number): Millimetres => (inches * M_PER_IN * 1000) as Millimetres;
export const toSquareFeet = (area: SquareMetres): number => area / M2_PER_SQ_FT;
export const fromSquareFeet = (sqFt: number): SquareMetres => (sqFt * M2_PER_SQ_FT) as SquareMetres;
export const toMilesPerHour = (speed: MetresPerSecond): number => (speed * SECONDS_PER_HOUR) / M_PER_MILE;
export const fromMilesPerHour = (mph: number): MetresPerSecond =>
  ((mph * M_PER_MILE) / SECONDS_PER_HOUR) as MetresPerSecond;
export const fromFeet = (feet: number): Metres => (feet * M_PER_FT) as Metres;
export const toFeet = (length: Metres): number => length / M_PER_FT;
