/**
 * The one assembly of what gates are asked with: for one zone or for many, from the database alone. Screens, commands
 * and jobs all ask it, inside the transaction in which they read or write.
 */
import 'server-only';
import type { Day } from '@/core/calendar/day';
import type { GateFacts } from '@/core/gates/gate';
import {
  linesFrom,
  outlookFrom,
  type Lines,
  type Outlook,
  type OutlookRefusal,
  type SiteKnowledge,
} from '@/core/ground/outlook';
import type { Site } from '@/core/ground/site';
import { siteAt } from '@/core/lawn/zone';
import type { Forecast, HourlyWeather } from '@/core/weather/series';
import type { Actor } from '@/data/actor';
import { clockAheadFrom, type Moment } from '@/data/clock';
import type { Transaction } from '@/data/connection';
import { earlierEntries, earlierWorkOf, type EarlierWork } from '@/data/earlier-work';
import { findingsOf, seenFrom, type Finding } from '@/data/findings';
import { groupBy } from '@/core/group';
import { houseOf, type House } from '@/data/house';
import type { ZoneOnLawn } from '@/data/lawns';
import { liftsOf, resourcesOf } from '@/data/resources';
import {
  compareReadings,
  ensembleFor,
  keptEnsemble,
  knowledgeOf,
  ofEachKind,
  rulesFor,
  type Known,
} from '@/data/outlooks';
import { applicationsOf, type StoredApplication } from '@/data/programme';
import { labelsOf, type LabelBook } from '@/data/products';
import { observationsOf } from '@/data/readings';
import { ledgerFrom, recordsOfZones, type RecordEntry } from '@/data/records';
import {
  forecastFrom,
  observedWeather,
  recentFrom,
  stationsOf,
  storedForecast,
  type Station,
} from '@/data/weather';

/** All that is known of one zone. */
export type ZoneBook = Readonly<{
  zone: ZoneOnLawn;
  applications: readonly StoredApplication[];
  records: readonly RecordEntry[];
  earlier: readonly EarlierWork[];
  findings: readonly Finding[];
  /** why there is no outlook; null: there is one, or it was not asked for */
  outlookRefusal: OutlookRefusal | null;
  facts: GateFacts;
}>;

export type Assembled = Readonly<{
  house: House;
  labels: LabelBook;
  stations: readonly Station[];
  /** by zone */
  books: ReadonlyMap<string, ZoneBook>;
}>;

/**
 * Weather and soil are dear to gather; limits do not ask for them. As kept: with the soil of whenever it was last computed,
 * waiting for nobody.
 */
type Wanted = Readonly<{ sky: boolean | 'as kept' }>;

export async function assemble(
  db: Transaction,
  actor: Actor,
  zones: readonly ZoneOnLawn[],
  moment: Moment,
  { sky }: Wanted = { sky: true },
): Promise<Assembled> {
  const ids = zones.map((z) => z.id);
  const { today, hour } = moment;
  const house = await houseOf(db);
  const labels = await labelsOf(db);
  const stations = await stationsOf(db);
  const applications = await applicationsOf(db, ids, labels);
  const records = groupBy(await recordsOfZones(db, ids), (r) => r.zoneId);
  const earlier = groupBy(await earlierWorkOf(db, ids), (w) => w.zoneId);
  const findings = await findingsOf(db, ids);
  const means = await resourcesOf(db);
  const lifts = await liftsOf(db, ids.length === 1 ? ids[0] : undefined);
  const outlooks = sky
    ? await outlooksFor(db, actor, zones, house, today, sky === 'as kept')
    : new Map<string, Answer>();
  const weather = new Map<string, { forecast: Forecast | null; recent: HourlyWeather | null }>();
  if (sky)
    for (const { id } of stations.filter((s) => zones.some((z) => z.stationId === s.id)))
      weather.set(id, {
        forecast: forecastFrom(await storedForecast(db, id), today),
        recent: recentFrom(await observedWeather(db, id), today),
      });
  const books = zones.map((zone): [string, ZoneBook] => {
    const answer = outlooks.get(zone.id);
    const station = stations.find((s) => s.id === zone.stationId);
    const here = { records: records.get(zone.id) ?? [], earlier: earlier.get(zone.id) ?? [] };
    const found = findings.get(zone.id) ?? [];
    const facts: GateFacts = {
      zone: { ...zone.facts, state: zone.facts.state ?? (house.storedGates.state || null) },
      ledger: [...earlierEntries(here.earlier, labels), ...ledgerFrom(here.records, labels, zone)],
      bookFrom: zone.bookFrom,
      outlook: answer?.outlook ?? null,
      forecast: weather.get(zone.stationId)?.forecast ?? null,
      recent: weather.get(zone.stationId)?.recent ?? null,
      seen: seenFrom(found),
      means,
      lifts: lifts.get(zone.id) ?? [],
      rules: house.rules,
      today,
      hour,
      clockAhead: clockAheadFrom(today, actor.timeZone, station?.utcOffsetHours ?? 0),
      sunBehind: station && zone.longitude !== null ? station.utcOffsetHours - zone.longitude / 15 : 0,
    };
    return [
      zone.id,
      {
        zone,
        facts,
        findings: found,
        ...here,
        applications: applications.get(zone.id) ?? [],
        outlookRefusal: answer?.refusal ?? null,
      },
    ];
  });
  return { house, labels, stations, books: new Map(books) };
}

