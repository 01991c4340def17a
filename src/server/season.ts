import 'server-only';
import { yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import { areaOf, type GateContext } from '@/core/gates/gate';
import { nextOpen, windowOf, type Window } from '@/core/gates/window';
import { outlookFrom, type Outlook, type OutlookRefusal } from '@/core/ground/outlook';
import type { Label } from '@/core/products/label';
import { findingsOf, seenFrom, type Finding } from '@/data/findings';
import { liftsOf, meansOf } from '@/data/means';
import { applicationsOf, contextOf, nextPart, restOfYear } from '@/core/season/plan';
import type { Forecast, HourlyWeather } from '@/core/weather/series';
import { groupBy } from '@/data/group';
import { must, type Actor } from '@/data/actor';
import { clockAheadIn, dayIn, hourIn, nowOf, todayOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { houseOf, type House } from '@/data/house';
import { siteName, zoneOf, zonesOf, zonesOfLawn, type ZoneOnLawn } from '@/data/lawns';
import { ensembleFor, knowledgeOf, meetReadings, outlookFor, ruleFor } from '@/data/outlooks';
import { planOf, plansOf, type StoredPlan } from '@/data/plans';
import { labelAt, labelsOf, type LabelBook } from '@/data/products';
import { observationsOf, type Observation } from '@/data/readings';
import { ledgerFrom, recordOf, recordsOf, recordsOfZone, type RecordEntry } from '@/data/records';
import {
  dayFrom,
  forecastFrom,
  observedWeather,
  recentFrom,
  stationsOf,
  storedForecast,
  type Station,
} from '@/data/weather';
import { bringWeatherUpToDate } from './weather';

/** How old the weather is that a screen was made from. */
type WeatherNews = Readonly<{ station: string; trouble: string | null; forecastIssuedOn: Day | null }>;
const newsOf = (s: Station): WeatherNews => ({
  station: s.name,
  trouble: s.trouble,
  forecastIssuedOn: s.forecastIssuedOn === null ? null : dayFrom(s.forecastIssuedOn),
});

/** What the frame of every screen shows. */
export async function frameOf(actor: Actor): Promise<{ today: Day; isDemo: boolean }> {
  return inOrganisation(actor, async (db) => {
    const { now, isDemo } = await nowOf(db);
    return { today: dayIn(now, actor.timeZone), isDemo };
  });
}

export type ZoneSheet = Readonly<{
  today: Day;
  house: House;
  zone: ZoneOnLawn;
  siblings: readonly Readonly<{ id: string; name: string }>[];
  labels: LabelBook;
  plan: StoredPlan | null;
  records: readonly RecordEntry[];
  outlook: Outlook | null;
  outlookRefusal: OutlookRefusal | null;
  /** what was seen at this lawn: bloom, green shoots */
  signs: readonly Observation[];
  /** what was seen or done here that gates ask for, in the order of entry */
  findings: readonly Finding[];
  /** what the gates of any application here are asked with */
  facts: Omit<GateContext, 'application'>;
  news: WeatherNews | null;
}>;

/** All there is to know of one zone, for the Lawn screen and what hangs on it. Null: no such zone here. */
export async function zoneSheet(actor: Actor, zoneId: string): Promise<ZoneSheet | null> {
  must(actor, 'see');
  await bringWeatherUpToDate(actor);
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const { now } = await nowOf(db);
    const today = dayIn(now, actor.timeZone);
    const house = await houseOf(db);
    const records = await recordsOfZone(db, zone.id);
    const labels = booksFor(await labelsOf(db), records);
    const answer = await outlookFor(db, actor.orgId, zone, house.crossings, today);
    const outlook = answer.ok ? answer.outlook : null;
    const forecast = forecastFrom(await storedForecast(db, zone.stationId), today);
    const findings = (await findingsOf(db, [zone.id])).get(zone.id) ?? [];
    const station = (await stationsOf(db)).find((s) => s.id === zone.stationId);
    return {
      today,
      house,
      zone,
      siblings: (await zonesOfLawn(db, zone.lawnId)).map(({ id, name }) => ({ id, name })),
      labels,
      plan: await planOf(db, zone.id, yearOf(today), labels, records),
      records,
      outlook,
      outlookRefusal: answer.ok ? null : answer.refusal,
      signs: await observationsOf(db, zone.lawnId),
      findings,
      facts: factsFor({
        ...{ zone, records, labels, outlook, forecast, house, today },
        recent: recentFrom(await observedWeather(db, zone.stationId), today),
        seen: seenFrom(findings),
        means: await meansOf(db),
        lifts: (await liftsOf(db, zone.id)).get(zone.id) ?? [],
        hour: hourIn(now, actor.timeZone),
        clockAhead: clockAheadIn(yearOf(today), actor.timeZone, station?.utcOffsetHours ?? 0),
      }),
      news: station ? newsOf(station) : null,
    };
  });
}

