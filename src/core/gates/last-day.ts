/**
 * The last day on which an application still helps: the one answer for Today, the lawn's fence, rounds, "when must we start"
 * and regret. What the weather shuts for a day or two ends nothing; what label, plan, book and soil say does.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { GateContext } from './gate';
import { isWeatherGate } from './all';
import { lineDates } from './soil-line';
import type { LastDay, WindowLane, WindowVerdict } from './window-lane';

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
