// npm test: style, types, unused code, unit tests, tests on a real database, the build, and the real interface in a
// browser. On a throw-away database and ports of its own; leaves nothing running. Ends with "N passed, N failed".
// Words narrow it: npm test -- core | data | browser [part of a file's name].   npm test -- --changed [COMMIT]: style, types, and the
// tests that reach what differs from it (HEAD), but for those of the browser.   DATABASE_URL: that server is used and none is started.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { cluster, freePort } from './lib/postgres.mjs';
import { nginx } from './lib/nginx.mjs';
import { changedFiles, testsFor } from './lib/changed.mjs';
import { household, typescript } from './lib/running.mjs';
import { DATA, ROOT, build, command, npmPackages, say, systemPackages } from './lib/setup.mjs';

const root = path.join(DATA, 'test');
const home = household(path.join(DATA, 'test-running.json'));
const own = process.env.DATABASE_URL ? null : cluster(root, { isThrownAway: true });
const [, , word, file = ''] = process.argv;
/** Files that a change touches; null: all are asked. */
const touched = word === '--changed' ? changedFiles(file || 'HEAD') : null;
const only = touched ? undefined : word;
/** Tests that it reaches; null: all. */
let reached = null;
home.endLeftovers();
const wants = (part) =>
  reached
    ? reached.some((t) => t.startsWith(part === 'core' ? 'src/' : `tests/${part}/`)) && part !== 'browser'
    : !only || only === part;
/** Files for a tool of style. */
const some = (of, all) => touched?.filter((f) => of.test(f)) ?? [all];
/** Types are checked by themselves; the build need not. */
const TYPES_CHECKED = { TYPES_ARE_CHECKED: '1' };
const BUILD = `import { build } from './scripts/lib/setup.mjs'; build();`;
const LONG = ['year', 'trouble', 'soil', 'path', 'queue', 'records'];
const totals = { passed: 0, failed: 0 };
const databases = [];
/** Jest runs that are under way: they end with this one. */
const running = new Set();
let adminUrl;

function count(name, ok) {
  totals[ok ? 'passed' : 'failed']++;
  say(`${ok ? 'passed' : 'FAILED'}  ${name}`);
}
/** Runs one of the project's tools; what it says is printed when it is through. */
async function check([name, file, ...args]) {
  const { code, text } = await output(path.join(ROOT, 'node_modules', '.bin', file), args, 'all', {
    NEXT_TELEMETRY_DISABLED: '1',
  });
  process.stderr.write(text);
  count(name, code === 0);
}

/** Runs a program to its end, with what it says: on stderr, or all of it. */
function output(file, args, what, env) {
  return new Promise((ended) => {
    if (isEnding) return;
    const child = spawn(file, args, {
      cwd: ROOT,
      // in a group of its own, with the browsers that it starts: all of them end with it
      detached: true,
      stdio: ['ignore', what === 'all' ? 'pipe' : 'ignore', 'pipe'],
      env: { ...process.env, ...env },
    });
    running.add(child);
    let text = '';
    child.stdout?.on('data', (part) => (text += part));
    child.stderr.on('data', (part) => (text += part));
    child.on('error', (error) => (text += String(error)));
    child.on('close', (code) => {
      running.delete(child);
      ended({ code, text });
    });
  });
}

/**
 * Runs Jest on some folders and adds up what it counted; a suite that cannot run counts as one failure. What it says is
 * printed when it is through, so that two can run side by side.
 */
async function jest(name, folders, env = {}, ...args) {
  const counted = path.join(root, `${name.replace(' ', '-')}.json`);
  fs.mkdirSync(root, { recursive: true });
  fs.rmSync(counted, { force: true });
  const jestFile = path.join(ROOT, 'node_modules', 'jest', 'bin', 'jest.js');
  const { text } = await output(
    process.execPath,
    [
      '--experimental-vm-modules',
      '--no-warnings',
      jestFile,
      ...folders,
      '--json',
      `--outputFile=${counted}`,
      ...args,
    ],
    'errors',
    env,
  );
  say(name);
  process.stderr.write(text);
  if (!fs.existsSync(counted)) return count(`${name}: Jest did not finish`, false);
  const result = JSON.parse(fs.readFileSync(counted, 'utf8'));
  totals.passed += result.numPassedTests;
  totals.failed += result.numFailedTests + result.numRuntimeErrorTestSuites;
  say(
    `${name}: ${result.numPassedTests} passed, ${result.numFailedTests + result.numRuntimeErrorTestSuites} failed, ${result.numPendingTests} skipped`,
  );
}

