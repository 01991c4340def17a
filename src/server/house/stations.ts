/** Weather stations: where they lie, whence their weather comes, and how far it reaches. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { DateTime } from 'luxon';
import { readDay, type Day } from '@/core/calendar/day';
import { parseFigure } from '@/core/units/parse';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { fromNumeric, toNumeric } from '@/data/numbers';
import { settleStations } from '@/data/lawns';
import { forecastError, nearestTo, PAST_YEARS, putStation, stationsOf, weatherOnFile } from '@/data/weather';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import { changed } from '@/server/queue/changes';

export type StationNews = Readonly<{
  id: string;
  name: string;
  latitude: number;
  longitude: number | null;
  elevationFt: number | null;
  serviceKey: string;
  utcOffsetHours: number;
  /** days on file, and between which */
  days: number;
  from: Day | null;
  to: Day | null;
  forecastIssuedOn: Day | null;
  /** standard error of its forecasts of the air, K, by what came; null: no day that was told has come */
  forecastError: Readonly<{ days: number; dayAhead: number; weekAhead: number | null }> | null;
  trouble: string | null;
}>;
export type StationsSheet = Readonly<{
  today: Day;
  stations: readonly StationNews[];
  /** a weather service is set up on this server */
  hasService: boolean;
  yearsAsked: number;
}>;

export function stationsSheet(actor: Actor): Promise<StationsSheet> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const onFile = await weatherOnFile(db);
    const stations = await stationsOf(db);
    const today = await todayOf(db, actor);
    const errors = new Map<string, StationNews['forecastError']>();
    for (const s of stations) {
      const { pairs, errors: by } = await forecastError(db, s.id, today);
      errors.set(s.id, pairs ? { days: pairs, dayAhead: (by[1] ?? by[0])!, weekAhead: by[7] ?? null } : null);
    }
    return {
      today,
      stations: stations.map((s) => ({
        id: s.id,
        name: s.name,
        latitude: fromNumeric(s.latitude),
        serviceKey: s.serviceKey,
        longitude: s.longitude === null ? null : fromNumeric(s.longitude),
        elevationFt: s.elevationFt === null ? null : fromNumeric(s.elevationFt),
        utcOffsetHours: s.utcOffsetHours,
        days: 0,
        from: null,
        to: null,
        ...onFile.get(s.id),
        forecastIssuedOn: s.forecastIssuedOn === null ? null : readDay(s.forecastIssuedOn),
        forecastError: errors.get(s.id) ?? null,
        trouble: s.trouble,
      })),
      hasService: Boolean(process.env['WEATHER_URL']),
      yearsAsked: PAST_YEARS,
    };
  });
}

const text = (most: number) => Joi.string().allow('').max(most).required();
export type StationInput = Readonly<{
  id: string | null;
  name: string;
  latitude: string;
  longitude: string;
  elevationFt: string;
  serviceKey: string;
}>;
export const stationShape = Joi.object<StationInput>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).allow(null).required(),
  name: text(100),
  latitude: text(20),
  longitude: text(20),
  elevationFt: text(20),
  serviceKey: text(60),
}).required();

/** Keeps a station. Its standard time is that of the company's time zone in winter. */
export async function saveStation(actor: Actor, t: StationInput): Promise<Outcome<{ id: string }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const read = (value: string, field: string, unit: string, least: number, most: number) => {
    const parsed = parseFigure(value.replace('−', '-'), { field, unit, least, most });
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : 0;
  };
  const name = t.name.trim();
  if (!name) issues.push(issue('Name', 'station-unnamed'));
  const latitude = read(t.latitude, 'Latitude', '° north', -66, 66);
  const longitude = read(t.longitude, 'Longitude', '° east (west is negative)', -180, 180);
  const elevationFt =
    t.elevationFt.trim() === '' ? null : read(t.elevationFt, 'Height', 'length', -1500, 20_000);
  if (issues.length) return refuse({ kind: 'invalid', issues });
  const utcOffsetHours = standardOffset(actor.timeZone);
  if (Math.abs(utcOffsetHours - longitude / 15) > 3)
    return refuse({
      kind: 'invalid',
      issues: [issue('Longitude', 'longitude-not-in-zone', { longitude, zone: actor.timeZone })],
    });
  return inOrganisation(actor, async (db) => {
    const id = await putStation(db, actor.orgId, t.id, {
      name,
      serviceKey: t.serviceKey.trim(),
      utcOffsetHours,
      latitude: toNumeric(latitude),
      longitude: toNumeric(longitude),
      elevationFt: elevationFt === null ? null : toNumeric(elevationFt),
    });
    if (id === null) return refuse({ kind: 'gone' });
    const stations = await stationsOf(db);
    await settleStations(db, (lawn) => nearestTo(stations, lawn)?.id);
    await changed(db, actor, 'all', [
      ...(t.serviceKey.trim() ? [{ kind: 'weather' as const, orgId: actor.orgId }] : []),
      { kind: 'outlooks', orgId: actor.orgId },
    ]);
    return done({ id });
  });
}

/** Hours against UTC when no summer time holds. */
export function standardOffset(timeZone: string): number {
  const offsets = [1, 7].map(
    (month) => DateTime.fromObject({ year: 2027, month, day: 15 }, { zone: timeZone }).offset / 60,
  );
  return Math.round(Math.min(...offsets));
}
