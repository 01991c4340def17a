import 'server-only';
import { addDays, type Day } from '@/core/calendar/day';
import { dailyMeanBehind } from '@/core/ground/analytic';
import { pastYears, traceOf, type Ensemble } from '@/core/ground/ensemble';
import {
  LEAST_SIGN_YEARS,
  fiveYearMean,
  lagOf,
  schoolsOf,
  scoreOf,
  type Hindcast,
  type Outlook,
  type OutlookRefusal,
  type SchoolForecast,
} from '@/core/ground/outlook';
import type { Innovation } from '@/core/ground/readings';
import { diffusivityOf } from '@/core/ground/site';
import { SPOTS, siteAt, type Spot } from '@/core/lawn/zone';
import type { Celsius, Kelvins, Metres } from '@/core/units/quantity';
import { fromInches } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { dayIn, nowOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { houseOf, type House } from '@/data/house';
import { zoneOf, type ZoneOnLawn } from '@/data/lawns';
import { outlookFor, hindcastFor, ruleFor } from '@/data/outlooks';
import {
  latestReadings,
  observationsOf,
  readingOf,
  thermometersOf,
  type Observation,
  type StoredReading,
  type Thermometer,
} from '@/data/readings';
import { forecastFrom, observedWeather, stationsOf, storedForecast } from '@/data/weather';
import { askForWeather } from './weather';

/** A reading with how it met the model. Null: of another year or spot, or no weather reaches it yet. */
export type ComparedReading = StoredReading & Readonly<{ met: Innovation | null; isWaiting: boolean }>;

/** What one reading means for the day it was taken on. Temperatures in °C. */
export type Meaning = Readonly<{
  reading: ComparedReading;
  day: Day;
  /** hour of the station's standard time, 10.5 is half past ten */
  hour: number;
  dailyMean: Celsius;
  sd: Kelvins;
  /** the open lawn's daily mean of that day, where the reading was taken elsewhere */
  open: Celsius | null;
  /** hour by hour, 0 to 24, corrected: at the reading's depth, and at the house depth */
  waveAtReading: readonly number[];
  waveAtHouse: readonly number[];
  /** by the textbook wave of that day alone, without weather of other days */
  textbook: Celsius;
}>;

export type SoilSheet = Readonly<{
  today: Day;
  zone: ZoneOnLawn;
  house: House;
  spot: Spot;
  outlook: Outlook | null;
  refusal: OutlookRefusal | null;
  schools: readonly SchoolForecast[];
  /** this year's day by day, and years on file, at the house depth, °C */
  fiveYears: readonly number[];
  past: readonly Readonly<{ year: number; soil: readonly number[] }>[];
  readings: readonly ComparedReading[];
  thermometers: readonly Thermometer[];
  observations: readonly Observation[];
  /** days by which the house's sign has led the soil; null: not learnt yet */
  signLag: number | null;
  signYearsNeeded: number;
  meaning: Meaning | null;
}>;

const atHouse = (e: Ensemble) => pastYears(e).map(({ year, soil }) => ({ year, soil }));

/** All there is to know of the soil at one spot of a zone. Null: no such zone here. */
export async function soilSheet(
  actor: Actor,
  zoneId: string,
  spot: Spot,
  readingId: string | null = null,
): Promise<SoilSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const today = dayIn((await nowOf(db)).now, actor.timeZone);
    await askForWeather(db, actor, await stationsOf(db), today);
    const house = await houseOf(db);
    const { crossings } = house;
    const answer = await outlookFor(db, actor.orgId, zone, crossings, today, spot);
    const stored = await latestReadings(db, zone.id);
    const innovations = new Map<string, Innovation>();
    const waiting = new Set<string>();
    for (const s of SPOTS) {
      const there = s === spot ? answer : await outlookFor(db, actor.orgId, zone, crossings, today, s);
      if (there.ok) for (const i of there.innovations) innovations.set(i.id, i);
      for (const id of there.known?.waiting ?? []) waiting.add(id);
    }
    const withMet = (r: StoredReading): ComparedReading => ({
      ...r,
      met: innovations.get(r.id) ?? null,
      isWaiting: waiting.has(r.id),
    });
    const asked = readingId ? await readingOf(db, readingId) : null;
    const reference = crossings.rules['run of days'];
    const { ensemble, known } = answer;
    return {
      today,
      zone,
      house,
      spot,
      outlook: answer.ok ? answer.outlook : null,
      refusal: answer.ok ? null : answer.refusal,
      schools: ensemble && known ? schoolsOf(ensemble, known, crossings) : [],
      fiveYears: ensemble ? fiveYearMean(ensemble) : [],
      past: ensemble ? atHouse(ensemble) : [],
      readings: stored.map(withMet),
      thermometers: await thermometersOf(db),
      observations: await observationsOf(db, zone.lawnId),
      signLag: ensemble && known ? lagOf(ensemble, crossings.rules.signs.sign, known.signs, reference) : null,
      signYearsNeeded: LEAST_SIGN_YEARS,
      meaning:
        asked && asked.zoneId === zone.id
          ? await meaningOf(db, actor, zone, house, today, withMet(asked))
          : null,
    };
  });
}

