import { databaseAnswers } from '@/data/connection';
import { SILENT_MS, lastBeat } from '@/server/queue/alive';

export const dynamic = 'force-dynamic';

/**
 * Whether the application can work: pages that wait for the database ask here. A worker that is silent is told and is no
 * reason to end the application: screens go on with what was computed.
 */
export async function GET() {
  const database = await databaseAnswers();
  const beat = database ? await lastBeat().catch(() => null) : null;
  const isSilent = beat === null || Date.now() - beat.getTime() > SILENT_MS;
  return Response.json(
    {
      database: database ? 'answers' : 'away',
      worker: isSilent ? 'silent' : 'works',
      workerSeen: beat?.toISOString() ?? null,
    },
    { status: database ? 200 : 503 },
  );
}
