/**
 * A zone's programme: its planned applications over any months, each of any number of products, over New Year too.
 *
 * Every application that is still to come enters the ledger of every other, earlier and later, on its planned day; one
 * that was planned for a day gone by cannot come before today. What is skipped counts no more.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { GateContext, GateFacts } from '@/core/gates/gate';
import { groundOf, shareOf, type Tie } from '@/core/products/application';
import { limitsFor, rateForTurf } from '@/core/products/label';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import type { PlannedApplication, PlannedProduct } from './standing';

/** An application of one day as gates are asked about it, that nobody has planned or skipped. */
export const visitOn = (id: string, day: Day, products: readonly PlannedProduct[]): PlannedApplication => ({
  id,
  purpose: '',
  plannedOn: day,
  earliest: null,
  latest: null,
  doneOn: null,
  skipped: null,
  products,
});

/** A rate above this is a slip in any unit of the trade. */
export const MOST_RATE = 1000;
/** More products are no tank that anybody mixes. */
export const MOST_PRODUCTS = 8;
/** A programme is looked at and asked for this far ahead. */
export const DAYS_AHEAD = 366;

/** What is still to come of the programme, as the ledger counts it; `except` leaves an application out. */
export function plannedEntries(
  applications: readonly PlannedApplication[],
  zone: GateFacts['zone'],
  today: Day,
  except?: string,
): LedgerEntry[] {
  return applications
    .filter((a) => a.id !== except && !a.skipped)
    .flatMap((a) =>
      a.products
        .filter((p) => p.recordId === null)
        .map((p) =>
          entryOf(p.label, p.rate, {
            id: p.id,
            status: 'planned',
            day: Math.max(a.plannedOn, today) as Day,
            share: shareOf(p.place, zone),
            ground: groundOf(p.place),
            intervalDays: limitsFor(p.label, zone, p.use).intervalDays ?? 0,
            most: rateForTurf(p.label, zone, p.use)?.yearLimit ?? null,
          }),
        ),
    );
}

/** The part before it of the same split or sequence: where it was put down, or is planned. */
function previousOf(
  applications: readonly PlannedApplication[],
  tie: Tie,
  ledger: readonly LedgerEntry[],
  today: Day,
): NonNullable<GateContext['product']['tie']>['previous'] {
  let found: { day: Day; done: boolean; part: number } | null = null;
  for (const a of applications)
    for (const p of a.products) {
      if (p.tie?.id !== tie.id || p.tie.part >= tie.part || (found && found.part > p.tie.part)) continue;
      const record = ledger.find((e) => e.id === p.recordId);
      if (record) found = { day: record.day, done: true, part: p.tie.part };
      else if (p.recordId === null && !a.skipped)
        found = { day: Math.max(a.plannedOn, today) as Day, done: false, part: p.tie.part };
    }
  return found && { day: found.day, done: found.done };
}

/**
 * What the gates of one application are asked with: the facts, and the rest of the programme. Its own entries, where
 * some of its products are down already, count as what they are.
 * @throws RangeError if the programme has no such application
 */
export function contextOf(
  applications: readonly PlannedApplication[],
  id: string,
  facts: GateFacts,
): GateContext {
  const application = applications.find((a) => a.id === id);
  if (!application) throw new RangeError(`No application ${id} among ${applications.length}`);
  const ledger = [...facts.ledger, ...plannedEntries(applications, facts.zone, facts.today, id)];
  const left = application.products.filter((p) => p.recordId === null);
  const products = (left.length ? left : application.products).map((p) => ({
    ...p,
    tie: p.tie && { ...p.tie, previous: previousOf(applications, p.tie, facts.ledger, facts.today) },
  }));
  const [product, ...beside] = products.toSorted((a, b) => a.position - b.position);
  if (!product) throw new RangeError(`Application ${id} has no product`);
  return { ...facts, ledger, applicationId: id, product, beside };
}

/** How far windows are asked for: a year from today, and past the planned day of what lies further ahead. */
export const yearAhead = (today: Day, plannedOn: Day = today): Range<Day> => ({
  from: today,
  to: Math.max(addDays(today, DAYS_AHEAD), addDays(plannedOn, 60)) as Day,
});
