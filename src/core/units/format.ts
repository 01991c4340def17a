/** Figures for people: rounded here by name, with their unit, and nowhere else. */
import { showDay, showFullDay, showWeekday, yearOf, type Day } from '@/core/calendar/day';
import { inUnits, unitWords, type Measure, type UnitSystem } from './measures';
import type {
  Celsius,
  KilogramsPerHectare,
  Litres,
  LitresPerHectare,
  Metres,
  MetresPerSecond,
  Millimetres,
  SquareMetres,
} from './quantity';
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
import { figure, significant } from './figure';
import { HAIR } from './tolerance';

/** Figures of the core as a company reads them: in trade units or in metric, with the digits that each deserves. */
export type Shows = Readonly<{
  system: UnitSystem;
  /** "18 March", with its year where that is not the reader's; where nobody says which that is, always with it */
  day: (day: Day) => string;
  /** "Thu 18 March" */
  weekday: (day: Day) => string;
  /** the unit alone */
  unit: (measure: Measure) => string;
  /** the figure alone, for an axis */
  in: (measure: Measure, si: number) => number;
  /** any measure, with so many significant digits and its unit */
  of: (measure: Measure, si: number, digits?: number) => string;
  temperature: (t: Celsius) => string;
  /** a line set by a rule: no digits beyond those that were chosen */
  line: (t: Celsius) => string;
  /** how much warmer, in K */
  warmth: (kelvins: number) => string;
  degreeDays: (kelvinDays: number) => string;
  depth: (z: Metres) => string;
  length: (length: Metres) => string;
  area: (area: SquareMetres) => string;
  wind: (speed: MetresPerSecond) => string;
  water: (depth: Millimetres) => string;
  /** of a tank */
  volume: (volume: Litres) => string;
  carrier: (rate: LitresPerHectare) => string;
  ingredient: (rate: KilogramsPerHectare, counts: 'a.i.' | 'a.e.', digits?: number) => string;
  nitrogen: (rate: KilogramsPerHectare) => string;
}>;

function showsIn(system: UnitSystem): Shows {
  const unit = (measure: Measure) => unitWords(measure, system);
  const inside = (measure: Measure, si: number) => inUnits(si, measure, system);
  const fixed = (measure: Measure, si: number, digits: number) =>
    `${figure(inside(measure, si), digits)} ${unit(measure)}`;
  const of = (measure: Measure, si: number, digits = 3) =>
    `${significant(inside(measure, si), digits)} ${unit(measure)}`;
  return {
    system,
    day: showFullDay,
    weekday: (day) => `${showWeekday(day)} ${yearOf(day)}`,
    unit,
    in: inside,
    of,
    temperature: (t) => fixed('temperature', t, 1),
    line: (t) => of('temperature', t),
    warmth: (kelvins) => fixed('warmth', kelvins, 1),
    degreeDays: (kelvinDays) => fixed('degreeDays', kelvinDays, 0),
    depth: (z) => of('depth', z, 2),
    length: (length) => of('length', length),
    area: (area) => fixed('area', area, 0),
    wind: (speed) => fixed('wind', speed, 0),
    water: (depth) => fixed('water', depth, system === 'metric' ? 1 : 2),
    volume: (volume) => of('volume', volume),
    carrier: (rate) => of('carrier', rate),
    ingredient: (rate, counts, digits = 4) => of(counts === 'a.i.' ? 'ingredient' : 'acid', rate, digits),
    nitrogen: (rate) => of('nitrogen', rate, system === 'metric' ? 3 : 2),
  };
}
export const SHOWS: Readonly<Record<UnitSystem, Shows>> = {
  trade: showsIn('trade'),
  metric: showsIn('metric'),
};

/** The same for somebody who reads it today: a day of this year goes without its year. */
export const showsOn = (shows: Shows, today: Day): Shows => {
  const isThisYear = (day: Day) => yearOf(day) === yearOf(today);
  return {
    ...shows,
    day: (day) => (isThisYear(day) ? showDay(day) : shows.day(day)),
    weekday: (day) => (isThisYear(day) ? showWeekday(day) : shows.weekday(day)),
  };
};

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
  const safe = value * (1 + HAIR);
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
