/** All rows of one company, table by table, as lines of JSON and back: for moving it to another server. */
import 'server-only';
import { sql } from 'drizzle-orm';
import { PgTable, getTableConfig } from 'drizzle-orm/pg-core';
import type { Role } from './actor';
import type { Transaction } from './connection';
import * as schema from './schema';

/** Made again from the others on the new server. */
const DERIVED = ['outlook', 'met_readings', 'application_window', 'season_zone', 'zone_follow_ups', 'news'];
/** A column by which rows that name earlier ones of their own table come after them, where a table has one. */
const ORDER = ['entered', 'recorded_at', 'entered_at', 'changed_at'];
const ROWS_AT_ONCE = 2000;

type Kept = Readonly<{
  name: string;
  columns: readonly string[];
  counted: readonly string[];
  order: string | null;
}>;

/** The tables that hold a company, each after those that it refers to. */
export const COMPANY_TABLES: readonly Kept[] = (() => {
  const all = (Object.values(schema) as unknown[])
    .filter((t): t is PgTable => t instanceof PgTable)
    .map(getTableConfig)
    .filter((t) => t.policies.length > 0 && !DERIVED.includes(t.name));
  const sorted: typeof all = [];
  const isPlaced = (name: string) => sorted.some((t) => t.name === name);
  while (sorted.length < all.length) {
    const next = all.find(
      (t) =>
        !isPlaced(t.name) &&
        t.foreignKeys.every((k) => {
          const to = getTableConfig(k.reference().foreignTable).name;
          return to === t.name || isPlaced(to) || !all.some((a) => a.name === to);
        }),
    );
    if (!next) throw new Error('Tables refer to each other in a circle');
    sorted.push(next);
  }
  return sorted.map((t) => ({
    name: t.name,
    columns: t.columns.filter((c) => !c.generatedIdentity).map((c) => c.name),
    // counted anew where they come
    counted: t.columns.filter((c) => c.generatedIdentity).map((c) => c.name),
    order: ORDER.find((o) => t.columns.some((c) => c.name === o)) ?? null,
  }));
})();

/** A row as JSON, without what the database counts by itself. @returns SQL for the row `t` */
const rowOf = ({ counted }: Kept) => sql`(to_jsonb(t) - ${`{${counted.join(',')}}`}::text[])::text`;

/** How many rows a table holds of the company, and a sum over their contents in any order. */
export async function sumOf(db: Transaction, table: Kept): Promise<{ rows: number; sum: string }> {
  await db.execute(sql`set local timezone = 'UTC'`);
  const [row] = await db.execute<{ rows: number; sum: string }>(sql`
    select count(*)::int as rows, coalesce(sum(hashtext(${rowOf(table)})::bigint), 0)::text as sum
    from ${sql.identifier(table.name)} t`);
  return row!;
}

/** Its rows as lines of JSON, some at a time. Times are in UTC. */
export async function* rowsOf(db: Transaction, table: Kept): AsyncGenerator<string[]> {
  await db.execute(sql`set local timezone = 'UTC'`);
  await db.execute(sql`
    declare company_rows cursor for select ${rowOf(table)} as line from ${sql.identifier(table.name)} t
    ${table.order ? sql`order by ${sql.identifier(table.order)}` : sql``}`);
  for (;;) {
    const rows = await db.execute<{ line: string }>(
      sql`fetch ${sql.raw(String(ROWS_AT_ONCE))} from company_rows`,
    );
    if (!rows.length) break;
    yield rows.map((r) => r.line);
  }
  await db.execute(sql`close company_rows`);
}

/** Writes rows back as they were. @param lines of JSON */
export async function putRows(db: Transaction, table: Kept, lines: readonly string[]): Promise<void> {
  await db.execute(sql`set local timezone = 'UTC'`);
  const columns = sql.join(
    table.columns.map((c) => sql.identifier(c)),
    sql`, `,
  );
  for (let i = 0; i < lines.length; i += ROWS_AT_ONCE)
    await db.execute(sql`
      insert into ${sql.identifier(table.name)} (${columns})
      select ${columns} from jsonb_populate_recordset(null::${sql.identifier(table.name)}, ${`[${lines.slice(i, i + ROWS_AT_ONCE).join(',')}]`}::text::jsonb)`);
}

export type ArchivedPerson = Readonly<{
  userId: string;
  name: string;
  email: string;
  role: Role;
  joinedAt: string;
  endedAt: string | null;
}>;
/** People of an archive, without passwords: each active one sets a new one by a link. */
export async function putPeople(
  db: Transaction,
  orgId: string,
  people: readonly ArchivedPerson[],
): Promise<void> {
  for (const p of people) {
    await db.insert(schema.user).values({ id: p.userId, name: p.name, email: p.email, emailVerified: true });
    await db
      .insert(schema.account)
      .values({
        id: crypto.randomUUID(),
        accountId: p.userId,
        providerId: 'credential',
        userId: p.userId,
        password: null,
      });
    await db
      .insert(schema.member)
      .values({
        userId: p.userId,
        orgId,
        role: p.role,
        joinedAt: new Date(p.joinedAt),
        endedAt: p.endedAt === null ? null : new Date(p.endedAt),
      });
  }
}
