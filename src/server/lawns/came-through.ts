/** Why weeds that were found on a walk came through this season's barrier: clues from the book, the weather and the soil. */
import 'server-only';
import { yearOf, type Day } from '@/core/calendar/day';
import { fewOf } from '@/core/day/worth';
import { rateForTurf, type Label } from '@/core/products/label';
import { entryOf } from '@/core/records/ledger';
import { yearsInARow } from '@/core/follow-ups/season-end';
import type { Dose, WeighedRuns } from '@/core/barrier/barrier';
import { dosesAgainst } from '@/core/barrier/doses';
import { howItWentIn } from '@/core/barrier/reached';
import { isPreEmergent } from '@/core/trade/terms';
import type { HourlyWeather } from '@/core/weather/series';
import { causesOf, type CauseOdds, type Clues } from '@/core/weeds/causes';
import { cluesOf, type LaidBarrier } from '@/core/follow-ups/clues';
import { lastWalk, type Found, type Walk } from '@/core/weeds/scouting';
import type { Transaction } from '@/data/connection';
import type { House } from '@/data/house';
import { soilRunsFor } from '@/data/outlooks';
import { labelAt, type LabelBook } from '@/data/products';
import type { RecordEntry } from '@/data/records';
import { observedWeather } from '@/data/weather';
import type { ZoneBook } from '../facts';

export type CameThrough = Readonly<{ found: Found; clues: Clues; causes: readonly CauseOdds[] }>;

/** What of the last walk came through a barrier of its year; none: nothing did, or there was none. */
export async function cameThrough(
  db: Transaction,
  orgId: string,
  book: ZoneBook,
  { house, labels, today, walks }: Known,
): Promise<CameThrough[]> {
  const { zone } = book;
  const walk = lastWalk(walks);
  const laid = walk?.found.length ? laidIn(book, labels, walk.on) : [];
  const runs = laid.length ? await soilRunsFor(db, orgId, zone, house.crossings.depth, today) : null;
  if (!walk || !runs) return [];
  const few = fewOf(runs, house.planning.school);
  const weather = await observedWeather(db, zone.stationId);
  return walk.found.flatMap((found): CameThrough[] => {
    const clues = cluesOf({
      weed: found.weed,
      stage: found.stage,
      where: found.where,
      seenOn: walk.on,
      runs: few,
      hasHotEdge: zone.concreteEdgeFt > 0 || zone.site.besidePavement,
      barriers: barriersAgainst(found, laid, book, few, weather),
      opened: book.facts.seen.opened.map((o) => o.on),
      groupYears: groupYears(book, laid, yearOf(walk.on)),
    });
    return clues ? [{ found, clues, causes: causesOf(clues) }] : [];
  });
}
type Known = Readonly<{ house: House; labels: LabelBook; today: Day; walks: readonly Walk[] }>;

type Laid = Readonly<{ record: RecordEntry; label: Label }>;

/** Barriers over the whole zone in the year of the walk. */
const laidIn = (book: ZoneBook, labels: LabelBook, on: Day): Laid[] =>
  book.records.flatMap((record): Laid[] => {
    const label = labelAt(labels, record.productId, record.labelVersion);
    const counts =
      record.correctedById === null &&
      isPreEmergent(record.use) &&
      record.place === 'zone' &&
      yearOf(record.appliedOn) === yearOf(on) &&
      record.appliedOn <= on;
    return counts && label ? [{ record, label }] : [];
  });

function barriersAgainst(
  { weed }: Found,
  laid: readonly Laid[],
  { facts }: ZoneBook,
  runs: WeighedRuns,
  weather: HourlyWeather | null,
): LaidBarrier[] {
  const { turf } = facts.zone;
  const shares = laid.map(({ record, label }) => {
    const high = rateForTurf(label, facts.zone, record.use)?.high;
    return high?.by === record.rate.by && high.rate > 0 ? record.rate.rate / high.rate : 1;
  });
  const total = shares.reduce((a, b) => a + b, 0);
  // as the label has it: parts of a total stay parts, and what fell short of it is made whole
  const whole = total > 0 && total < 1 ? 1 / total : 1;
  return laid.map(({ record, label }, i): LaidBarrier => {
    const entry = entryOf(label, record.rate, {
      id: record.id,
      day: record.appliedOn,
      status: 'done' as const,
      share: 1,
      ground: null,
    });
    return {
      day: record.appliedOn,
      share: shares[i]!,
      full: dosesAgainst(weed, [entry], [label], turf, runs.from).map((d): Dose => ({
        ...d,
        rate: (d.rate * whole) as Dose['rate'],
      })),
      wentIn: howItWentIn(record.appliedOn, label, { ...facts, recent: weather }),
    };
  });
}

/** Years in a row of a site of action in the soil; what was put down before the book counts too. */
function groupYears({ facts }: ZoneBook, laid: readonly Laid[], year: number): number {
  const entries = facts.ledger
    .filter((e) => e.status !== 'planned' && e.inSoil !== false)
    .map((e) => ({ day: e.day, groups: e.ingredients.flatMap((i) => i.group ?? []) }));
  const used = laid.flatMap(({ label }) => label.ingredients.flatMap((i) => i.group ?? []));
  return Math.max(0, ...used.map((group) => yearsInARow(entries, group, year)));
}
