import 'server-only';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import type { Crossings, CrossingRule, LineRules, School } from '@/core/ground/crossing';
import {
  type ensembleOf,
  traceOf,
  traceStart,
  wholeYears,
  type DailyMeans,
  type Ensemble,
  type OutlookRefusal,
} from '@/core/ground/ensemble';
import {
  type hindcast,
  outlookFrom,
  soilRunsOf,
  type Hindcast,
  type Outlook,
  type SignSeen,
  type SiteKnowledge,
} from '@/core/ground/outlook';
import {
  assimilate,
  priorFrom,
  readBy,
  type Assimilated,
  type Correction,
  type Innovation,
  type Neighbour,
  type Reading,
} from '@/core/ground/readings';
import { siteKey, type Site } from '@/core/ground/site';
import { SPOTS, siteAt, type Spot } from '@/core/lawn/zone';
import type { SoilRuns } from '@/core/ground/soil-runs';
import type { ZoneFacts } from '@/core/facts/facts';
import { withMoisture } from '@/core/barrier/moisture';
import type { HourlyWeather } from '@/core/weather/series';
import type { Metres } from '@/core/units/quantity';
import { daysIn } from '@/core/weather/series';
import type { Probed } from '@/core/ground/conduction';
import { inThread, task } from '@/threads/threads';
import type { Transaction } from './connection';
import { groupBy } from '@/core/group';
import type { ZoneOnLawn } from './lawns';
import { observationsOf, readingsForFilter } from './readings';
import { metReadings, outlook } from './schema';
import {
  PAST_YEARS,
  forecastFrom,
  observedWeather,
  stationsOf,
  storedForecast,
  weatherVersionOf,
} from './weather';

/** Changes when the model does: what was computed by an older one is computed again. */
const MODEL = 'ground-6';

const ENSEMBLE = task<typeof ensembleOf>('screens', 'core/ground/ensemble', 'ensembleOf');
const HINDCAST = task<typeof hindcast>('screens', 'core/ground/outlook', 'hindcast');

export type EnsembleAnswer =
  /** isNew: it was computed for this question, and nobody has seen it yet */
  | Readonly<{ ok: true; ensemble: Ensemble; inputs: string; isNew: boolean }>
  | Readonly<{ ok: false; refusal: OutlookRefusal }>;
export type OutlookAnswer =
  | Readonly<{ ok: true; outlook: Outlook; innovations: readonly Innovation[] }>
  | Readonly<{ ok: false; refusal: OutlookRefusal }>;

/** The rule a lawn goes by: its own school where it has one, with the house's figures. */
export const ruleFor = (crossings: Crossings, school: School | null): CrossingRule =>
  crossings.rules[school ?? crossings.use];
/** All the rules by which the lines of a lawn are told. */
export const rulesFor = (crossings: Crossings, school: School | null): LineRules => ({
  rule: ruleFor(crossings, school),
  reference: crossings.rules['run of days'],
  fall: crossings.fall,
});

/** The weather that a station's outlooks of today are made from, and its version. */
async function weatherFor(db: Transaction, stationId: string, today: Day, depth: Metres) {
  const observed = await observedWeather(db, stationId);
  if (!observed) return null;
  const stored = await storedForecast(db, stationId);
  const observedTo = addDays(observed.from, daysIn(observed));
  // weather that stops short of today (the service is away): the forecast on file bridges the gap where it can
  const start = Math.min(today, observedTo) as Day;
  const version = await weatherVersionOf(db, stationId);
  const inputs = [MODEL, today, observed.from, observedTo, version, stored?.from ?? 'none', depth].join('|');
  return { observed, forecast: forecastFrom(stored, start), start, inputs };
}
type Weather = NonNullable<Awaited<ReturnType<typeof weatherFor>>>;

/** A hundredth of a degree is finer than any of it is known, and a third of the bytes. */
const rounded = (means: readonly number[]) => means.map((t) => Math.round(t * 100) / 100);
const packed = <M extends DailyMeans>(m: M): M => ({
  ...m,
  soil: rounded(m.soil),
  airMean: rounded(m.airMean),
  airMax: rounded(m.airMax),
});

/**
 * Looks for what is kept and, where it is stale, waits for whoever is computing for this organisation and looks again:
 * so nothing is computed twice, and two transactions never hold each other's rows of these tables.
 */
