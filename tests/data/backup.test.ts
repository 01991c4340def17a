/** A backup while people work, the loss of the database, and its return: every row, every sum, and a login that reads them. */
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import postgres from 'postgres';
import { closeAll } from '../support/demo';
import { backup, differences, restore } from '../../scripts/lib/backup.mjs';

const admin = process.env['ADMIN_URL'];
const source = process.env['DATABASE_URL'];
if (!admin || !source) throw new Error('ADMIN_URL is not set: run these through npm test -- data');
const name = new URL(source).pathname.slice(1);
const back = `iron_gate_back_${process.pid}`;
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'backup-'));
const connect = (url: string) => postgres(url, { max: 1, onnotice() {} });
const at = (database: string) => Object.assign(new URL(admin), { pathname: `/${database}` }).toString();

afterAll(async () => {
  const server = connect(admin);
  await server.unsafe(`drop database if exists ${back} with (force)`);
  await server.end();
  fs.rmSync(folder, { recursive: true });
  await closeAll();
});

test('what is saved while others write comes back whole', async () => {
  // somebody turns the clock on and on meanwhile
  let isOver = false;
  const writer = connect(at(name));
  const writing = (async () => {
    while (!isOver) await writer`update clock set now = now + interval '1 second'`;
  })();
  const rows = await backup(admin, name, folder, 'sealed with this');
  isOver = true;
  await writing;
  await writer.end();
  expect(rows).toBeGreaterThan(1000);

  const login = path.join(folder, 'login.json');
  const came = await restore(admin, back, folder, login);
  expect(came.rows).toBe(rows);
  expect(came.prepared.BETTER_AUTH_SECRET).toBe('sealed with this');
  // the application's own login sees a company's rows behind the fence, and none without one
  const app = connect(came.prepared.DATABASE_URL);
  const lawns = await app.begin(async (sql) => {
    await sql`select set_config('app.org_id', 'quillmoor', true)`;
    return sql`select 1 from lawn`;
  });
  expect(lawns.length).toBeGreaterThan(5);
  expect(await app`select 1 from lawn`).toHaveLength(0);
  await app.end();
});

test('a database that holds a company is not written over', async () => {
  await expect(restore(admin, back, folder, path.join(folder, 'login.json'))).rejects.toThrow(
    'holds a company already',
  );
});
test('a folder that is no backup is refused by name', async () => {
  await expect(restore(admin, `${back}_2`, os.tmpdir(), path.join(folder, 'x.json'))).rejects.toThrow(
    'holds no backup',
  );
});
test('a lost row and a changed figure are differences', () => {
  const one = { a: { rows: 2, sum: '5' }, b: { rows: 1, sum: '1' } };
  expect(differences(one, one)).toEqual([]);
  expect(differences(one, { a: { rows: 1, sum: '5' }, b: { rows: 1, sum: '2' } })).toHaveLength(2);
  expect(differences(one, { a: one.a })).toEqual(['b: 1 rows in the backup, none restored']);
});
