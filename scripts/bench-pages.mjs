// Pages and files of a company that grows: the same demo with 100, 1,000 and 10,000 lawns and five years of work, each on a
// server of its own with its worker, asked in turn in one run. npm run bench -- pages [LAWNS,LAWNS,...] [YEARS] [ROUNDS]
// The databases are kept under .data/pages and used again where they were grown to the same figures; the word fresh begins anew.
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { cluster, freePort } from './lib/postgres.mjs';
import { household, typescript } from './lib/running.mjs';
import { DATA, build, command, npmPackages, say, systemPackages } from './lib/setup.mjs';

const words = process.argv.slice(2);
const isFresh = words.includes('fresh');
const [sizesGiven = '100,1000,10000', yearsGiven = '5', roundsGiven = '30'] = words.filter(
  (w) => w !== 'fresh',
);
const SIZES = sizesGiven.split(',').map(Number);
const YEARS = Number(yearsGiven);
const ROUNDS = Number(roundsGiven);
const isCount = (value) => Number.isInteger(value) && value >= 1;
if (![...SIZES, YEARS, ROUNDS].every(isCount)) {
  console.error(
    `Lawns ${sizesGiven}, years ${yearsGiven}, rounds ${roundsGiven}: give whole numbers from 1, as in: npm run bench -- pages 100,1000 5 30`,
  );
  process.exit(2);
}
const WARM = 3;
/** A page may take this many times what it takes at the smallest size, and what an empty page takes. */
const MOST_TO_SMALL = 1.5;
const MOST_TO_EMPTY = 6;
/** Uncompressed, with what the page needs to come alive. */
const MOST_KB = { '/': 150, '/lawns/ID': 120 };
const MOST_MB_OF_FILE = 150;
const ROWS_A_SECOND = 20_000;

const LAWN = '00000000-0000-4000-8000-000000000008';
const EMPTY = '/nowhere';
const PAGES = [
  '/',
  '/lawns',
  '/lawns/ID',
  '/lawns/ID/visits',
  '/lawns/ID/sheet',
  '/season',
  '/day',
  '/go',
  '/load',
  '/products',
  '/records',
  '/weather',
  '/money',
  '/house',
  '/people',
  '/changes',
  '/imports',
];
const FILES = [
  '/api/export/lawns.csv',
  '/api/export/lawns.geojson',
  '/api/export/records.csv',
  '/api/export/records.json',
  '/api/export/season.csv',
  '/api/export/season.ics',
];

const median = (x) => x.toSorted((a, b) => a - b)[x.length >> 1];
const n = (value, digits = 0) =>
  value.toLocaleString('en-US', { minimumFractionDigits: digits, maximumFractionDigits: digits });
