/**
 * How far a station's forecasts are off, fitted by lead on pairs: what was told of a day so many days ahead, and what came.
 *
 * Model: an error in standard errors as the service states them has a variance of its own at each day ahead. It is the
 * mean of the squares of the pairs, those a day or two of lead away with less weight, beside ten pairs at which the
 * service is right. Two days told one after the other are wrong together, so a pair counts half; none counts as more than
 * four standard errors. The weights are ours.
 */
import { addDays, type Day } from '@/core/calendar/day';

/** A forecast as it was issued: daily means of the air, °C, from its day on, and their standard error as it was stated, K. */
export type Told = Readonly<{ issuedOn: Day; air: readonly number[]; stated: readonly number[] }>;

export type ForecastError = Readonly<{
  /** by days ahead: what the stated error is multiplied by, 1 where nothing came yet */
  factors: readonly number[];
  /** by days ahead: standard error, K */
  errors: readonly number[];
  /** days that were told and came, of all leads */
  pairs: number;
}>;

/** The service is taken to be right as if so many pairs had said so. */
const PRIOR_PAIRS = 10;
/** What is told on two days that follow each other is wrong together. */
const PAIR_COUNTS = 0.5;
/** Weight of a pair by how many days of lead it is away. */
const NEIGHBOURS = [1, 0.5, 0.25];
const MOST_STANDARD_ERRORS = 4;

/**
 * @param told forecasts of one station, in any order
 * @param cameOn daily mean of the air as it was observed, °C; undefined: not on file
 */
export function forecastErrorOf(
  told: readonly Told[],
  cameOn: (day: Day) => number | undefined,
): ForecastError {
  const leads = Math.max(0, ...told.map((t) => t.air.length));
  const by = Array.from({ length: leads }, () => ({ squares: 0, pairs: 0, stated: 0, told: 0 }));
  for (const { issuedOn, air, stated } of told)
    air.forEach((said, lead) => {
      const at = by[lead]!;
      const error = stated[lead]!;
      at.stated += error;
      at.told++;
      const came = cameOn(addDays(issuedOn, lead));
      if (came === undefined || !(error > 0)) return;
      at.squares += Math.min(Math.abs(said - came) / error, MOST_STANDARD_ERRORS) ** 2;
      at.pairs++;
    });
  const factors = by.map((_, lead) => {
    const near = by.map((b, k) => ({ ...b, weight: PAIR_COUNTS * (NEIGHBOURS[Math.abs(k - lead)] ?? 0) }));
    const squares = near.reduce((sum, b) => sum + b.weight * b.squares, 0);
    const pairs = near.reduce((sum, b) => sum + b.weight * b.pairs, 0);
    return Math.sqrt((PRIOR_PAIRS + squares) / (PRIOR_PAIRS + pairs));
  });
  return {
    factors,
    errors: by.map((b, lead) => (b.stated / b.told) * factors[lead]!),
    pairs: by.reduce((sum, b) => sum + b.pairs, 0),
  };
}

/** Means of whole days of 24 hours. */
export const dailyMeans = (hours: ArrayLike<number>): number[] =>
  Array.from({ length: Math.floor(hours.length / 24) }, (_, d) => {
    let sum = 0;
    for (let h = d * 24; h < d * 24 + 24; h++) sum += hours[h]!;
    return sum / 24;
  });
