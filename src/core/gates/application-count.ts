/** Bolt: the label's number of applications in its period is not reached yet. */
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { limitsFor } from '@/core/products/label';
import { isInPeriod } from '@/core/records/ledger';
import { open, shut, type Gate, type Verdict } from './gate';

export const applicationCount: Gate = {
  key: 'application-count',
  name: 'Number of applications',
  spans: ({ application: { label, use }, zone, ledger }, range) => {
    const { mostApplications: most } = limitsFor(label, zone, use);
    if (most === null) return constantLane(range, open({ code: 'no-count-limit', source: 'label' }));
    const mine = ledger.filter((e) => e.label.id === label.id);
    const verdicts = new Map<string, Verdict>();
    return laneByTick<Day, Verdict>(range, (day) => {
      const earlier = mine.filter((e) => isInPeriod(e.day, label.period, day)).map((e) => e.day);
      const key = earlier.join();
      const known = verdicts.get(key);
      if (known) return known;
      const facts = { source: 'label', count: earlier.length, most, period: label.period, earlier } as const;
      const verdict =
        earlier.length < most
          ? open({ code: 'within-count', ...facts })
          : shut('bolt', { code: 'count-reached', ...facts });
      verdicts.set(key, verdict);
      return verdict;
    });
  },
};
