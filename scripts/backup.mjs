// npm run backup [-- folder]: the company's data as one folder, also while Iron Gate runs; checked by restoring a copy.
// npm run restore -- folder: brings them back where no company is.
// IRON_GATE_DATA and DATABASE_URL as for npm start.
import fs from 'node:fs';
import path from 'node:path';
import { cluster } from './lib/postgres.mjs';
import { DATA, npmPackages, say, systemPackages } from './lib/setup.mjs';

const [, , verb, to] = process.argv;
const root = path.join(DATA, 'company');
const stateFile = path.join(root, 'login.json');
const own = process.env.DATABASE_URL ? null : cluster(root);
let mine = false;
try {
  systemPackages('postgresql');
  npmPackages();
  if (verb === 'restore' && !to) throw new Error('Which backup? npm run restore -- <folder>');
  if (verb === 'backup' && own && !own.isThere())
    throw new Error(`There are no data in ${root}: npm start makes them.`);
  mine = own !== null && !own.isRunning();
  const adminUrl = own ? await own.start() : process.env.DATABASE_URL;
  const { backup, restore } = await import('./lib/backup.mjs');
  if (verb === 'restore') {
    say(`restoring ${to}`);
    const { rows } = await restore(adminUrl, 'iron_gate', path.resolve(to), stateFile);
    say(`${rows.toLocaleString('en-US')} rows are back, table by table as they were. npm start opens them.`);
  } else {
    const folder = path.resolve(
      to ?? path.join(DATA, 'backups', new Date().toISOString().replace(/[:.]/g, '-')),
    );
    say(`backing up to ${folder}`);
    const secret = process.env.BETTER_AUTH_SECRET ?? JSON.parse(fs.readFileSync(stateFile, 'utf8')).secret;
    const rows = await backup(adminUrl, 'iron_gate', folder, secret);
    say(
      `${rows.toLocaleString('en-US')} rows, restored once into a copy and compared. Keep the folder on another machine.`,
    );
  }
} catch (error) {
  console.error(`\n${error instanceof Error ? error.message : error}\n`);
  process.exitCode = 1;
} finally {
  if (mine) own.stop();
}