/** The stories of a folder, the longest first: at the end no core is left waiting for one. */
function storiesIn(folder) {
  const place = (story) => (LONG.indexOf(story) + LONG.length + 1) % (LONG.length + 1);
  return fs
    .readdirSync(path.join(ROOT, 'tests', folder))
    .filter((f) => f.endsWith('.test.ts'))
    .filter((f) => (reached ? reached.includes(`tests/${folder}/${f}`) : f.includes(file)))
    .map((f) => f.replace('.test.ts', ''))
    .sort((a, b) => place(a) - place(b));
}

/**
 * Does all: two lanes for what computes, as the machine has two cores, and a third for what waits more than it computes: the
 * stories of the browser. Where one kind is through, its lanes take the other. What an item gives back is done after all
 * that wait already.
 */
async function inLanes(queue) {
  const busy = new Set();
  const next = (...kinds) => queue[kinds.find((k) => queue[k].length)]?.shift();
  const lane = async (...kinds) => {
    for (;;) {
      const item = next(...kinds);
      // what the others are at may give more
      if (!item && !busy.size) return;
      if (!item) {
        await Promise.race(busy);
        continue;
      }
      const work = item().then((more) => {
        for (const kind of Object.keys(more ?? {})) queue[kind].push(...more[kind]);
      });
      busy.add(work);
      await work;
      busy.delete(work);
    }
  };
  await Promise.all([lane('works', 'waits'), lane('works', 'waits'), lane('waits')]);
}

/** The demo is written once, into a database of its own; each story works on a copy. */
async function seedOnce(name, devices) {
  const { prepareDatabase } = await import('./lib/database.mjs');
  const login = path.join(DATA, `test-login-${name}.json`);
  databases.push([name, login]);
  const { ownerUrl: _, ...env } = await prepareDatabase(adminUrl, name, login);
  const { code, text } = await output(process.execPath, typescript('scripts/demo/seed.ts'), 'all', {
    ...env,
    ...devices,
  });
  if (code !== 0) throw new Error(`The demo could not be written:\n${text}`);
  return async (copy) => {
    const { copyDatabase } = await import('./lib/database.mjs');
    databases.push([copy, null]);
    return { ...env, ...devices, DATABASE_URL: await copyDatabase(adminUrl, name, copy, env.DATABASE_URL) };
  };
}

/** What is begun after this is of nobody. */
let isEnding = false;
async function clean() {
  isEnding = true;
  for (const { pid } of running)
    try {
      process.kill(-pid, 'SIGKILL');
    } catch {
      /* it has ended by itself */
    }
  await home.stop();
  if (own) own.destroy();
  else if (adminUrl) {
    const { dropDatabase } = await import('./lib/database.mjs');
    for (const [name, login] of databases.toReversed()) await dropDatabase(adminUrl, name, login);
  }
  for (const [, login] of databases) if (login) fs.rmSync(login, { force: true });
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => void clean().then(() => process.exit(1)));

