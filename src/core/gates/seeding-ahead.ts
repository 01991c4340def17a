/**
 * Bolt: the label's wait is over before each day on which the zone is to be seeded, sodded or sprigged, for the dose and for what lies on the same ground and
 * is not past a wait of its own: halves do not wait less than the whole. From the seeding day on there are seedlings,
 * and the gate behind the seeding asks for them; until they are written down as sown, shut.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick, overlay, type Lane, type Range } from '@/core/calendar/span';
import type { Seeding } from '@/core/lawn/zone';
import { seedingWaitDays, setsNone } from '@/core/products/label';
import { groundOf, sharesGround } from '@/core/products/application';
import { standingOn } from '@/core/records/seed-waits';
import { rateLike } from '@/core/units/rate';
import { exceeds } from '@/core/units/tolerance';
import { open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';

export const seedingAhead: Gate = {
  key: 'seeding-ahead',
  name: 'Seeding ahead',
  spans: (context, range) => {
    const { seedings } = context.zone;
    if (!seedings.length) return constantLane(range, open({ code: 'no-seeding', source: 'plan' }));
    return seedings.map((s) => ahead(context, range, s)).reduce((a, b) => overlay(a, b, worseVerdict));
  },
};

/** What one seeding says, whatever others are planned. */
function ahead(
  { product: { label, rate, place }, seen, ledger }: GateContext,
  range: Range<Day>,
  { on: seedingOn, kind }: Seeding,
): Lane<Day, Verdict> {
  const waitDays = seedingWaitDays(label, rate);
  if (waitDays === null && setsNone(label, 'seedingWait'))
    return constantLane(range, open({ code: 'no-seeding-wait', source: 'label' }));
  if (waitDays === null)
    return constantLane(range, shut('bolt', { code: 'not-known', source: 'label', missing: 'seeding-wait' }));
  const earlier = ledger.filter((e) => e.productId === label.id && sharesGround(e.ground, groundOf(place)));
  /** The wait of all that lies there on a day with this dose; null: a sheet does not tell. */
  const waitOn = (day: Day): number | null => {
    const standing = standingOn(earlier, label, day);
    if (!standing) return waitDays;
    if (!standing.rate) return null;
    const sum = rateLike(rate, rate.rate + standing.rate.rate);
    // of more in all than the sheet's highest step nobody has said how long it waits
    const most = label.seedingWait.at(-1)?.upTo;
    return !most || !exceeds(sum.rate, most.rate) ? seedingWaitDays(label, sum) : null;
  };
  const made = new Map<number | null, Verdict>();
  const before = (day: Day): Verdict => {
    const wait = waitOn(day);
    const isClear = wait !== null && addDays(day, wait) <= seedingOn;
    // one object for each stretch of the same answer, so that neighbouring days join
    const key = wait === null ? null : wait * 2 + (isClear ? 1 : 0);
    const facts = {
      source: 'label',
      seeding: seedingOn,
      kind,
      waitDays: wait ?? 0,
      latest: addDays(seedingOn, -(wait ?? 0)),
    } as const;
    const verdict =
      made.get(key) ??
      (wait === null
        ? shut('bolt', { code: 'not-known', source: 'label', missing: 'seeding-wait' })
        : isClear
          ? open({ code: 'clear-by-seeding', ...facts })
          : shut('bolt', { code: 'blocks-seeding', ...facts }));
    made.set(key, verdict);
    return verdict;
  };
  const seeded =
    seen.seededOn !== null && seen.seededOn >= addDays(seedingOn, -60)
      ? open({ code: 'no-seeding', source: 'plan' })
      : shut('bolt', { code: 'not-known', source: 'plan', missing: 'seedlings' });
  // a wait of no days holds on the day itself
  const last = waitDays === 0 ? addDays(seedingOn, 1) : seedingOn;
  return laneByTick<Day, Verdict>(range, (day) => (day < last ? before(day) : seeded));
}
