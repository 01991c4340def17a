/**
 * Bolt where local code asks for it, else latch: customer or neighbours were told long enough before. The longer of the
 * code's hours and the customer's wish counts. While none has gone out, it can still go out in time for what lies further
 * ahead: ajar there. A notice is good for 30 days: common practice, no source.
 */
import { gateName } from './gate-names';
import { addDays } from '@/core/calendar/day';
import { dayOfHour, hourOf, type Hour } from '@/core/calendar/hour';
import { laneByTick, type Lane, type Range } from '@/core/calendar/span';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';

const GOOD_FOR_DAYS = 30;

function at({ rules, zone, seen, today, hour: now }: GateContext): (hour: Hour) => Verdict {
  const wish = zone.noticeHours ?? 0;
  const hours = Math.max(wish, rules.noticeByCode ? rules.noticeHours : 0);
  if (!rules.noticeByCode && zone.noticeHours === null) {
    const none = open({ code: 'no-notice-needed', source: 'lawn sheet' });
    return () => none;
  }
  const strength = rules.noticeByCode ? 'bolt' : 'latch';
  const source = rules.noticeByCode ? 'local code' : 'customer';
  const missing = shut(strength, { code: 'notice-not-sent', source, hours });
  const { noticeSent: sent } = seen;
  const inTime = hourOf(today, now + hours);
  const toSend = ajar({ code: 'notice-to-send', source, hours });
  const unsent = (hour: Hour) => (hour < inTime ? missing : toSend);
  if (sent === null) return unsent;
  const opens = (sent + hours) as Hour;
  const ends = hourOf(addDays(dayOfHour(sent), GOOD_FOR_DAYS), 0);
  const short = shut(strength, { code: 'notice-too-short', source, sent, hours, opens });
  const given = open({ code: 'notice-given', source, sent, hours });
  return (hour) => (hour < sent || hour >= ends ? unsent(hour) : hour < opens ? short : given);
}

export const notice: Gate = {
  key: 'notice',
  name: gateName('notice'),
  asks: 'everything',
  isWeather: false,
  // a day opens when its working hours still do
  spans: (context, range) => {
    const verdict = at(context);
    return laneByTick(range, (day) => verdict(hourOf(day, context.rules.workTo - 1)));
  },
  hours: (context, range: Range<Hour>): Lane<Hour, Verdict> => laneByTick(range, at(context)),
};
