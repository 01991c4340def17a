// npm run demo: everything, from a fresh clone to a running Iron Gate with its demo company. Ctrl-C ends all of it.
// --fresh starts over. PORT is the port wished for (3000). DATABASE_URL: that server is used and none is started.
import fs from 'node:fs';
import path from 'node:path';
import { cluster, freePort } from './lib/postgres.mjs';
import { household, typescript } from './lib/running.mjs';
import { DATA, buildBeside, exitCode, npmPackages, say, systemPackages } from './lib/setup.mjs';

const root = path.join(DATA, 'demo');
const home = household(path.join(root, 'running.json'));
const own = process.env.DATABASE_URL ? null : cluster(root);
home.endLeftovers();
const end = home.endsWith(own);

try {
  if (own) systemPackages('postgresql');
  npmPackages();
  // it takes as long as the demo's data do, and needs none of them
  const built = buildBeside();
  built.catch(() => {});
  const fresh = process.argv.includes('--fresh');
  if (fresh && own) own.destroy();
  say('starting PostgreSQL');
  const adminUrl = own ? await own.start() : process.env.DATABASE_URL;
  const { prepareDatabase, dropDatabase } = await import('./lib/database.mjs');
  const login = path.join(root, 'login.json');
  if (fresh && !own) await dropDatabase(adminUrl, 'iron_gate_demo', login);
  let { ownerUrl: _, ...env } = await prepareDatabase(adminUrl, 'iron_gate_demo', login);
  const devices = await home.simulator();
  say('demo company');
  const seed = () =>
    exitCode(process.execPath, typescript('scripts/demo/seed.ts'), { ...env, ...devices.env });
  let seeded = seed();
  if (seeded === 3) {
    say('an earlier run was cut off while it wrote the demo: starting over');
    await dropDatabase(adminUrl, 'iron_gate_demo', login);
    ({ ownerUrl: _, ...env } = await prepareDatabase(adminUrl, 'iron_gate_demo', login));
    seeded = seed();
  }
  if (seeded !== 0)
    throw new Error(`The demo could not be written (exit ${seeded}). npm run demo -- --fresh starts over.`);
  say('spring round');
  if (exitCode(process.execPath, typescript('scripts/demo/round.ts'), { ...env, ...devices.env }) !== 0)
    throw new Error('The spring round could not be written. npm run demo -- --fresh starts over.');
  await built;
  const wish = Number(process.env.PORT ?? 3000);
  const port = (await freePort(wish)) || (await freePort());
  if (port !== wish) say(`port ${wish} is in use: taking ${port}`);
  home.worker({ ...env, ...devices.env });
  const app = await home.app(port, { ...env, ...devices.env });
  say('ready');
  const { people, password } = JSON.parse(
    fs.readFileSync(new URL('./demo/people.json', import.meta.url), 'utf8'),
  );
  console.log(`\n  Iron Gate   ${app.url}\n`);
  for (const p of people) console.log(`  ${p.role.padEnd(11)} ${p.email.padEnd(28)} ${password}`);
  console.log('\n  Ctrl-C ends it. Data are kept; npm run demo -- --fresh starts over.\n');
  app.child.on('exit', (code) => {
    console.error(
      `The application ended by itself (exit ${code}): all of it is ended. Start it again; data are kept.`,
    );
    void end(1);
  });
} catch (error) {
  console.error(`\n${error instanceof Error ? error.message : error}\n`);
  await end(1);
}
