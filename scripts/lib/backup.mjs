// A company's data as one folder, and back. The dump is of one moment, also while people work; what it holds is counted
// in the same moment, and a copy that was restored from it is held to those counts before it is called a backup.
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { atDatabase, connect, makeAppUser, prepareDatabase } from './database.mjs';
import { BIN } from './postgres.mjs';

const FORMAT = 'iron-gate-backup/1';

function run(tool, args, url) {
  const { username, password, hostname, port, pathname } = new URL(url);
  const r = spawnSync(path.join(BIN, tool), args, {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
    env: {
      ...process.env,
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGHOST: hostname,
      PGPORT: port || '5432',
      PGDATABASE: pathname.slice(1),
    },
  });
  if (r.error) throw r.error;
  if (r.status !== 0) {
    const isFenced = /row-level security/.test(r.stderr);
    throw new Error(
      isFenced
        ? `${tool} may not pass the fences between companies: give the role ${username} BYPASSRLS, or use a superuser.\n${r.stderr}`
        : `${tool} failed (exit ${r.status}):\n${r.stderr}`,
    );
  }
}

/** Rows of every table, and a sum over their contents, by "schema.table". */
async function countsOf(sql) {
  const tables = await sql`
    select table_schema as schema, table_name as name from information_schema.tables
    where table_type = 'BASE TABLE' and table_schema in ('public', 'drizzle') order by 1, 2`;
  const counts = {};
  for (const { schema, name } of tables) {
    const [row] = await sql`
      select count(*)::text as rows, coalesce(sum(hashtext(t::text)::bigint), 0)::text as sum
      from ${sql(schema)}.${sql(name)} t`;
    counts[`${schema}.${name}`] = { rows: Number(row.rows), sum: row.sum };
  }
  return counts;
}

/** What differs between counts, in words; empty: nothing. */
export const differences = (want, have) =>
  [...new Set([...Object.keys(want), ...Object.keys(have)])]
    .filter((t) => want[t]?.rows !== have[t]?.rows || want[t]?.sum !== have[t]?.sum)
    .map((t) => `${t}: ${want[t]?.rows ?? 'none'} rows in the backup, ${have[t]?.rows ?? 'none'} restored`);

/**
 * Writes a backup of the database `name` into `folder`, restores it into a database that is thrown away, and compares.
 * @param secret what sign-ins and second factors are sealed with: without it they cannot be read again
 * @returns the rows it holds. @throws where the copy differs: then there is no backup
 */
export async function backup(adminUrl, name, folder, secret) {
  fs.mkdirSync(folder, { recursive: true, mode: 0o700 });
  const dump = path.join(folder, 'data.dump');
  const source = connect(atDatabase(adminUrl, name));
  let counts;
  try {
    counts = await source.begin('isolation level repeatable read read only', async (sql) => {
      const [{ snapshot }] = await sql`select pg_export_snapshot() as snapshot`;
      run(
        'pg_dump',
        ['--format=custom', `--snapshot=${snapshot}`, `--file=${dump}`],
        atDatabase(adminUrl, name),
      );
      return countsOf(sql);
    });
  } finally {
    await source.end();
  }
  const trial = `iron_gate_trial_${process.pid}_${randomBytes(3).toString('hex')}`;
  const admin = connect(adminUrl);
  try {
    await admin.unsafe(`create database ${trial}`);
    run(
      'pg_restore',
      ['--no-owner', '--exit-on-error', `--dbname=${trial}`, dump],
      atDatabase(adminUrl, trial),
    );
    const copy = connect(atDatabase(adminUrl, trial));
    const wrong = differences(counts, await countsOf(copy));
    await copy.end();
    if (wrong.length) throw new Error(`The copy that was restored differs:\n${wrong.join('\n')}`);
  } finally {
    await admin.unsafe(`drop database if exists ${trial} with (force)`);
    await admin.end();
  }
  const manifest = { format: FORMAT, made: new Date().toISOString(), database: name, secret, counts };
  fs.writeFileSync(path.join(folder, 'manifest.json'), `${JSON.stringify(manifest, null, 2)}\n`, {
    mode: 0o600,
  });
  fs.chmodSync(dump, 0o600);
  return Object.values(counts).reduce((sum, c) => sum + c.rows, 0);
}

/**
 * Brings a backup back into the database `name` and gives the application its login there, kept in `stateFile`.
 * @returns the rows. @throws where a company is in that database already, or what came back differs
 */
export async function restore(adminUrl, name, folder, stateFile) {
  const file = path.join(folder, 'manifest.json');
  if (!fs.existsSync(file)) throw new Error(`${folder} holds no backup: there is no manifest.json in it.`);
  const manifest = JSON.parse(fs.readFileSync(file, 'utf8'));
  if (manifest.format !== FORMAT) throw new Error(`${file} is no backup of ${FORMAT}.`);
  const admin = connect(adminUrl);
  try {
    if ((await admin`select 1 from pg_database where datname = ${name}`).length) {
      const there = connect(atDatabase(adminUrl, name));
      const [{ table }] = await there`select to_regclass('public.organisation') as table`;
      const companies = table ? (await there`select 1 from organisation`).length : 0;
      await there.end();
      if (companies)
        throw new Error(
          `The database ${name} holds a company already. Move its data folder away, or drop that database, and restore again.`,
        );
      await admin.unsafe(`drop database ${name} with (force)`);
    }
    await makeAppUser(admin);
    await admin.unsafe(`create database ${name}`);
  } finally {
    await admin.end();
  }
  run(
    'pg_restore',
    ['--no-owner', '--exit-on-error', `--dbname=${name}`, path.join(folder, 'data.dump')],
    atDatabase(adminUrl, name),
  );
  const copy = connect(atDatabase(adminUrl, name));
  const wrong = differences(manifest.counts, await countsOf(copy));
  await copy.end();
  if (wrong.length) throw new Error(`What came back differs:\n${wrong.join('\n')}`);
  const login = fs.existsSync(stateFile)
    ? JSON.parse(fs.readFileSync(stateFile, 'utf8'))
    : { role: `app_login_${randomBytes(4).toString('hex')}`, password: randomBytes(24).toString('hex') };
  fs.mkdirSync(path.dirname(stateFile), { recursive: true });
  fs.writeFileSync(stateFile, JSON.stringify({ ...login, secret: manifest.secret }, null, 2) + '\n', {
    mode: 0o600,
  });
  const prepared = await prepareDatabase(adminUrl, name, stateFile);
  return { rows: Object.values(manifest.counts).reduce((sum, c) => sum + c.rows, 0), prepared };
}
