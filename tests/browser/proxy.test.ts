/**
 * The worked example of docs/nginx-site.conf: TLS before two servers, each with its own worker, on one database that is
 * reached over TLS too. Each is started by `npm start`, as on a machine of its own.
 */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { chownSync, copyFileSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import https from 'node:https';
import path from 'node:path';
import postgres from 'postgres';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { DESKTOP, openBrowser, type Browser } from './driver';

const cluster = process.env['CLUSTER_ROOT'] ?? '';
const adminUrl = process.env['ADMIN_URL'] ?? '';
const folder = path.resolve(cluster || '.data/test', 'proxy');
const WORDS = 'harbour teaspoon velvet nine';
const ended: (() => void | Promise<void>)[] = [];
let b: Browser | undefined;
afterAll(async () => {
  await b?.quit();
  for (const end of ended.toReversed()) await end();
}, 60_000);

/** A certificate for the machine itself, signed by itself: whoever is to trust it is given it. */
function certificate(name: string) {
  const [key, crt] = [path.join(folder, `${name}.key`), path.join(folder, `${name}.crt`)];
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'rsa:2048',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-addext',
      'subjectAltName=DNS:localhost,IP:127.0.0.1',
      '-keyout',
      key,
      '-out',
      crt,
    ],
    { stdio: 'ignore' },
  );
  return { key, crt };
}

function started(name: string, file: string, args: readonly string[], env: Record<string, string> = {}) {
  const child = spawn(file, args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const out of [child.stdout, child.stderr]) out.on('data', (part: Buffer) => (said += part.toString()));
  const over = new Promise<number | null>((ok) => child.on('exit', ok));
  const end = async () => {
    child.kill('SIGTERM');
    await over;
  };
  ended.push(end);
  const heard = async (words: string) => {
    for (let i = 0; i < 1800; i++) {
      if (said.includes(words)) return said;
      if (child.exitCode !== null) break;
      await new Promise((ok) => setTimeout(ok, 100));
    }
    throw new Error(`${name} never said "${words}": ${said}`);
  };
  return { child: child as ChildProcess, heard, over, end, said: () => said };
}

/** Asks over TLS and trusts that certificate alone. */
function ask(url: string, ca: Buffer, options: https.RequestOptions = {}, body?: string) {
  return new Promise<Readonly<{ status: number; headers: Record<string, unknown>; text: string }>>(
    (ok, bad) => {
      const request = https.request(url, { ...options, ca, agent: false }, (answer) => {
        let text = '';
        answer.on('data', (part: Buffer) => (text += part.toString()));
        answer.on('end', () => ok({ status: answer.statusCode ?? 0, headers: answer.headers, text }));
      });
      request.on('error', bad);
      request.end(body);
    },
  );
}