async function computeOncePerOrganisation<T>(
  db: Transaction,
  orgId: string,
  look: () => Promise<T>,
  isFresh: (kept: T) => boolean,
): Promise<T> {
  const kept = await look();
  if (isFresh(kept)) return kept;
  await db.execute(sql`select pg_advisory_xact_lock(hashtext('outlooks'), hashtext(${orgId}))`);
  return look();
}

async function keptAt(db: Transaction, stationId: string, key: string) {
  const [kept] = await db
    .select()
    .from(outlook)
    .where(and(eq(outlook.stationId, stationId), eq(outlook.siteKey, key)));
  return kept;
}

/** Read once a process and version: half a megabyte each. The least lately used goes first. */
const ensembles = new Map<string, { inputs: string; ensemble: Ensemble }>();
const MOST_KEPT = 64;

/**
 * The ensemble of one kind of site at one station. Sites of the same kind share it; it is kept with the version of its
 * inputs and computed again when they change.
 */
export async function ensembleFor(
  db: Transaction,
  orgId: string,
  stationId: string,
  site: Site,
  depth: Metres,
  today: Day,
): Promise<EnsembleAnswer> {
  const weather = await weatherFor(db, stationId, today, depth);
  if (!weather) return { ok: false, refusal: { kind: 'too-few-years', have: 0, need: 1 } };
  const { inputs, observed, forecast, start } = weather;
  const key = siteKey(site);
  const cacheKey = `${stationId}|${key}`;
  const cached = ensembles.get(cacheKey);
  if (cached?.inputs === inputs) return { ok: true, ...cached, isNew: false };
  const keep = (ensemble: Ensemble, isNew: boolean): EnsembleAnswer => {
    ensembles.delete(cacheKey);
    ensembles.set(cacheKey, { inputs, ensemble });
    if (ensembles.size > MOST_KEPT) ensembles.delete(ensembles.keys().next().value!);
    return { ok: true, inputs, ensemble, isNew };
  };
  const kept = await computeOncePerOrganisation(
    db,
    orgId,
    () => keptAt(db, stationId, key),
    (row) => row?.inputs === inputs,
  );
  if (kept?.inputs === inputs) return keep(kept.body as Ensemble, false);

  const years = wholeYears(observed, yearOf(start)).slice(-PAST_YEARS);
  const made = await inThread(ENSEMBLE, orgId, { site, depth, observed, forecast, today: start, years });
  if (!made.ok) return made;
  const body: Ensemble = {
    ...made.ensemble,
    history: packed(made.ensemble.history),
    members: made.ensemble.members.map(packed),
  };
  const row = { inputs, body };
  await db
    .insert(outlook)
    .values({ orgId, stationId, siteKey: key, ...row })
    .onConflictDoUpdate({ target: [outlook.stationId, outlook.siteKey], set: row });
  return keep(body, true);
}

/** Asks once for each kind of site at a station, however many zones are of it. */
export function ofEachKind<T>(
  ask: (stationId: string, site: Site) => Promise<T>,
): (stationId: string, site: Site) => Promise<T> {
  const asked = new Map<string, Promise<T>>();
  return (stationId, site) => {
    const kind = `${stationId}|${siteKey(site)}`;
    const answer = asked.get(kind) ?? ask(stationId, site);
    asked.set(kind, answer);
    return answer;
  };
}

/**
 * The ensemble that is kept of a kind of site, of whatever hour and weather: nothing is computed and nobody is waited for.
 * What is recorded asks this one.
 */
export async function keptEnsemble(db: Transaction, stationId: string, site: Site): Promise<EnsembleAnswer> {
  const key = siteKey(site);
  const cacheKey = `${stationId}|${key}`;
  const at = and(eq(outlook.stationId, stationId), eq(outlook.siteKey, key));
  const [kept] = await db.select({ inputs: outlook.inputs }).from(outlook).where(at);
  if (!kept) return { ok: false, refusal: { kind: 'too-few-years', have: 0, need: 1 } };
  const cached = ensembles.get(cacheKey);
  if (cached?.inputs === kept.inputs) return { ok: true, ...cached, isNew: false };
  const row = await keptAt(db, stationId, key);
  return row?.inputs.startsWith(`${MODEL}|`)
    ? { ok: true, inputs: row.inputs, ensemble: row.body as Ensemble, isNew: false }
    : { ok: false, refusal: { kind: 'too-few-years', have: 0, need: 1 } };
}

