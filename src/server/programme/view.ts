/** What the Lawn screen, and the screens that hang on it, show of one zone. */
import 'server-only';
import { readDay, type Day } from '@/core/calendar/day';
import type { GateFacts } from '@/core/gates/gate';
import type { PastOdds } from '@/core/gates/past-odds';
import type { Outlook, OutlookRefusal } from '@/core/ground/outlook';
import { sendRuns, type SentRuns } from '@/core/ground/soil-runs';
import { contextOf } from '@/core/season/programme';
import { isOpen } from '@/core/season/standing';
import type { Spot } from '@/core/lawn/zone';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import type { EarlierWork } from '@/data/earlier-work';
import type { Finding } from '@/data/findings';
import { houseOf, type House } from '@/data/house';
import { movedLinesOf, type MovedLine } from '@/data/windows';
import { zoneOf, zonesOfLawn, type ZoneOnLawn } from '@/data/lawns';
import type { StoredApplication } from '@/data/programme';
import type { LabelBook } from '@/data/products';
import { soilRunsFor } from '@/data/outlooks';
import { pastOddsOf } from '@/data/past-years';
import { observationsOf, type Observation } from '@/data/readings';
import type { RecordEntry } from '@/data/records';
import { troubleInShort, type Station } from '@/data/weather';
import type { FollowUp } from '@/core/follow-ups/follow-up';
import { assemble, labelsFor } from '../facts';
import { followUpsIn } from '../records/follow-ups';
import { askForWeather } from '../soil/weather';

/** How old the weather is that a screen was made from. */
export type WeatherStatus = Readonly<{
  station: string;
  trouble: string | null;
  forecastIssuedOn: Day | null;
  /** no service: its weather comes by file */
  isByFile: boolean;
}>;
export const weatherStatus = (s: Station): WeatherStatus => ({
  station: s.name,
  trouble: troubleInShort(s.trouble),
  forecastIssuedOn: s.forecastIssuedOn === null ? null : readDay(s.forecastIssuedOn),
  isByFile: s.serviceKey === '',
});

/** What the frame of every screen shows. */
export function frameOf(actor: Actor): Promise<{ today: Day; isDemo: boolean }> {
  return inOrganisation(actor, async (db) => {
    const { today, isDemo } = await momentOf(db, actor);
    return { today, isDemo };
  });
}

/** What a list shows of an entry: not its whole legal form. */
type EntryLine = Pick<
  RecordEntry,
  | 'id'
  | 'visitId'
  | 'plannedProductId'
  | 'productName'
  | 'appliedOn'
  | 'amount'
  | 'amountUnit'
  | 'areaSqFt'
  | 'rate'
  | 'part'
  | 'parts'
>;

export type ZoneSheet = Readonly<{
  today: Day;
  house: House;
  zone: ZoneOnLawn;
  siblings: readonly Readonly<{ id: string; name: string }>[];
  labels: LabelBook;
  applications: readonly StoredApplication[];
  /** entries that stand, the latest first */
  entries: readonly EntryLine[];
  earlier: readonly EarlierWork[];
  outlook: Outlook | null;
  outlookRefusal: OutlookRefusal | null;
  /** applications whose soil line has moved since their day was agreed on, as the worker last saw it */
  movedLines: readonly MovedLine[];
  /** what was seen at this lawn: bloom, green shoots */
  signs: readonly Observation[];
  /** what was seen or done here that gates ask for, in the order of entry */
  findings: readonly Finding[];
  /** what past years say beyond the forecast, by `pastYearsKey`; what is not there yet a job is making */
  past: Readonly<Record<string, PastOdds>>;
  /** what the gates of any application here are asked with */
  facts: GateFacts;
  weather: WeatherStatus | null;
  /** what its records ask for afterwards */
  followUps: readonly FollowUp[];
}>;

/** All there is to know of one zone, closed or not. Null: no such zone here. */
export async function zoneSheet(actor: Actor, zoneId: string): Promise<ZoneSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const moment = await momentOf(db, actor);
    const { house, labels, stations, books } = await assemble(db, actor, [zone], moment);
    await askForWeather(db, actor, stations, moment.today);
    const book = books.get(zone.id)!;
    const station = stations.find((s) => s.id === zone.stationId);
    return {
      today: moment.today,
      house,
      zone,
      labels: labelsFor(labels, book),
      siblings: (await zonesOfLawn(db, zone.lawnId)).map(({ id, name }) => ({ id, name })),
      applications: book.applications,
      entries: book.records
        .filter((r) => r.correctedById === null)
        .map(lineOf)
        .reverse(),
      past: await pastOddsOf(
        db,
        zone.stationId,
        book.applications.filter(isOpen).map((a) => contextOf(book.applications, a.id, book.facts)),
      ),
      earlier: book.earlier,
      findings: book.findings,
      facts: book.facts,
      outlook: book.facts.outlook,
      outlookRefusal: book.outlookRefusal,
      movedLines: await movedLinesOf(db, zone.id),
      signs: await observationsOf(db, zone.lawnId),
      weather: station ? weatherStatus(station) : null,
      followUps: zone.closed ? [] : followUpsIn(book, house, labels),
    };
  });
}

/** All that a zone's page is drawn and planned from; `runs` null: no outlook. Null: no such zone here. */
export async function lawnDesk(
  actor: Actor,
  zoneId: string,
): Promise<Readonly<{ sheet: ZoneSheet; runs: SentRuns | null }> | null> {
  const sheet = await zoneSheet(actor, zoneId);
  return sheet && { sheet, runs: sheet.outlook && (await soilRunsOfZone(actor, zoneId)) };
}

/** The soil of a zone as each member has it, for barrier and flush; null: no outlook, or no such zone here. */
export function soilRunsOfZone(actor: Actor, zoneId: string, spot: Spot = 'open'): Promise<SentRuns | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const { today } = await momentOf(db, actor);
    const { crossings } = await houseOf(db);
    const runs = await soilRunsFor(db, actor.orgId, zone, crossings.depth, today, spot);
    return runs && sendRuns(runs);
  });
}

const lineOf = (r: RecordEntry): EntryLine => ({
  id: r.id,
  visitId: r.visitId,
  plannedProductId: r.plannedProductId,
  productName: r.productName,
  appliedOn: r.appliedOn,
  amount: r.amount,
  amountUnit: r.amountUnit,
  areaSqFt: r.areaSqFt,
  rate: r.rate,
  part: r.part,
  parts: r.parts,
});
