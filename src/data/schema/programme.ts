/** What is planned, its windows, latches lifted, and the proposed seasons. */
import { sql } from 'drizzle-orm';
import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  real,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { METHODS, USES } from '../../core/trade/terms';
import { at, day, figure, known } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { lawn, zone } from './lawns';
import { product } from './products';

const PLACES = ['zone', 'spots', 'strip'] as const;
const WINDOW_STATES = ['open', 'ajar', 'shut', 'never'] as const;
const TIE_KINDS = ['split', 'sequence'] as const;

/**
 * One visit's work on one zone that is planned: its day, the window around it, and why it was skipped if it was. What
 * goes down is in planned_product.
 */
export const plannedApplication = orgTable(
  'planned_application',
  {
    id: id(),
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
    uniqueIndex('planned_application_send').on(t.orgId, t.sendKey),
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    index('planned_application_zone').on(t.zoneId, t.plannedOn),
    index('planned_application_day').on(t.orgId, t.plannedOn),
  ],
);

/** What ties a product to the same one in other applications of its zone: a split of one total, or a sequence of shots. */
export const productTie = orgTable(
  'product_tie',
  {
    id: id(),
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
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    known('product_tie_kind', t.kind, TIE_KINDS),
    index('product_tie_zone').on(t.zoneId),
  ],
);

/** One product of a planned application, as typed: core/products/application says what each field means. */
export const plannedProduct = orgTable(
  'planned_product',
  {
    id: id(),
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

/** Derived: how the gates of a planned application stand, as of an hour. Written by jobs, thrown away at any time. */
export const applicationWindow = orgTable(
  'application_window',
  {
    applicationId: uuid('application_id').primaryKey(),
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

/** Latches that somebody lifted, for which days and why. Added, never changed. */
export const latchLift = orgTable(
  'latch_lift',
  {
    id: id(),
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
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('latch_lift_send').on(t.orgId, t.sendKey),
    index('latch_lift_planned').on(t.plannedId),
  ],
);

/**
 * What the planner proposes for a zone's year, and the days of its line in past years: derived, asked for by a lead, and
 * thrown away at any time.
 */
export const seasonZone = orgTable(
  'season_zone',
  {
    zoneId: uuid('zone_id').primaryKey(),
    isStale: boolean('is_stale').notNull().default(true),
    /** the day of the house's clock that it was computed for; null: not yet */
    forDay: integer('for_day'),
    /** see data/season */
    body: jsonb('body').notNull().default({}),
  },
  (t) => [
    within(t.orgId, t.zoneId, zone).onDelete('cascade'),
    index('season_zone_stale').on(t.orgId, t.isStale),
  ],
);
