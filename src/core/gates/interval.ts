/**
 * The time to what was last put down, and to what is planned next, of the same product or a.i. on the same ground.
 * Bolt: the label's re-application interval, looking back and ahead. For a later part of a split or a sequence its own
 * spacing too, which only warns: earlier than it the part before still holds, later it may have worn off. What the book
 * does not reach back to is not known: ajar.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { laneByTick } from '@/core/calendar/span';
import { groundOf, sharesGround, type TieNow } from '@/core/products/application';
import { substanceKey } from '@/core/products/substance';
import { limitsFor, setsNone } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';

export const interval: Gate = {
  key: 'interval',
  name: gateName('interval'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => {
    const { product } = context;
    const typed = limitsFor(product.label, context.zone, product.use).intervalDays;
    const days = typed ?? 0;
    const isTyped = typed !== null || setsNone(product.label, 'intervalDays');
    const same = entriesOfSame(context);
    const spacing = product.tie && bySpacing(product.tie);
    const made = new Map<string, Verdict>();
    const once = (key: string, make: () => Verdict) => {
      const known = made.get(key) ?? make();
      made.set(key, known);
      return known;
    };
    return laneByTick<Day, Verdict>(range, (day) => {
      const last = same.findLast((e) => e.day <= day) ?? null;
      const next = same.find((e) => e.day > day) ?? null;
      const between = (e: LedgerEntry) => Math.max(days, e.intervalDays ?? 0);
      if (last && day < addDays(last.day, between(last)))
        return once(`last|${last.id}`, () =>
          shut('bolt', {
            code: 'too-soon-after',
            source: 'label',
            last: last.day,
            done: last.status !== 'planned',
            days: between(last),
            opens: addDays(last.day, between(last)),
          }),
        );
      if (next && addDays(day, between(next)) > next.day)
        return once(`next|${next.id}`, () =>
          shut('bolt', {
            code: 'too-soon-before',
            source: 'label',
            next: next.day,
            days: between(next),
            latest: addDays(next.day, -between(next)),
          }),
        );
      if (!last && days > 0 && (context.bookFrom === null || addDays(day, -days) < context.bookFrom))
        return once('history', () =>
          ajar({ code: 'history-not-known', source: 'ledger', days, bookFrom: context.bookFrom }),
        );
      if (!isTyped && (last || next))
        return once('not typed', () => ajar({ code: 'not-known', source: 'label', missing: 'interval' }));
      if (spacing) return spacing(day);
      if (!last) return once('none', () => open({ code: 'nothing-before', source: 'plan' }));
      return once(`passed|${last.id}`, () =>
        open({ code: 'interval-passed', source: 'label', last: last.day, days: between(last) }),
      );
    });
  },
};

/** Entries of the same product, or with an a.i. of it, that may lie on the same ground, by day. What was planned for a day gone by cannot come before today. */
function entriesOfSame({ product: { label, place }, ledger, today }: GateContext): LedgerEntry[] {
  const keys = new Set(label.ingredients.map((i) => substanceKey(i.name)));
  const ground = groundOf(place);
  return ledger
    .filter(
      (e) =>
        sharesGround(e.ground, ground) &&
        (e.productId === label.id || e.ingredients.some((i) => keys.has(substanceKey(i.name)))),
    )
    .map((e) => (e.status === 'planned' && e.day < today ? { ...e, day: today } : e))
    .toSorted((a, b) => a.day - b.day);
}

/** The spacing to the part before; one verdict object for each stretch, so that neighbouring days join. */
function bySpacing({ part, kind, previous, spacing }: TieNow): ((day: Day) => Verdict) | null {
  if (part === 1) return null;
  if (!previous) {
    const none = shut('bolt', { code: 'not-known', source: 'plan', missing: 'first-part' });
    return () => none;
  }
  const from = addDays(previous.day, spacing.leastDays);
  const to = addDays(previous.day, spacing.mostDays);
  const source = kind === 'split' ? 'house rule' : 'plan';
  const facts = { source, last: previous.day, done: previous.done, from, to } as const;
  const before = ajar({ code: 'before-spacing', ...facts });
  const within = open({ code: 'within-spacing', ...facts });
  const after = ajar({ code: 'after-spacing', ...facts });
  return (at) => (at < from ? before : at <= to ? within : after);
}
