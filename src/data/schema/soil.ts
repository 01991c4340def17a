/** Thermometers, readings, sensors, and what was seen of the season. */
import { sql } from 'drizzle-orm';
import {
  boolean,
  index,
  integer,
  jsonb,
  primaryKey,
  real,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { at, day, figure, known } from './columns';
import { id, orgTable, within } from './org-table';
import { fileImport } from './imports';
import { zone } from './lawns';
import { station } from './weather';

const DEGREES = ['F', 'C'] as const;

export const thermometer = orgTable(
  'thermometer',
  {
    id: id(),
    name: text('name').notNull(),
    /** what it shows too much, °F: taken off every reading made with it from then on */
    offsetF: figure('offset_f').notNull(),
    /** the day it was last compared; null: never */
    calibratedOn: day('calibrated_on'),
    retired: boolean('retired').notNull().default(false),
  },
  (t) => [index('thermometer_org').on(t.orgId)],
);

/** One reading of soil temperature as it was taken, with the instrument's offset of that day beside it. */
export const reading = orgTable(
  'reading',
  {
    id: id(),
    zoneId: uuid('zone_id').notNull(),
    spot: text('spot').notNull(),
    depthIn: figure('depth_in').notNull(),
    takenAt: at('taken_at').notNull(),
    value: figure('value').notNull(),
    unit: text('unit', { enum: DEGREES }).notNull(),
    /** what was taken off, °F */
    offsetF: figure('offset_f').notNull(),
    calibrated: boolean('calibrated').notNull(),
    source: text('source', { enum: ['hand', 'logger', 'station'] }).notNull(),
    instrument: text('instrument').notNull(),
    person: text('person').notNull(),
    sendKey: uuid('send_key'),
    importId: uuid('import_id'),
  },
  (t) => [
    within(t.orgId, t.zoneId, zone),
    within(t.orgId, t.importId, fileImport),
    known('reading_unit', t.unit, DEGREES),
    uniqueIndex('reading_send').on(t.orgId, t.sendKey),
    // a logger's file taken twice is taken once
    uniqueIndex('reading_logged')
      .on(t.zoneId, t.spot, t.depthIn, t.takenAt)
      .where(sql`source <> 'hand'`),
    index('reading_zone').on(t.zoneId, t.takenAt),
    index('reading_import').on(t.importId),
  ],
);

/** What was seen: a sign of the season on a day. */
export const observation = orgTable(
  'observation',
  {
    id: id(),
    zoneId: uuid('zone_id').notNull(),
    sign: text('sign').notNull(),
    seenOn: day('seen_on').notNull(),
    person: text('person').notNull(),
    note: text('note').notNull().default(''),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('observation_send').on(t.orgId, t.sendKey),
    index('observation_zone').on(t.zoneId),
  ],
);

/** Derived: each zone and spot's readings of this year beside what the ground of its kind had there and then. */
export const metReadings = orgTable(
  'met_readings',
  {
    zoneId: uuid('zone_id').notNull(),
    spot: text('spot').notNull(),
    stationId: uuid('station_id').notNull(),
    siteKey: text('site_key').notNull(),
    inputs: text('inputs').notNull(),
    /** the offset as these readings alone give it */
    offset: real('offset').notNull(),
    offsetVariance: real('offset_variance').notNull(),
    /** the instrument of most of them, and its bias, K²: neighbours that it read are off by it together */
    instrument: text('instrument').notNull().default(''),
    biasVariance: real('bias_variance').notNull().default(0),
    body: jsonb('body').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.zoneId, t.spot] }),
    within(t.orgId, t.zoneId, zone).onDelete('cascade'),
    within(t.orgId, t.stationId, station),
    index('met_readings_kind').on(t.stationId, t.siteKey),
  ],
);

/** A soil station that reports by itself: which zone and spot it stands in. */
export const soilSensor = orgTable(
  'soil_sensor',
  {
    id: id(),
    zoneId: uuid('zone_id').notNull(),
    spot: text('spot').notNull(),
    serviceKey: text('service_key').notNull(),
    /** UTC offset and unit that were confirmed when it was added */
    utcOffsetHours: integer('utc_offset_hours').notNull(),
    unit: text('unit', { enum: DEGREES }).notNull(),
    fetchedTo: at('fetched_to'),
    trouble: text('trouble'),
  },
  (t) => [within(t.orgId, t.zoneId, zone), index('soil_sensor_org').on(t.orgId)],
);
