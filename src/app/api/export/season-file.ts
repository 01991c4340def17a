import { fileRoute } from '@/server/entry/file-route';
import { seasonFile } from '@/server/season/files';

const TYPES = { ics: 'text/calendar; charset=utf-8', csv: 'text/csv; charset=utf-8' } as const;

/** The season's visits and windows as a file. */
export const seasonRoute = (as: keyof typeof TYPES) =>
  fileRoute(
    async (actor) =>
      new Response(await seasonFile(actor, as), {
        headers: {
          'content-type': TYPES[as],
          'content-disposition': `attachment; filename="season.${as}"`,
          'cache-control': 'no-store',
        },
      }),
  );
