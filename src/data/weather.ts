import 'server-only';
import { fromFeet } from '@/core/units/trade';
import { and, asc, desc, eq, gte, sql } from 'drizzle-orm';
import { readDay, addDays, dayOf, isoDay, yearOf, type Day } from '@/core/calendar/day';
import { dailyMeans, forecastErrorOf, type ForecastError } from '@/core/weather/forecast-error';
import { certainly, forecastOfDays, wholeDays, type WholeDay } from '@/core/weather/days';
import { nearestStation } from '@/core/lawn/nearest';
import { daysIn, sliceDays, type Forecast, type HourlyWeather } from '@/core/weather/series';
import type { WeatherService } from '@/devices/weather/service';
import { tellChange } from './changes-told';
import { inOrganisation, type Transaction } from './connection';
import { fromNumeric } from './numbers';
import type { Actor } from './actor';
import { forecast, forecastTold, station, weatherDay } from './schema';

/** Past years that the outlook's ensemble asks for. */
export const PAST_YEARS = 15;
/** After a failed try the service is left alone so long: a slow one must not slow every page. */
const PATIENCE_MS = 60_000;

export type Station = typeof station.$inferSelect;

export const stationsOf = (db: Transaction): Promise<Station[]> =>
  db.select().from(station).orderBy(asc(station.name));

/** As a lawn's row holds it, degrees and feet. */
type LawnPlace = Readonly<{
  latitude?: string | null;
  longitude?: string | null;
  elevationFt?: string | null;
}>;

/** The station nearest to a lawn by distance and height, where both say where they lie; else the first. Undefined: there is none. */
export function nearestTo(stations: readonly Station[], lawn: LawnPlace): Station | undefined {
  const metresUp = (feet: string | null | undefined) => (feet == null ? null : fromFeet(fromNumeric(feet)));
  const degrees = (text: string | null | undefined) => (text == null ? null : fromNumeric(text));
  const nearest = nearestStation(
    stations.map((s) => ({
      id: s.id,
      latitude: fromNumeric(s.latitude),
      longitude: degrees(s.longitude),
      height: metresUp(s.elevationFt),
    })),
    {
      latitude: degrees(lawn.latitude),
      longitude: degrees(lawn.longitude),
      height: metresUp(lawn.elevationFt),
    },
  );
  return stations.find((s) => s.id === nearest?.id);
}

/** Observed days on file, as far back as they reach without a gap from the last. Null: none. */
export async function observedWeather(db: Transaction, stationId: string): Promise<HourlyWeather | null> {
  const last = await lastObservedDay(db, stationId);
  if (last === null) return null;
  const key = `${last}|${await weatherVersionOf(db, stationId)}`;
  const kept = series.get(stationId);
  if (kept?.key === key) return kept.weather;
  const rows = await db
    .select()
    .from(weatherDay)
    .where(eq(weatherDay.stationId, stationId))
    .orderBy(asc(weatherDay.day));
  let start = rows.length - 1;
  while (start > 0 && readDay(rows[start - 1]!.day) === readDay(rows[start]!.day) - 1) start--;
  const whole = rows.slice(start);
  const column = (of: (r: (typeof rows)[number]) => number[]) => {
    const out = new Float64Array(whole.length * 24);
    whole.forEach((r, i) => out.set(of(r), i * 24));
    return out;
  };
  const weather: HourlyWeather = {
    from: readDay(whole[0]!.day),
    air: column((r) => r.air),
    rain: column((r) => r.rain),
    wind: column((r) => r.wind),
  };
  series.set(stationId, { key, weather });
  return weather;
}
/** Days behind the last can change by a file: what was made of them goes by this. */
export async function weatherVersionOf(db: Transaction, stationId: string): Promise<number> {
  const [row] = await db.select({ v: station.weatherVersion }).from(station).where(eq(station.id, stationId));
  return row?.v ?? 0;
}

/** Read once a process and observed day: sixteen years are 140,000 hours. Stations' ids are unique over all organisations. */
const series = new Map<string, { key: string; weather: HourlyWeather }>();

async function lastObservedDay(db: Transaction, stationId: string): Promise<Day | null> {
  const [row] = await db
    .select({ day: weatherDay.day })
    .from(weatherDay)
    .where(eq(weatherDay.stationId, stationId))
    .orderBy(desc(weatherDay.day))
    .limit(1);
  return row ? readDay(row.day) : null;
}

/** The forecast on file, however old. */
export async function storedForecast(db: Transaction, stationId: string): Promise<Forecast | null> {
  const [row] = await db.select().from(forecast).where(eq(forecast.stationId, stationId));
  if (!row) return null;
  const floats = (x: number[]) => Float64Array.from(x);
  return {
    from: readDay(row.issuedOn),
    air: floats(row.air),
    rain: floats(row.rain),
    wind: floats(row.wind),
    airError: floats(row.airError),
    rainChance: row.rainChance ? floats(row.rainChance) : Float64Array.from(row.rain, certainly),
  };
}

