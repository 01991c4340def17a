import { createReadStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { fileRoute } from '@/server/entry/file-route';
import { writeArchive } from '@/server/house/company-archive';

export const dynamic = 'force-dynamic';

/** All of the company as one archive, for its leads. It is made whole before the first byte is sent. */
export const GET = fileRoute(async (actor) => {
  const folder = await mkdtemp(path.join(os.tmpdir(), 'iron-gate-'));
  const file = path.join(folder, 'company.zip');
  try {
    await writeArchive(actor, file);
    const { size } = await stat(file);
    // once it is open it can be read to its end without its name
    const stream = createReadStream(file);
    await new Promise((ok, no) => stream.once('open', ok).once('error', no));
    return new Response(Readable.toWeb(stream) as ReadableStream, {
      headers: {
        'content-type': 'application/zip',
        'content-length': String(size),
        'cache-control': 'no-store',
        'content-disposition': 'attachment; filename="company.zip"',
      },
    });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});
