// npm run torture [-- --minutes 5]: application, worker and database are killed at random (-9) while people write and
// files are taken in. What was answered must be there, once; what was not answered is sent again under its key, as the
// application's own screens do; phones do stops into their outbox, and their pages are killed too. On a demo of its own, thrown away afterwards. DEMO_TO_COPY: a database that holds one.
import { spawn } from 'node:child_process';
import { randomInt, randomUUID } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { BIN, cluster, freePort } from './lib/postgres.mjs';
import { household, typescript } from './lib/running.mjs';
import { DATA, ROOT, build, command, npmPackages, say, systemPackages } from './lib/setup.mjs';

const flag = process.argv.indexOf('--minutes');
const MINUTES = flag === -1 ? 5 : Number(process.argv[flag + 1]);
if (!(MINUTES > 0 && MINUTES <= 600)) {
  console.error('--minutes: a figure from 0 to 600, for example --minutes 5');
  process.exit(2);
}
const NAME = 'iron_gate_torture';
const WRITERS = 4;
const LOT = 'T-1';
const BOUGHT_OZ = 100_000;
const ROWS = 4000;
const PATIENCE_MS = 240_000;
const PHONES = 3;

const root = path.join(DATA, 'torture');
const own = cluster(root);
const home = household(path.join(DATA, 'torture-running.json'));
home.endLeftovers();
const end = home.endsWith(own);
const quiet = { output: 'ignore' };
systemPackages('postgresql');
npmPackages();
build();
const { atDatabase, connect, makeAppUser, prepareDatabase } = await import('./lib/database.mjs');
const pause = (ms) => new Promise((go) => setTimeout(go, ms));

/** The number of each command that people's screens send stands in what was built. */
const { node } = JSON.parse(
  fs.readFileSync(path.join(ROOT, '.next', 'server', 'server-reference-manifest.json'), 'utf8'),
);
const commandId = (name) => {
  const found = Object.entries(node).find(([, { exportedName }]) => exportedName === name);
  if (!found) throw new Error(`The build has no command ${name}`);
  return found[0];
};

let leadEmail = '';
let app;
let worker;
let cookie = '';
const counts = { acknowledged: 0, 'sent again': 0, imports: 0 };
const killed = { application: 0, worker: 0, database: 0 };
let isOver = false;

/** Sends a command as a screen does; null where no answer came, or one that says to try again. */
async function send(name, input) {
  try {
    const answer = await fetch(app.url, {
      method: 'POST',
      headers: { 'next-action': commandId(name), accept: 'text/x-component', origin: app.url, cookie },
      body: JSON.stringify([input]),
      signal: AbortSignal.timeout(20_000),
    });
    const text = await answer.text();
    const outcome = JSON.parse(/^1:(.*)$/m.exec(text)?.[1] ?? 'null');
    if (outcome?.ok) return { value: outcome.value };
    if (outcome && !['database-away', 'signed-out', 'bug', 'too-much'].includes(outcome.refusal.kind))
      throw new Error(`${name} was refused: ${JSON.stringify(outcome.refusal)}`);
    return null;
  } catch (error) {
    if (error.message.includes('was refused')) throw error;
    return null;
  }
}
/** Sends until it is answered, each time under the same key. */
async function sendUntilAnswered(name, input) {
  for (let tries = 0; ; tries++) {
    const got = await send(name, input);
    if (got) return got.value;
    if (tries > PATIENCE_MS / 250) throw new Error(`${name} was not answered for minutes`);
    counts['sent again']++;
    await pause(250);
  }
}

/** A demo that stands on another server, as it is: writing one takes a minute. */
async function copyDemo(from, adminUrl) {
  const admin = connect(adminUrl);
  await makeAppUser(admin);
  await admin.unsafe(`create database ${NAME}`);
  await admin.end();
  const to = atDatabase(adminUrl, NAME);
  const copied = path.join(root, 'demo.sql');
  command(path.join(BIN, 'pg_dump'), ['--no-owner', '--file', copied, from]);
  command(path.join(BIN, 'psql'), [
    '--quiet',
    '--output',
    '/dev/null',
    '--set',
    'ON_ERROR_STOP=1',
    '--file',
    copied,
    to,
  ]);
}

