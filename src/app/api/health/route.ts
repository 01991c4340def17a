import { databaseAnswers } from '@/data/connection';

export const dynamic = 'force-dynamic';

/** Whether the application can work: pages that wait for the database ask here. */
export async function GET() {
  const database = await databaseAnswers();
  return Response.json({ database: database ? 'answers' : 'away' }, { status: database ? 200 : 503 });
}
