// npm run keep-release: the demo's database as this version makes it, kept for the test that later versions bring it forward.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { BIN, cluster } from './lib/postgres.mjs';
import { household, typescript } from './lib/running.mjs';
import { DATA, command, npmPackages, systemPackages } from './lib/setup.mjs';

/** Large, and made again from files and services: their tables are kept, their rows are not. */
const WITHOUT_ROWS = ['outlook', 'weather_day', 'reading', 'met_readings'];

const root = path.join(DATA, 'release');
const own = cluster(root);
const home = household(path.join(DATA, 'release-running.json'));
home.endLeftovers();
try {
  systemPackages('postgresql');
  npmPackages();
  own.destroy();
  const { prepareDatabase } = await import('./lib/database.mjs');
  const { ownerUrl, ...env } = await prepareDatabase(
    await own.start(),
    'iron_gate_release',
    path.join(root, 'login.json'),
  );
  const devices = await home.simulator({ output: 'ignore' });
  command(process.execPath, typescript('scripts/demo/seed.ts'), { ...env, ...devices.env });
  const kinds = WITHOUT_ROWS.map((t) => `--exclude-table-data=public.${t}`);
  const dump = spawnSync(
    path.join(BIN, 'pg_dump'),
    ['--inserts', '--no-owner', '--exclude-schema=pgboss', ...kinds, ownerUrl],
    { maxBuffer: 2 ** 30 },
  );
  if (dump.status !== 0) throw new Error(String(dump.stderr));
  // commands of psql are none of the database's
  const text = dump.stdout.toString().replace(/^\\.*\n/gm, '');
  const { entries } = JSON.parse(fs.readFileSync('drizzle/meta/_journal.json', 'utf8'));
  const file = `tests/data/released/${entries.at(-1).tag.slice(0, 4)}.sql.gz`;
  fs.writeFileSync(file, gzipSync(text, { level: 9 }));
  console.log(`Kept: ${file}`);
} finally {
  await home.stop();
  own.destroy();
  fs.rmSync(root, { recursive: true, force: true });
}
