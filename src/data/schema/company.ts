/** A company's own rules, its clock, and the book of changes. */
import { index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { at, figure, known } from './columns';
import { fence, id, orgId, orgTable } from './org-table';

const CHANGE_ACTIONS = ['added', 'changed', 'removed'] as const;

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
export const houseChange = orgTable(
  'house_change',
  {
    id: id(),
    changedAt: at('changed_at').notNull().defaultNow(),
    person: text('person').notNull(),
    /** the panel's own name of it */
    field: text('field').notNull(),
    was: text('was').notNull(),
    now: text('now').notNull(),
  },
  (t) => [index('house_change_org').on(t.orgId, t.changedAt)],
);

/**
 * Who changed what, from what to what: labels, plans, lawns, people, licences, equipment. Written by triggers (see
 * drizzle/0026), so that no way of changing is forgotten. Append-only. House figures have their own, in their own words.
 */
export const changeBook = orgTable(
  'change_book',
  {
    id: id(),
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
    known('change_book_action', t.action, CHANGE_ACTIONS),
    index('change_book_org').on(t.orgId, t.changedAt),
    index('change_book_zone').on(t.zoneId, t.changedAt),
  ],
);

/** Goes up when something was computed or taken in the background: open screens look again. */
export const news = pgTable(
  'news',
  { orgId: orgId().primaryKey(), version: integer('version').notNull().default(0) },
  () => [fence('news')],
);

/** A way of looking at the list of lawns, under a name. */
export const savedFilter = orgTable(
  'saved_filter',
  { id: id(), name: text('name').notNull(), query: text('query').notNull() },
  (t) => [uniqueIndex('saved_filter_name').on(t.orgId, t.name)],
);
