import 'server-only';
import PgBoss from 'pg-boss';
import { sql } from 'drizzle-orm';
import { isDatabaseGone, signInDatabase, type Transaction } from '@/data/connection';
import { logFault } from '@/server/log';
import { SILENT_MS, lastBeat } from './alive';
import { JOB_KINDS, QUEUES, type Job, type JobKind } from './kinds';

/**
 * The queue of background work. It lives in PostgreSQL (pg-boss), so that any number of workers on any number of
 * machines share it. Every job may be done twice: what is up to date costs nothing.
 */
/** A failed job is tried again three times, a little later each time; then it is shown. */
const RETRIES = { retryLimit: 3, retryDelay: 1, retryBackoff: true } as const;

const optionsOf = (job: Job) =>
  JOB_KINDS[job.kind].isOneAWait ? { ...RETRIES, singletonKey: job.orgId } : RETRIES;
const kept = globalThis as typeof globalThis & { __ironGateQueue?: Promise<PgBoss> };

/** The queue's own few connections. Its tables are made with the others, by the owner (scripts/lib/database). */
export function queue(): Promise<PgBoss> {
  kept.__ironGateQueue ??= (async () => {
    const boss = new PgBoss({
      connectionString: process.env['DATABASE_URL'] ?? '',
      max: 4,
      migrate: false,
      schedule: false,
      supervise: process.env['IRON_GATE_WORKER'] === '1',
      application_name: 'iron-gate-queue',
    });
    boss.on('error', (error) => {
      if (!isDatabaseGone(error)) logFault(error, 'the queue');
    });
    return boss.start();
  })().catch((error: unknown) => {
    delete kept.__ironGateQueue;
    throw error;
  });
  return kept.__ironGateQueue;
}

export async function closeQueue(): Promise<void> {
  const boss = await kept.__ironGateQueue?.catch(() => null);
  delete kept.__ironGateQueue;
  await boss?.stop({ graceful: true, timeout: 5000, wait: true });
}

/**
 * Hands work over in the transaction that makes it necessary: both happen, or neither. The statement is the queue's own,
 * run on the transaction's connection.
 * @throws where the queue does not take it: the transaction then fails as a whole
 */
export async function sendJobIn(db: Transaction, job: Job): Promise<void> {
  const boss = await queue();
  await boss.send(JOB_KINDS[job.kind].queue, job, { ...optionsOf(job), db: onTransaction(db) });
}

/**
 * Hands over work that no transaction asks for: a round of the worker, a second try.
 * @returns false: one like it waits already, and this one is not taken @throws where the queue is away
 */
export async function sendJob(job: Job): Promise<boolean> {
  return (await (await queue()).send(JOB_KINDS[job.kind].queue, job, optionsOf(job))) !== null;
}

/** The queue's way to a database, on a transaction of ours: its numbered placeholders become parameters of Drizzle. */
const onTransaction = (db: Transaction) => ({
  executeSql: async (text: string, values: unknown[]) => {
    const parts = text
      .split(/\$(\d+)/)
      .map((part, i) => (i % 2 ? sql`${plain(values[Number(part) - 1])}` : sql.raw(part)));
    const rows = await db.execute(sql.join(parts));
    return { rows: [...rows] as unknown[] };
  },
});
/** Objects travel as the JSON that the queue's statement expects. */
const plain = (value: unknown) =>
  typeof value === 'object' && value !== null && !(value instanceof Date)
    ? JSON.stringify(value)
    : (value ?? null);

/** How the queue stands for one organisation. */
export type QueueState = Readonly<{
  waiting: number;
  /** when a worker was last heard of, where that is too long ago; "never", where none ever was. Null: one works */
  silentSince: string | null;
  failed: readonly Readonly<{ id: string; kind: JobKind; why: string; at: string }>[];
}>;

/** What waits, and what has failed for good in the last week. */
export async function queueState(orgId: string): Promise<QueueState> {
  const rows = await signInDatabase().execute<{
    id: string;
    state: string;
    kind: JobKind;
    why: string | null;
    at: Date;
  }>(sql`
    select id, state, data->>'kind' as kind, output->>'message' as why, coalesce(completed_on, created_on) as at
    from pgboss.job
    where name in ${QUEUES} and data->>'orgId' = ${orgId}
      and (state in ('created', 'retry', 'active') or (state = 'failed' and completed_on > now() - interval '7 days'))
    order by created_on desc limit 200`);
  const beat = await lastBeat();
  const isSilent = beat === null || Date.now() - beat.getTime() > SILENT_MS;
  return {
    waiting: rows.filter((r) => r.state !== 'failed').length,
    silentSince: isSilent ? (beat?.toISOString() ?? 'never') : null,
    failed: rows
      .filter((r) => r.state === 'failed')
      .slice(0, 10)
      .map((r) => ({ id: r.id, kind: r.kind, why: r.why ?? '', at: new Date(r.at).toISOString() })),
  };
}

/** Jobs of all companies by state. */
export async function queueSize(): Promise<Record<string, number>> {
  const rows = await signInDatabase().execute<{ state: string; n: number }>(sql`
    select state::text as state, count(*)::int as n from pgboss.job
    where name in ${QUEUES} and (state <> 'failed' or completed_on > now() - interval '7 days') group by state`);
  return Object.fromEntries(rows.map((r) => [r.state, r.n]));
}

/** Hands a failed job in again: the old one goes only with the new one's coming. */
export async function retryJob(orgId: string, id: string): Promise<boolean> {
  return signInDatabase().transaction(async (db) => {
    const [row] = await db.execute<{ data: Job }>(
      sql`delete from pgboss.job where name in ${QUEUES} and id = ${id}::uuid and state = 'failed' and data->>'orgId' = ${orgId} returning data`,
    );
    if (row) await sendJobIn(db, row.data);
    return row !== undefined;
  });
}
