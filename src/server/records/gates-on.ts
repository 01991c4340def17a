/** How the gates stood when work was done: by what was measured there, by the station where nobody measured, and by what is kept. */
import 'server-only';
import { addDays, type Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { spanAt, worseState } from '@/core/calendar/span';
import type { GateContext, Verdict, GateFacts } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import type { Reason } from '@/core/gates/reason';
import { skyAt } from '@/core/gates/sky';
import { productsOf, windowOf } from '@/core/gates/window';
import { hourOfClock, type Visit } from '@/core/records/visit';
import { contextOf, visitOn } from '@/core/season/programme';
import type { PlannedProduct } from '@/core/season/standing';
import { checkNow, measuredGates, type SeenNow } from '@/core/stop/seen-now';
import type { Celsius, MetresPerSecond } from '@/core/units/quantity';
import { plainReason, type GateThen, type GatesThen } from '@/data/gates-then';
import type { StoredApplication } from '@/data/programme';
import type { RecordEntry } from '@/data/records';
import type { ZoneBook } from '../facts';

/** A reason in the words of today; whether it is by what was measured there. */
export type ReasonThen = (reason: Reason, isMeasured: boolean) => string;

type Then = Readonly<{
  book: ZoneBook;
  planned: StoredApplication | null;
  visit: Visit;
  corrected: RecordEntry | null;
  words: ReasonThen;
  startedAt: string;
  seen: SeenNow;
  station: StationThen | null;
}>;
type StationThen = Readonly<{ wind: MetresPerSecond; air: Celsius }>;

/** What the station had in the hour of the work, or was forecast to have; null: nobody said when, or nothing is on file. */
export function stationAt(facts: GateFacts, day: Day, startedAt: string): StationThen | null {
  if (startedAt === '') return null;
  // nothing of a product is asked
  const sky = skyAt(facts as GateContext, hourOf(day, hourOfClock(startedAt)));
  return sky && { wind: sky.wind, air: sky.air };
}

/**
 * A correction is judged as if what it corrects had not been entered, and the whole day counts: it may be entered at
 * night.
 */
export function gatesOn({
  book,
  planned,
  visit,
  corrected,
  words,
  startedAt,
  seen,
  station,
}: Then): Omit<GatesThen, 'anyway'> {
  const { day } = visit;
  const facts: GateFacts = {
    ...book.facts,
    hour: 0,
    ledger: book.facts.ledger.filter((e) => e.id !== corrected?.id),
  };
  const id = planned?.id ?? 'unplanned';
  const work = visitOn(
    id,
    day,
    visit.products.map((u, i): PlannedProduct => {
      const of = planned?.products.find((p) => p.id === u.plannedProductId);
      return {
        id: of?.id ?? `used-${i}`,
        position: i + 1,
        tank: u.tank,
        label: u.label,
        rate: u.rate,
        use: u.use,
        targets: u.targets,
        method: null,
        place: u.place,
        tie: of?.tie ?? null,
        recordId: null,
      };
    }),
  );
  const others = book.applications.filter((a) => a.id !== id);
  const context = contextOf([...others, work], id, facts);
  const { lanes } = windowOf(context, { from: day, to: addDays(day, 1) });
  const products = productsOf(context);
  const measured = measuredGates(seen);
  // where nobody measured the station's hour stands for it
  const sky: SeenNow = {
    ...seen,
    wind: seen.wind ?? station?.wind ?? null,
    air: seen.air ?? station?.air ?? null,
  };
  const byHour = measuredGates(sky);
  const onFile = lanes.flatMap(({ gate, of, lane }): GateThen[] => {
    const verdict = spanAt(lane, day)?.verdict;
    if (!verdict || verdict.state === 'open' || byHour.includes(gate.key)) return [];
    const product = products.find((p) => p.position === of)?.label.name ?? '';
    return [thenOf({ key: gate.key, gate: gate.name, product, verdict }, false, words)];
  });
  const hour = hourOfClock(startedAt);
  const there = checkNow({ ...facts, today: day, hour }, products, sky).flatMap((c) =>
    c.kind === 'gate' ? [thenOf(c, measured.includes(c.key), words)] : [],
  );
  const why = [...onFile, ...there];
  const isUnmeasured = visit.isSprayed && (seen.wind === null || seen.air === null);
  return {
    state: why.map((w) => w.state).reduce(worseState, 'open'),
    why,
    station: isUnmeasured ? station : null,
  };
}

const thenOf = (
  {
    key,
    gate,
    product,
    verdict,
  }: Readonly<{ key: GateKey; gate: string; product: string; verdict: Verdict }>,
  isMeasured: boolean,
  words: ReasonThen,
): GateThen => ({
  key,
  name: gate,
  state: verdict.state,
  product,
  strength: verdict.state === 'shut' ? verdict.strength : null,
  reason: plainReason(verdict.reason),
  sentence: words(verdict.reason, isMeasured),
  isMeasured,
});
