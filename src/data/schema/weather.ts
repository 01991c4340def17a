/** Stations, their weather and forecasts, and what was computed from them. */
import { index, integer, jsonb, primaryKey, real, text, uuid } from 'drizzle-orm/pg-core';
import { at, day, figure } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { fileImport } from './imports';

export const station = orgTable(
  'station',
  {
    id: id(),
    name: text('name').notNull(),
    /** how the weather service calls it; empty: its weather comes by file */
    serviceKey: text('service_key').notNull(),
    /** degrees north: daylight and evaporation */
    latitude: figure('latitude').notNull().default('39'),
    /** degrees east, and feet above the sea: the nearest station of a lawn. Null: not known */
    longitude: figure('longitude'),
    elevationFt: figure('elevation_ft'),
    /** counts up when days behind the last one change: what was made of them is made anew */
    weatherVersion: integer('weather_version').notNull().default(1),
    /** local standard time against UTC, all year */
    utcOffsetHours: integer('utc_offset_hours').notNull(),
    forecastIssuedOn: day('forecast_issued_on'),
    lastTriedAt: at('last_tried_at'),
    lastTriedOn: day('last_tried_on'),
    /** why the last try failed; null: it did not */
    trouble: text('trouble'),
  },
  (t) => [companyKey(t), index('station_org').on(t.orgId)],
);

/** One local-standard-time day of observed weather, 24 values each: °C, mm, m/s. */
export const weatherDay = orgTable(
  'weather_day',
  {
    stationId: uuid('station_id').notNull(),
    day: day('day').notNull(),
    air: real('air').array().notNull(),
    rain: real('rain').array().notNull(),
    wind: real('wind').array().notNull(),
    /** the file that brought it; null: a weather service */
    importId: uuid('import_id'),
  },
  (t) => [
    primaryKey({ columns: [t.stationId, t.day] }),
    within(t.orgId, t.stationId, station),
    within(t.orgId, t.importId, fileImport),
    index('weather_day_import').on(t.importId),
  ],
);

/** The latest forecast of a station, hourly from the day it was issued on. */
export const forecast = orgTable(
  'forecast',
  {
    stationId: uuid('station_id').primaryKey(),
    issuedOn: day('issued_on').notNull(),
    air: real('air').array().notNull(),
    rain: real('rain').array().notNull(),
    wind: real('wind').array().notNull(),
    /** K, hourly: what the service stated, times what its earlier forecasts show */
    airError: real('air_error').array().notNull(),
    /** null: a forecast of before chances were kept */
    rainChance: real('rain_chance').array(),
  },
  (t) => [within(t.orgId, t.stationId, station)],
);

/** What a station's forecasts told, to be held against what came: how far they are off is fitted on it. */
export const forecastTold = orgTable(
  'forecast_told',
  {
    stationId: uuid('station_id').notNull(),
    issuedOn: day('issued_on').notNull(),
    /** a day each from its own on: daily mean of the air, °C, and its standard error as the service stated it, K */
    air: real('air').array().notNull(),
    stated: real('stated').array().notNull(),
  },
  (t) => [primaryKey({ columns: [t.stationId, t.issuedOn] }), within(t.orgId, t.stationId, station)],
);

/** Derived: can be thrown away and computed again. `inputs` says from what it was made. */
export const outlook = orgTable(
  'outlook',
  {
    stationId: uuid('station_id').notNull(),
    siteKey: text('site_key').notNull(),
    inputs: text('inputs').notNull(),
    body: jsonb('body').notNull(),
  },
  (t) => [primaryKey({ columns: [t.stationId, t.siteKey] }), within(t.orgId, t.stationId, station)],
);