const text = (html) => html.replaceAll('&quot;', '"').replaceAll('&amp;', '&');
/** Signs in as the page's own form does in a browser without scripts. */
async function signIn() {
  const { people, password } = JSON.parse(
    fs.readFileSync(path.join(ROOT, 'scripts', 'demo', 'people.json'), 'utf8'),
  );
  const form = new FormData();
  const page = await (await fetch(`${app.url}/sign-in`)).text();
  for (const [, name, value] of page.matchAll(/<input type="hidden" name="([^"]+)"(?: value="([^"]*)")?/g))
    form.set(text(name), text(value ?? ''));
  leadEmail = people.find((p) => p.role === 'lead').email;
  form.set('email', leadEmail);
  form.set('password', password);
  const entered = await fetch(`${app.url}/sign-in`, {
    method: 'POST',
    body: form,
    headers: { origin: app.url },
    redirect: 'manual',
  });
  cookie = entered.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
  if (!cookie) throw new Error(`The lead could not sign in (${entered.status})`);
}

let zones;
let places;
let shelf;
/** A zone to write on, and a lot to take from. */
async function lookAround(ownerUrl) {
  const db = connect(ownerUrl);
  places = await db`select id, lawn_id as "lawnId" from zone where closed_on is null order by id`;
  zones = places.map((z) => z.id);
  const [{ id }] = await db`select id from product where name like 'Prodiamine 65 WG%' order by id limit 1`;
  const [{ day }] = await db`select to_char(now, 'YYYY-MM-DD') as day from clock`;
  await db.end();
  shelf = { productId: id, lot: LOT, unit: 'oz', price: '', on: day, note: '' };
  const bought = { ...shelf, sendKey: randomUUID(), kind: 'in', amount: String(BOUGHT_OZ) };
  await sendUntilAnswered('moveStockAction', bought);
}

const findings = new Set();
const taken = new Set();
async function write() {
  while (!isOver) {
    const sendKey = randomUUID();
    if (randomInt(2)) {
      const zoneId = zones[randomInt(zones.length)];
      const finding = { kind: 'turf green', word: '', stage: '', figure: String(randomInt(101)) };
      await sendUntilAnswered('noteFindingAction', { ...finding, on: shelf.on, sendKey, zoneId });
      findings.add(sendKey);
    } else {
      await sendUntilAnswered('moveStockAction', {
        ...shelf,
        sendKey,
        kind: 'out',
        amount: '1',
        note: 'torture',
      });
      taken.add(sendKey);
    }
    counts.acknowledged++;
  }
}

const imports = [];
/** Files of a logger, one after another: looked through, then taken by whichever worker lives. */
async function bringFiles() {
  for (let n = 0; !isOver; n++) {
    // each file has minutes of its own
    const from = Date.UTC(2026, 0, 1 + 3 * n);
    const rows = Array.from(
      { length: ROWS },
      (_, i) =>
        `${new Date(from + i * 60_000).toISOString().slice(0, 16).replace('T', ' ')},${45 + (i % 90) / 10}`,
    );
    const mapping = {
      zoneId: zones[0],
      timeColumn: 0,
      dayFirst: false,
      clock: { kind: 'offset', hours: 0 },
      unit: 'F',
      columns: [{ column: 1, depthIn: 2, spot: 'open' }],
    };
    // looked through again where no answer came: that takes nothing yet
    const { importId } = await sendUntilAnswered('checkReadingsAction', {
      fileName: `logger-${n}.csv`,
      body: ['time,soil', ...rows].join('\n'),
      mapping,
    });
    await sendUntilAnswered('takeImportAction', { importId });
    imports.push(importId);
    counts.imports++;
    await pause(2000);
  }
}

/** Phones with the app's own outbox. @returns what they had kept, and how often a page of theirs was killed */
function carryPhones() {
  return new Promise((told, failed) => {
    const child = spawn(process.execPath, typescript('scripts/torture-phones.ts'), {
      cwd: ROOT,
      stdio: ['pipe', 'pipe', 'inherit'],
    });
    home.children.push(child);
    let said = '';
    child.stdout.on('data', (part) => (said += part));
    child.on('close', (left) => {
      child.ended = left ?? 1;
      if (left === 0) told(JSON.parse(said));
      else failed(new Error(`The phones ended with ${left}`));
    });
    const { productId } = shelf;
    child.stdin.end(
      JSON.stringify({
        url: app.url,
        cookie,
        zones: places,
        productId,
        phones: PHONES,
        seconds: MINUTES * 60,
        patienceSeconds: PATIENCE_MS / 1000,
      }),
    );
  });
}

const postmaster = () =>
  Number(fs.readFileSync(path.join(root, 'pg', 'postmaster.pid'), 'utf8').split('\n')[0]);
