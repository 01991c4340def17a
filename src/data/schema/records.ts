/** What was put down, and what it asks for afterwards. */
import { sql } from 'drizzle-orm';
import { boolean, index, integer, jsonb, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { METHODS, PRODUCT_KINDS, USES } from '../../core/trade/terms';
import { at, day, figure, known } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { lawn, zone } from './lawns';
import { product } from './products';
import { plannedApplication, plannedProduct } from './programme';

const PLACES = ['zone', 'spots', 'strip'] as const;

/** What was done. Rows are added and never changed or removed: the application's role may only insert and select. */
export const applicationRecord = orgTable(
  'application_record',
  {
    id: id(),
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
    // with corrections: whether anything of a planned product was put down is asked for each line of a season
    index('application_record_of_planned').on(t.plannedProductId),
    index('application_record_planned_application').on(t.plannedId),
    index('application_record_day').on(t.orgId, t.appliedOn),
    index('application_record_visit').on(t.visitId),
    uniqueIndex('application_record_corrects').on(t.correctsId),
    index('application_record_zone').on(t.zoneId, t.appliedOn),
  ],
);

/** Work from before the book, by whomever: for limits and intervals, not a legal record. Added, never changed. */
export const earlierWork = orgTable(
  'earlier_work',
  {
    id: id(),
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
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    within(t.orgId, t.productId, product),
    within(t.orgId, t.takesBackId, t),
    uniqueIndex('earlier_work_send').on(t.orgId, t.sendKey),
    index('earlier_work_zone').on(t.zoneId),
  ],
);

/** Derived: what a zone's records ask for afterwards. Written by jobs, thrown away at any time. */
export const zoneFollowUps = orgTable(
  'zone_follow_ups',
  {
    zoneId: uuid('zone_id').primaryKey(),
    lawnId: uuid('lawn_id').notNull(),
    isStale: boolean('is_stale').notNull().default(true),
    forDay: integer('for_day').notNull().default(0),
    /** the first day on which something of it wants doing; null: nothing does */
    dueOn: integer('due_on'),
    body: jsonb('body').notNull().default({}),
  },
  (t) => [
    within(t.orgId, t.zoneId, zone).onDelete('cascade'),
    within(t.orgId, t.lawnId, lawn),
    index('zone_follow_ups_due').on(t.orgId, t.dueOn),
    index('zone_follow_ups_stale').on(t.orgId, t.isStale, t.forDay),
  ],
);
