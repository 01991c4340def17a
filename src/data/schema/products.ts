/** Products, what their labels say by version, and the shelf. */
import { bigint, index, integer, jsonb, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { at, day, figure, known } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { applicationRecord } from './records';

const MOVE_KINDS = ['in', 'out', 'count', 'correct', 'use'] as const;

/** A product, and which version of its label counts now. What the label says is in label_version. */
export const product = orgTable(
  'product',
  { id: id(), name: text('name').notNull(), version: integer('version').notNull().default(1) },
  (t) => [companyKey(t), index('product_org').on(t.orgId)],
);

/**
 * What the label of a product said, version by version: the product sheet as it was typed in (core/products/sheet). JSON
 * numbers are exact numerics in PostgreSQL. Rows are added and never changed.
 */
export const labelVersion = orgTable(
  'label_version',
  {
    productId: uuid('product_id').notNull(),
    version: integer('version').notNull(),
    sheet: jsonb('sheet').notNull(),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.productId, t.version] }), within(t.orgId, t.productId, product)],
);

/** What came in and went out of the shelf. Rows are added and never changed. */
export const stockMove = orgTable(
  'stock_move',
  {
    id: id(),
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
    within(t.orgId, t.productId, product),
    within(t.orgId, t.recordId, applicationRecord),
    known('stock_move_kind', t.kind, MOVE_KINDS),
    uniqueIndex('stock_move_send').on(t.orgId, t.sendKey),
    index('stock_move_product').on(t.productId),
  ],
);