let code = 1;
try {
  own.destroy();
  const adminUrl = await own.start();
  const from = process.env.DEMO_TO_COPY;
  if (from) await copyDemo(from, adminUrl);
  const { ownerUrl, ...login } = await prepareDatabase(adminUrl, NAME, path.join(root, 'login.json'));
  const env = { ...login, ...(await home.simulator(quiet)).env };
  if (!from) command(process.execPath, typescript('scripts/demo/seed.ts'), env);
  const port = await freePort();
  const begin = () => home.app(port, env, quiet);
  app = await begin();
  worker = home.worker(env, quiet);
  await signIn();
  await lookAround(ownerUrl);
  const HOW = {
    application: async () => {
      app.child.kill('SIGKILL');
      await pause(randomInt(500));
      app = await begin();
    },
    worker: async () => worker.kill(),
    database: async () => {
      // start() has seen it answer, so its id is that of a process that lives
      process.kill(postmaster(), 'SIGKILL');
      await pause(randomInt(2000));
      await own.start();
    },
  };
  say(`${MINUTES} minutes of kills`);
  const phones = carryPhones();
  const work = [...Array.from({ length: WRITERS }, write), bringFiles(), phones];
  const failed = Promise.all(work).then(
    () => null,
    (error) => error,
  );
  const until = Date.now() + MINUTES * 60_000;
  const turns = Object.keys(HOW);
  for (let n = 0; Date.now() < until; n++) {
    await pause(1000 + randomInt(5000));
    // each in its turn at first, then by chance: a short run kills all three
    const what = turns[n < turns.length ? n : randomInt(turns.length)];
    await HOW[what]();
    killed[what]++;
  }
  isOver = true;
  const error = await failed;
  if (error) throw error;

  const db = connect(ownerUrl);
  say('waiting for the last file');
  let open;
  for (let waited = 0; waited < PATIENCE_MS; waited += 500) {
    open = await db`select id, status from file_import where id in ${db(imports)} and status <> 'done'`;
    if (!open.length) break;
    await pause(500);
  }
  const faults = [];
  const keep = (what, is, should) => is === should || faults.push(`${what}: ${is} and not ${should}`);
  keep('files not taken', open.length, 0);
  for (const { id, status } of open) {
    const jobs =
      await db`select state::text, retry_count, started_on::text, output->>'message' as why, now()::text
                          from pgboss.job where data->>'importId' = ${id}`;
    const before = await db`select state::text, count(*)::int as n from pgboss.job group by state`;
    faults.push(
      `the file is ${status}, its job ${JSON.stringify(jobs)}, the queue ${JSON.stringify(before)}`,
    );
  }
  for (const [table, keys] of [
    ['finding', findings],
    ['stock_move', taken],
  ]) {
    const rows = await db`select send_key as key from ${db(table)} where send_key in ${db([...keys])}`;
    keep(`${table}: rows lost`, keys.size - new Set(rows.map((r) => r.key)).size, 0);
    keep(`${table}: rows doubled`, rows.length - new Set(rows.map((r) => r.key)).size, 0);
  }
  // of each stop everything, once: nothing of it can be there without the rest
  const { kept, killed: pages } = await phones;
  counts.stops = kept.length;
  killed['page of a phone'] = pages;
  const notes = kept.map((key) => `note ${key}`);
  for (const [what, rows] of [
    ['visits', await db`select send_key as key from stop_visit where send_key in ${db(kept)}`],
    ['records', await db`select notes as key from application_record where notes in ${db(kept)}`],
    ['notes', await db`select words as key from customer_note where words in ${db(notes)}`],
  ]) {
    keep(`stops: ${what} lost`, kept.length - new Set(rows.map((r) => r.key)).size, 0);
    keep(`stops: ${what} doubled`, rows.length - new Set(rows.map((r) => r.key)).size, 0);
  }
  const [{ soil }] =
    await db`select count(*)::int as soil from reading where value = 52 and depth_in = 2 and source = 'hand'
    and taken_at > now() - interval '400 days' and person = (select name from "user" u where u.email = ${leadEmail})`;
  keep('stops: readings of the soil', soil, kept.length);
  const [{ n }] = await db`select count(*)::int as n from stock_move where lot = ${LOT}`;
  keep('moves of the shelf', n, taken.size + 1);
  const files =
    await db`select f.id, f.added, (select count(*)::int from reading r where r.import_id = f.id) as there
             from file_import f where f.id in ${db(imports)}`;
  for (const f of files) {
    keep('rows that a file says it added', f.added, ROWS);
    keep('rows of a file that are there', f.there, ROWS);
  }
  await db.end();
  const words = (o) =>
    Object.entries(o)
      .map(([k, v]) => `${k} ${v}`)
      .join(', ');
  say(`killed: ${words(killed)}; ${words(counts)}; ${faults.length ? 'FAULTS' : '0 lost, 0 doubled'}`);
  for (const fault of faults) console.error(fault);
  code = faults.length ? 1 : 0;
} catch (error) {
  console.error(error);
} finally {
  await home.stop();
  own.destroy();
  await end(code);
}
