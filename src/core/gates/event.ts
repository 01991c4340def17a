/**
 * Latch: no customer's event on the day, and time enough before one for the label's re-entry. A re-entry without hours
 * ("until dry") counts as a day: common practice, no source.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { open, shut, type Gate, type Verdict } from './gate';

export const event: Gate = {
  key: 'event',
  name: 'Re-entry and event',
  spans: ({ product: { label }, seen }, range) => {
    const none = open({ code: 'no-event', source: 'customer' });
    if (!seen.event) return constantLane(range, none);
    const { on, what } = seen.event;
    const hours = label.reentryHours;
    const from = addDays(on, -Math.max(1, Math.ceil((hours ?? 0) / 24)));
    const facts = { source: 'customer', on, what, hours } as const;
    const that = shut('latch', { code: 'event-that-day', ...facts });
    const before = shut('latch', { code: 'no-dry-time-before-event', ...facts });
    return laneByTick<Day, Verdict>(range, (day) =>
      day === on ? that : day >= from && day < on ? before : none,
    );
  },
};
