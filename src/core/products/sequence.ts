/**
 * Shots of one product at its label's interval, until the work is done or a number is reached: what works through the
 * leaf often wants a second look and a second shot.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { limitsFor, type Label } from './label';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import type { Spacing } from './application';

/** A shot within two weeks after the interval has passed still meets the same flush. Common practice, no source. */
const GRACE_DAYS = 14;
/** Where the label names no interval: two weeks, the time in which a first shot shows. Common practice, no source. */
const USUAL_DAYS = 14;
export const MOST_SHOTS = 6;

/** From the label's own interval on. @param intervalDays 0: the label names none */
export function sequenceSpacing(intervalDays: number): Spacing {
  const leastDays = intervalDays > 0 ? intervalDays : USUAL_DAYS;
  return { leastDays, mostDays: leastDays + GRACE_DAYS };
}

/**
 * Days between two parts of one total. Eight to twelve weeks are for a barrier; what works through the leaf goes again at
 * its label's interval.
 */
export const spacingFor = (
  use: Use,
  label: Label,
  ground: Parameters<typeof limitsFor>[1],
  residual: Spacing,
): Spacing =>
  isPreEmergent(use) ? residual : sequenceSpacing(limitsFor(label, ground, use).intervalDays ?? 0);

/** Days proposed for the shots: each as soon as the spacing allows. */
export const sequenceDays = (first: Day, shots: number, { leastDays }: Spacing): Day[] =>
  Array.from({ length: shots }, (_, i) => addDays(first, i * leastDays));
