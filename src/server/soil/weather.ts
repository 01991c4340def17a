import 'server-only';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import type { Actor } from '@/data/actor';
import { refreshWeather } from '@/data/weather';
import { weatherOverHttp } from '@/devices/weather/client';
import { changed } from '../changes';

/**
 * Brings the weather up to the organisation's day before a screen is made. When the service is away the screen is made
 * from what is on file, and says how old that is.
 */
export async function bringWeatherUpToDate(actor: Actor): Promise<void> {
  const base = process.env['WEATHER_URL'];
  if (!base) return;
  const today = await inOrganisation(actor, (db) => todayOf(db, actor));
  if (await refreshWeather(actor, weatherOverHttp(base), today, new Date()))
    await inOrganisation(actor, (db) =>
      changed(db, actor, 'all', [{ kind: 'outlooks', orgId: actor.orgId }]),
    );
}
