/**
 * Bolt: the label's number of applications in its period is not reached yet, with those that are planned before and
 * after. What goes down in one visit is one application.
 */
import { gateName } from './gate-names';
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByBreaks } from '@/core/calendar/span';
import { groundOf, sharesGround } from '@/core/products/application';
import { limitsFor, setsNone } from '@/core/products/label';
import { YEAR_DAYS, isBookWhole, limitBreaks, periodsWith } from '@/core/records/ledger';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

export const applicationCount: Gate = {
  key: 'application-count',
  name: gateName('application-count'),
  asks: 'herbicide',
  isWeather: false,
  spans: ({ product: { label, use, place }, zone, ledger, bookFrom }, range) => {
    const { mostApplications: most } = limitsFor(label, zone, use);
    if (most === null)
      return constantLane(
        range,
        setsNone(label, 'mostApplications')
          ? open({ code: 'no-count-limit', source: 'label' })
          : ajar({ code: 'not-known', source: 'label', missing: 'count-limit' }),
      );
    const { period } = label;
    const ground = groundOf(place);
    const mine = ledger.filter((e) => e.productId === label.id && sharesGround(e.ground, ground));
    return laneByBreaks<Day, Verdict>(
      range,
      limitBreaks(period, mine, range.from, range.to, bookFrom),
      (day) => {
        const periods = periodsWith(period, day, mine);
        const days = periods
          .map((p) => [...new Set(mine.filter((e) => e.day >= p.from && e.day <= p.to).map((e) => e.day))])
          .reduce((a, b) => (b.length > a.length ? b : a));
        const facts = { source: 'label', count: days.length, most, period, earlier: days } as const;
        if (days.length >= most) return shut('bolt', { code: 'count-reached', ...facts });
        return periods.some((p) => !isBookWhole(bookFrom, p))
          ? ajar({ code: 'history-not-known', source: 'ledger', days: YEAR_DAYS, bookFrom })
          : open({ code: 'within-count', ...facts });
      },
    );
  },
};
