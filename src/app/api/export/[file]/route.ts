import { fileRoute } from '@/server/entry/file-route';
import { recordFile, recordsAsCsv, recordsAsJson, type RecordFile } from '@/server/records/export';
import { MOST_PDF_ENTRIES, recordsAsPdf } from '@/app/api/export/record-pdf';
import { recordQueryOf } from '@/server/records/view';

const KINDS: Record<
  string,
  Readonly<{ type: string; make: (file: RecordFile) => Promise<Buffer> | string }>
> = {
  'records.csv': { type: 'text/csv; charset=utf-8', make: recordsAsCsv },
  'records.json': {
    type: 'application/json; charset=utf-8',
    make: (file) => `${JSON.stringify(recordsAsJson(file), null, 2)}\n`,
  },
  'records.pdf': { type: 'application/pdf', make: recordsAsPdf },
};

/** The entries that the list of records shows under the same search, as a file. */
export const GET = fileRoute(async (actor, request, { params }: RouteContext<'/api/export/[file]'>) => {
  const { file: name } = await params;
  const kind = Object.hasOwn(KINDS, name) ? KINDS[name] : undefined;
  if (!kind) return new Response('There is no such file here.', { status: 404 });
  const query = recordQueryOf(Object.fromEntries(new URL(request.url).searchParams));
  const file = await recordFile(actor, query);
  if (name === 'records.pdf' && file.entries.length > MOST_PDF_ENTRIES)
    return new Response(
      `${file.entries.length} entries are too many for one PDF, which takes ${MOST_PDF_ENTRIES}. Choose fewer days in the list of records, or take the CSV.`,
      { status: 413, headers: { 'content-type': 'text/plain; charset=utf-8' } },
    );
  const made = await kind.make(file);
  return new Response(typeof made === 'string' ? made : new Uint8Array(made), {
    headers: {
      'content-type': kind.type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });
});
