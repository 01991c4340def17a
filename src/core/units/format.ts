/** Figures for people: rounded here by name, with their unit, and nowhere else. */
import type { Celsius, Metres, MetresPerSecond, Millimetres, SquareMetres } from './quantity';
import {
  AMOUNT_UNITS,
  RATE_UNITS,
  amountIn,
  rateIn,
  type AmountUnit,
  type ProductAmount,
  type ProductRate,
  type RateUnit,
} from './rate';
import { toFahrenheit, toInches, toInchesOfWater, toMilesPerHour, toSquareFeet } from './trade';

/** A figure with `digits` decimals, thousands separated by commas, and a true minus. */
export function figure(value: number, digits = 0): string {
  return value
    .toLocaleString('en-US', { minimumFractionDigits: digits, maximumFractionDigits: digits })
    .replace('-', '−');
}

/** A figure with about `digits` significant digits and no trailing zeros: 0.83, 62.4, 6240. */
export function significant(value: number, digits = 3): string {
  return value.toLocaleString('en-US', { maximumSignificantDigits: digits });
}

export const showTemperature = (t: Celsius): string => `${figure(toFahrenheit(t), 1)} °F`;
/** A line set by a rule: no digits beyond those that were chosen. */
export const showLine = (t: Celsius): string => `${significant(toFahrenheit(t))} °F`;
export const showDepth = (z: Metres): string => `${significant(toInches(z), 2)} in`;
export const showArea = (area: SquareMetres): string => `${figure(toSquareFeet(area))} sq ft`;
export const showWind = (speed: MetresPerSecond): string => `${figure(toMilesPerHour(speed))} mph`;
export const showWater = (depth: Millimetres): string => `${figure(toInchesOfWater(depth), 2)} in`;
export const showPercent = (share: number): string => `${figure(share * 100)} %`;

/** A rate in the unit given, or in SI where that unit is of the other kind. */
export function showRate(rate: ProductRate, unit: RateUnit): string {
  const value = rateIn(rate, unit);
  if (value !== null) return `${significant(value)} ${RATE_UNITS[unit].words}`;
  return `${significant(rate.rate)} ${rate.by === 'mass' ? 'kg/ha' : 'L/ha'}`;
}

/** The highest rate that a limit leaves: rounded down, so that what is read is within it. */
export function showMostRate(rate: ProductRate, unit: RateUnit): string {
  const value = rateIn(rate, unit) ?? rate.rate;
  // a figure that was typed is not taken down by its last bit
  const safe = value * (1 + 1e-9);
  const words =
    rateIn(rate, unit) === null ? (rate.by === 'mass' ? 'kg/ha' : 'L/ha') : RATE_UNITS[unit].words;
  return `${safe.toLocaleString('en-US', { maximumSignificantDigits: 3, roundingMode: 'trunc' })} ${words}`;
}

/** An amount in the unit given, or in SI where that unit is of the other kind. */
export function showAmount(amount: ProductAmount, unit: AmountUnit): string {
  const value = amountIn(amount, unit);
  if (value !== null) return `${significant(value, 4)} ${AMOUNT_UNITS[unit].words}`;
  return `${significant(amount.amount, 4)} ${amount.by === 'mass' ? 'kg' : 'L'}`;
}
