/** The six schools' figures as they are typed and kept, in trade units, and as the core takes them. */
import { parseMonthDay } from '@/core/calendar/day';
import type { FallHabit } from '@/core/facts/facts';
import {
  FALL_SCHOOLS,
  SCHOOLS,
  type Crossings,
  type FallSchool,
  type School,
  type Sign,
} from '@/core/ground/crossing';
import { fromFahrenheit, fromFahrenheitDifference, fromInches } from '@/core/units/trade';

export type StoredCrossings = Readonly<{
  use: School;
  depthIn: number;
  'run of days': Readonly<{ lineF: number; days: number }>;
  'early bird': Readonly<{ lineF: number }>;
  'five-day mean': Readonly<{ lineF: number }>;
  'air rule of thumb': Readonly<{ lineF: number; days: number; of: 'mean' | 'maximum' }>;
  signs: Readonly<{ sign: Sign }>;
  /** °F and °F·days */
  'degree days': Readonly<{ baseF: number; sumF: number; fromMonth: number; of: 'soil' | 'air' }>;
  /** of annual bluegrass; the habit: month and day from and to which crews here go, both empty: not written down */
  fall: Readonly<{ school: FallSchool; lineF: number; days: number; habitFrom: string; habitTo: string }>;
}>;

/** The usual figures: common practice; degree days as recalled from Fidanza, Dernoeden & Zhang 1996. */
export const USUAL_CROSSINGS: StoredCrossings = {
  use: 'run of days',
  depthIn: 2,
  'run of days': { lineF: 55, days: 5 },
  'early bird': { lineF: 50 },
  'five-day mean': { lineF: 55 },
  'air rule of thumb': { lineF: 55, days: 3, of: 'mean' },
  signs: { sign: 'early yellow shrub in bloom' },
  'degree days': { baseF: 53.6, sumF: 75.6, fromMonth: 4, of: 'soil' },
  fall: { school: 'run of days', lineF: 70, days: 5, habitFrom: '', habitTo: '' },
};

/**
 * The figures as the database has them. What an earlier version did not keep yet is as usual; a figure that is none
 * is an error, and never counted with.
 * @throws RangeError
 */
export function readCrossings(stored: unknown): StoredCrossings {
  if (typeof stored !== 'object' || stored === null) throw new RangeError('House rules without crossings');
  const kept = stored as Partial<Record<string, unknown>>;
  const parts = [...SCHOOLS, 'fall'] as const;
  const part = (key: School | 'fall') => ({ ...USUAL_CROSSINGS[key], ...(kept[key] as object | undefined) });
  const read = {
    ...USUAL_CROSSINGS,
    ...Object.fromEntries(parts.map((key) => [key, part(key)])),
    ...('use' in kept ? { use: kept['use'] } : {}),
    ...('depthIn' in kept ? { depthIn: kept['depthIn'] } : {}),
  } as StoredCrossings;
  if (!SCHOOLS.includes(read.use)) throw new RangeError(`No such school: ${read.use}`);
  if (!FALL_SCHOOLS.includes(read.fall.school)) throw new RangeError(`No such school: ${read.fall.school}`);
  for (const key of parts)
    for (const [name, figure] of Object.entries(read[key]))
      if (
        typeof figure !== typeof (USUAL_CROSSINGS[key] as Record<string, unknown>)[name] ||
        Number.isNaN(figure)
      )
        throw new RangeError(`${key}: ${name} is ${String(figure)}`);
  if (typeof read.depthIn !== 'number' || !(read.depthIn > 0))
    throw new RangeError(`Depth is ${read.depthIn}`);
  return read;
}

export function crossingsFrom(s: StoredCrossings): Crossings {
  const depth = fromInches(s.depthIn);
  const line = (f: number) => fromFahrenheit(f);
  const degreeDays = s['degree days'];
  return {
    use: s.use,
    depth,
    fall: { school: s.fall.school, line: line(s.fall.lineF), days: s.fall.days },
    rules: {
      'run of days': {
        school: 'run of days',
        line: line(s['run of days'].lineF),
        days: s['run of days'].days,
        depth,
      },
      'early bird': { school: 'early bird', line: line(s['early bird'].lineF), depth },
      'five-day mean': { school: 'five-day mean', line: line(s['five-day mean'].lineF), depth },
      'air rule of thumb': {
        school: 'air rule of thumb',
        line: line(s['air rule of thumb'].lineF),
        days: s['air rule of thumb'].days,
        of: s['air rule of thumb'].of,
      },
      signs: { school: 'signs', sign: s.signs.sign },
      'degree days': {
        school: 'degree days',
        base: line(degreeDays.baseF),
        sum: fromFahrenheitDifference(degreeDays.sumF),
        fromMonth: degreeDays.fromMonth,
        of: degreeDays.of,
        depth,
      },
    },
  };
}

/** When crews here put the fall's barrier down; null: not written down. */
export function fallHabitFrom({ fall }: StoredCrossings): FallHabit | null {
  const from = parseMonthDay(fall.habitFrom);
  const to = parseMonthDay(fall.habitTo);
  return from && to ? { from, to } : null;
}