/** A reading and what the ground of its kind had there and then. */
type Met = Readonly<{ reading: Reading; model: Probed }>;
/** Hours count from the first hour of `from`. */
type Kept = Readonly<{ from: Day; met: readonly Met[]; waiting: readonly string[] }>;

/**
 * Brings the kept comparisons of zones with the model up to their readings. Zones whose readings and weather have not
 * changed cost nothing; kinds of site share one run of the ground.
 * @returns whether any was not
 */
export async function compareReadings(
  db: Transaction,
  orgId: string,
  zones: readonly ZoneOnLawn[],
  depth: Metres,
  today: Day,
): Promise<boolean> {
  let isAny = false;
  const byStation = groupBy(
    zones.filter((z) => z.readingsVersion > 0),
    (z) => z.stationId,
  );
  for (const [stationId, here] of byStation) {
    const weather = await weatherFor(db, stationId, today, depth);
    const station = (await stationsOf(db)).find((s) => s.id === stationId);
    if (!weather || !station) continue;
    const inputsOf = (z: ZoneOnLawn) => `${weather.inputs}|${z.readingsVersion}|${siteKey(z.site)}`;
    const staleNow = async () => {
      const kept = await db
        .select({ zoneId: metReadings.zoneId, inputs: metReadings.inputs })
        .from(metReadings)
        .where(
          inArray(
            metReadings.zoneId,
            here.map((z) => z.id),
          ),
        );
      const known = new Map(kept.map((k) => [k.zoneId, k.inputs]));
      return here.filter((z) => known.get(z.id) !== inputsOf(z));
    };
    const stale = await computeOncePerOrganisation(db, orgId, staleNow, (zones) => zones.length === 0);
    if (!stale.length) continue;
    const readings = await readingsForFilter(
      db,
      stale.map((z) => z.id),
      traceStart(weather.observed, weather.start),
      station.utcOffsetHours,
    );
    await writeMet(db, orgId, stale, readings, weather, depth, inputsOf);
    isAny = true;
  }
  return isAny;
}

async function writeMet(
  db: Transaction,
  orgId: string,
  zones: readonly ZoneOnLawn[],
  readings: Awaited<ReturnType<typeof readingsForFilter>>,
  { observed, forecast, start }: Weather,
  depth: Metres,
  inputsOf: (z: ZoneOnLawn) => string,
): Promise<void> {
  const places = zones.flatMap((z) => SPOTS.map((spot) => ({ zone: z, spot, site: siteAt(z.site, spot) })));
  await db.delete(metReadings).where(
    inArray(
      metReadings.zoneId,
      zones.map((z) => z.id),
    ),
  );
  const rows: (typeof metReadings.$inferInsert)[] = [];
  for (const [, alike] of groupBy(places, (p) => siteKey(p.site))) {
    const asked = alike
      .map((p) => ({ ...p, readings: readings.filter((r) => r.zoneId === p.zone.id && r.spot === p.spot) }))
      .filter((p) => p.readings.length);
    if (!asked.length) continue;
    const trace = traceOf({ site: asked[0]!.site, depth, observed, forecast, today: start });
    const models = trace.probe(asked.flatMap((p) => p.readings));
    let at = 0;
    for (const p of asked) {
      const met: Met[] = [];
      const waiting: string[] = [];
      for (const { id, hour, depth: z, value, sd, instrument } of p.readings) {
        const model = models[at++];
        const reading: Reading = { id, hour, depth: z, value, sd, instrument };
        if (model) met.push({ reading, model });
        else waiting.push(reading.id);
      }
      const { correction } = assimilate(met, (start - trace.from) * 24);
      rows.push({
        orgId,
        zoneId: p.zone.id,
        spot: p.spot,
        stationId: p.zone.stationId,
        siteKey: siteKey(p.site),
        inputs: inputsOf(p.zone),
        offset: correction.offset,
        offsetVariance: correction.offsetVariance,
        ...readBy(met.map((m) => m.reading)),
        body: { from: trace.from, met, waiting } satisfies Kept,
      });
    }
  }
  // a zone whose readings are all older than a year has a row too, so that it is not asked again
  for (const z of zones)
    if (!rows.some((r) => r.zoneId === z.id))
      rows.push({
        orgId,
        zoneId: z.id,
        spot: 'open',
        stationId: z.stationId,
        siteKey: siteKey(z.site),
        inputs: inputsOf(z),
        offset: 0,
        offsetVariance: 0,
        body: { from: start, met: [], waiting: [] } satisfies Kept,
      });
  await db.insert(metReadings).values(rows).onConflictDoNothing();
}

