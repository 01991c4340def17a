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

/** Says that a worker lives, and which jobs it has in hand: what it took and no longer holds is nobody's. */
export async function beat(workerId: string, inHand: ReadonlySet<string>): Promise<void> {
  await signInDatabase().execute(sql`
    insert into worker_beat (worker_id) values (${workerId})
    on conflict (worker_id) do update set seen_at = now()`);
  await signInDatabase().execute(sql`
    delete from worker_job
    where worker_id = ${workerId} and job_id::text <> all(string_to_array(${[...inHand].join(',')}, ','))`);
}

/** Signs of life, counts of tries that are a day old, and who took jobs that are done. */
export async function forgetLongAgo(): Promise<void> {
  await signInDatabase().execute(sql`delete from worker_beat where seen_at < now() - interval '1 day'`);
  await signInDatabase().execute(sql`
    delete from worker_job w
    where not exists (select from pgboss.job j where j.id = w.job_id and j.state < 'completed')`);
  await dropOldCounts(Date.now() - DAY_MS);
}

/** A job is this worker's while it has it in hand. */
export async function takeJob(jobId: string, workerId: string): Promise<void> {
  await signInDatabase().execute(sql`
    insert into worker_job (job_id, worker_id) values (${jobId}::uuid, ${workerId})
    on conflict (job_id) do update set worker_id = excluded.worker_id`);
}

/**
 * Hands jobs in again that are under way at a worker which has been silent too long, or at none: a worker can die, and
 * the database can go, between a job's leaving the queue and the worker's word that it has it, and again between its
 * end and the queue's hearing of it. What they did stays done: every job may be done twice. @returns how many
 */
export async function takeOverFromDead(): Promise<number> {
  const taken = await signInDatabase().execute(sql`
    update pgboss.job j set state = 'retry', start_after = now()
    from pgboss.job a
      left join worker_job w on w.job_id = a.id
      left join worker_beat b on b.worker_id = w.worker_id
    where j.id = a.id and j.name = a.name and a.name in ${QUEUES} and a.state = 'active' and j.state = 'active'
      and coalesce(b.seen_at, case when w.job_id is null then a.started_on end, '-infinity')
        < now() - ${DEAD_AFTER}::interval
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
