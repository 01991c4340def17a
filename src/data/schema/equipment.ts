/** Licenses, sprayers and spreaders, how they were measured, and trucks. */
import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { CALIBRATION_WAYS, EQUIPMENT_NOTES, TOOL_KINDS } from '../../core/trade/terms';
import { at, day, figure, known } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { product } from './products';

/** Licences of the company's people, as far as valid. */
export const licence = orgTable('licence', {
  id: id(),
  person: text('person').notNull(),
  /** whose it is; null: of somebody who does not sign in here */
  userId: text('user_id'),
  number: text('number').notNull(),
  categories: text('categories').array().notNull(),
  validTo: day('valid_to').notNull(),
});

/** Sprayers and spreaders, and when they were last calibrated. */
export const equipment = orgTable(
  'equipment',
  {
    id: id(),
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
  (t) => [companyKey(t)],
);

/** Wear, repairs and what else befell a piece of equipment. Added, never changed. */
export const equipmentNote = orgTable(
  'equipment_note',
  {
    id: id(),
    equipmentId: uuid('equipment_id').notNull(),
    notedOn: day('noted_on').notNull(),
    kind: text('kind', { enum: EQUIPMENT_NOTES }).notNull(),
    words: text('words').notNull(),
    person: text('person').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    within(t.orgId, t.equipmentId, equipment).onDelete('cascade'),
    known('equipment_note_kind', t.kind, EQUIPMENT_NOTES),
    uniqueIndex('equipment_note_send').on(t.orgId, t.sendKey),
    index('equipment_note_equipment').on(t.equipmentId),
  ],
);

/** What product is measured with: scales, jugs, and caps that hold so much of one product. */
export const measuringTool = orgTable(
  'measuring_tool',
  {
    id: id(),
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
    companyKey(t),
    within(t.orgId, t.productId, product),
    known('measuring_tool_kind', t.kind, TOOL_KINDS),
    uniqueIndex('measuring_tool_send').on(t.orgId, t.sendKey),
    index('measuring_tool_product').on(t.productId),
  ],
);

/** What a marked cap held of its product when it was weighed. Added, never changed: the newest counts. */
export const capWeighing = orgTable(
  'cap_weighing',
  {
    id: id(),
    toolId: uuid('tool_id').notNull(),
    grams: figure('grams').notNull(),
    weighedOn: day('weighed_on').notNull(),
    person: text('person').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    within(t.orgId, t.toolId, measuringTool).onDelete('cascade'),
    uniqueIndex('cap_weighing_send').on(t.orgId, t.sendKey),
    index('cap_weighing_tool').on(t.toolId),
  ],
);

/** What a piece of equipment put out when it was measured. Added, never changed. */
export const calibration = orgTable(
  'calibration',
  {
    id: id(),
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
    within(t.orgId, t.equipmentId, equipment).onDelete('cascade'),
    known('calibration_how', t.how, CALIBRATION_WAYS),
    uniqueIndex('calibration_send').on(t.orgId, t.sendKey),
    index('calibration_equipment').on(t.equipmentId, t.doneOn),
  ],
);

/** Who goes out with what: a crew with its hours and where it begins and ends. Equipment names it. */
export const truck = orgTable(
  'truck',
  {
    id: id(),
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
  (t) => [companyKey(t), uniqueIndex('truck_name').on(t.orgId, t.name)],
);