/** The ground of this year under a spot, to be asked at any hour; null where no weather reaches. */
async function traceAt(db: Transaction, zone: ZoneOnLawn, spot: Spot, depth: Metres, today: Day) {
  const observed = await observedWeather(db, zone.stationId);
  const station = (await stationsOf(db)).find((s) => s.id === zone.stationId);
  if (!observed || !station) return null;
  const observedTo = addDays(observed.from, observed.air.length / 24);
  const start = Math.min(today, observedTo) as Day;
  const forecast = forecastFrom(await storedForecast(db, zone.stationId), start);
  const trace = traceOf({ site: siteAt(zone.site, spot), depth, observed, forecast, today: start });
  const hourOf = (at: Date) => at.getTime() / 3_600_000 + station.utcOffsetHours - trace.from * 24;
  return { trace, hourOf };
}

/** What the corrected model has at a spot, depth and instant, and how sure that is. Null: no weather reaches. */
export async function expectedAt(
  db: Transaction,
  orgId: string,
  zone: ZoneOnLawn,
  house: House,
  today: Day,
  spot: Spot,
  depth: Metres,
  at: Date,
): Promise<{ value: Celsius; sd: Kelvins } | null> {
  const found = await traceAt(db, zone, spot, house.crossings.depth, today);
  if (!found) return null;
  const [model] = found.trace.probe([{ hour: found.hourOf(at), depth }]);
  const answer = await outlookFor(db, orgId, zone, house.crossings, today, spot);
  if (!model || !answer.ok) return null;
  const c = answer.outlook.correction;
  const steep = 0.00635 * model.gradient;
  return {
    value: (model.temperature + c.offset + c.transient) as Celsius,
    sd: Math.sqrt(c.offsetVariance + 2 * c.covariance + c.transientVariance + steep ** 2 + 0.18) as Kelvins,
  };
}

