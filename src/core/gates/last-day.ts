/**
 * The last day on which an application still helps: the one answer for Today, the lawn's fence, rounds, "when must we start"
 * and regret. What the weather shuts for a day or two ends nothing; what label, plan, book and soil say does.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { GateContext, GateKey } from './gate';
import { isWeatherGate } from './all';
import { lineDates } from './soil-line';
import type { WindowLane, WindowVerdict } from './window';

export type LastDay = Readonly<{
  /** the last day on which nothing but the weather stands against it; null: no such day, or no end is in sight */
  sure: Day | null;
  /** the last day on which it may go, with a warning perhaps; null: it cannot go, or no end is in sight */
  last: Day | null;
  /** the gates that shut it after that */
  by: readonly GateKey[];
  /** from here on it is 1 in 10, and even odds, that it comes too late: by the line of the soil that it goes by; null: by none */
  p10: Day | null;
  p50: Day | null;
}>;

const besideWeather = ({ by }: WindowVerdict) => by.filter((key) => !isWeatherGate(key));

/**
 * Of the stretch in which today lies, or else of the next one.
 * @param planned the day that is planned: of two seasons it says which is meant
 */
export function lastDayOf(context: GateContext, all: WindowLane, planned: Day): LastDay {
  const { today } = context;
  const line = lineDates(context, planned);
  const odds = { p10: line?.p10 ?? null, p50: line?.p50 ?? null };
  let sure: Day | null = null;
  let last: Day | null = null;
  for (const { to, verdict } of all) {
    if (to <= today) continue;
    const other = besideWeather(verdict);
    if (verdict.state === 'shut' && other.length) {
      if (last !== null) return { sure, last, by: other, ...odds };
      continue;
    }
    if (verdict.state === 'shut') continue;
    last = addDays(to, -1);
    const isSure = verdict.state === 'open' || (verdict.state === 'ajar' && !other.length);
    if (isSure) sure = addDays(to, -1);
  }
  // open to the end of what is asked: no end is in sight
  const end = all.at(-1)?.to;
  return { sure: sure !== null && addDays(sure, 1) === end ? null : sure, last: null, by: [], ...odds };
}

/** How likely it is that it comes too late already, as far as it goes by a line. */
export function tooLateBy(
  { p10, p50 }: Pick<LastDay, 'p10' | 'p50'>,
  day: Day,
): 'even odds' | '1 in 10' | null {
  if (p50 !== null && day >= p50) return 'even odds';
  return p10 !== null && day >= p10 ? '1 in 10' : null;
}