const onOwnServer = cluster ? test : test.skip;
onOwnServer(
  'TLS before two servers on one database over TLS: a company begins, and one server may die',
  async () => {
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true });
    // the database takes TLS from here on, as well as what comes from the machine itself without
    const database = certificate('database');
    const data = path.join(cluster, 'pg');
    const { uid, gid } = statSync(data);
    for (const [from, to] of [
      [database.key, 'server.key'],
      [database.crt, 'server.crt'],
    ] as const) {
      copyFileSync(from, path.join(data, to));
      chownSync(path.join(data, to), uid, gid);
      execFileSync('chmod', ['600', path.join(data, to)]);
    }
    const admin = postgres(adminUrl, { max: 1 });
    ended.push(() => admin.end());
    await admin.unsafe('alter system set ssl = on');
    await admin.unsafe('select pg_reload_conf()');
    const url = new URL(adminUrl);
    url.searchParams.set('sslmode', 'verify-full');

    // the example, with this machine's ports and certificate
    const [plain, tls, one, two] = [await freePort(), await freePort(), await freePort(), await freePort()];
    const own = certificate('site');
    const base = `https://localhost:${tls}`;
    const site = readFileSync('docs/nginx-site.conf', 'utf8')
      .replaceAll('127.0.0.1:3000', `127.0.0.1:${one}`)
      .replaceAll('127.0.0.1:3001', `127.0.0.1:${two}`)
      .replaceAll('127.0.0.1:80;', `127.0.0.1:${plain};`)
      .replaceAll('127.0.0.1:443 ', `127.0.0.1:${tls} `)
      .replaceAll('/etc/ssl/lawns.example', own.crt.replace('.crt', ''))
      .replaceAll('https://lawns.example', base)
      .replaceAll('lawns.example', 'localhost');
    writeFileSync(path.join(folder, 'site.conf'), site);
    const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
      .map((kind) => `${kind}_temp_path ${path.join(folder, kind)};`)
      .join(' ');
    writeFileSync(
      path.join(folder, 'nginx.conf'),
      `user root; daemon off; pid ${path.join(folder, 'pid')}; error_log stderr; events {}\nhttp { access_log off; ${temporary} include ${path.join(folder, 'site.conf')}; }\n`,
    );

    const server = (name: string, port: number, over: Record<string, string> = {}) =>
      started(name, process.execPath, ['scripts/start.mjs'], {
        IRON_GATE_DATA: path.join(folder, name),
        PORT: String(port),
        DATABASE_URL: url.toString(),
        BETTER_AUTH_URL: base,
        BETTER_AUTH_SECRET: 'of both servers, and long enough to be one',
        NODE_EXTRA_CA_CERTS: database.crt,
        WEATHER_URL: '',
        SOIL_URL: '',
        ...over,
      });
    // who does not trust the certificate does not come in, and says why
    const mistrustful = server('mistrustful', await freePort(), { NODE_EXTRA_CA_CERTS: own.crt });
    expect(await mistrustful.over).toBe(1);
    expect(mistrustful.said()).toMatch(/self-signed certificate/);

    // both at once: one makes the database, the other waits for it
    const servers = [server('one', one), server('two', two)];
    const said = await Promise.all(servers.map((s) => s.heard('Ctrl-C ends it')));
    const nginx = started('nginx', process.env['NGINX'] ?? 'nginx', ['-c', path.join(folder, 'nginx.conf')]);
    const ca = readFileSync(own.crt);
    for (let i = 0; ; i++)
      try {
        await ask(base, ca);
        break;
      } catch (error) {
        if (i > 600 || nginx.child.exitCode !== null)
          throw new Error(`nginx does not answer at ${base}. It said: ${nginx.said()}`, { cause: error });
        await new Promise((again) => setTimeout(again, 100));
      }

    // a company begins, over TLS, now at one server and now at the other
    b = await openBrowser(base, DESKTOP);
    // each server prints an address, and the newer one holds
    const addresses = said.map((s) => /https:\S+/.exec(s.slice(s.indexOf('Open this address')))![0]);
    await b.driver.get(addresses[0]!);
    if ((await b.either('Begin your company', 'opens nothing')).includes('opens nothing'))
      await b.driver.get(addresses[1]!);
    await b.page('Begin your company');
    await b.type(await b.field('Company'), 'Saltmarsh Turf');
    await b.choose('Time zone', 'America/Los Angeles');
    await b.choose('Units', 'metric: °C, m², L, km/h, mm');
    await b.type(await b.field('Your name'), 'Orla Penhale');
    await b.type(await b.field('Your e-mail'), 'orla@saltmarsh.example');
    await b.type(await b.field('Password'), WORDS);
    await b.type(await b.field('Password again'), WORDS);
    await b.press('Begin the company');
    await b.page('Setting up Saltmarsh Turf');
    for (let i = 0; i < 4; i++) {
      await b.go('/setup');
      await b.page('Setting up Saltmarsh Turf');
    }
    const cookies = await b.driver.manage().getCookies();
    const session = cookies.find((c) => c.name.includes('session_token'))!;
    expect(session).toMatchObject({ secure: true, httpOnly: true });
    expect(session.name).toMatch(/^__Secure-/);
    const cookie = cookies.map((c) => `${c.name}=${c.value}`).join('; ');

    const page = await ask(`${base}/setup`, ca, { headers: { cookie } });
    expect([page.status, page.headers['strict-transport-security']]).toEqual([200, 'max-age=31536000']);
    const there = await fetch(`http://localhost:${plain}/lawns`, { redirect: 'manual' });
    expect([there.status, there.headers.get('location')]).toEqual([301, `${base}/lawns`]);
    const post = (headers: Record<string, string>, body = '') =>
      ask(`${base}/house`, ca, { method: 'POST', headers: { cookie, ...headers } }, body);
    expect((await post({ origin: 'https://evil.example', 'x-forwarded-host': 'evil.example' })).status).toBe(
      403,
    );
    expect((await post({ 'content-length': String(46 * 1024 * 1024) })).status).toBe(413);
    expect((await ask(`${base}/api/metrics`, ca)).status).toBe(404);

    // two workers live, and what one server changes is told to a screen that hangs on the other
    const inDatabase = postgres(Object.assign(new URL(adminUrl), { pathname: '/iron_gate' }).toString(), {
      max: 1,
    });
    ended.push(() => inDatabase.end());
    expect((await inDatabase`select worker_id from worker_beat`).length).toBe(2);
    for (const port of [one, two]) {
      const stream = await fetch(`http://127.0.0.1:${port}/api/changes`, { headers: { cookie } });
      expect(stream.status).toBe(200);
      const reader = stream.body!.getReader();
      let heard = '';
      const listening = (async () => {
        for (let part = await reader.read(); !part.done; part = await reader.read()) {
          heard += Buffer.from(part.value).toString();
          if (heard.split('data:').length > 2) break;
        }
      })();
      await reader.read();
      await b.go('/house/gates');
      await b.type(await b.field('State where our lawns lie'), `Merrow ${port}`);
      await b.press('Save the figures of the gates');
      await listening;
      await reader.cancel();
    }
    // others of the server have no business here, and its pages carry sums
    const [ours] = await inDatabase`
      select array_to_string(datacl, ' ') as acl, current_setting('data_checksums') as sums
      from pg_database where datname = 'iron_gate'`;
    expect(ours!['sums']).toBe('on');
    expect(` ${ours!['acl']}`).not.toMatch(/ =/);
    // nothing of ours came to the database without TLS
    const open = await inDatabase`
    select a.usename from pg_stat_ssl s join pg_stat_activity a using (pid)
    where a.usename like 'app\_login%' and a.datname = 'iron_gate' and not s.ssl`;
    expect(open).toEqual([]);

    // one server ends: people go on at the other, signed in as they were
    await servers[0]!.end();
    for (let i = 0; i < 3; i++) {
      await b.go('/house');
      await b.page('House rules');
    }
    expect((await ask(`${base}/api/health`, ca)).status).toBe(200);
  },
);