/** What is known at one spot of a zone beside its kind, and how each reading met the model. */
export type Known = SiteKnowledge &
  Readonly<{
    innovations: readonly Innovation[];
    /** readings that no weather reaches yet */
    waiting: readonly string[];
  }>;

/** For many zones at once: what was read at each, what its neighbours say, what was seen. Call `compareReadings` first. */
export async function knowledgeOf(
  db: Transaction,
  zones: readonly ZoneOnLawn[],
  spot: Spot,
  today: Day,
): Promise<Map<string, Known>> {
  const stations = [...new Set(zones.map((z) => z.stationId))];
  const keys = [...new Set(zones.flatMap((z) => SPOTS.map((s) => siteKey(siteAt(z.site, s)))))];
  if (!zones.length) return new Map();
  const others = await db
    .select({
      zoneId: metReadings.zoneId,
      spot: metReadings.spot,
      stationId: metReadings.stationId,
      siteKey: metReadings.siteKey,
      offset: metReadings.offset,
      offsetVariance: metReadings.offsetVariance,
      instrument: metReadings.instrument,
      biasVariance: metReadings.biasVariance,
    })
    .from(metReadings)
    .where(and(inArray(metReadings.stationId, stations), inArray(metReadings.siteKey, keys)));
  const spoken = others.filter((o) => o.offsetVariance > 0);
  const withOwn = new Set(spoken.filter((o) => o.spot === spot).map((o) => o.zoneId));
  const mine = zones.filter((z) => withOwn.has(z.id)).map((z) => z.id);
  const bodies = mine.length
    ? await db
        .select({ zoneId: metReadings.zoneId, body: metReadings.body })
        .from(metReadings)
        .where(and(inArray(metReadings.zoneId, mine), eq(metReadings.spot, spot)))
    : [];
  const metOf = new Map(bodies.map((b) => [b.zoneId, b.body as Kept]));
  const neighbour = (o: (typeof others)[number]): Neighbour => ({
    offset: o.offset as Correction['offset'],
    offsetVariance: o.offsetVariance,
    by: { instrument: o.instrument, biasVariance: o.biasVariance },
  });
  return new Map(
    zones.map((z) => {
      const key = siteKey(siteAt(z.site, spot));
      const kin = spoken.filter((o) => o.zoneId !== z.id && o.stationId === z.stationId && o.siteKey === key);
      const elsewhere = spoken.filter((o) => o.zoneId === z.id && o.spot !== spot);
      const prior = priorFrom(kin.map(neighbour), elsewhere.map(neighbour));
      const { from, met, waiting } = metOf.get(z.id) ?? { from: today, met: [], waiting: [] };
      const { correction, innovations, track }: Assimilated = assimilate(met, (today - from) * 24, prior);
      const thisYear = track.slice(Math.max(0, dayOf(yearOf(today), 1, 1) - from));
      return [z.id, { correction, track: thisYear, signs: [], innovations, waiting }];
    }),
  );
}

/** The outlook at one spot of one zone, with how its readings met the model. */
export async function outlookFor(
  db: Transaction,
  orgId: string,
  z: ZoneOnLawn,
  crossings: Crossings,
  today: Day,
  spot: Spot = 'open',
): Promise<OutlookAnswer & { known?: Known; ensemble?: Ensemble }> {
  const answer = await ensembleFor(db, orgId, z.stationId, siteAt(z.site, spot), crossings.depth, today);
  if (!answer.ok) return answer;
  await compareReadings(db, orgId, [z], crossings.depth, today);
  const read = (await knowledgeOf(db, [z], spot, answer.ensemble.today)).get(z.id)!;
  const signs: SignSeen[] = await observationsOf(db, z.lawnId);
  const known: Known = { ...read, signs };
  const made = outlookFrom(answer.ensemble, known, rulesFor(crossings, z.school));
  return { ok: true, outlook: made, innovations: known.innovations, known, ensemble: answer.ensemble };
}

