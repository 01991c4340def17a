/** Whether this server can do its work: the database answers and has the tables of this version, and a worker works. */
import 'server-only';
import { databaseAnswers, newestMigration } from '@/data/connection';
import { SILENT_MS, lastBeat } from '@/server/queue/alive';
import journal from '../../../drizzle/meta/_journal.json' with { type: 'json' };

/** What is missing, in words; empty: nothing is. */
export async function readiness(): Promise<string[]> {
  if (!(await databaseAnswers())) return ['The database does not answer'];
  const wanted = Math.max(...journal.entries.map((e) => e.when));
  const there = await newestMigration();
  const missing: string[] = [];
  if (there < wanted) missing.push('The database has tables of an older version: start this version once');
  if (there > wanted) missing.push('The database has tables of a newer version: start that version here');
  const beat = await lastBeat();
  if (beat === null || Date.now() - beat.getTime() > SILENT_MS) missing.push('No worker works');
  return missing;
}
