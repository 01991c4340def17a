/**
 * Latch: no event of the customer on the day, and time enough before each for the label's re-entry. A re-entry without
 * hours ("until dry") counts as a day: common practice, no source.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { open, shut, type Gate, type Verdict } from './gate';

export const event: Gate = {
  key: 'event',
  name: gateName('event'),
  asks: 'everything',
  isWeather: false,
  spans: ({ product: { label }, seen }, range) => {
    const none = open({ code: 'no-event', source: 'customer' });
    if (!seen.events.length) return constantLane(range, none);
    const hours = label.reentryHours;
    const asked = seen.events.map(({ on, what }) => {
      const facts = { source: 'customer', on, what, hours } as const;
      return {
        on,
        from: addDays(on, -Math.max(1, Math.ceil((hours ?? 0) / 24))),
        that: shut('latch', { code: 'event-that-day', ...facts }),
        before: shut('latch', { code: 'no-dry-time-before-event', ...facts }),
      };
    });
    return laneByTick<Day, Verdict>(
      range,
      (day) =>
        asked.find((e) => e.on === day)?.that ??
        asked.find((e) => day >= e.from && day < e.on)?.before ??
        none,
    );
  },
};