try {
  systemPackages(...(own ? ['postgresql'] : []), 'browser', 'pdftotext');
  npmPackages();
  reached = touched && testsFor(touched);
  own?.destroy(); // what a killed run left
  if (!only) command('node_modules/.bin/next', ['typegen'], { NEXT_TELEMETRY_DISABLED: '1' });
  const tools =
    only || touched?.length === 0
      ? []
      : [
          ['lint', 'eslint', ...some(/\.(m?js|tsx?)$/, '.')],
          [
            'lint with types and of React',
            'oxlint',
            '--report-unused-disable-directives',
            '--deny-warnings',
            'src',
            'tests',
            'scripts',
          ],
          ['format', 'oxfmt', '--check', '--no-error-on-unmatched-pattern', ...some(/./, '.')],
          // by its path: the linter's own compiler has the same command
          ['types', '../typescript-native/bin/tsc', '--noEmit'],
          ['unused code', 'knip'],
        ];
  // in a process of its own, so that this one goes on
  let building = Promise.resolve(true);
  const buildOnce = () => {
    building = output(
      process.execPath,
      ['--input-type=module', '-e', BUILD],
      'all',
      only ? {} : TYPES_CHECKED,
    ).then(({ code, text }) => {
      if (code !== 0) process.stderr.write(text);
      count('build', code === 0);
      return code === 0;
    });
    return building.then(() => ({}));
  };
  // our own cluster is thrown away as a whole; another's databases carry our process id
  const suffix = own ? '' : `_${process.pid}`;
  /** A database that dies is everybody's: that story runs alone, and last. */
  let alone = async () => {};

  /** Writes the demo, and gives the stories that work on copies of it. */
  const seed = async () => {
    adminUrl = own ? await own.start() : process.env.DATABASE_URL;
    const devices = await home.simulator({ output: 'ignore' });
    const copy = await seedOnce(`iron_gate_seed${suffix}`, devices.env);
    // the story that begins a company has an empty database and no service
    const emptyFor = async (story) => {
      const { prepareDatabase } = await import('./lib/database.mjs');
      const name = `iron_gate_empty_${story}${suffix}`;
      const login = path.join(DATA, `test-login-${name}.json`);
      databases.push([name, login]);
      const { ownerUrl: _, ...env } = await prepareDatabase(adminUrl, name, login);
      return { ...env, WEATHER_URL: '', SOIL_URL: '', IRON_GATE_OUTBOX: path.join(root, 'outbox') };
    };
    /** The stories of a folder, each with a demo of its own, so that none depends on what another did. */
    const prepared = async (folder) => {
      const list = [];
      if (!wants(folder)) return list;
      // copies are made one after the other: a template that is being copied takes no second copy
      for (const story of storiesIn(folder))
        list.push({
          story,
          env: await (['company', 'proxy'].includes(story)
            ? emptyFor(story)
            : copy(`iron_gate_${folder}_${story}${suffix}`)),
        });
      return list;
    };
    const inBrowser = async ({ story, env: demo }) => {
      if (!(await building)) return;
      // it starts servers of its own, as a company would
      if (story === 'proxy') {
        const world = { ...demo, BASE_URL: '', ADMIN_URL: adminUrl, NGINX: nginx(), CLUSTER_ROOT: root };
        await jest('browser proxy', ['tests/browser/proxy.test.ts'], world, '--testTimeout=900000');
        return;
      }
      // the story that breaks the weather has a weather service of its own
      const weather = story === 'trouble' ? (await home.simulator({ output: 'ignore' })).env : {};
      const env = { ...demo, ...weather };
      const worker = home.worker(env, { output: 'ignore' });
      const app = await home.app(await freePort(), env, { output: 'ignore' });
      const world = { ...env, BASE_URL: app.url, ...(own ? { CLUSTER_ROOT: root } : {}) };
      await jest(`browser ${story}`, [`tests/browser/${story}.test.ts`], world, '--testTimeout=900000');
      app.child.kill('SIGTERM');
      worker.end();
    };
    const torture = async () => {
      if (!(await building)) return;
      const from = Object.assign(new URL(adminUrl), { pathname: `/iron_gate_seed${suffix}` }).toString();
      const args = [path.join(ROOT, 'scripts', 'torture.mjs'), '--minutes', '1'];
      const { code, text } = await output(process.execPath, args, 'all', { DEMO_TO_COPY: from });
      process.stderr.write(text);
      count('a minute of kills: nothing acknowledged is lost or doubled', code === 0);
    };
    const data = await prepared('data');
    const browser = await prepared('browser');
    const database = browser.find((s) => s.story === 'database');
    if (database) alone = () => inBrowser(database);
    say(`demo written, and ${data.length + browser.length} databases of it`);
    return {
      works: data.map(({ story, env }) => async () => {
        await jest(
          `data ${story}`,
          [`tests/data/${story}.test.ts`],
          // those that make databases of their own
          ['migrations', 'backup', 'moving'].includes(story) ? { ...env, ADMIN_URL: adminUrl } : env,
          '--testTimeout=240000',
        );
      }),
      waits: [
        ...browser.filter((s) => s !== database).map((s) => () => inBrowser(s)),
        ...(wants('browser') && (!file || file === 'torture') ? [torture] : []),
      ],
    };
  };
  // the demo first, for most wait for it; then the longest, one worker each
  await inLanes({
    works: [
      ...(wants('browser') ? [buildOnce] : []),
      ...(wants('data') || wants('browser') ? [seed] : []),
      ...(wants('core')
        ? [
            () =>
              jest(
                'core',
                reached?.filter((t) => t.startsWith('src/')) ?? [`src/.*${file}`],
                {},
                '--maxWorkers=1',
              ),
          ]
        : []),
      ...tools.map((t) => () => check(t)),
    ],
    waits: [],
  });
  await alone();
} catch (error) {
  count(error instanceof Error ? error.message : String(error), false);
} finally {
  await clean();
}
const line = `${totals.passed} passed, ${totals.failed} failed`;
fs.mkdirSync(DATA, { recursive: true });
fs.writeFileSync(path.join(DATA, 'test-count'), `${line}\n`);
console.log(line);
process.exit(totals.failed ? 1 : 0);
