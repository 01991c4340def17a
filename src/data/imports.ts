import 'server-only';
import { and, desc, eq, getTableColumns, inArray, notExists, sql } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Transaction } from './connection';
import { tellChange } from './changes-told';
import { removeImported } from './readings';
import {
  applicationRecord,
  earlierWork,
  fileImport,
  finding,
  latchLift,
  lawn,
  loggerSetup,
  observation,
  plannedApplication,
  reading,
  soilSensor,
  zone,
} from './schema';

export type FileImport = typeof fileImport.$inferSelect;
/** As a list shows it: without the file. */
export type ImportNews = Omit<FileImport, 'body' | 'orgId' | 'mapping'>;

const { body: _body, orgId: _orgId, mapping: _mapping, ...newsColumns } = getTableColumns(fileImport);
export function importsOf(db: Transaction, most = 20): Promise<ImportNews[]> {
  return db.select(newsColumns).from(fileImport).orderBy(desc(fileImport.madeAt)).limit(most);
}
export async function importOf(db: Transaction, id: string): Promise<FileImport | null> {
  const [row] = await db.select().from(fileImport).where(eq(fileImport.id, id));
  return row ?? null;
}
export async function addImport(db: Transaction, row: typeof fileImport.$inferInsert): Promise<string> {
  const [added] = await db.insert(fileImport).values(row).returning({ id: fileImport.id });
  return added!.id;
}
/** Moves an import on, from a state it must be in; false: it was in another. */
export async function moveImport(
  db: Transaction,
  id: string,
  from: readonly FileImport['status'][],
  change: Partial<FileImport>,
): Promise<boolean> {
  const moved = await db
    .update(fileImport)
    .set(change)
    .where(and(eq(fileImport.id, id), inArray(fileImport.status, [...from])))
    .returning({ orgId: fileImport.orgId });
  if (moved[0]) await tellChange(db, moved[0].orgId, []);
  return moved.length > 0;
}

/** Tells the planner of many new rows at once, rather than when autovacuum comes by: lists stay quick. */
export async function gatherStatistics(db: Transaction): Promise<void> {
  await db.execute(sql`select gather_statistics()`);
}

/** One reading of a file, as it goes into the database. */
export type LoggedReading = Readonly<{ spot: string; depth: number; at: string; value: number }>;

/**
 * Adds readings of a logger by the thousand. What is on file already is left, so that a file taken twice, or begun again
 * after a crash, is taken once. Gives how many were new.
 */
export async function addLogged(
  db: Transaction,
  to: Readonly<{
    orgId: string;
    zoneId: string;
    unit: 'F' | 'C';
    instrument: string;
    person: string;
    importId: string | null;
    source: 'logger' | 'station';
  }>,
  rows: readonly LoggedReading[],
): Promise<number> {
  const added = await db.execute(sql`
    insert into reading (org_id, zone_id, spot, depth_in, taken_at, value, unit, offset_f, calibrated, source, instrument, person, import_id)
    select ${to.orgId}, ${to.zoneId}::uuid, r.spot, r.depth, r.at, r.value, ${to.unit}, 0, true, ${to.source}, ${to.instrument}, ${to.person}, ${to.importId}::uuid
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r(spot text, depth numeric, at timestamptz, value numeric)
    on conflict do nothing`);
  return added.count;
}

export const undoReadings = removeImported;

/** Takes out the lawns of an import to which nothing has been done since; gives how many zones went and how many stay. */
export async function undoLawns(db: Transaction, importId: string): Promise<{ gone: number; stay: number }> {
  const used = (t: PgTable & { zoneId: AnyPgColumn }) =>
    notExists(
      db
        .select({ one: sql`1` })
        .from(t)
        .where(eq(t.zoneId, zone.id)),
    );
  const gone = await db
    .delete(zone)
    .where(
      and(
        eq(zone.importId, importId),
        used(plannedApplication),
        used(applicationRecord),
        used(reading),
        used(observation),
        used(soilSensor),
        used(finding),
        used(earlierWork),
        used(latchLift),
      ),
    )
    .returning({ id: zone.id });
  await db.delete(lawn).where(
    and(
      eq(lawn.importId, importId),
      notExists(
        db
          .select({ one: sql`1` })
          .from(zone)
          .where(eq(zone.lawnId, lawn.id)),
      ),
    ),
  );
  const [left] = await db
    .select({ n: sql<number>`count(*)::int` })
    .from(zone)
    .where(eq(zone.importId, importId));
  return { gone: gone.length, stay: left?.n ?? 0 };
}

/** What a file with this header meant last time. */
export async function rememberedSetup(db: Transaction, header: string): Promise<unknown> {
  const [row] = await db.select().from(loggerSetup).where(eq(loggerSetup.header, header));
  return row?.mapping ?? null;
}
export async function rememberSetup(
  db: Transaction,
  orgId: string,
  header: string,
  mapping: unknown,
): Promise<void> {
  await db
    .insert(loggerSetup)
    .values({ orgId, header, mapping })
    .onConflictDoUpdate({ target: [loggerSetup.orgId, loggerSetup.header], set: { mapping } });
}
