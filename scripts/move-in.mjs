// npm run move-in -- <company.zip> [--people N]: a company that comes from another server, as House, "Take it with you", gave
// it there. First without --people: shows who would come in; then with their number.
// IRON_GATE_DATA, DATABASE_URL and BETTER_AUTH_URL as for npm start.
import fs from 'node:fs';
import path from 'node:path';
import { cluster } from './lib/postgres.mjs';
import { typescript } from './lib/running.mjs';
import { DATA, exitCode, npmPackages, systemPackages } from './lib/setup.mjs';

const [, , file, ...confirmed] = process.argv;
const root = path.join(DATA, 'company');
const own = process.env.DATABASE_URL ? null : cluster(root);
let mine = false;
try {
  if (!file || !fs.existsSync(file)) throw new Error('Which archive? npm run move-in -- <company.zip>');
  if (own) systemPackages('postgresql');
  npmPackages();
  mine = own !== null && !own.isRunning();
  const adminUrl = own ? await own.start() : process.env.DATABASE_URL;
  const { prepareDatabase } = await import('./lib/database.mjs');
  const { ownerUrl: _, ...env } = await prepareDatabase(adminUrl, 'iron_gate', path.join(root, 'login.json'));
  process.exitCode = exitCode(
    process.execPath,
    typescript('scripts/take-archive.ts', path.resolve(file), ...confirmed),
    env,
  );
} catch (error) {
  console.error(`\n${error instanceof Error ? error.message : error}\n`);
  process.exitCode = 1;
} finally {
  if (mine) own.stop();
}
