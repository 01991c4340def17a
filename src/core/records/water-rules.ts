/** Where and when the place allows lawns to be watered. */
import { addDays, weekdayOf, type Day } from '@/core/calendar/day';

export type WaterRules = Readonly<{
  /** days of the week, 1 Monday to 7 Sunday, on which it is allowed; none: on any */
  days: readonly number[];
  /** hours of the clock between which it is not; null: at any hour */
  notBetween: Readonly<{ from: number; to: number }> | null;
}>;

/** The next day from today on that the place allows and, where it is said, on which the irrigation runs; null: they never meet. */
export function nextWaterDay({ days }: WaterRules, runsOn: readonly number[], today: Day): Day | null {
  const isAllowed = (w: number) => days.length === 0 || days.includes(w);
  for (let d = 0; d < 7; d++) {
    const day = addDays(today, d);
    const w = weekdayOf(day);
    if (isAllowed(w) && (runsOn.length === 0 || runsOn.includes(w))) return day;
  }
  // where the two never meet, the place's rules hold: it is started by hand
  for (let d = 0; d < 7; d++) if (isAllowed(weekdayOf(addDays(today, d)))) return addDays(today, d);
  return null;
}