async function meaningOf(
  db: Transaction,
  actor: Actor,
  zone: ZoneOnLawn,
  house: House,
  today: Day,
  reading: ComparedReading,
): Promise<Meaning | null> {
  const { depth } = house.crossings;
  const found = await traceAt(db, zone, reading.spot, depth, today);
  if (!found || !reading.met) return null;
  const hour = found.hourOf(reading.takenAt);
  const start = Math.floor(hour / 24) * 24;
  const hours = Array.from({ length: 25 }, (_, h) => start + h);
  const wave = (trace: typeof found.trace, z: Metres, shift: number) =>
    trace.probe(hours.map((h) => ({ hour: h, depth: z }))).map((p) => (p ? p.temperature + shift : NaN));
  const { after, afterSd } = reading.met;
  const waveAtHouse = wave(found.trace, depth, after);
  const mean = (of: readonly number[]) => of.slice(1).reduce((sum, t) => sum + t, 0) / 24;
  const surface = wave(found.trace, 0 as Metres, 0);
  const warmest = surface.indexOf(Math.max(...surface));
  const open = reading.spot === 'open' ? null : await openMean(db, actor, zone, house, today, hours);
  return {
    reading,
    day: addDays(found.trace.from, start / 24),
    hour: hour - start,
    dailyMean: mean(waveAtHouse) as Celsius,
    sd: afterSd,
    open,
    waveAtReading: wave(found.trace, reading.depth, after),
    waveAtHouse,
    textbook: dailyMeanBehind(
      reading.value,
      reading.depth,
      hour - start,
      { amplitude: ((Math.max(...surface) - Math.min(...surface)) / 2) as Kelvins, warmestHour: warmest },
      diffusivityOf(zone.site),
    ),
  };
}

async function openMean(
  db: Transaction,
  actor: Actor,
  zone: ZoneOnLawn,
  house: House,
  today: Day,
  hours: readonly number[],
): Promise<Celsius | null> {
  const { depth } = house.crossings;
  const found = await traceAt(db, zone, 'open', depth, today);
  const answer = await outlookFor(db, actor.orgId, zone, house.crossings, today);
  if (!found || !answer.ok) return null;
  const { offset, transient } = answer.outlook.correction;
  const day = found.trace.probe(hours.slice(1).map((hour) => ({ hour, depth })));
  const sum = day.reduce((s, p) => s + (p?.temperature ?? NaN), 0);
  return (sum / 24 + offset + transient) as Celsius;
}

export type HindcastSheet = Readonly<{
  cases: readonly Hindcast[];
  score: ReturnType<typeof scoreOf>;
  rule: Outlook['rule'];
}>;

/** How outlooks of past 1 Marches have held for this kind of site under this lawn's rule. Null: no such zone, or no weather. */
export function hindcastSheet(actor: Actor, zoneId: string, spot: Spot): Promise<HindcastSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const { crossings } = await houseOf(db);
    const own = ruleFor(crossings, zone.school);
    // signs are seen, not computed: the soil's own rule stands in
    const rule = own.school === 'signs' ? crossings.rules['run of days'] : own;
    const today = dayIn((await nowOf(db)).now, actor.timeZone);
    const cases = await hindcastFor(
      db,
      actor.orgId,
      zone.stationId,
      siteAt(zone.site, spot),
      rule,
      crossings.depth,
      today,
    );
    return cases && { cases, score: scoreOf(cases), rule };
  });
}

/** Depths that people push a probe to, in. */
const PROBE_DEPTHS_IN = [2, 3, 4] as const;

export type ReadingSheet = Readonly<{
  zone: ZoneOnLawn;
  now: string;
  thermometers: readonly Thermometer[];
  /** what the corrected model has now, °C, by spot and depth; null: no weather reaches */
  expected: readonly Readonly<{ spot: Spot; depthIn: number; value: Celsius; sd: Kelvins }>[];
}>;

/** What a form for one reading needs. Null: no such zone here. */
export async function readingSheet(actor: Actor, zoneId: string): Promise<ReadingSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const { now } = await nowOf(db);
    const today = dayIn(now, actor.timeZone);
    await askForWeather(db, actor, await stationsOf(db), today);
    const house = await houseOf(db);
    const expected: { spot: Spot; depthIn: number; value: Celsius; sd: Kelvins }[] = [];
    for (const spot of SPOTS)
      for (const depthIn of PROBE_DEPTHS_IN) {
        const e = await expectedAt(db, actor.orgId, zone, house, today, spot, fromInches(depthIn), now);
        if (e) expected.push({ spot, depthIn, ...e });
      }
    return { zone, now: now.toISOString(), thermometers: await thermometersOf(db), expected };
  });
}