/** From today on: an old forecast without the days gone by; null when it has none left. */
export function forecastFrom(f: Forecast | null, today: Day): Forecast | null {
  if (!f || f.from > today || today >= f.from + daysIn(f)) return null;
  const cut = (column: Float64Array) => column.slice((today - f.from) * 24);
  return {
    from: today,
    air: cut(f.air),
    rain: cut(f.rain),
    wind: cut(f.wind),
    airError: cut(f.airError),
    rainChance: cut(f.rainChance),
  };
}

/** The weeks before today that soil water and wet leaves are computed from. */
const RECENT_DAYS = 42;
export function recentFrom(observed: HourlyWeather | null, today: Day): HourlyWeather | null {
  if (!observed) return null;
  const to = Math.min(today, observed.from + daysIn(observed)) as Day;
  const from = Math.max(observed.from, today - RECENT_DAYS) as Day;
  return from < to ? sliceDays(observed, from, to) : null;
}

/**
 * Brings every station up to today: the days observed since the last on file, and today's forecast. The service is
 * asked outside of any transaction. What it gives is kept; what it fails at is written down with the station, and the
 * application goes on with what it has. Says whether anything new came.
 */
export async function refreshWeather(
  actor: Actor,
  service: WeatherService,
  today: Day,
  realNow: Date,
): Promise<boolean> {
  const stations = await inOrganisation(actor, stationsOf);
  const news = await Promise.all(stations.map((s) => refreshStation(actor, service, s, today, realNow)));
  return news.includes(true);
}

/** Whether today's forecast is missing, and the service was not asked for it in vain a moment ago. */
export function isDueForWeather(s: Station, today: Day, realNow: Date): boolean {
  // without a service its weather comes by file
  if (s.serviceKey === '' || s.forecastIssuedOn === isoDay(today)) return false;
  const triedLately = s.lastTriedAt !== null && realNow.getTime() - s.lastTriedAt.getTime() < PATIENCE_MS;
  return !(s.trouble !== null && triedLately && s.lastTriedOn === isoDay(today));
}

/** What is wrong with a station's service, in a word or two, of what is kept as "not answering: HTTP 503". */
export const troubleInShort = (trouble: string | null): string | null => trouble && trouble.split(': ')[0]!;

async function refreshStation(
  actor: Actor,
  service: WeatherService,
  s: Station,
  today: Day,
  realNow: Date,
): Promise<boolean> {
  if (!isDueForWeather(s, today, realNow)) return false;

  const note = (change: Partial<Station>) =>
    inOrganisation(actor, (db) =>
      db
        .update(station)
        .set({ lastTriedAt: realNow, lastTriedOn: isoDay(today), ...change })
        .where(eq(station.id, s.id)),
    );
  const failed = async ({ kind, detail }: { kind: string; detail: string }) => {
    const trouble = `${kind}: ${detail}`;
    await note({ trouble });
    if (trouble !== s.trouble) await inOrganisation(actor, (db) => tellChange(db, actor.orgId, null));
    return false;
  };
  const last = await inOrganisation(actor, (db) => lastObservedDay(db, s.id));
  let from = last === null ? dayOf(yearOf(today) - PAST_YEARS, 1, 1) : addDays(last, 1);
  while (from < today) {
    const to = Math.min(today, dayOf(yearOf(from) + 1, 1, 1)) as Day;
    const answer = await service.observed(s.serviceKey, from, to);
    if (!answer.ok) return failed(answer.trouble);
    await inOrganisation(actor, (db) => storeObserved(db, actor.orgId, s.id, answer.value));
    from = to;
  }
  const answer = await service.forecast(s.serviceKey, today);
  if (!answer.ok) return failed(answer.trouble);
  await inOrganisation(actor, (db) => storeForecast(db, actor.orgId, s.id, answer.value));
  await note({ trouble: null, forecastIssuedOn: isoDay(today) });
  return true;
}

async function storeObserved(
  db: Transaction,
  orgId: string,
  stationId: string,
  w: HourlyWeather,
): Promise<void> {
  await addWeatherDays(db, { orgId, stationId, importId: null }, wholeDays(w));
}

/** So far back forecasts are held against what came. */
const TOLD_DAYS = 400;

