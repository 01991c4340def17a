/** What past years said, once it is known: what screens say of it needs no gate. */
import { addDays, dayOfYear, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Verdict } from './gate';
import type { GateKey } from './gate-names';

export const YEAR_DAYS = 366;

export type ByGate<T> = Readonly<Partial<Record<GateKey, T>>>;

/** The same in short, for screens: the odds of each day of the year in tenths ('X' for all), and what the years did together. */
export type PastOdds = Readonly<{
  years: readonly number[];
  all: readonly string[];
  tenths: ByGate<string> & Readonly<{ all: string }>;
}>;

const DAYS_A_LETTER = 3;
/** As it is sent: the years' rows in a third of their letters. */
export type SentOdds = Omit<PastOdds, 'all'> & Readonly<{ packed: readonly string[] }>;
export const sendOdds = ({ all, ...odds }: PastOdds): SentOdds => ({
  ...odds,
  packed: all.map((row) =>
    (row.match(/.{1,3}/g) ?? [])
      .map((days) => Number.parseInt(days.padEnd(DAYS_A_LETTER, '-').replace(/-/g, '2'), 3).toString(27))
      .join(''),
  ),
});
export const readOdds = ({ packed, ...odds }: SentOdds): PastOdds => ({
  ...odds,
  all: packed.map((row) =>
    [...row]
      .map((c) => Number.parseInt(c, 27).toString(3).padStart(DAYS_A_LETTER, '0').replace(/2/g, '-'))
      .join('')
      .slice(0, YEAR_DAYS),
  ),
});

/** So many of ten such days were possible by a gate, or by all together; null: not known. */
export function tenthsOn({ tenths }: PastOdds, gate: GateKey | 'all', day: Day): number | null {
  const at = '0123456789X'.indexOf(tenths[gate]?.[dayOfYear(day) - 1] ?? '-');
  return at < 0 ? null : at;
}

/** Working days in a stretch of days by past years. */
export type WorkingDays = Readonly<{
  /** the mean of the years, and what nine in ten had at least */
  about: number;
  atLeast: number;
  years: number;
}>;

/**
 * @param days the days of the range that are asked for, where others are shut for other reasons; all where not said
 * @returns null where no year is on file, or no day is asked for
 */
export function workingDays(
  { all, years }: Pick<PastOdds, 'all' | 'years'>,
  range: Range<Day>,
  isAsked: (day: Day) => boolean = () => true,
): WorkingDays | null {
  const days = Array.from({ length: range.to - range.from }, (_, i) => addDays(range.from, i)).filter(
    isAsked,
  );
  if (!all.length || !days.length) return null;
  // neighbouring dates of the same year stand in for years that are not on file
  const shifts = all.length >= 8 ? [0] : [-10, -5, 0, 5, 10];
  const counts = all.flatMap((row) =>
    shifts.map(
      (shift) =>
        days.filter((day) => row[(dayOfYear(day) - 1 + shift + YEAR_DAYS) % YEAR_DAYS] === '1').length,
    ),
  );
  counts.sort((a, b) => a - b);
  return {
    about: counts.reduce((a, b) => a + b, 0) / counts.length,
    atLeast: counts[Math.floor(0.1 * counts.length)]!,
    years: years.length,
  };
}

/** What is not known only because no forecast reaches the day. */
export const isBeyondForecast = ({ reason }: Verdict): boolean =>
  reason.code === 'rain-not-known-yet' || (reason.code === 'not-known' && reason.missing === 'forecast');
