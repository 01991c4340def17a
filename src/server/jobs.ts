import 'server-only';
import PgBoss from 'pg-boss';
import { sql } from 'drizzle-orm';
import { isDatabaseGone, signInDatabase } from '@/data/connection';

/**
 * The queue of background work. It lives in PostgreSQL (pg-boss), so that any number of workers on any number of
 * machines share it. Every job may be done twice: what is up to date costs nothing.
 */
export type Job =
  /** a forecast or a house rule is new: every kind of site at every station of the organisation */
  | Readonly<{ kind: 'outlooks'; orgId: string }>
  /** a reading or a fact of one zone is new: it, and its neighbours of the same kind */
  | Readonly<{ kind: 'zones'; orgId: string; zoneIds: readonly string[] }>
  | Readonly<{ kind: 'import' | 'undo'; orgId: string; importId: string }>
  | Readonly<{ kind: 'soil-station'; orgId: string; sensorId: string }>;

export const QUEUE = 'iron-gate';
/** A failed job is tried again three times, a little later each time; then it is shown. */
const RETRIES = { retryLimit: 3, retryDelay: 1, retryBackoff: true } as const;

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
      if (!isDatabaseGone(error)) console.error('[queue]', error);
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

/** Hands work to whichever worker comes first. A queue that is away loses no reading: screens compute what they need. */
export async function sendJob(job: Job): Promise<void> {
  try {
    await (await queue()).send(QUEUE, job, RETRIES);
  } catch (error) {
    console.error(`[queue] ${job.kind} was not handed over`, error);
  }
}

/** How the queue stands for one organisation. */
export type QueueState = Readonly<{
  waiting: number;
  failed: readonly Readonly<{ id: string; kind: Job['kind']; why: string; at: string }>[];
}>;

/** What waits, and what has failed for good in the last week. */
export async function queueState(orgId: string): Promise<QueueState> {
  const rows = await signInDatabase().execute<{
    id: string;
    state: string;
    kind: Job['kind'];
    why: string | null;
    at: Date;
  }>(sql`
    select id, state, data->>'kind' as kind, output->>'message' as why, coalesce(completed_on, created_on) as at
    from pgboss.job
    where name = ${QUEUE} and data->>'orgId' = ${orgId}
      and (state in ('created', 'retry', 'active') or (state = 'failed' and completed_on > now() - interval '7 days'))
    order by created_on desc limit 200`);
  return {
    waiting: rows.filter((r) => r.state !== 'failed').length,
    failed: rows
      .filter((r) => r.state === 'failed')
      .slice(0, 10)
      .map((r) => ({ id: r.id, kind: r.kind, why: r.why ?? '', at: new Date(r.at).toISOString() })),
  };
}

/** Hands a failed job in again. */
export async function retryJob(orgId: string, id: string): Promise<boolean> {
  const [row] = await signInDatabase().execute<{ data: Job }>(
    sql`delete from pgboss.job where name = ${QUEUE} and id = ${id}::uuid and state = 'failed' and data->>'orgId' = ${orgId} returning data`,
  );
  if (row) await sendJob(row.data);
  return row !== undefined;
}