/** How far a station's forecasts were off so far, by lead. */
export async function forecastError(db: Transaction, stationId: string, today: Day): Promise<ForecastError> {
  const since = isoDay(addDays(today, -TOLD_DAYS));
  const told = await db
    .select()
    .from(forecastTold)
    .where(and(eq(forecastTold.stationId, stationId), gte(forecastTold.issuedOn, since)));
  if (!told.length) return forecastErrorOf([], () => undefined);
  const came = await db
    .select({
      day: weatherDay.day,
      mean: sql<number>`(select avg(t) from unnest(${weatherDay.air}) t)::float8`,
    })
    .from(weatherDay)
    .where(and(eq(weatherDay.stationId, stationId), gte(weatherDay.day, since)));
  const means = new Map(came.map((c) => [readDay(c.day), c.mean]));
  return forecastErrorOf(
    told.map((t) => ({ ...t, issuedOn: readDay(t.issuedOn) })),
    (day) => means.get(day),
  );
}

async function storeForecast(db: Transaction, orgId: string, stationId: string, f: Forecast): Promise<void> {
  const { factors } = await forecastError(db, stationId, f.from);
  const told = { air: dailyMeans(f.air), stated: dailyMeans(f.airError) };
  await db
    .insert(forecastTold)
    .values({ orgId, stationId, issuedOn: isoDay(f.from), ...told })
    .onConflictDoUpdate({ target: [forecastTold.stationId, forecastTold.issuedOn], set: told });
  const row = {
    issuedOn: isoDay(f.from),
    air: Array.from(f.air),
    rain: Array.from(f.rain),
    wind: Array.from(f.wind),
    airError: Array.from(f.airError, (k, h) => k * (factors[Math.floor(h / 24)] ?? 1)),
    rainChance: Array.from(f.rainChance),
  };
  await db
    .insert(forecast)
    .values({ orgId, stationId, ...row })
    .onConflictDoUpdate({ target: forecast.stationId, set: row });
}

/** Adds days; one that is on file already stays: two servers may fetch at once, a file may come twice. @returns how many were new */
export async function addWeatherDays(
  db: Transaction,
  to: Readonly<{ orgId: string; stationId: string; importId: string | null }>,
  days: readonly Omit<WholeDay, 'chance'>[],
): Promise<number> {
  if (!days.length) return 0;
  const rows = days.map((d) => ({
    ...to,
    day: isoDay(d.day),
    air: [...d.air],
    rain: [...d.rain],
    wind: [...d.wind],
  }));
  const added = await db
    .insert(weatherDay)
    .values(rows)
    .onConflictDoNothing()
    .returning({ day: weatherDay.day });
  return added.length;
}

/** What was made of a station's past days is made anew from now on. */
export async function touchWeather(db: Transaction, stationId: string): Promise<void> {
  await db
    .update(station)
    .set({ weatherVersion: sql`${station.weatherVersion} + 1` })
    .where(eq(station.id, stationId));
}

/** Takes the days of a file out again. @returns how many */
export async function removeWeatherDays(db: Transaction, importId: string): Promise<number> {
  const gone = await db
    .delete(weatherDay)
    .where(eq(weatherDay.importId, importId))
    .returning({ stationId: weatherDay.stationId });
  for (const id of new Set(gone.map((g) => g.stationId))) await touchWeather(db, id);
  return gone.length;
}

/** Days of a file from today on are its forecast. */
export async function putForecast(
  db: Transaction,
  to: Readonly<{ orgId: string; stationId: string }>,
  days: readonly WholeDay[],
): Promise<void> {
  await storeForecast(db, to.orgId, to.stationId, forecastOfDays(days));
  await db
    .update(station)
    .set({ forecastIssuedOn: isoDay(days[0]!.day), trouble: null })
    .where(eq(station.id, to.stationId));
}

/** How far a station's weather reaches. */
export type WeatherOnFile = Readonly<{ days: number; from: Day | null; to: Day | null }>;
export async function weatherOnFile(db: Transaction): Promise<Map<string, WeatherOnFile>> {
  const rows = await db
    .select({
      stationId: weatherDay.stationId,
      days: sql<number>`count(*)::int`,
      from: sql<string>`min(${weatherDay.day})::text`,
      to: sql<string>`max(${weatherDay.day})::text`,
    })
    .from(weatherDay)
    .groupBy(weatherDay.stationId);
  return new Map(rows.map((r) => [r.stationId, { days: r.days, from: readDay(r.from), to: readDay(r.to) }]));
}

/** Keeps a station, new or changed. @returns its id; null: it is not there */
export async function putStation(
  db: Transaction,
  orgId: string,
  id: string | null,
  row: Omit<typeof station.$inferInsert, 'id' | 'orgId'>,
): Promise<string | null> {
  const [kept] = id
    ? await db.update(station).set(row).where(eq(station.id, id)).returning({ id: station.id })
    : await db
        .insert(station)
        .values({ ...row, orgId })
        .returning({ id: station.id });
  return kept?.id ?? null;
}
