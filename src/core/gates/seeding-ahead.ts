/**
 * Bolt: the labels' wait is over before each day on which the zone is to be seeded, sodded or sprigged, for the dose with
 * what lies on the same ground and what goes down beside it, by substance (records/safe-to-seed). From the seeding day on
 * there are seedlings, and the gate behind the seeding asks for them; until they are written down as sown, shut.
 * Caution: the wait ends in time, and within the house's slack before the seeding.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick, overlay, type Lane, type Range } from '@/core/calendar/span';
import type { Seeding } from '@/core/lawn/zone';
import { groundOf, shareOf, sharesGround, type ApplicationProduct } from '@/core/products/application';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import { seedWaitWith } from '@/core/records/safe-to-seed';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';

export const seedingAhead: Gate = {
  key: 'seeding-ahead',
  name: gateName('seeding-ahead'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => {
    const { seedings } = context.zone;
    if (!seedings.length) return constantLane(range, open({ code: 'no-seeding', source: 'plan' }));
    const sown = seedingNoted(seedings, context.seen.seededOn);
    return seedings
      .map((s) => ahead(context, range, s, s === sown))
      .reduce((a, b) => overlay(a, b, worseVerdict));
  },
};

/** The planned seeding that a note of seed going down answers: the nearest one, up to two months ahead of it. */
function seedingNoted(seedings: readonly Seeding[], seededOn: Day | null): Seeding | null {
  if (seededOn === null) return null;
  const [nearest] = seedings.toSorted((a, b) => Math.abs(a.on - seededOn) - Math.abs(b.on - seededOn));
  return nearest && seededOn >= addDays(nearest.on, -60) ? nearest : null;
}

/** A product of the visit as the ledger would hold it. */
const asEntry = ({ zone, today }: GateContext, p: ApplicationProduct): LedgerEntry =>
  entryOf(p.label, p.rate, {
    id: `asked-${p.position}`,
    day: today,
    status: 'planned',
    share: shareOf(p.place, zone),
    ground: groundOf(p.place),
  });

/** What one seeding says, whatever others are planned. @param isSown somebody noted that its seed went down */
function ahead(
  context: GateContext,
  range: Range<Day>,
  { on: seedingOn, kind }: Seeding,
  isSown: boolean,
): Lane<Day, Verdict> {
  const { product, beside, ledger } = context;
  const slackDays = context.rules.seedSlackDays;
  const asked = asEntry(context, product);
  if (asked.seedWait === 'none')
    return constantLane(range, open({ code: 'no-seeding-wait', source: 'label' }));
  if (asked.seedWait === null)
    return constantLane(range, shut('bolt', { code: 'not-known', source: 'label', missing: 'seeding-wait' }));
  const ground = groundOf(product.place);
  const waitOn = seedWaitWith(
    ledger.filter((e) => sharesGround(e.ground, ground)),
    [asked, ...beside.filter((p) => sharesGround(groundOf(p.place), ground)).map((p) => asEntry(context, p))],
  );
  const made = new Map<number | null, Verdict>();
  const before = (day: Day): Verdict => {
    const wait = waitOn(day);
    const isClear = wait !== null && addDays(day, wait) <= seedingOn;
    const isLate = wait !== null && wait > 0 && addDays(day, wait + slackDays) > seedingOn;
    // one object for each stretch of the same answer, so that neighbouring days join
    const key = wait === null ? null : wait * 3 + (isClear ? (isLate ? 1 : 2) : 0);
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
        : !isClear
          ? shut('bolt', { code: 'blocks-seeding', ...facts })
          : isLate
            ? ajar({ code: 'clear-late', ...facts, slackDays })
            : open({ code: 'clear-by-seeding', ...facts }));
    made.set(key, verdict);
    return verdict;
  };
  const seeded = isSown
    ? open({ code: 'no-seeding', source: 'plan' })
    : shut('bolt', { code: 'not-known', source: 'plan', missing: 'seedlings' });
  // a wait of no days holds on the day itself
  const last = waitOn(seedingOn) === 0 ? addDays(seedingOn, 1) : seedingOn;
  return laneByTick<Day, Verdict>(range, (day) => (day < last ? before(day) : seeded));
}