/** The soil of a spot of a zone as each member has it; null: no outlook. */
export async function soilRunsFor(
  db: Transaction,
  orgId: string,
  z: ZoneOnLawn,
  depth: Metres,
  today: Day,
  spot: Spot = 'open',
): Promise<SoilRuns | null> {
  const answer = await ensembleFor(db, orgId, z.stationId, siteAt(z.site, spot), depth, today);
  if (!answer.ok) return null;
  const known = (await knowledgeOf(db, [z], spot, answer.ensemble.today)).get(z.id)!;
  const runs = soilRunsOf(answer.ensemble, { ...known, signs: [] });
  const observed = await observedWeather(db, z.stationId);
  return observed ? wetAs(runs, observed, z.facts, today) : runs;
}

/** A zone's soil, made when it is asked for; zones whose keys are equal have the same. */
export type SoilOf = Readonly<{ key: string; runs: () => SoilRuns }>;

/** The soil at the open spot of many zones; those without an outlook are left out. Call `compareReadings` first. */
export async function soilsOf(
  db: Transaction,
  orgId: string,
  zones: readonly ZoneOnLawn[],
  depth: Metres,
  today: Day,
): Promise<Map<string, SoilOf>> {
  const out = new Map<string, SoilOf>();
  const known = await knowledgeOf(db, zones, 'open', today);
  const ensemble = ofEachKind(async (stationId, site) => ({
    answer: await ensembleFor(db, orgId, stationId, site, depth, today),
    observed: await observedWeather(db, stationId),
  }));
  for (const z of zones) {
    const { answer, observed } = await ensemble(z.stationId, z.site);
    if (!answer.ok || !observed) continue;
    const read = { ...known.get(z.id)!, signs: [] };
    const { correction, track } = read;
    out.set(z.id, {
      key: JSON.stringify([
        z.stationId,
        siteKey(z.site),
        answer.inputs,
        correction,
        track.length,
        waterKey(z.facts),
      ]),
      runs: () => wetAs(soilRunsOf(answer.ensemble, read), observed, z.facts, today),
    });
  }
  return out;
}

const waterKey = ({ texture, turf, mixedWith, latitude, irrigationPerHour }: ZoneFacts): string =>
  [texture, turf, mixedWith, latitude, irrigationPerHour === null].join('|');

/** Water of the kinds of lawns that were asked for last: the same for all of one kind, and some milliseconds to make. */
const waters = new WeakMap<HourlyWeather, Map<string, SoilRuns['wets']>>();
function wetAs(runs: SoilRuns, observed: HourlyWeather, zone: ZoneFacts, today: Day): SoilRuns {
  const key = [waterKey(zone), runs.from, today, runs.years?.join()].join('|');
  const kept = waters.get(observed) ?? new Map<string, SoilRuns['wets']>();
  waters.set(observed, kept);
  if (!kept.has(key)) kept.set(key, withMoisture(runs, observed, zone, today).wets ?? null);
  return { ...runs, wets: kept.get(key) ?? null };
}

/** The hindcast of a kind of site under a rule, kept until a further year is on file. Null: no weather, or one year only. */
export async function hindcastFor(
  db: Transaction,
  orgId: string,
  stationId: string,
  site: Site,
  rule: CrossingRule,
  depth: Metres,
  today: Day,
): Promise<Hindcast[] | null> {
  const observed = await observedWeather(db, stationId);
  if (!observed) return null;
  const years = wholeYears(observed, yearOf(today)).slice(-PAST_YEARS);
  if (years.length < 2) return null;
  const key = `hindcast|${siteKey(site)}`;
  const inputs = [MODEL, depth, years.join(','), JSON.stringify(rule)].join('|');
  const kept = await computeOncePerOrganisation(
    db,
    orgId,
    () => keptAt(db, stationId, key),
    (row) => row?.inputs === inputs,
  );
  if (kept?.inputs === inputs) return kept.body as Hindcast[];
  const body = await inThread(HINDCAST, orgId, { site, depth, observed, years, rules: [rule] });
  await db
    .insert(outlook)
    .values({ orgId, stationId, siteKey: key, inputs, body })
    .onConflictDoUpdate({ target: [outlook.stationId, outlook.siteKey], set: { inputs, body } });
  return body;
}
