// Adds to package-lock.json the optional, platform-bound packages that npm left out because the registry reached at
// `npm install` has no copy of them (it has the Linux ones only). Without the entries `npm ci` stops with
// "Missing: …@ from lock file". They are never fetched on Linux: os/cpu do not match.
import fs from 'node:fs';
const file = process.argv[2] ?? 'package-lock.json';
const lock = JSON.parse(fs.readFileSync(file, 'utf8'));
const P = lock.packages;
const OS = [
  'darwin',
  'win32',
  'linux',
  'freebsd',
  'android',
  'openbsd',
  'netbsd',
  'openharmony',
  'sunos',
  'aix',
];
const CPU = ['arm64', 'x64', 'ia32', 'arm', 'ppc64', 's390x', 'riscv64', 'loong64', 'mips64el', 'wasm32'];
const added = [];
const found = (at, name) => {
  for (let d = at; ; d = d.slice(0, Math.max(0, d.lastIndexOf('node_modules/') - 1))) {
    const k = (d ? d + '/' : '') + 'node_modules/' + name;
    if (P[k]) return P[k];
    if (!d) return null;
  }
};
for (const [at, p] of Object.entries({ ...P }))
  for (const [name, range] of Object.entries(p.optionalDependencies ?? {})) {
    const there = found(at, name);
    if (there && there.version === range) continue;
    if (there && !/^\d/.test(range)) continue;
    const words = name.toLowerCase().split(/[/@._-]+/);
    const os = OS.filter((o) => words.some((w) => w === o || (o === 'linux' && /^linux/.test(w))));
    const cpu = CPU.filter((c) =>
      words.some((w) => w === c || (c === 'arm' && /^arm(v?\d|eabi|hf)?/.test(w) && w !== 'arm64')),
    );
    if (!os.length && !cpu.length) {
      console.error('not platform-bound, left alone:', name, range, 'of', at);
      continue;
    }
    const version = range.replace(/^[^\d]*/, '');
    const key = P['node_modules/' + name] ? `${at}/node_modules/${name}` : 'node_modules/' + name;
    P[key] = {
      version,
      ...(os.length ? { os } : {}),
      ...(cpu.length ? { cpu } : {}),
      optional: true,
      ...(p.dev ? { dev: true } : {}),
    };
    added.push(key);
  }
lock.packages = Object.fromEntries(Object.entries(P).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)));
fs.writeFileSync(file, JSON.stringify(lock, null, 2) + '\n');
console.log(`added ${added.length}:`);
for (const a of added) console.log(' ', a, JSON.stringify(P[a]));
