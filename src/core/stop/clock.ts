/** Moments of a phone, whose clock may be off by minutes or by years, as moments of the company's clock. */
import { dayOf, type Day } from '@/core/calendar/day';

/** What waits longer on a phone than this was never done then: its clock was set in between. */
export const MOST_WAIT_MS = 60 * 86_400_000;

/**
 * @param phone ms by the phone's clock
 * @param sentAt the same clock when it was sent, which tells how far it is off
 * @param now ms by the company's clock when it came
 * @returns ms by the company's clock; null: the phone's clock was changed in between, and nobody knows
 */
export function companyTime(phone: number, sentAt: number, now: number): number | null {
  const ago = sentAt - phone;
  return ago >= 0 && ago <= MOST_WAIT_MS ? now - ago : null;
}

export type ClockTime = Readonly<{ day: Day; time: string }>;

const formats = new Map<string, Intl.DateTimeFormat>();

/** The day and the wall clock's "14:05" of a moment where the company is. @throws RangeError for no such time zone */
export function clockIn(at: number, timeZone: string): ClockTime {
  const format =
    formats.get(timeZone) ??
    new Intl.DateTimeFormat('en-US', {
      timeZone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: '2-digit',
      minute: '2-digit',
    });
  formats.set(timeZone, format);
  const of = Object.fromEntries(format.formatToParts(at).map((p) => [p.type, p.value]));
  const [year, month, day] = [of['year'], of['month'], of['day']].map(Number);
  return { day: dayOf(year!, month!, day!), time: `${of['hour']}:${of['minute']}` };
}
