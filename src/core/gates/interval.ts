/**
 * The time since the same product or a.i. was last put down.
 * Bolt: the label's re-application interval. For a later part of a split the house spacing too, which only warns: earlier
 * than it the first part still holds, later it may have worn off.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { limitsFor } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';

export const interval: Gate = {
  key: 'interval',
  name: 'Interval',
  spans: (context, range) => {
    const { application, ledger, today, zone } = context;
    const { label, part, use } = application;
    const { intervalDays } = limitsFor(label, zone, use);
    const names = new Set(label.ingredients.map((i) => i.name));
    const last = ledger
      .filter((e) => e.label.id === label.id || e.label.ingredients.some((i) => names.has(i.name)))
      // a part that is planned for a day gone by has not been put down: it cannot be before today
      .map((e) => (e.done ? e : { ...e, day: Math.max(e.day, today) as Day }))
      .reduce<LedgerEntry | null>((latest, e) => (latest && latest.day >= e.day ? latest : e), null);
    if (!last)
      return constantLane(
        range,
        part > 1
          ? shut('bolt', { code: 'not-known', source: 'plan', missing: 'first-part' })
          : open({ code: 'nothing-before', source: 'plan' }),
      );
    return laneByTick(range, verdicts(context, last, intervalDays));
  },
};

/** One verdict object for each stretch, so that neighbouring days join. */
function verdicts(
  { application: { part }, rules: { spacing } }: GateContext,
  last: LedgerEntry,
  days: number,
): (day: Day) => Verdict {
  const opens = addDays(last.day, days);
  const { day, done } = last;
  const tooSoon = shut('bolt', {
    code: 'too-soon-after',
    source: 'label',
    last: day,
    done,
    days,
    opens,
  });
  if (part === 1) {
    const passed = open({
      code: 'interval-passed',
      source: 'label',
      last: day,
      days,
    });
    return (at) => (at < opens ? tooSoon : passed);
  }
  const from = addDays(day, spacing.leastDays);
  const to = addDays(day, spacing.mostDays);
  const facts = { source: 'house rule', last: day, done, from, to } as const;
  const before = ajar({ code: 'before-spacing', ...facts });
  const within = open({ code: 'within-spacing', ...facts });
  const after = ajar({ code: 'after-spacing', ...facts });
  return (at) => (at < opens ? tooSoon : at < from ? before : at <= to ? within : after);
}