type Facts = Pick<ZoneSheet, 'zone' | 'records' | 'labels' | 'outlook' | 'house' | 'today'> &
  Pick<GateContext, 'forecast' | 'recent' | 'hour' | 'clockAhead' | 'seen' | 'means' | 'lifts'>;
const factsFor = (known: Facts): Omit<GateContext, 'application'> => ({
  zone: {
    ...known.zone.facts,
    state: known.zone.facts.state ?? (known.house.storedGates.state || null),
  },
  ledger: ledgerFrom(known.records, known.labels, known.zone.area),
  outlook: known.outlook,
  forecast: known.forecast,
  recent: known.recent,
  seen: known.seen,
  means: known.means,
  lifts: known.lifts,
  rules: known.house.rules,
  today: known.today,
  hour: known.hour,
  clockAhead: known.clockAhead,
});

/** The labels that count now, and the versions that a zone's records were made under: old ones of others stay here. */
const booksFor = ({ now, all }: LabelBook, records: readonly RecordEntry[]): LabelBook => ({
  now,
  all: all.filter((l) => records.some((r) => r.productId === l.id && r.labelVersion === l.version)),
});

/** Every entry, the latest application first; corrected ones too. */
export function recordBook(actor: Actor): Promise<{ today: Day; records: RecordEntry[] }> {
  must(actor, 'see');
  return inOrganisation(actor, async (db) => ({
    today: await todayOf(db, actor),
    records: await recordsOf(db),
  }));
}

/** One entry with its product's label as it is now. Null: no such entry here. */
export function recordSheet(
  actor: Actor,
  id: string,
): Promise<{ record: RecordEntry; label: Label; today: Day } | null> {
  must(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const record = await recordOf(db, id);
    const label = record && labelAt(await labelsOf(db), record.productId, record.labelVersion);
    return record && label ? { record, label, today: await todayOf(db, actor) } : null;
  });
}

/** One line of the Today screen: a zone's next application. */
export type DueLine = Readonly<{
  zoneId: string;
  plannedId: string;
  site: string;
  customer: string;
  turf: string;
  part: number;
  of: number;
  product: string;
  label: Label;
  rate: StoredPlan['total'];
  area: ZoneOnLawn['area'];
  plannedOn: Day;
  window: Window;
  /** the days on which it may go ahead, from today on: fully open, or with a warning */
  open: Range<Day> | null;
  ajar: Range<Day> | null;
}>;

export type Board = Readonly<{
  today: Day;
  lines: readonly DueLine[];
  /** zones whose season is done, and zones without a plan */
  finished: readonly Readonly<{ zoneId: string; site: string }>[];
  unplanned: readonly Readonly<{ zoneId: string; site: string }>[];
  news: readonly WeatherNews[];
}>;

