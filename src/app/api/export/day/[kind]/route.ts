import { parseDay } from '@/core/calendar/day';
import { routesFile, type RouteFile } from '@/server/day/files';
import { fileRoute } from '@/server/entry/file-route';

const TYPES: Readonly<Record<RouteFile, string>> = {
  gpx: 'application/gpx+xml; charset=utf-8',
  geojson: 'application/geo+json; charset=utf-8',
  ics: 'text/calendar; charset=utf-8',
};
const isKind = (kind: string): kind is RouteFile => Object.hasOwn(TYPES, kind);
const MOST_DAYS = 31;

/** Planned days as a file. */
export const GET = fileRoute(async (actor, request, { params }: RouteContext<'/api/export/day/[kind]'>) => {
  const { kind } = await params;
  const asked = new URL(request.url).searchParams;
  const from = parseDay(asked.get('from') ?? '');
  if (!isKind(kind) || from === null) return new Response('There is no such file here.', { status: 404 });
  const days = Math.min(MOST_DAYS, Math.max(1, Math.round(Number(asked.get('days'))) || 1));
  return new Response(await routesFile(actor, kind, from, days), {
    headers: {
      'content-type': TYPES[kind],
      'content-disposition': `attachment; filename="day.${kind}"`,
      'cache-control': 'no-store',
    },
  });
});
