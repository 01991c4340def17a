import { fileRoute } from '@/server/entry/file-route';
import { exportLawns } from '@/server/lawns/lawn-list';

const TYPES = { csv: 'text/csv; charset=utf-8', geojson: 'application/geo+json' } as const;

/** All zones as a file of one kind. */
export const lawnsFile = (as: keyof typeof TYPES) =>
  fileRoute(
    async (actor) =>
      new Response(await exportLawns(actor, as), {
        headers: {
          'content-type': TYPES[as],
          'content-disposition': `attachment; filename="lawns.${as}"`,
          'cache-control': 'no-store',
        },
      }),
  );
