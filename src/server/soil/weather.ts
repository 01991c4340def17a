import 'server-only';
import type { Day } from '@/core/calendar/day';
import { todayOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import type { Actor } from '@/data/actor';
import { isDueForWeather, refreshWeather, type Station } from '@/data/weather';
import { weatherOverHttp } from '@/devices/weather/client';
import { changed } from '@/server/queue/changes';
import { sendJobIn } from '@/server/queue/jobs';

/** A screen is made from what is on file, says how old that is, and has a worker ask for what is missing. */
export async function askForWeather(
  db: Transaction,
  { orgId }: Pick<Actor, 'orgId'>,
  stations: readonly Station[],
  today: Day,
): Promise<void> {
  const now = new Date();
  if (stations.some((s) => isDueForWeather(s, today, now))) await sendJobIn(db, { kind: 'weather', orgId });
}

/** Brings the weather up to the organisation's day. Does nothing where it is, or where the service was just asked in vain. */
export async function bringWeatherUpToDate(actor: Actor): Promise<void> {
  const base = process.env['WEATHER_URL'];
  if (!base) return;
  const today = await inOrganisation(actor, (db) => todayOf(db, actor));
  if (await refreshWeather(actor, weatherOverHttp(base), today, new Date()))
    await inOrganisation(actor, (db) =>
      changed(db, actor, 'all', [{ kind: 'outlooks', orgId: actor.orgId }]),
    );
}