/** Memory of a process now, MB. */
const residentMb = (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(fs.readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

const root = path.join(DATA, 'pages');
const own = cluster(root, { isThrownAway: false });
const home = household(path.join(DATA, 'pages-running.json'));
home.endLeftovers();

async function grown(adminUrl, devices) {
  const { atDatabase, copyDatabase, dropDatabase, prepareDatabase } = await import('./lib/database.mjs');
  const login = path.join(root, 'login.json');
  const stamp = path.join(root, 'grown.json');
  const before = fs.existsSync(stamp) ? JSON.parse(fs.readFileSync(stamp, 'utf8')) : {};
  const note = (what) => {
    before[what] = true;
    fs.writeFileSync(stamp, JSON.stringify(before));
  };
  // one whose writing was cut short is written anew
  if (!before.isSeeded) await dropDatabase(adminUrl, 'iron_gate_pages', null);
  const { ownerUrl: _, ...env } = await prepareDatabase(adminUrl, 'iron_gate_pages', login);
  if (!before.isSeeded) {
    command(process.execPath, typescript('scripts/demo/seed.ts'), { ...env, ...devices.env });
    note('isSeeded');
  }
  const companies = [];
  for (const lawns of SIZES) {
    const name = `iron_gate_pages_${lawns}_${YEARS}`;
    let { DATABASE_URL } = env;
    if (!before[name]) {
      await dropDatabase(adminUrl, name, null);
      await copyDatabase(adminUrl, 'iron_gate_pages', name, DATABASE_URL);
      const start = performance.now();
      execFileSync(
        process.execPath,
        ['--import', 'tsx', 'scripts/grow.ts', '--lawns', String(lawns), '--years', String(YEARS)],
        { stdio: 'inherit', env: { ...process.env, DATABASE_URL: atDatabase(adminUrl, name) } },
      );
      say(`${n(lawns)} lawns × ${YEARS} years in ${n((performance.now() - start) / 1000)} s`);
      note(name);
    } else await prepareDatabase(adminUrl, name, login);
    DATABASE_URL = atDatabase(DATABASE_URL, name);
    companies.push({ lawns, env: { ...env, ...devices.env, DATABASE_URL } });
  }
  return companies;
}

/** The cookie of the company's lead: the last line, the log stands before it. */
const signIn = (env, url) =>
  execFileSync(process.execPath, typescript('scripts/lead-cookie.ts'), {
    encoding: 'utf8',
    env: { ...process.env, ...env, BETTER_AUTH_URL: url },
  })
    .trim()
    .split('\n')
    .at(-1);

/** One page of one company: how long until its last byte, ms, and its bytes. */
async function ask({ url, cookie }, where) {
  const start = performance.now();
  const answer = await fetch(url + where.replace('ID', LAWN), { headers: { cookie } });
  const { length } = new Uint8Array(await answer.arrayBuffer());
  if (answer.status !== 200 && where !== EMPTY)
    throw new Error(`${where} answered ${answer.status} at ${answer.url}`);
  if (answer.url.includes('/sign-in')) throw new Error(`${where} asks for a sign-in`);
  return { ms: performance.now() - start, bytes: length };
}

async function file({ url, cookie, pid }, where) {
  const idle = residentMb(pid);
  let most = idle;
  const watch = setInterval(() => (most = Math.max(most, residentMb(pid))), 20);
  const start = performance.now();
  const answer = await fetch(url + where, { headers: { cookie } });
  if (answer.status !== 200) throw new Error(`${where} answered ${answer.status}`);
  let bytes = 0;
  let rows = 0;
  for await (const part of answer.body ?? []) {
    bytes += part.length;
    for (const byte of part) if (byte === 10) rows++;
  }
  clearInterval(watch);
  return { s: (performance.now() - start) / 1000, bytes, rows, mb: most - idle };
}

let over = 0;
const flag = (isOver) => {
  if (isOver) over++;
  return isOver ? '!' : ' ';
};
try {
  systemPackages('postgresql');
  npmPackages();
  if (isFresh) own.destroy();
  const adminUrl = await own.start();
  const devices = await home.simulator({ output: 'ignore' });
  const companies = await grown(adminUrl, devices);
  build();
  const asked = [];
  for (const { lawns, env } of companies) {
    home.worker(env, { output: 'ignore' });
    const app = await home.app(await freePort(), env, { output: 'ignore' });
    asked.push({ lawns, url: app.url, pid: app.child.pid, cookie: signIn(env, app.url) });
  }
  const times = new Map();
  const sizes = new Map();
  for (let round = -WARM; round < ROUNDS; round++)
    for (const where of [EMPTY, ...PAGES])
      for (const company of asked) {
        const { ms, bytes } = await ask(company, where);
        const key = `${where} ${company.lawns}`;
        if (round < 0) times.set(key, []);
        else times.get(key).push(ms);
        sizes.set(key, bytes);
      }
  console.log(
    `\nMedian of ${ROUNDS}, ms, and kB; empty page ${asked.map((c) => n(median(times.get(`${EMPTY} ${c.lawns}`)), 1)).join(' / ')}`,
  );
  console.log(
    `${'page'.padEnd(20)}${asked.map((c) => `${n(c.lawns)} lawns`.padStart(24)).join('')}   to the smallest, to empty`,
  );
  for (const where of PAGES) {
    const of = (c) => median(times.get(`${where} ${c.lawns}`));
    const row = asked.map((c) => {
      const kb = sizes.get(`${where} ${c.lawns}`) / 1000;
      return `${n(of(c))} ms ${n(kb)} kB${flag(kb > (MOST_KB[where] ?? Infinity))}`.padStart(24);
    });
    const large = asked.at(-1);
    const small = of(large) / of(asked[0]);
    const empty = of(large) / median(times.get(`${EMPTY} ${large.lawns}`));
    console.log(
      `${where.padEnd(20)}${row.join('')}   ${n(small, 2)}${flag(small > MOST_TO_SMALL)} ${n(empty, 1)}${flag(empty > MOST_TO_EMPTY)}`,
    );
  }
  console.log('\nFiles: seconds, rows a second, MB of memory above idle');
  for (const where of FILES)
    for (const company of asked) {
      const { s, bytes, rows, mb } = await file(company, where);
      console.log(
        `${where.padEnd(28)}${n(company.lawns).padStart(8)} lawns: ${n(s, 2)} s, ${n(bytes / 1e6, 1)} MB, ${n(rows)} lines, ${n(rows / s)} a second${flag(rows > 5000 && where.endsWith('csv') && rows / s < ROWS_A_SECOND)}, ${n(mb)} MB${flag(mb > MOST_MB_OF_FILE)}`,
      );
    }
} finally {
  await home.stop();
  own.stop();
}
console.log(`\n${over} over`);
process.exit(over ? 1 : 0);
