/**
 * The tables. Every tenant row carries its organisation and is fenced by row-level security; the policies stand beside
 * the tables, the forcing and the grants in a migration of their own (drizzle/0001). Amounts are exact numerics in the
 * unit in which they were typed.
 */
import { getTableName, sql, type AnyColumn } from 'drizzle-orm';
import {
  type AnyPgColumn,
  boolean,
  bigint,
  check,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  numeric,
  pgPolicy,
  pgRole,
  pgTable,
  primaryKey,
  real,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
// by their own paths: the migration tool knows no others
import { EXPOSURES, MOISTURES } from '../core/ground/site';
import {
  CALIBRATION_WAYS,
  EQUIPMENT_NOTES,
  METHODS,
  PRODUCT_KINDS,
  SITES,
  TEXTURES,
  TOOL_KINDS,
  TURFS,
  USES,
} from '../core/trade/terms';
import { UNIT_SYSTEMS } from '../core/units/measures';

const appUser = pgRole('app_user').existing();
const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const day = (name: string) => date(name, { mode: 'string' });
// what columns hold, where the core has no list of it
const PLACES = ['zone', 'spots', 'strip'] as const;
const WINDOW_STATES = ['open', 'ajar', 'shut', 'never'] as const;
const IMPORT_KINDS = ['readings', 'lawns', 'weather'] as const;
const IMPORT_STATUSES = ['checked', 'waiting', 'running', 'done', 'failed', 'undone'] as const;
const TIE_KINDS = ['split', 'sequence'] as const;
const MOVE_KINDS = ['in', 'out', 'count', 'correct', 'use'] as const;
const DEGREES = ['F', 'C'] as const;
const INVITATION_KINDS = ['first', 'person', 'password'] as const;
const CHANGE_ACTIONS = ['added', 'changed', 'removed'] as const;
const NOTE_KINDS = ['before', 'sign', 'after', 'said'] as const;
const PROGRAMME_STATES = ['none', 'open', 'done', 'closed'] as const;

/** The database takes no other word than these. */
function known(name: string, column: AnyColumn, words: readonly string[]) {
  return check(`${name}_known`, sql`${column} in (${sql.raw(words.map((w) => `'${w}'`).join(', '))})`);
}
const figure = (name: string) => numeric(name, { precision: 16, scale: 6, mode: 'string' });

// ---- who: read before an organisation is known, so not fenced; it holds no trade data ----

export const user = pgTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  twoFactorEnabled: boolean('two_factor_enabled').notNull().default(false),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

export const session = pgTable(
  'session',
  {
    id: text('id').primaryKey(),
    expiresAt: at('expires_at').notNull(),
    token: text('token').notNull().unique(),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (t) => [index('session_user').on(t.userId)],
);

export const account = pgTable(
  'account',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: at('access_token_expires_at'),
    refreshTokenExpiresAt: at('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
  },
  (t) => [index('account_user').on(t.userId)],
);

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: at('expires_at').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

/** The second factor: a secret that an authenticator app shares, and codes for the day it is lost. Encrypted by the sign-in library. */
export const twoFactor = pgTable(
  'two_factor',
  {
    id: text('id').primaryKey(),
    secret: text('secret').notNull(),
    backupCodes: text('backup_codes').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    verified: boolean('verified').notNull().default(true),
    failedVerificationCount: integer('failed_verification_count').notNull().default(0),
    lockedUntil: at('locked_until'),
  },
  (t) => [index('two_factor_user').on(t.userId)],
);

/**
 * A one-time link: to begin a company, to join one, or to set a new password. Only the hash of its key is kept; read
 * before an organisation is known.
 */
export const invitation = pgTable(
  'invitation',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    kind: text('kind', { enum: INVITATION_KINDS }).notNull(),
    hash: text('hash').notNull().unique(),
    /** none for the first link of a server */
    orgId: text('org_id').references(() => organisation.id),
    /** whom it is for */
    name: text('name').notNull().default(''),
    email: text('email').notNull().default(''),
    role: text('role', { enum: ['lead', 'technician', 'viewer'] }),
    /** whose password is set anew */
    userId: text('user_id').references(() => user.id, { onDelete: 'cascade' }),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    expiresAt: at('expires_at').notNull(),
    usedAt: at('used_at'),
    takenBackAt: at('taken_back_at'),
  },
  (t) => [known('invitation_kind', t.kind, INVITATION_KINDS), index('invitation_org').on(t.orgId)],
);

export const rateLimit = pgTable('rate_limit', {
  id: text('id').primaryKey(),
  key: text('key').notNull().unique(),
  count: integer('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});

export const organisation = pgTable('organisation', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** IANA name: which day it is for its people */
  timeZone: text('time_zone').notNull(),
  /** in which its people read and type; figures are kept in trade units whichever it is */
  units: text('units', { enum: UNIT_SYSTEMS }).notNull().default('trade'),
});

export const member = pgTable(
  'member',
  {
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    orgId: text('org_id')
      .notNull()
      .references(() => organisation.id),
    role: text('role', { enum: ['lead', 'technician', 'viewer'] }).notNull(),
    joinedAt: at('joined_at').notNull().defaultNow(),
    /** from then on the person may do nothing here; what was written stays under the name. Null: works here */
    endedAt: at('ended_at'),
  },
  (t) => [primaryKey({ columns: [t.userId, t.orgId] })],
);

/** A personal token for the HTTP interface. Only its hash is kept; read before an organisation is known. */
export const apiToken = pgTable(
  'api_token',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    orgId: text('org_id')
      .notNull()
      .references(() => organisation.id),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    hash: text('hash').notNull().unique(),
    /** its last four characters, to tell one from another */
    hint: text('hint').notNull(),
    createdAt: at('created_at').notNull().defaultNow(),
    lastUsedAt: at('last_used_at'),
    revokedAt: at('revoked_at'),
    /** opens nothing from then on; null: of before tokens had an end */
    expiresAt: at('expires_at'),
    /** which calls of the interface it opens */
    calls: text('calls').array().notNull(),
  },
  (t) => [index('api_token_user').on(t.userId)],
);

/** Signs of life of the workers, for all companies of a server. */
export const workerBeat = pgTable('worker_beat', {
  workerId: text('worker_id').primaryKey(),
  seenAt: at('seen_at').notNull().defaultNow(),
});

/** Which worker has taken a job: where it died, another takes the job over. */
export const workerJob = pgTable('worker_job', {
  jobId: uuid('job_id').primaryKey(),
  workerId: text('worker_id').notNull(),
});

// ---- tenant rows: fenced ----

const mine = sql`org_id = nullif(current_setting('app.org_id', true), '')`;
const fence = (table: string) =>
  pgPolicy(`${table}_org`, { as: 'permissive', for: 'all', to: appUser, using: mine, withCheck: mine });
const orgId = () =>
  text('org_id')
    .notNull()
    .references(() => organisation.id);
const id = () => uuid('id').primaryKey().defaultRandom();
/** What rows of the same company may refer to. */
const companyKey = (t: { orgId: AnyPgColumn; id: AnyPgColumn }) => unique().on(t.orgId, t.id);
/** A reference between tenant rows carries the organisation: foreign keys do not ask the fence. */
const within = (orgId: AnyPgColumn, column: AnyPgColumn, parent: { orgId: AnyPgColumn; id: AnyPgColumn }) =>
  foreignKey({
    name: `${getTableName(column.table)}_${column.name}_fk`,
    columns: [orgId, column],
    foreignColumns: [parent.orgId, parent.id],
  });

/** The demo's clock; an organisation without a row lives in real time. */
export const clock = pgTable('clock', { orgId: orgId().primaryKey(), now: at('now').notNull() }, () => [
  fence('clock'),
]);

export const houseRule = pgTable(
  'house_rule',
  {
    orgId: orgId().primaryKey(),
    /** the six schools' figures in trade units, and which is used: see data/house */
    crossings: jsonb('crossings').notNull(),
    version: integer('version').notNull().default(1),
    /** of the gates' figures alone: two panels of one screen are two things */
    gatesVersion: integer('gates_version').notNull().default(1),
    /** of the working day, the split and the truck: the columns below */
    dayVersion: integer('day_version').notNull().default(1),
    /** so long a forgotten customer's name and address stay on records: two years by law, more by the house */
    keepNamesYears: integer('keep_names_years').notNull().default(2),
    keepingVersion: integer('keeping_version').notNull().default(1),
    /** the gates' figures in trade units: see data/gate-rules */
    gates: jsonb('gates').notNull().default({}),
    /** the season's judgement, the crews and their pace: see data/planning-rules */
    planning: jsonb('planning').notNull().default({}),
    planningVersion: integer('planning_version').notNull().default(1),
    /** pace on the road, the place's watering rules, cost of an hour, words for customers: see data/visit-rules */
    visitRules: jsonb('visit_rules').notNull().default({}),
    visitRulesVersion: integer('visit_rules_version').notNull().default(1),
    windLimitMph: figure('wind_limit_mph').notNull(),
    windCautionMph: figure('wind_caution_mph').notNull(),
    workFromHour: integer('work_from_hour').notNull(),
    workToHour: integer('work_to_hour').notNull(),
    calmHours: integer('calm_hours').notNull(),
    leadDays: integer('lead_days').notNull(),
    spacingLeastDays: integer('spacing_least_days').notNull(),
    spacingMostDays: integer('spacing_most_days').notNull(),
    /** the truck's usual spray volume, tank and scale */
    carrierGalPer1000: figure('carrier_gal_per_1000').notNull(),
    tankGal: figure('tank_gal').notNull(),
    scaleStepG: figure('scale_step_g').notNull(),
    jugStepFlOz: figure('jug_step_fl_oz').notNull(),
  },
  () => [fence('house_rule')],
);

/** Who changed which figure of the house, from what to what. Append-only. */
export const houseChange = pgTable(
  'house_change',
  {
    id: id(),
    orgId: orgId(),
    changedAt: at('changed_at').notNull().defaultNow(),
    person: text('person').notNull(),
    /** the panel's own name of it */
    field: text('field').notNull(),
    was: text('was').notNull(),
    now: text('now').notNull(),
  },
  (t) => [fence('house_change'), index('house_change_org').on(t.orgId, t.changedAt)],
);

/**
 * Who changed what, from what to what: labels, plans, lawns, people, licences, equipment. Written by triggers (see
 * drizzle/0026), so that no way of changing is forgotten. Append-only. House figures have their own, in their own words.
 */
export const changeBook = pgTable(
  'change_book',
  {
    id: id(),
    orgId: orgId(),
    changedAt: at('changed_at').notNull().defaultNow(),
    person: text('person').notNull(),
    /** the table */
    subject: text('subject').notNull(),
    action: text('action', { enum: CHANGE_ACTIONS }).notNull(),
    /** the row, as a text: keys differ */
    subjectId: text('subject_id').notNull(),
    /** what people call it, as it was then */
    name: text('name').notNull(),
    /** of a plan or a zone: where it lies */
    zoneId: uuid('zone_id'),
    /** the columns that differ */
    was: jsonb('was').notNull(),
    now: jsonb('now').notNull(),
  },
  (t) => [
    fence('change_book'),
    known('change_book_action', t.action, CHANGE_ACTIONS),
    index('change_book_org').on(t.orgId, t.changedAt),
    index('change_book_zone').on(t.zoneId, t.changedAt),
  ],
);

export const station = pgTable(
  'station',
  {
    id: id(),
    orgId: orgId(),
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
  (t) => [fence('station'), companyKey(t), index('station_org').on(t.orgId)],
);

/** One local-standard-time day of observed weather, 24 values each: °C, mm, m/s. */
export const weatherDay = pgTable(
  'weather_day',
  {
    orgId: orgId(),
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
    fence('weather_day'),
    within(t.orgId, t.stationId, station),
    within(t.orgId, t.importId, fileImport),
    index('weather_day_import').on(t.importId),
  ],
);

/** The latest forecast of a station, hourly from the day it was issued on. */
export const forecast = pgTable(
  'forecast',
  {
    orgId: orgId(),
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
  (t) => [fence('forecast'), within(t.orgId, t.stationId, station)],
);

/** What a station's forecasts told, to be held against what came: how far they are off is fitted on it. */
export const forecastTold = pgTable(
  'forecast_told',
  {
    orgId: orgId(),
    stationId: uuid('station_id').notNull(),
    issuedOn: day('issued_on').notNull(),
    /** a day each from its own on: daily mean of the air, °C, and its standard error as the service stated it, K */
    air: real('air').array().notNull(),
    stated: real('stated').array().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.stationId, t.issuedOn] }),
    fence('forecast_told'),
    within(t.orgId, t.stationId, station),
  ],
);

/** Derived: can be thrown away and computed again. `inputs` says from what it was made. */
export const outlook = pgTable(
  'outlook',
  {
    orgId: orgId(),
    stationId: uuid('station_id').notNull(),
    siteKey: text('site_key').notNull(),
    inputs: text('inputs').notNull(),
    body: jsonb('body').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.stationId, t.siteKey] }),
    fence('outlook'),
    within(t.orgId, t.stationId, station),
  ],
);

