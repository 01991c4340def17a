import { exportLawns } from '@/server/lawns/lawn-list';
import { fileRoute } from '@/server/entry/file-route';

/** All zones as a file. */
export const GET = fileRoute(async (actor) => {
  return new Response(await exportLawns(actor, 'csv'), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="lawns.csv"',
      'cache-control': 'no-store',
    },
  });
});
