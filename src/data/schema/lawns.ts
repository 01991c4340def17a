/** Customers' lawns, their zones, and notes to the customer. */
import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { EXPOSURES, MOISTURES } from '../../core/ground/site';
import { SITES, TEXTURES, TURFS } from '../../core/trade/terms';
import { at, day, figure, known } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { fileImport } from './imports';
import { station } from './weather';

const NOTE_KINDS = ['before', 'sign', 'after', 'said'] as const;
const PROGRAMME_STATES = ['none', 'open', 'done', 'closed'] as const;

export const lawn = orgTable(
  'lawn',
  {
    id: id(),
    stationId: uuid('station_id').notNull(),
    customer: text('customer').notNull(),
    address: text('address').notNull(),
    /** degrees; null: not known */
    latitude: figure('latitude'),
    longitude: figure('longitude'),
    elevationFt: figure('elevation_ft'),
    /** its weather station was chosen by hand; else it is the nearest */
    stationChosen: boolean('station_chosen').notNull().default(false),
    notes: text('notes').notNull().default(''),
    /** what can hurt or be hurt at the stop: dog, low lights, artificial turf */
    hazards: text('hazards').notNull().default(''),
    /** the customer's wishes: hours of notice before a visit, what is not to be used, organic only */
    noticeHours: integer('notice_hours'),
    optOut: text('opt_out').notNull().default(''),
    organicOnly: boolean('organic_only').notNull().default(false),
    /** days of the week, 1 Monday to 7 Sunday, on which it is mown or watered by others: no visit then. None: any day */
    mownOn: integer('mown_on').array().notNull().default([]),
    wateredOn: integer('watered_on').array().notNull().default([]),
    email: text('email').notNull().default(''),
    /** USD for a visit; null: not said */
    visitPrice: figure('visit_price'),
    /** where products must be registered; null: the house's */
    state: text('state'),
    /** left, sold, given up: off lists and boards, its records stay. Null: open */
    closedOn: day('closed_on'),
    closedWhy: text('closed_why'),
    /** the customer's personal data were removed here; records keep theirs for the house's years. Null: they were not */
    forgottenOn: day('forgotten_on'),
    version: integer('version').notNull().default(1),
    importId: uuid('import_id'),
  },
  (t) => [
    companyKey(t),
    within(t.orgId, t.stationId, station),
    within(t.orgId, t.importId, fileImport),
    // the order of Season: house numbers, then addresses
    index('lawn_order').on(t.orgId, sql`(substring(address from '^[0-9]{1,9}')::int)`, t.address),
    index('lawn_import').on(t.importId),
  ],
);

export const zone = orgTable(
  'zone',
  {
    id: id(),
    lawnId: uuid('lawn_id').notNull(),
    name: text('name').notNull(),
    turf: text('turf').notNull(),
    /** the second grass of a mix: the zone takes the stricter of both */
    mixedWith: text('mixed_with'),
    /** the whole zone; what is treated is this less the exclusions below */
    areaSqFt: figure('area_sq_ft').notNull(),
    areaErrorPct: figure('area_error_pct').notNull().default('5'),
    excludedSqFt: figure('excluded_sq_ft').notNull().default('0'),
    /** how the area was got: typed, a takeoff of shapes, or a polygon (core/lawn/measure) */
    measure: jsonb('measure').notNull().default({ by: 'typed', how: 'estimated' }),
    /** trees with their places and drip lines (core/lawn/measure) */
    trees: jsonb('trees').notNull().default([]),
    drainage: text('drainage').notNull().default('good'),
    slopePercent: figure('slope_percent'),
    aspect: text('aspect'),
    concreteEdgeFt: figure('concrete_edge_ft').notNull().default('0'),
    bedEdgeFt: figure('bed_edge_ft').notNull().default('0'),
    /** all waters near it, each with its feet where they are measured; null: nobody has looked */
    waters: jsonb('waters'),
    /** what the ground is used for: labels set limits by it; null: not said */
    grounds: text('grounds'),
    thatch: text('thatch').notNull().default('none'),
    weedHistory: text('weed_history').notNull().default(''),
    thinSpots: text('thin_spots').notNull().default(''),
    /** the school this lawn goes by; null: the house's */
    school: text('school'),
    /** goes up with every reading taken or undone: what was computed from fewer is computed again */
    readingsVersion: integer('readings_version').notNull().default(0),
    importId: uuid('import_id'),
    texture: text('texture').notNull(),
    moisture: text('moisture').notNull(),
    exposure: text('exposure').notNull(),
    besidePavement: boolean('beside_pavement').notNull(),
    /** new turf that is planned, each with its day and kind */
    seedings: jsonb('seedings').notNull().default([]),
    irrigationInPerHour: figure('irrigation_in_per_hour'),
    /** what is known of the work before the book: see core/records/history */
    history: text('history').notNull().default('not asked'),
    /** derived from what is planned and recorded, so that a board need not ask every zone */
    programmeState: text('programme_state', { enum: PROGRAMME_STATES }).notNull().default('none'),
    /** the day from which the book holds everything; null: not known */
    bookFrom: day('book_from'),
    closedOn: day('closed_on'),
    closedWhy: text('closed_why'),
    /** goes up with every change of what is planned here */
    programmeVersion: integer('programme_version').notNull().default(0),
    version: integer('version').notNull().default(1),
  },
  (t) => [
    companyKey(t),
    within(t.orgId, t.lawnId, lawn),
    within(t.orgId, t.importId, fileImport),
    known('zone_turf', t.turf, TURFS),
    known('zone_mixed_with', t.mixedWith, TURFS),
    known('zone_grounds', t.grounds, SITES),
    known('zone_texture', t.texture, TEXTURES),
    known('zone_moisture', t.moisture, MOISTURES),
    known('zone_exposure', t.exposure, EXPOSURES),
    known('zone_programme_state', t.programmeState, PROGRAMME_STATES),
    index('zone_lawn').on(t.lawnId),
    index('zone_import').on(t.importId),
    index('zone_programme_state').on(t.orgId, t.programmeState),
  ],
);

/** What was told a customer, or what a customer said: notice before, sign, note after. Added, never changed. */
export const customerNote = orgTable(
  'customer_note',
  {
    id: id(),
    lawnId: uuid('lawn_id').notNull(),
    kind: text('kind', { enum: NOTE_KINDS }).notNull(),
    forDay: day('for_day').notNull(),
    words: text('words').notNull(),
    /** handed over, printed, by letter */
    how: text('how').notNull(),
    person: text('person').notNull(),
    madeAt: at('made_at').notNull(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    within(t.orgId, t.lawnId, lawn),
    known('customer_note_kind', t.kind, NOTE_KINDS),
    uniqueIndex('customer_note_send').on(t.orgId, t.sendKey),
    index('customer_note_lawn').on(t.lawnId, t.forDay),
  ],
);
