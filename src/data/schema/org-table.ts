/** Tables of a company's rows: fenced by row-level security, and tied to nothing of another company. */
import { getTableName, sql, type BuildExtraConfigColumns } from 'drizzle-orm';
import {
  foreignKey,
  pgPolicy,
  pgRole,
  pgTable,
  text,
  unique,
  uuid,
  type AnyPgColumn,
  type PgColumnBuilderBase,
  type PgTableExtraConfigValue,
} from 'drizzle-orm/pg-core';
import { organisation } from './people';

const appUser = pgRole('app_user').existing();
const mine = sql`org_id = nullif(current_setting('app.org_id', true), '')`;
export const fence = (table: string) =>
  pgPolicy(`${table}_org`, { as: 'permissive', for: 'all', to: appUser, using: mine, withCheck: mine });
export const orgId = () =>
  text('org_id')
    .notNull()
    .references(() => organisation.id);
export const id = () => uuid('id').primaryKey().defaultRandom();

type OfCompany<Columns> = Columns & { orgId: ReturnType<typeof orgId> };

/** A table whose rows belong to a company: `orgId` and the fence come with it. Its grants follow by hand (see CONTRIBUTING). */
export function orgTable<Name extends string, Columns extends Record<string, PgColumnBuilderBase>>(
  name: Name,
  columns: Columns,
  more: (t: BuildExtraConfigColumns<Name, OfCompany<Columns>, 'pg'>) => PgTableExtraConfigValue[] = () => [],
) {
  return pgTable<Name, OfCompany<Columns>>(name, { orgId: orgId(), ...columns }, (t) => [
    fence(name),
    ...more(t),
  ]);
}

/** What rows of the same company may refer to. */
export const companyKey = (t: { orgId: AnyPgColumn; id: AnyPgColumn }) => unique().on(t.orgId, t.id);
/** A reference between tenant rows carries the organization: foreign keys do not ask the fence. */
export const within = (
  orgId: AnyPgColumn,
  column: AnyPgColumn,
  parent: { orgId: AnyPgColumn; id: AnyPgColumn },
) =>
  foreignKey({
    name: `${getTableName(column.table)}_${column.name}_fk`,
    columns: [orgId, column],
    foreignColumns: [parent.orgId, parent.id],
  });
