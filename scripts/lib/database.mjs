// One database with its roles and tables. Needs npm packages: imported after they are installed.
import { randomBytes } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { drizzle } from 'drizzle-orm/postgres-js';
import { migrate } from 'drizzle-orm/postgres-js/migrator';
import PgBoss from 'pg-boss';
import postgres from 'postgres';

const ROOT = path.join(import.meta.dirname, '..', '..');
export const connect = (url) => postgres(url, { max: 1, onnotice() {} });
export const atDatabase = (url, name) => Object.assign(new URL(url), { pathname: `/${name}` }).toString();

/** The group that policies and grants name, where the server lacks it. */
export async function makeAppUser(admin) {
  if (!(await admin`select 1 from pg_roles where rolname = 'app_user'`).length)
    await admin.unsafe('create role app_user nologin nosuperuser nobypassrls');
}

/**
 * Makes the database `name` on the server of `adminUrl` where it is missing, migrates it, and gives the application a
 * login of its own there. The policies name the group app_user; the login is a member of it, owns nothing and passes no
 * policy by. Its password is kept in `stateFile`, so that a second run has the same.
 */
export async function prepareDatabase(adminUrl, name, stateFile) {
  const admin = connect(adminUrl);
  // servers of one database that begin at once do this one after the other: the lock goes with the connection
  await admin`select pg_advisory_lock(hashtext('iron gate is prepared'))`;
  const login = fs.existsSync(stateFile)
    ? JSON.parse(fs.readFileSync(stateFile, 'utf8'))
    : {
        role: `app_login_${randomBytes(4).toString('hex')}`,
        password: randomBytes(24).toString('hex'),
        secret: randomBytes(32).toString('hex'),
      };
  fs.mkdirSync(path.dirname(stateFile), { recursive: true });
  fs.writeFileSync(stateFile, JSON.stringify(login, null, 2) + '\n', { mode: 0o600 });

  await makeAppUser(admin);
  const verb = (await admin`select 1 from pg_roles where rolname = ${login.role}`).length
    ? 'alter'
    : 'create';
  await admin.unsafe(
    `${verb} role ${login.role} login nosuperuser nobypassrls nocreatedb nocreaterole password '${login.password}'`,
  );
  await admin.unsafe(`grant app_user to ${login.role}`);
  if (!(await admin`select 1 from pg_database where datname = ${name}`).length)
    await admin.unsafe(`create database ${name}`);
  // what runs for minutes has lost its way; other databases of the server are nobody's business
  await admin.unsafe(`alter role ${login.role} set statement_timeout = '5min'`);
  await admin.unsafe(`alter role ${login.role} set idle_in_transaction_session_timeout = '5min'`);
  // compiling a statement takes seconds, which no page's statement takes itself
  await admin.unsafe(`alter role ${login.role} set jit = off`);
  await admin.unsafe(`revoke connect, temporary on database ${name} from public`);
  await admin.unsafe(`grant connect on database ${name} to ${login.role}`);

  const ownerUrl = atDatabase(adminUrl, name);
  const owner = connect(ownerUrl);
  await owner.unsafe('revoke create on schema public from public; grant usage on schema public to app_user');
  await migrate(drizzle(owner), { migrationsFolder: path.join(ROOT, 'drizzle') });
  await owner.end();

  // the queue's tables and its queues: made by the owner, used by the application
  const boss = new PgBoss({ connectionString: ownerUrl, supervise: false, schedule: false, max: 2 });
  boss.on('error', () => {});
  await boss.start();
  if (!(await boss.getQueue('iron-gate'))) await boss.createQueue('iron-gate');
  // of these one job waits for each organisation, however often it is sent
  for (const name of ['iron-gate-windows', 'iron-gate-weather', 'iron-gate-season'])
    if (!(await boss.getQueue(name))) await boss.createQueue(name, { name, policy: 'short' });
  await boss.stop({ graceful: false, wait: true });
  const grants = connect(ownerUrl);
  await grants.unsafe(
    'grant usage on schema pgboss to app_user; grant select, insert, update, delete on all tables in schema pgboss to app_user; grant execute on all functions in schema pgboss to app_user',
  );
  await grants.end();
  await admin.end();

  const app = new URL(ownerUrl);
  app.username = login.role;
  app.password = login.password;
  return { DATABASE_URL: app.toString(), BETTER_AUTH_SECRET: login.secret, ownerUrl };
}

/** Makes `copy` from the database `name`, to which nobody may be connected; gives `appUrl` for the copy. */
export async function copyDatabase(adminUrl, name, copy, appUrl) {
  const admin = connect(adminUrl);
  await admin.unsafe(
    `select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name}' and pid <> pg_backend_pid()`,
  );
  await admin.unsafe(`create database ${copy} template ${name}`);
  await admin.end();
  return atDatabase(appUrl, copy);
}

/** Removes a database, and the application's login where its file is named: for tests on a server that is not ours. */
export async function dropDatabase(adminUrl, name, stateFile) {
  const admin = connect(adminUrl);
  await admin.unsafe(`drop database if exists ${name} with (force)`);
  if (stateFile && fs.existsSync(stateFile))
    await admin.unsafe(`drop role if exists ${JSON.parse(fs.readFileSync(stateFile, 'utf8')).role}`);
  await admin.end();
  if (stateFile) fs.rmSync(stateFile, { force: true });
}
