/** A day of a truck: route, stops, loads. */
import { index, integer, jsonb, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { at, day } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { truck } from './equipment';
import { lawn } from './lawns';

/** A truck's stops of a day in their order, as somebody planned them. */
export const dayRoute = orgTable(
  'day_route',
  {
    id: id(),
    forDay: day('for_day').notNull(),
    truckId: uuid('truck_id').notNull(),
    /** see data/day-routes */
    body: jsonb('body').notNull(),
    version: integer('version').notNull().default(1),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
  },
  (t) => [within(t.orgId, t.truckId, truck), uniqueIndex('day_route_truck').on(t.orgId, t.forDay, t.truckId)],
);

/** One stop as it went: from arrival to leaving. Added, never changed. */
export const stopVisit = orgTable(
  'stop_visit',
  {
    id: id(),
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
    companyKey(t),
    within(t.orgId, t.lawnId, lawn),
    uniqueIndex('stop_visit_send').on(t.orgId, t.sendKey),
    index('stop_visit_lawn').on(t.lawnId, t.doneOn),
    index('stop_visit_day').on(t.orgId, t.doneOn),
  ],
);

/** A load as its card said, and what was really measured. */
export const loadCard = orgTable(
  'load_card',
  {
    id: id(),
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
  (t) => [index('load_card_day').on(t.orgId, t.forDay)],
);
