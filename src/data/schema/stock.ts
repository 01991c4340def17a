/** The shelf. */
import { product } from './products';
import { bigint, index, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { day, figure, known } from './columns';
import { id, orgTable, within } from './org-table';
import { applicationRecord } from './records';

const MOVE_KINDS = ['in', 'out', 'count', 'correct', 'use'] as const;

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
    index('stock_move_book').on(t.orgId, t.productId, t.entered),
  ],
);