/** The next application of every zone, by next open day and then by how soon its window closes. */
export async function board(actor: Actor): Promise<Board> {
  must(actor, 'see');
  await bringWeatherUpToDate(actor);
  return inOrganisation(actor, async (db) => {
    const { now } = await nowOf(db);
    const today = dayIn(now, actor.timeZone);
    const hour = hourIn(now, actor.timeZone);
    const house = await houseOf(db);
    const labels = await labelsOf(db);
    const records = await recordsOf(db);
    const plans = await plansOf(db, yearOf(today), labels, records);
    const zones = await zonesOf(db);
    const stations = await stationsOf(db);
    const outlooks = await outlooksFor(db, actor, zones, house, today);
    const forecasts = new Map<string, Forecast | null>();
    const ahead = new Map(
      stations.map((s) => [s.id, clockAheadIn(yearOf(today), actor.timeZone, s.utcOffsetHours)]),
    );
    const recents = new Map<string, HourlyWeather | null>();
    for (const s of stations) {
      forecasts.set(s.id, forecastFrom(await storedForecast(db, s.id), today));
      recents.set(s.id, recentFrom(await observedWeather(db, s.id), today));
    }
    const findings = await findingsOf(
      db,
      zones.map((z) => z.id),
    );
    const means = await meansOf(db);
    const lifts = await liftsOf(db);
    const recordsByZone = groupBy(records, (r) => r.zoneId);

    const lines: DueLine[] = [];
    const finished: { zoneId: string; site: string }[] = [];
    const unplanned: { zoneId: string; site: string }[] = [];
    for (const zone of zones) {
      const plan = plans.find((p) => p.zoneId === zone.id);
      const next = plan && nextPart(plan);
      const name = { zoneId: zone.id, site: siteName(zone) };
      if (!plan) unplanned.push(name);
      else if (!next) finished.push(name);
      else {
        const context = contextOf(
          plan,
          next.part,
          factsFor({
            zone,
            records: recordsByZone.get(zone.id) ?? [],
            labels,
            outlook: outlooks.get(zone.id) ?? null,
            forecast: forecasts.get(zone.stationId) ?? null,
            recent: recents.get(zone.stationId) ?? null,
            seen: seenFrom(findings.get(zone.id) ?? []),
            means,
            house,
            today,
            hour,
            clockAhead: ahead.get(zone.stationId) ?? [],
            lifts: lifts.get(zone.id) ?? [],
          }),
        );
        lines.push(lineOf(zone, plan, next, context));
      }
    }
    return { today, lines: lines.sort(bySoonest), finished, unplanned, news: stations.map(newsOf) };
  });
}

function lineOf(
  zone: ZoneOnLawn,
  plan: StoredPlan,
  next: { id: string; part: number; plannedOn: Day },
  context: GateContext,
): DueLine {
  const window = windowOf(context, restOfYear(context.today));
  const application = applicationsOf(plan).find((a) => a.part === next.part);
  return {
    zoneId: zone.id,
    plannedId: next.id,
    site: siteName(zone),
    customer: zone.customer,
    turf: zone.facts.turf,
    part: next.part,
    of: plan.parts.length,
    product: plan.label.name,
    label: plan.label,
    rate: application?.rate ?? plan.total,
    area: application ? areaOf(application, zone) : zone.area,
    plannedOn: next.plannedOn,
    window,
    open: nextOpen(window.all, context.today),
    ajar: nextOpen(window.all, context.today, 'ajar'),
  };
}

const bySoonest = (a: DueLine, b: DueLine): number =>
  (a.open?.from ?? Infinity) - (b.open?.from ?? Infinity) ||
  (a.ajar?.to ?? Infinity) - (b.ajar?.to ?? Infinity) ||
  (a.ajar?.from ?? Infinity) - (b.ajar?.from ?? Infinity) ||
  a.site.localeCompare(b.site);

/** The outlook of every zone: one ensemble a kind of site, corrected by what was read at each. */
async function outlooksFor(
  db: Transaction,
  actor: Actor,
  zones: readonly ZoneOnLawn[],
  { crossings }: House,
  today: Day,
): Promise<Map<string, Outlook>> {
  await meetReadings(db, actor.orgId, zones, crossings.depth, today);
  const known = await knowledgeOf(db, zones, 'open', today);
  const out = new Map<string, Outlook>();
  // lawns of one kind where nothing was read have one outlook
  const made = new Map<string, Outlook>();
  for (const zone of zones) {
    const answer = await ensembleFor(db, actor.orgId, zone.stationId, zone.site, crossings.depth, today);
    if (!answer.ok) continue;
    const rule = ruleFor(crossings, zone.school);
    const knowledge = known.get(zone.id)!;
    const key = JSON.stringify([
      zone.stationId,
      zone.site,
      rule,
      knowledge.correction,
      knowledge.track.length,
    ]);
    const outlook =
      made.get(key) ?? outlookFrom(answer.ensemble, knowledge, rule, crossings.rules['run of days']);
    made.set(key, outlook);
    out.set(zone.id, outlook);
  }
  return out;
}
