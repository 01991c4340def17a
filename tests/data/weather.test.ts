import { asc, eq, gte } from 'drizzle-orm';
import { addDays, isoDay } from '@/core/calendar/day';
import { todayOf, turnClock } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { outlook, station, weatherDay } from '@/data/schema';
import { refreshWeather } from '@/data/weather';
import { weatherOverHttp } from '@/devices/weather/client';
import type { WeatherService } from '@/devices/weather/service';
import { zonesOf } from '@/data/lawns';
import { queueState } from '@/server/jobs/jobs';
import { computeWindows } from '@/server/jobs/windows';
import { runJob } from '@/server/jobs/worker';
import { zoneSheet } from '@/server/programme/view';
import { actor, zoneNamed, closeAll } from '../support/demo';

afterAll(closeAll);
const tech = actor();
const today = () => inOrganisation(tech, (db) => todayOf(db, tech));
const theStation = async () => (await inOrganisation(tech, (db) => db.select().from(station)))[0]!;
const broken = (calls: string[]): WeatherService => {
  const no = async (what: string) => {
    calls.push(what);
    return Promise.resolve({
      ok: false as const,
      trouble: { kind: 'not answering' as const, detail: 'HTTP 503' },
    });
  };
  return { observed: () => no('observed'), forecast: () => no('forecast') };
};

test('sites of one kind share one outlook, kept with the version of its inputs', async () => {
  await computeWindows(tech);
  // what past years say of the gates stands beside them, by another key
  const kept = () =>
    inOrganisation(tech, async (db) =>
      (await db.select().from(outlook)).filter((r) => !r.siteKey.startsWith('past|')),
    );
  const kinds = await kept();
  const zones = await inOrganisation(tech, zonesOf);
  expect(kinds.length).toBeLessThan(zones.length);
  expect(await kept()).toEqual(kinds);
});

test('turning the clock moves today, the observed soil and the forecast', async () => {
  // nothing has been read here or at its kind: the days behind us stay what they were, to the last digit
  const zone = await zoneNamed('27 Orchard Close · front and side');
  const before = (await zoneSheet(tech, zone.id))!;
  expect(await turnClock(tech, 1)).toEqual({ ok: true });
  // a screen waits for no service: it is made of what is on file, and a worker is asked for the rest
  const asked = await queueState(tech.orgId);
  const meanwhile = (await zoneSheet(tech, zone.id))!;
  expect(meanwhile.today).toBe(addDays(before.today, 1));
  expect(meanwhile.weather).toMatchObject({ trouble: null, forecastIssuedOn: before.today });
  expect((await queueState(tech.orgId)).waiting).toBe(asked.waiting + 1);
  await zoneSheet(tech, zone.id);
  expect((await queueState(tech.orgId)).waiting).toBe(asked.waiting + 1);
  await runJob({ kind: 'weather', orgId: tech.orgId });
  const after = (await zoneSheet(tech, zone.id))!;
  expect(after.today).toBe(addDays(before.today, 1));
  expect(after.outlook!.observed).toHaveLength(before.outlook!.observed.length + 1);
  expect(after.outlook!.observed.slice(0, before.outlook!.observed.length)).toEqual(before.outlook!.observed);
  expect(after.facts.forecast!.from).toBe(after.today);
});

test('with the service away: what is on file stays in use, its age is told, and the service is not pestered', async () => {
  await turnClock(tech, 1);
  const now = new Date();
  const calls: string[] = [];
  await refreshWeather(tech, broken(calls), await today(), now);
  expect((await theStation()).trouble).toBe('not answering: HTTP 503');
  await refreshWeather(tech, broken(calls), await today(), new Date(now.getTime() + 30_000));
  expect(calls).toHaveLength(1);

  const base = process.env['WEATHER_URL'];
  delete process.env['WEATHER_URL'];
  const zone = await zoneNamed('14 Quarry Lane · front');
  const sheet = (await zoneSheet(tech, zone.id))!;
  process.env['WEATHER_URL'] = base;
  expect(sheet.weather?.trouble).toContain('not answering');
  expect(sheet.weather?.forecastIssuedOn).toBe(addDays(sheet.today, -1));
  // yesterday's forecast still speaks for the nine days it has left
  expect(sheet.facts.forecast!.from).toBe(sheet.today);
  expect(sheet.facts.forecast!.air).toHaveLength(9 * 24);
  expect(sheet.outlook).not.toBeNull();

  await refreshWeather(tech, weatherOverHttp(base!), await today(), new Date(now.getTime() + 61_000));
  const well = await theStation();
  expect([well.trouble, well.forecastIssuedOn]).toEqual([null, isoDay(await today())]);
});

test('a day that the service gave twice is kept once', async () => {
  const days = () =>
    inOrganisation(tech, (db) =>
      db.select({ day: weatherDay.day, air: weatherDay.air }).from(weatherDay).orderBy(asc(weatherDay.day)),
    );
  const before = await days();
  await inOrganisation(tech, async (db) => {
    await db.update(station).set({ forecastIssuedOn: null }).where(eq(station.orgId, tech.orgId));
    await db.delete(weatherDay).where(gte(weatherDay.day, before.at(-3)!.day));
  });
  const service = weatherOverHttp(process.env['WEATHER_URL']!);
  await Promise.all([
    refreshWeather(tech, service, await today(), new Date()),
    refreshWeather(tech, service, await today(), new Date()),
  ]);
  expect((await theStation()).trouble).toBeNull();
  expect(await days()).toEqual(before);
});
