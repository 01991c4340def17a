// npm start: Iron Gate for a company. Ctrl-C ends all of it; data are kept.
// IRON_GATE_DATA: the folder that holds them (.data). PORT: 3000. BETTER_AUTH_URL: the address people open, where a proxy
// stands before it. DATABASE_URL: that server is used and none is started. WEATHER_URL, SMTP_URL: services, where there are.
import path from 'node:path';
import { spawnSync } from 'node:child_process';
import { cluster, freePort } from './lib/postgres.mjs';
import { household, typescript } from './lib/running.mjs';
import { DATA, ROOT, build, npmPackages, say, systemPackages } from './lib/setup.mjs';

const root = path.join(DATA, 'company');
const home = household(path.join(root, 'running.json'));
const own = process.env.DATABASE_URL ? null : cluster(root);
home.endLeftovers();
const end = home.endsWith(own);

/** What works and is not safe is said at the start, and not found out later. */
function warnings(publicUrl) {
  const out = [];
  const { hostname, protocol } = new URL(publicUrl);
  const isHere = (name) => ['localhost', '127.0.0.1', '[::1]'].includes(name);
  if (protocol === 'http:' && !isHere(hostname))
    out.push(
      'BETTER_AUTH_URL is http: passwords and sign-ins cross the network in the clear. Put TLS before it.',
    );
  if (process.env.DATABASE_URL) {
    const to = new URL(process.env.DATABASE_URL);
    if (!isHere(to.hostname) && to.searchParams.get('sslmode') !== 'verify-full')
      out.push(
        'DATABASE_URL leads to another machine without sslmode=verify-full: anybody between can read and change the data.',
      );
  }
  return out;
}

try {
  if (own) systemPackages('postgresql');
  npmPackages();
  say(own ? `starting PostgreSQL; its data lie in ${root}` : 'using the database server of DATABASE_URL');
  const adminUrl = own ? await own.start() : process.env.DATABASE_URL;
  const { prepareDatabase } = await import('./lib/database.mjs');
  const { ownerUrl: _, ...login } = await prepareDatabase(
    adminUrl,
    'iron_gate',
    path.join(root, 'login.json'),
  );
  build();
  const wish = Number(process.env.PORT ?? 3000);
  const port = (await freePort(wish)) || (await freePort());
  if (port !== wish) say(`port ${wish} is in use: taking ${port}`);
  const env = {
    ...login,
    // several servers of one database share it: who signed in at one is known at the others
    BETTER_AUTH_SECRET: process.env.BETTER_AUTH_SECRET ?? login.BETTER_AUTH_SECRET,
    BETTER_AUTH_URL: process.env.BETTER_AUTH_URL ?? `http://localhost:${port}`,
    IRON_GATE_OUTBOX: process.env.IRON_GATE_OUTBOX ?? path.join(root, 'outbox'),
  };
  home.worker(env);
  const app = await home.app(port, env);
  const first = spawnSync(process.execPath, typescript('scripts/first-link.ts'), {
    cwd: ROOT,
    env: { ...process.env, ...env },
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  if (first.status !== 0) throw new Error('The first address could not be made.');
  for (const warning of warnings(env.BETTER_AUTH_URL)) say(`WARNING  ${warning}`);
  say('ready');
  console.log(`\n  Iron Gate   ${env.BETTER_AUTH_URL}\n`);
  if (first.stdout)
    console.log(
      `  No company has begun here yet. Open this address, once, within a day:\n\n  ${first.stdout}\n`,
    );
  console.log(
    `  Ctrl-C ends it. Data are kept in ${root}; letters without SMTP_URL in ${env.IRON_GATE_OUTBOX}.\n`,
  );
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
