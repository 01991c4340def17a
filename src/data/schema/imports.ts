/** Files that were read in. */
import { index, integer, jsonb, primaryKey, text } from 'drizzle-orm/pg-core';
import { at, known } from './columns';
import { companyKey, id, orgTable } from './org-table';

const IMPORT_KINDS = ['readings', 'lawns', 'weather'] as const;
const IMPORT_STATUSES = ['checked', 'waiting', 'running', 'done', 'failed', 'undone'] as const;

/** A file that was brought in: what it held, how far it is, and what was wrong with it. */
export const fileImport = orgTable(
  'file_import',
  {
    id: id(),
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
    companyKey(t),
    known('file_import_kind', t.kind, IMPORT_KINDS),
    known('file_import_status', t.status, IMPORT_STATUSES),
    index('file_import_org').on(t.orgId, t.madeAt),
  ],
);

/** What the columns of a logger's file meant last time: asked once, remembered by its header. */
export const loggerSetup = orgTable(
  'logger_setup',
  { header: text('header').notNull(), mapping: jsonb('mapping').notNull() },
  (t) => [primaryKey({ columns: [t.orgId, t.header] })],
);