export const lawn = pgTable(
  'lawn',
  {
    id: id(),
    orgId: orgId(),
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
    fence('lawn'),
    companyKey(t),
    within(t.orgId, t.stationId, station),
    within(t.orgId, t.importId, fileImport),
    index('lawn_org').on(t.orgId),
    index('lawn_import').on(t.importId),
  ],
);

export const zone = pgTable(
  'zone',
  {
    id: id(),
    orgId: orgId(),
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
    fence('zone'),
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

export const thermometer = pgTable(
  'thermometer',
  {
    id: id(),
    orgId: orgId(),
    name: text('name').notNull(),
    /** what it shows too much, °F: taken off every reading made with it from then on */
    offsetF: figure('offset_f').notNull(),
    /** the day it was last compared; null: never */
    calibratedOn: day('calibrated_on'),
    retired: boolean('retired').notNull().default(false),
  },
  (t) => [fence('thermometer'), index('thermometer_org').on(t.orgId)],
);

/** One reading of soil temperature as it was taken, with the instrument's offset of that day beside it. */
export const reading = pgTable(
  'reading',
  {
    id: id(),
    orgId: orgId(),
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
    fence('reading'),
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
export const observation = pgTable(
  'observation',
  {
    id: id(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    sign: text('sign').notNull(),
    seenOn: day('seen_on').notNull(),
    person: text('person').notNull(),
    note: text('note').notNull().default(''),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('observation'),
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('observation_send').on(t.orgId, t.sendKey),
    index('observation_zone').on(t.zoneId),
  ],
);

/** Derived: each zone and spot's readings of this year beside what the ground of its kind had there and then. */
export const metReadings = pgTable(
  'met_readings',
  {
    orgId: orgId(),
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
    fence('met_readings'),
    within(t.orgId, t.zoneId, zone).onDelete('cascade'),
    within(t.orgId, t.stationId, station),
    index('met_readings_kind').on(t.stationId, t.siteKey),
  ],
);

/** A soil station that reports by itself: which zone and spot it stands in. */
export const soilSensor = pgTable(
  'soil_sensor',
  {
    id: id(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    spot: text('spot').notNull(),
    serviceKey: text('service_key').notNull(),
    /** UTC offset and unit that were confirmed when it was added */
    utcOffsetHours: integer('utc_offset_hours').notNull(),
    unit: text('unit', { enum: DEGREES }).notNull(),
    fetchedTo: at('fetched_to'),
    trouble: text('trouble'),
  },
  (t) => [fence('soil_sensor'), within(t.orgId, t.zoneId, zone), index('soil_sensor_org').on(t.orgId)],
);

/** A file that was brought in: what it held, how far it is, and what was wrong with it. */
export const fileImport = pgTable(
  'file_import',
  {
    id: id(),
    orgId: orgId(),
    kind: text('kind', { enum: IMPORT_KINDS }).notNull(),
    fileName: text('file_name').notNull(),
    body: text('body').notNull(),
    /** what the columns mean, as the person confirmed it */
    mapping: jsonb('mapping').notNull(),
    status: text('status', { enum: IMPORT_STATUSES }).notNull(),
    total: integer('total').notNull(),
    done: integer('done').notNull().default(0),
    added: integer('added').notNull().default(0),
    skipped: integer('skipped').notNull().default(0),
    bad: integer('bad').notNull().default(0),
    /** the first of them, by line and reason */
    problems: jsonb('problems').notNull(),
    /** what looks odd without being wrong, such as a stuck month */
    warnings: jsonb('warnings').notNull().default([]),
    trouble: text('trouble'),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    fence('file_import'),
    companyKey(t),
    known('file_import_kind', t.kind, IMPORT_KINDS),
    known('file_import_status', t.status, IMPORT_STATUSES),
    index('file_import_org').on(t.orgId, t.madeAt),
  ],
);

/** What the columns of a logger's file meant last time: asked once, remembered by its header. */
export const loggerSetup = pgTable(
  'logger_setup',
  { orgId: orgId(), header: text('header').notNull(), mapping: jsonb('mapping').notNull() },
  (t) => [primaryKey({ columns: [t.orgId, t.header] }), fence('logger_setup')],
);

/** A way of looking at the list of lawns, under a name. */
export const savedFilter = pgTable(
  'saved_filter',
  { id: id(), orgId: orgId(), name: text('name').notNull(), query: text('query').notNull() },
  (t) => [fence('saved_filter'), uniqueIndex('saved_filter_name').on(t.orgId, t.name)],
);

/** Goes up when something was computed or taken in the background: open screens look again. */
export const news = pgTable(
  'news',
  { orgId: orgId().primaryKey(), version: integer('version').notNull().default(0) },
  () => [fence('news')],
);

/** A product, and which version of its label counts now. What the label says is in label_version. */
export const product = pgTable(
  'product',
  {
    id: id(),
    orgId: orgId(),
    name: text('name').notNull(),
    version: integer('version').notNull().default(1),
  },
  (t) => [fence('product'), companyKey(t), index('product_org').on(t.orgId)],
);

/**
 * What the label of a product said, version by version: the product sheet as it was typed in (core/products/sheet). JSON
 * numbers are exact numerics in PostgreSQL. Rows are added and never changed.
 */
export const labelVersion = pgTable(
  'label_version',
  {
    orgId: orgId(),
    productId: uuid('product_id').notNull(),
    version: integer('version').notNull(),
    sheet: jsonb('sheet').notNull(),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.productId, t.version] }),
    fence('label_version'),
    within(t.orgId, t.productId, product),
  ],
);

/** What came in and went out of the shelf. Rows are added and never changed. */
export const stockMove = pgTable(
  'stock_move',
  {
    id: id(),
    orgId: orgId(),
    productId: uuid('product_id').notNull(),
    kind: text('kind', { enum: MOVE_KINDS }).notNull(),
    lot: text('lot').notNull(),
    amount: figure('amount').notNull(),
    unit: text('unit').notNull(),
    /** USD paid, where it came in */
    price: figure('price'),
    movedOn: day('moved_on').notNull(),
    /** of what came in, where the package says so */
    expiresOn: day('expires_on'),
    note: text('note').notNull().default(''),
    person: text('person').notNull(),
    recordId: uuid('record_id'),
    sendKey: uuid('send_key').notNull(),
    entered: bigint('entered', { mode: 'number' }).generatedAlwaysAsIdentity(),
  },
  (t) => [
    fence('stock_move'),
    within(t.orgId, t.productId, product),
    within(t.orgId, t.recordId, applicationRecord),
    known('stock_move_kind', t.kind, MOVE_KINDS),
    uniqueIndex('stock_move_send').on(t.orgId, t.sendKey),
    index('stock_move_product').on(t.productId),
  ],
);

/** Licences of the company's people, as far as valid. */
export const licence = pgTable(
  'licence',
  {
    id: id(),
    orgId: orgId(),
    person: text('person').notNull(),
    /** whose it is; null: of somebody who does not sign in here */
    userId: text('user_id'),
    number: text('number').notNull(),
    categories: text('categories').array().notNull(),
    validTo: day('valid_to').notNull(),
  },
  () => [fence('licence')],
);

/** Sprayers and spreaders, and when they were last calibrated. */
export const equipment = pgTable(
  'equipment',
  {
    id: id(),
    orgId: orgId(),
    name: text('name').notNull(),
    method: text('method').notNull(),
    calibratedOn: day('calibrated_on'),
    /** who said so without figures, and why; empty: there are figures, or nobody was asked then */
    waivedBy: text('waived_by').notNull().default(''),
    waivedWhy: text('waived_why').notNull().default(''),
    /** of a sprayer; and what stays in its pump and hose */
    tankGal: figure('tank_gal'),
    deadGal: figure('dead_gal').notNull().default('0'),
    /** of a spreader */
    hopperLb: figure('hopper_lb'),
    /** nozzles, or the setting of the gate, as people call them */
    fitted: text('fitted').notNull().default(''),
    truck: text('truck').notNull().default(''),
    isRidden: boolean('is_ridden').notNull().default(false),
    version: integer('version').notNull().default(1),
  },
  (t) => [fence('equipment'), companyKey(t)],
);

/** Wear, repairs and what else befell a piece of equipment. Added, never changed. */
export const equipmentNote = pgTable(
  'equipment_note',
  {
    id: id(),
    orgId: orgId(),
    equipmentId: uuid('equipment_id').notNull(),
    notedOn: day('noted_on').notNull(),
    kind: text('kind', { enum: EQUIPMENT_NOTES }).notNull(),
    words: text('words').notNull(),
    person: text('person').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('equipment_note'),
    within(t.orgId, t.equipmentId, equipment).onDelete('cascade'),
    known('equipment_note_kind', t.kind, EQUIPMENT_NOTES),
    uniqueIndex('equipment_note_send').on(t.orgId, t.sendKey),
    index('equipment_note_equipment').on(t.equipmentId),
  ],
);

/** What product is measured with: scales, jugs, and caps that hold so much of one product. */
export const measuringTool = pgTable(
  'measuring_tool',
  {
    id: id(),
    orgId: orgId(),
    name: text('name').notNull(),
    kind: text('kind', { enum: TOOL_KINDS }).notNull(),
    /** g of a scale, fl oz of a jug; of a cap none: it is weighed */
    step: figure('step'),
    /** of a cap */
    productId: uuid('product_id'),
    truck: text('truck').notNull().default(''),
    endedOn: day('ended_on'),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('measuring_tool'),
    companyKey(t),
    within(t.orgId, t.productId, product),
    known('measuring_tool_kind', t.kind, TOOL_KINDS),
    uniqueIndex('measuring_tool_send').on(t.orgId, t.sendKey),
    index('measuring_tool_product').on(t.productId),
  ],
);

/** What a marked cap held of its product when it was weighed. Added, never changed: the newest counts. */
export const capWeighing = pgTable(
  'cap_weighing',
  {
    id: id(),
    orgId: orgId(),
    toolId: uuid('tool_id').notNull(),
    grams: figure('grams').notNull(),
    weighedOn: day('weighed_on').notNull(),
    person: text('person').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('cap_weighing'),
    within(t.orgId, t.toolId, measuringTool).onDelete('cascade'),
    uniqueIndex('cap_weighing_send').on(t.orgId, t.sendKey),
    index('cap_weighing_tool').on(t.toolId),
  ],
);

/** A load as its card said, and what was really measured. */
export const loadCard = pgTable(
  'load_card',
  {
    id: id(),
    orgId: orgId(),
    forDay: day('for_day').notNull(),
    card: jsonb('card').notNull(),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    /** of each product of the card, in kg or L, and the water in L; null: not yet */
    measured: jsonb('measured'),
    measuredBy: text('measured_by').notNull().default(''),
    measuredAt: at('measured_at'),
    measuredKey: uuid('measured_key'),
  },
  (t) => [fence('load_card'), index('load_card_day').on(t.orgId, t.forDay)],
);

/** What a piece of equipment put out when it was measured. Added, never changed. */
export const calibration = pgTable(
  'calibration',
  {
    id: id(),
    orgId: orgId(),
    equipmentId: uuid('equipment_id').notNull(),
    doneOn: day('done_on').notNull(),
    person: text('person').notNull(),
    how: text('how', { enum: CALIBRATION_WAYS }).notNull(),
    /** nozzle, gate or setting, and what was in it, as people call it */
    fitted: text('fitted').notNull().default(''),
    /** L/ha or kg/ha, the mean of the runs; and how far apart they lay, as a share of it */
    rate: doublePrecision('rate').notNull(),
    spread: doublePrecision('spread').notNull(),
    /** what was typed, in trade units */
    typed: jsonb('typed').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    /** of the form: sent again, it is kept once */
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('calibration'),
    within(t.orgId, t.equipmentId, equipment).onDelete('cascade'),
    known('calibration_how', t.how, CALIBRATION_WAYS),
    uniqueIndex('calibration_send').on(t.orgId, t.sendKey),
    index('calibration_equipment').on(t.equipmentId, t.doneOn),
  ],
);

/** What was seen or done on a zone that gates ask for: mown, green, a weed's stage, notice sent. Added, never changed. */
export const finding = pgTable(
  'finding',
  {
    id: id(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    kind: text('kind').notNull(),
    /** the weed, the event, the kind of stress */
    word: text('word').notNull().default(''),
    /** per cent green, mowings, the clock's hour */
    figure: figure('figure'),
    foundOn: day('found_on').notNull(),
    person: text('person').notNull(),
    sendKey: uuid('send_key').notNull(),
    entered: bigint('entered', { mode: 'number' }).generatedAlwaysAsIdentity(),
  },
  (t) => [
    fence('finding'),
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('finding_send').on(t.orgId, t.sendKey),
    index('finding_zone').on(t.zoneId),
  ],
);

/** Latches that somebody lifted, for which days and why. Added, never changed. */
export const latchLift = pgTable(
  'latch_lift',
  {
    id: id(),
    orgId: orgId(),
    plannedId: uuid('planned_id').notNull(),
    zoneId: uuid('zone_id').notNull(),
    gate: text('gate').notNull(),
    /** the reason that is lifted, and of which product; null: lifted before either was asked */
    reason: text('reason'),
    position: integer('position'),
    why: text('why').notNull(),
    liftedFrom: day('lifted_from').notNull(),
    until: day('until').notNull(),
    person: text('person').notNull(),
    liftedAt: at('lifted_at').notNull(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('latch_lift'),
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('latch_lift_send').on(t.orgId, t.sendKey),
    index('latch_lift_planned').on(t.plannedId),
  ],
);

/**
 * One visit's work on one zone that is planned: its day, the window around it, and why it was skipped if it was. What
 * goes down is in planned_product.
 */
export const plannedApplication = pgTable(
  'planned_application',
  {
    id: id(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    purpose: text('purpose').notNull().default(''),
    plannedOn: day('planned_on').notNull(),
    earliestOn: day('earliest_on'),
    latestOn: day('latest_on'),
    skippedWhy: text('skipped_why'),
    skippedBy: text('skipped_by'),
    skippedOn: day('skipped_on'),
    version: integer('version').notNull().default(1),
    changedBy: text('changed_by').notNull().default(''),
    changedAt: at('changed_at').notNull().defaultNow(),
    /** of the form that was saved last: sent again, it is saved once */
    sendKey: uuid('send_key'),
  },
  (t) => [
    fence('planned_application'),
    uniqueIndex('planned_application_send').on(t.orgId, t.sendKey),
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    index('planned_application_zone').on(t.zoneId, t.plannedOn),
    index('planned_application_day').on(t.orgId, t.plannedOn),
  ],
);

/** What ties a product to the same one in other applications of its zone: a split of one total, or a sequence of shots. */
export const productTie = pgTable(
  'product_tie',
  {
    id: id(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    kind: text('kind', { enum: TIE_KINDS }).notNull(),
    /** how many parts or shots there are */
    parts: integer('parts').notNull(),
    /** of a split: the total as typed, and its shares in order */
    total: figure('total'),
    unit: text('unit'),
    shares: doublePrecision('shares').array(),
    leastDays: integer('least_days').notNull(),
    mostDays: integer('most_days').notNull(),
  },
  (t) => [
    fence('product_tie'),
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    known('product_tie_kind', t.kind, TIE_KINDS),
    index('product_tie_zone').on(t.zoneId),
  ],
);

/** One product of a planned application, as typed: core/products/application says what each field means. */
export const plannedProduct = pgTable(
  'planned_product',
  {
    id: id(),
    orgId: orgId(),
    applicationId: uuid('application_id').notNull(),
    position: integer('position').notNull(),
    tank: integer('tank').notNull().default(1),
    productId: uuid('product_id').notNull(),
    rate: figure('rate').notNull(),
    rateUnit: text('rate_unit').notNull(),
    use: text('use').notNull(),
    targets: text('targets').array().notNull().default([]),
    method: text('method'),
    place: text('place', { enum: PLACES }).notNull().default('zone'),
    areaSqFt: figure('area_sq_ft'),
    lengthFt: figure('length_ft'),
    widthFt: figure('width_ft'),
    ground: text('ground').notNull().default(''),
    tieId: uuid('tie_id'),
    part: integer('part'),
  },
  (t) => [
    fence('planned_product'),
    companyKey(t),
    within(t.orgId, t.applicationId, plannedApplication).onDelete('cascade'),
    within(t.orgId, t.productId, product),
    within(t.orgId, t.tieId, productTie),
    known('planned_product_use', t.use, USES),
    known('planned_product_method', t.method, METHODS),
    known('planned_product_place', t.place, PLACES),
    uniqueIndex('planned_product_position').on(t.applicationId, t.position),
    index('planned_product_product').on(t.productId),
    index('planned_product_tie').on(t.tieId),
  ],
);

/** Work from before the book, by whomever: for limits and intervals, not a legal record. Added, never changed. */
export const earlierWork = pgTable(
  'earlier_work',
  {
    id: id(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    doneOn: day('done_on').notNull(),
    doneBy: text('done_by', { enum: ['us', 'another company', 'the customer'] }).notNull(),
    /** a product of ours with its rate; or an a.i. or nitrogen by name and amount */
    productId: uuid('product_id'),
    labelVersion: integer('label_version'),
    rate: figure('rate'),
    rateUnit: text('rate_unit'),
    substance: text('substance').notNull().default(''),
    siteGroup: integer('site_group'),
    /** lb/acre of the a.i., or lb N/1,000 sq ft; null: not known */
    amount: figure('amount'),
    certainty: text('certainty', { enum: ['exact', 'guessed', 'not known'] }).notNull(),
    note: text('note').notNull().default(''),
    person: text('person').notNull(),
    enteredAt: at('entered_at').notNull(),
    /** the entry that this one takes back */
    takesBackId: uuid('takes_back_id'),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('earlier_work'),
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    within(t.orgId, t.productId, product),
    within(t.orgId, t.takesBackId, t),
    uniqueIndex('earlier_work_send').on(t.orgId, t.sendKey),
    index('earlier_work_zone').on(t.zoneId),
  ],
);

/** Derived: how the gates of a planned application stand, as of an hour. Written by jobs, thrown away at any time. */
export const applicationWindow = pgTable(
  'application_window',
  {
    applicationId: uuid('application_id').primaryKey(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    lawnId: uuid('lawn_id').notNull(),
    /** hours since 1970 by the organisation's clock */
    forHour: integer('for_hour').notNull(),
    isStale: boolean('is_stale').notNull().default(false),
    /** at that hour; never: shut as far as anybody can see */
    state: text('state', { enum: WINDOW_STATES }).notNull(),
    openFrom: integer('open_from'),
    ajarFrom: integer('ajar_from'),
    /** the last day on which it may go: see core/gates/last-day; null: it cannot, or no end is in sight */
    lastOn: integer('last_on'),
    /** the day of its soil line as it stands, and as it stood when its day was last agreed on, in that version of the application */
    lineOn: integer('line_on'),
    agreedLineOn: integer('agreed_line_on'),
    agreedVersion: integer('agreed_version'),
    /** what is lost if it is not done today, 0 to 100 */
    regret: real('regret').notNull().default(0),
    /** the order on a board: the most pressing first */
    place: real('place').notNull().default(0),
    /** how it stood when the last hour of another day was computed: see data/windows; null: not known */
    was: jsonb('was'),
    isChanged: boolean('is_changed').notNull().default(false),
    body: jsonb('body').notNull(),
  },
  (t) => [
    fence('application_window'),
    within(t.orgId, t.applicationId, plannedApplication).onDelete('cascade'),
    within(t.orgId, t.zoneId, zone),
    within(t.orgId, t.lawnId, lawn),
    known('application_window_state', t.state, WINDOW_STATES),
    index('application_window_zone').on(t.zoneId),
    index('application_window_lawn').on(t.lawnId, t.state),
    index('application_window_board').on(t.orgId, t.state, t.place, t.lawnId, t.forHour, t.isStale),
    index('application_window_changed')
      .on(t.orgId, t.lawnId)
      .where(sql`is_changed`),
  ],
);

/** Who goes out with what: a crew with its hours and where it begins and ends. Equipment names it. */
export const truck = pgTable(
  'truck',
  {
    id: id(),
    orgId: orgId(),
    name: text('name').notNull(),
    people: text('people').array().notNull().default([]),
    /** minutes from midnight; null: the house's working hours */
    fromMinute: integer('from_minute'),
    toMinute: integer('to_minute'),
    /** where it begins, fills and ends, degrees; null: not said */
    latitude: figure('latitude'),
    longitude: figure('longitude'),
    endedOn: day('ended_on'),
    version: integer('version').notNull().default(1),
  },
  (t) => [fence('truck'), companyKey(t), uniqueIndex('truck_name').on(t.orgId, t.name)],
);

/** A truck's stops of a day in their order, as somebody planned them. */
export const dayRoute = pgTable(
  'day_route',
  {
    id: id(),
    orgId: orgId(),
    forDay: day('for_day').notNull(),
    truckId: uuid('truck_id').notNull(),
    /** see data/day-routes */
    body: jsonb('body').notNull(),
    version: integer('version').notNull().default(1),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
  },
  (t) => [
    fence('day_route'),
    within(t.orgId, t.truckId, truck),
    uniqueIndex('day_route_truck').on(t.orgId, t.forDay, t.truckId),
  ],
);

/** One stop as it went: from arrival to leaving. Added, never changed. */
export const stopVisit = pgTable(
  'stop_visit',
  {
    id: id(),
    orgId: orgId(),
    lawnId: uuid('lawn_id').notNull(),
    doneOn: day('done_on').notNull(),
    person: text('person').notNull(),
    truck: text('truck').notNull().default(''),
    arrivedAt: at('arrived_at').notNull(),
    leftAt: at('left_at').notNull(),
    /** what was seen, ticked, added, told the customer: see data/stop-visits */
    body: jsonb('body').notNull(),
    sendKey: uuid('send_key').notNull(),
    sentAt: at('sent_at').notNull().defaultNow(),
  },
  (t) => [
    fence('stop_visit'),
    companyKey(t),
    within(t.orgId, t.lawnId, lawn),
    uniqueIndex('stop_visit_send').on(t.orgId, t.sendKey),
    index('stop_visit_lawn').on(t.lawnId, t.doneOn),
    index('stop_visit_day').on(t.orgId, t.doneOn),
  ],
);

/** A picture of a stop: scaled down, without place and camera. Added, never changed. */
export const photo = pgTable(
  'photo',
  {
    id: id(),
    orgId: orgId(),
    lawnId: uuid('lawn_id').notNull(),
    /** the stop's own key */
    stopKey: uuid('stop_key').notNull(),
    what: text('what').notNull(),
    takenOn: day('taken_on').notNull(),
    person: text('person').notNull(),
    /** in base64 */
    jpeg: text('jpeg').notNull(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('photo'),
    within(t.orgId, t.lawnId, lawn),
    uniqueIndex('photo_send').on(t.orgId, t.sendKey),
    index('photo_lawn').on(t.lawnId, t.takenOn),
    index('photo_stop').on(t.stopKey),
  ],
);

/** A walk over a zone: what was up, or that nothing was. Added, never changed. */
export const walk = pgTable(
  'walk',
  {
    id: id(),
    orgId: orgId(),
    zoneId: uuid('zone_id').notNull(),
    walkedOn: day('walked_on').notNull(),
    person: text('person').notNull(),
    /** weeds, how far, how much, where: see data/walks */
    body: jsonb('body').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    fence('walk'),
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('walk_send').on(t.orgId, t.sendKey),
    index('walk_zone').on(t.zoneId, t.walkedOn),
  ],
);

/** What was told a customer, or what a customer said: notice before, sign, note after. Added, never changed. */
export const customerNote = pgTable(
  'customer_note',
  {
    id: id(),
    orgId: orgId(),
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
    fence('customer_note'),
    within(t.orgId, t.lawnId, lawn),
    known('customer_note_kind', t.kind, NOTE_KINDS),
    uniqueIndex('customer_note_send').on(t.orgId, t.sendKey),
    index('customer_note_lawn').on(t.lawnId, t.forDay),
  ],
);

/** Derived: what a zone's records ask for afterwards. Written by jobs, thrown away at any time. */
export const zoneFollowUps = pgTable(
  'zone_follow_ups',
  {
    zoneId: uuid('zone_id').primaryKey(),
    orgId: orgId(),
    lawnId: uuid('lawn_id').notNull(),
    isStale: boolean('is_stale').notNull().default(true),
    forDay: integer('for_day').notNull().default(0),
    /** the first day on which something of it wants doing; null: nothing does */
    dueOn: integer('due_on'),
    body: jsonb('body').notNull().default({}),
  },
  (t) => [
    fence('zone_follow_ups'),
    within(t.orgId, t.zoneId, zone).onDelete('cascade'),
    within(t.orgId, t.lawnId, lawn),
    index('zone_follow_ups_due').on(t.orgId, t.dueOn),
    index('zone_follow_ups_stale').on(t.orgId, t.isStale, t.forDay),
  ],
);

/**
 * What the planner proposes for a zone's year, and the days of its line in past years: derived, asked for by a lead, and
 * thrown away at any time.
 */
export const seasonZone = pgTable(
  'season_zone',
  {
    zoneId: uuid('zone_id').primaryKey(),
    orgId: orgId(),
    isStale: boolean('is_stale').notNull().default(true),
    /** the day of the house's clock that it was computed for; null: not yet */
    forDay: integer('for_day'),
    /** see data/season */
    body: jsonb('body').notNull().default({}),
  },
  (t) => [
    fence('season_zone'),
    within(t.orgId, t.zoneId, zone).onDelete('cascade'),
    index('season_zone_stale').on(t.orgId, t.isStale),
  ],
);

/** What was done. Rows are added and never changed or removed: the application's role may only insert and select. */
export const applicationRecord = pgTable(
  'application_record',
  {
    id: id(),
    orgId: orgId(),
    /** made by the form when it opens: sent twice, it is recorded once */
    sendKey: uuid('send_key').notNull(),
    plannedId: uuid('planned_id'),
    /** the entry that this one corrects, and why */
    correctsId: uuid('corrects_id'),
    correctionReason: text('correction_reason'),
    zoneId: uuid('zone_id').notNull(),
    productId: uuid('product_id').notNull(),
    part: integer('part').notNull(),
    parts: integer('parts').notNull(),
    labelVersion: integer('label_version').notNull().default(1),
    use: text('use').notNull().default('pre-emergent'),
    /** entries of one visit carry the same */
    visitId: uuid('visit_id').notNull(),
    plannedProductId: uuid('planned_product_id'),
    /** version of this form: what the fields below hold, and how `gates` is written */
    form: integer('form').notNull().default(1),
    // the legal record; empty or null in entries of form 1
    customer: text('customer').notNull().default(''),
    address: text('address').notNull().default(''),
    productKind: text('product_kind').notNull().default('herbicide'),
    targets: text('targets').array().notNull().default([]),
    certifiedBy: text('certified_by').notNull().default(''),
    certifiedNumber: text('certified_number').notNull().default(''),
    supervisor: text('supervisor').notNull().default(''),
    /** "14:30" by the clock */
    startedAt: text('started_at').notNull().default(''),
    endedAt: text('ended_at').notNull().default(''),
    windFrom: text('wind_from').notNull().default(''),
    method: text('method').notNull().default(''),
    equipment: text('equipment').notNull().default(''),
    lot: text('lot').notNull().default(''),
    noticeGiven: text('notice_given').notNull().default(''),
    reentryTold: text('reentry_told').notNull().default(''),
    place: text('place', { enum: PLACES }).notNull().default('zone'),
    ground: text('ground').notNull().default(''),
    tank: integer('tank').notNull().default(1),
    /** a.i. by name with kg that went down, as the label says */
    ingredients: jsonb('ingredients').notNull().default([]),
    // as the label and the lawn were on that day
    productName: text('product_name').notNull(),
    registrationNumber: text('registration_number').notNull(),
    site: text('site').notNull(),
    turf: text('turf').notNull(),
    areaSqFt: figure('area_sq_ft').notNull(),
    amount: figure('amount').notNull(),
    amountUnit: text('amount_unit').notNull(),
    waterGal: figure('water_gal').notNull(),
    appliedOn: day('applied_on').notNull(),
    appliedBy: text('applied_by').notNull(),
    /** null: it does not apply, or was not measured */
    windMph: figure('wind_mph'),
    airF: figure('air_f'),
    notes: text('notes').notNull(),
    /** how the gates stood on that day, as computed when it was recorded */
    gates: jsonb('gates').notNull(),
    recordedBy: text('recorded_by').notNull(),
    recordedAt: at('recorded_at').notNull(),
  },
  (t) => [
    fence('application_record'),
    companyKey(t),
    within(t.orgId, t.plannedId, plannedApplication),
    within(t.orgId, t.zoneId, zone),
    within(t.orgId, t.productId, product),
    within(t.orgId, t.plannedProductId, plannedProduct),
    within(t.orgId, t.correctsId, t),
    known('application_record_use', t.use, USES),
    known('application_record_kind', t.productKind, PRODUCT_KINDS),
    known('application_record_method', t.method, ['', ...METHODS]),
    known('application_record_place', t.place, PLACES),
    uniqueIndex('application_record_send').on(t.orgId, t.sendKey),
    uniqueIndex('application_record_planned_product')
      .on(t.plannedProductId)
      .where(sql`corrects_id is null`),
    index('application_record_planned_application').on(t.plannedId),
    index('application_record_day').on(t.orgId, t.appliedOn),
    index('application_record_visit').on(t.visitId),
    uniqueIndex('application_record_corrects').on(t.correctsId),
    index('application_record_zone').on(t.zoneId, t.appliedOn),
  ],
);
