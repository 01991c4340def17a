/** Signs of life of the workers: whether one works, and which jobs a dead one has left. */
import 'server-only';
import { sql } from 'drizzle-orm';
import { signInDatabase } from '@/data/connection';
import { dropOldCounts } from '@/data/tokens';
import { QUEUES } from './kinds';

const DAY_MS = 86_400_000;
/** How often a worker says that it lives, and after what silence it counts as dead. */
export const BEAT_MS = 10_000;
const DEAD_AFTER = '45 seconds';

/** Says that a worker lives. */
export async function beat(workerId: string): Promise<void> {
  await signInDatabase().execute(sql`
    insert into worker_beat (worker_id) values (${workerId})
    on conflict (worker_id) do update set seen_at = now()`);
}

/** Signs of life, and counts of tries, that are a day old. */
export async function forgetLongAgo(): Promise<void> {
  await signInDatabase().execute(sql`delete from worker_beat where seen_at < now() - interval '1 day'`);
  await dropOldCounts(Date.now() - DAY_MS);
}

/** A job is this worker's until it is done. */
export async function takeJob(jobId: string, workerId: string): Promise<void> {
  await signInDatabase().execute(sql`
    insert into worker_job (job_id, worker_id) values (${jobId}::uuid, ${workerId})
    on conflict (job_id) do update set worker_id = excluded.worker_id`);
}
export async function endJob(jobId: string): Promise<void> {
  await signInDatabase().execute(sql`delete from worker_job where job_id = ${jobId}::uuid`);
}

/**
 * Hands jobs in again that are under way at a worker which has been silent too long. What they did stays done: every job
 * may be done twice. @returns how many
 */
export async function takeOverFromDead(): Promise<number> {
  const taken = await signInDatabase().execute(sql`
    update pgboss.job j set state = 'retry', start_after = now()
    from worker_job w left join worker_beat b on b.worker_id = w.worker_id
    where j.id = w.job_id and j.name in ${QUEUES} and j.state = 'active'
      and coalesce(b.seen_at, '-infinity') < now() - ${DEAD_AFTER}::interval
    returning j.id`);
  return taken.length;
}

/** When a worker was last heard of; null: never. */
export async function lastBeat(): Promise<Date | null> {
  const [row] = await signInDatabase().execute<{ at: string | null }>(
    sql`select max(seen_at)::text as at from worker_beat`,
  );
  return row?.at ? new Date(row.at) : null;
}
/** Longer silent than this, and a screen says so. */
export const SILENT_MS = 60_000;
