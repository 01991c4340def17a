/** When a barrier counts as holding, and by which schools it wears off: what screens say of one that is computed already. */
import { addDays, type Day } from '@/core/calendar/day';

/** While at least so much of the flush is stopped, a label calls it control: common practice, no source. */
export const CONTROL = 0.8;

/** Both schools of the trade: the model's, and days of the calendar as the label has them. */
export const BARRIER_SCHOOLS = ['cold keeps it', 'months from the label'] as const;
export type BarrierSchool = (typeof BARRIER_SCHOOLS)[number];

/** The last day of control in one piece from a day on; null: there is none on that day. */
export function heldUntil(from: Day, effect: ArrayLike<number>, since: Day): Day | null {
  let d = Math.max(0, since - from);
  if (!(effect[d]! >= CONTROL)) return null;
  while (d + 1 < effect.length && effect[d + 1]! >= CONTROL) d++;
  return addDays(from, d);
}
