// What a fresh Debian 12 machine lacks: system packages, npm packages, a build. Only node's own modules here.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { BIN } from './postgres.mjs';

export const ROOT = path.join(import.meta.dirname, '..', '..');
export const DATA = path.resolve(process.env.IRON_GATE_DATA ?? path.join(ROOT, '.data'));

const started = Date.now();
/** Progress, with the seconds since the start. */
export const say = (text) =>
  console.log(`${((Date.now() - started) / 1000).toFixed(1).padStart(6)} s  ${text}`);

const NEEDS = {
  postgresql: { there: () => fs.existsSync(path.join(BIN, 'initdb')), packages: ['postgresql-15'] },
  browser: {
    there: () => fs.existsSync('/usr/bin/chromium') && fs.existsSync('/usr/bin/chromedriver'),
    packages: ['chromium', 'chromium-driver'],
  },
  /** reads the text of a PDF again, for the tests */
  pdftotext: { there: () => fs.existsSync('/usr/bin/pdftotext'), packages: ['poppler-utils'] },
};

/** Installs missing system packages, or says exactly which to install. */
export function systemPackages(...needs) {
  const missing = needs.filter((n) => !NEEDS[n].there()).flatMap((n) => NEEDS[n].packages);
  if (!missing.length) return;
  // another package manager at work holds the lock: wait for it, up to ten minutes
  const lock = '-o DPkg::Lock::Timeout=600';
  const command = `apt-get ${lock} install -y --no-install-recommends ${missing.join(' ')}`;
  const isRoot = process.getuid() === 0;
  const canSudo = !isRoot && spawnSync('sudo', ['-n', 'true']).status === 0;
  const byHand = `Missing system packages: ${missing.join(' ')}. Install them with:\n  sudo ${command}`;
  if (!isRoot && !canSudo) throw new Error(byHand);
  say(`installing ${missing.join(', ')} with apt`);
  const apt = (line) =>
    spawnSync(isRoot ? 'sh' : 'sudo', isRoot ? ['-c', line] : ['sh', '-c', line], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0;
  // Debian's package starts a server of its own otherwise; ours lives in the project's folder
  if (missing.includes('postgresql-15'))
    apt(
      "mkdir -p /etc/postgresql-common/createcluster.d && echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.d/no-main.conf",
    );
  if (!apt(`apt-get ${lock} update -q`) || !apt(command) || !needs.every((n) => NEEDS[n].there()))
    throw new Error(`apt failed. ${byHand}`);
}

/** npm ci where node_modules is missing or was made from another lock file. */
export function npmPackages() {
  const lock = createHash('sha256')
    .update(fs.readFileSync(path.join(ROOT, 'package-lock.json')))
    .digest('hex');
  const mark = path.join(ROOT, 'node_modules', '.iron-gate-lock');
  if (fs.existsSync(mark) && fs.readFileSync(mark, 'utf8') === lock) return;
  say('installing npm packages (about a minute)');
  command('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  fs.writeFileSync(mark, lock);
}

/** Runs a command to its end in the project's folder and gives its exit code. */
export function exitCode(name, args, env = {}) {
  const r = spawnSync(name, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  return r.status ?? 1;
}

/** Runs a command that must succeed. @throws with its name where it fails */
export function command(name, args, env = {}) {
  const code = exitCode(name, args, env);
  if (code !== 0) throw new Error(`${name} ${args.join(' ')} failed (exit ${code})`);
}

/** Files under a folder, sorted. */
function filesIn(folder) {
  return fs
    .readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile() && !f.name.endsWith('.test.ts'))
    .map((f) => path.join(f.parentPath, f.name))
    .sort();
}

/** next build where a source has changed since the last. */
export function build(env = {}) {
  const hash = createHash('sha256');
  const sources = [
    ...filesIn(path.join(ROOT, 'src')),
    ...['package-lock.json', 'next.config.ts', 'tsconfig.json', 'postcss.config.mjs'].map((f) =>
      path.join(ROOT, f),
    ),
  ];
  for (const file of sources) hash.update(file.slice(ROOT.length)).update(fs.readFileSync(file));
  const now = hash.digest('hex');
  const mark = path.join(ROOT, '.next', 'iron-gate-built');
  if (fs.existsSync(mark) && fs.readFileSync(mark, 'utf8') === now) return;
  say('building (about a minute)');
  fs.rmSync(mark, { force: true });
  command('node_modules/.bin/next', ['build'], {
    NEXT_TELEMETRY_DISABLED: '1',
    NODE_ENV: 'production',
    ...env,
  });
  const standalone = path.join(ROOT, '.next', 'standalone');
  fs.cpSync(path.join(ROOT, '.next', 'static'), path.join(standalone, '.next', 'static'), {
    recursive: true,
  });
  fs.writeFileSync(mark, now);
}

/**
 * The same in a process of its own, beside other work. Types are not checked by it: the suite does.
 * @throws where it fails, with its exit code
 */
export function buildBeside() {
  const child = spawn(
    process.execPath,
    ['--input-type=module', '-e', `import { build } from './scripts/lib/setup.mjs'; build();`],
    { cwd: ROOT, stdio: 'inherit', env: { ...process.env, TYPES_ARE_CHECKED: '1' } },
  );
  process.on('exit', () => child.kill());
  return new Promise((built, failed) => {
    child.on('error', failed);
    child.on('close', (code) =>
      code === 0 ? built() : failed(new Error(`The build failed (exit ${code})`)),
    );
  });
}
