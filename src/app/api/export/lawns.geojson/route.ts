import { exportLawns } from '@/server/lawns/lawn-list';
import { fileRoute } from '@/server/entry/file-route';

/** All zones with their outlines. */
export const GET = fileRoute(async (actor) => {
  return new Response(await exportLawns(actor, 'geojson'), {
    headers: {
      'content-type': 'application/geo+json',
      'content-disposition': 'attachment; filename="lawns.geojson"',
      'cache-control': 'no-store',
    },
  });
});