type Answer = Readonly<{ outlook: Outlook | null; refusal: OutlookRefusal | null }>;

/**
 * The outlook of every zone: one ensemble a kind of site, corrected by what was read at each, under its own school.
 * @param isAsKept nothing is computed: by what is kept, of whatever hour
 */
export async function outlooksFor(
  db: Transaction,
  actor: Pick<Actor, 'orgId'>,
  zones: readonly ZoneOnLawn[],
  { crossings }: House,
  today: Day,
  isAsKept = false,
): Promise<Map<string, Answer>> {
  const ensemble = ofEachKind((stationId, site) =>
    isAsKept
      ? keptEnsemble(db, stationId, site)
      : ensembleFor(db, actor.orgId, stationId, site, crossings.depth, today),
  );
  if (!isAsKept) await compareReadings(db, actor.orgId, zones, crossings.depth, today);
  const known = await knowledgeOf(db, zones, 'open', today);
  const knownAtStrip = await knowledgeOf(db, zones, 'warmest strip', today);
  const out = new Map<string, Answer>();
  // lawns of one kind where nothing was read have one outlook
  const made = new Map<string, Outlook>();
  const madeStrips = new Map<string, Lines>();
  const signsOf = new Map<string, Awaited<ReturnType<typeof observationsOf>>>();
  for (const zone of zones) {
    const answer = await ensemble(zone.stationId, zone.site);
    if (!answer.ok) {
      out.set(zone.id, { outlook: null, refusal: answer.refusal });
      continue;
    }
    const rules = rulesFor(crossings, zone.school);
    const { rule } = rules;
    const read = known.get(zone.id)!;
    if (rule.school === 'signs' && !signsOf.has(zone.lawnId))
      signsOf.set(zone.lawnId, await observationsOf(db, zone.lawnId));
    const signs = rule.school === 'signs' ? (signsOf.get(zone.lawnId) ?? []) : [];
    const keyOf = (site: Site, { correction, track }: SiteKnowledge) =>
      JSON.stringify([zone.stationId, site, rule, correction, track.length, signs]);
    const key = keyOf(zone.site, read);
    const open = made.get(key) ?? outlookFrom(answer.ensemble, { ...read, signs }, rules);
    made.set(key, open);
    const atStrip = knownAtStrip.get(zone.id)!;
    if (!hasStrip(zone, atStrip)) {
      out.set(zone.id, { outlook: open, refusal: null });
      continue;
    }
    const site = siteAt(zone.site, 'warmest strip');
    const stripKey = keyOf(site, atStrip);
    let strip = madeStrips.get(stripKey) ?? null;
    if (!strip) {
      const there = await ensemble(zone.stationId, site);
      if (there.ok) {
        strip = linesFrom(there.ensemble, { ...atStrip, signs }, rules);
        madeStrips.set(stripKey, strip);
      }
    }
    out.set(zone.id, { outlook: { ...open, strip }, refusal: null });
  }
  return out;
}

/** Along concrete the soil is warmest; elsewhere only where somebody has read such a spot. */
const hasStrip = ({ site, concreteEdgeFt }: ZoneOnLawn, { innovations }: Known): boolean =>
  !site.besidePavement && (concreteEdgeFt > 0 || innovations.length > 0);

/** Labels that count now, and the versions that a zone's book was written under: old ones of others stay here. */
export const labelsFor = ({ now, all }: LabelBook, { records, earlier }: ZoneBook): LabelBook => ({
  now,
  all: all.filter(
    (l) =>
      records.some((r) => r.productId === l.id && r.labelVersion === l.version) ||
      earlier.some((w) => w.product?.id === l.id && w.product.version === l.version),
  ),
});
