import { exportLawns } from '@/server/lawns/lawn-list';
import { findActor } from '@/server/entry/session';

/** All zones as a file. */
export async function GET(): Promise<Response> {
  const actor = await findActor();
  if (!actor) return new Response('Sign in first.', { status: 401 });
  return new Response(await exportLawns(actor), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="lawns.csv"',
      'cache-control': 'no-store',
    },
  });
}
