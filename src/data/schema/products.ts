/** Products, what their labels say by version, and the shelf. */
import { index, integer, jsonb, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { at } from './columns';
import { companyKey, id, orgTable, within } from './org-table';

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
