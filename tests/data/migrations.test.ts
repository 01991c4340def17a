/** A database of an earlier version, with its plans of one product a year and its records, brought to this version: nothing is lost. */
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { drizzle } from 'drizzle-orm/postgres-js';
import { migrate } from 'drizzle-orm/postgres-js/migrator';
import postgres from 'postgres';

/** The last migration of the version that the dump was made with. */
const BEFORE = 10;
const admin = process.env['ADMIN_URL'];
if (!admin) throw new Error('ADMIN_URL is not set: run these through npm test -- data');
const name = `iron_gate_old_${process.pid}`;
const at = (url: string, database: string) =>
  Object.assign(new URL(url), { pathname: `/${database}` }).toString();
const connect = (url: string) => postgres(url, { max: 1, onnotice() {} });

let db: postgres.Sql;
type Plan = { parts: number };
let plans: Plan[];
let oldRecords: Record<string, unknown>[];
beforeAll(async () => {
  const server = connect(admin);
  await server.unsafe(`create database ${name}`);
  await server.end();
  db = connect(at(admin, name));
  // the migrations as they were then
  const then = fs.mkdtempSync(path.join(os.tmpdir(), 'migrations-'));
  fs.cpSync('drizzle', then, { recursive: true });
  const journal = path.join(then, 'meta', '_journal.json');
  const all = JSON.parse(fs.readFileSync(journal, 'utf8')) as { entries: { idx: number }[] };
  fs.writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.filter((e) => e.idx <= BEFORE) }));
  await migrate(drizzle(db), { migrationsFolder: then });
  fs.rmSync(then, { recursive: true });
  await db.unsafe(fs.readFileSync('tests/data/old-database.sql', 'utf8'));
  await db`update public.zone z set water = case z.name when 'front' then 'drain' else 'none' end,
    water_ft = case z.name when 'front' then 30 end
    from public.lawn l where l.id = z.lawn_id and l.address = '14 Quarry Lane'`;
  plans = await db<Plan[]>`
    select count(a.id)::int as parts
    from public.plan p join public.planned_application a on a.plan_id = p.id group by p.id`;
  oldRecords = await db`select id, site, applied_on::text, amount::text, amount_unit, gates::text as gates
    from public.application_record order by id`;
  await migrate(drizzle(db), { migrationsFolder: 'drizzle' });
});
afterAll(async () => {
  await db.end();
  const server = connect(admin);
  await server.unsafe(`drop database ${name}`);
  await server.end();
});

const products = (address: string, zone: string) => db<
  {
    on: string;
    product: string;
    rate: string;
    use: string;
    place: string;
    area: string | null;
    part: number | null;
  }[]
>`
  select a.planned_on::text as on, pr.name as product, p.rate::text, p.use, p.place, p.area_sq_ft::text as area, p.part
  from planned_application a join planned_product p on p.application_id = a.id
  join zone z on z.id = a.zone_id join lawn l on l.id = z.lawn_id join product pr on pr.id = p.product_id
  where l.address = ${address} and z.name = ${zone} order by 1, p.position`;

test('every part of every plan is an application now, and no more than those', async () => {
  expect(plans).toHaveLength(10);
  const [now] = await db<{ count: number }[]>`select count(*)::int as count from planned_application`;
  expect(now?.count).toBe(plans.reduce((sum, p) => sum + p.parts, 0));
  const tables = await db`select 1 from pg_tables where schemaname = 'public' and tablename = 'plan'`;
  expect(tables).toHaveLength(0);
});

test('shares of a total become rates, and the parts are tied to each other', async () => {
  // 12 fl oz in three falling parts: 4/9, 3/9, 2/9
  expect((await products('88 Chandler Street', 'front')).map((p) => [p.on, Number(p.rate), p.part])).toEqual([
    ['2027-03-19', 5.333333, 1],
    ['2027-04-16', 4, 2],
    ['2027-05-14', 2.666667, 3],
  ]);
  // two thirds of 0.75 oz, and the rest
  expect((await products('3 Mill Race', 'whole lawn')).map((p) => Number(p.rate))).toEqual([0.5, 0.25]);
  const [ties] = await db<{ count: number }[]>`
    select count(distinct tie_id)::int as count from planned_product where tie_id is not null`;
  expect(ties?.count).toBe(plans.filter((p) => p.parts > 1).length);
});

test('boards find at once which zones have something planned', async () => {
  const states = await db<{ state: string; n: number }[]>`
    select programme_state as state, count(*)::int as n from zone group by 1 order by 1`;
  const [counted] = await db<{ none: number; open: number; all: number }[]>`
    select count(*)::int as all, count(*) filter (where products = 0)::int as none,
      count(*) filter (where products > recorded)::int as open
    from (select z.id, count(p.id) as products, count(r.planned_product_id) as recorded from zone z
      left join planned_application a on a.zone_id = z.id left join planned_product p on p.application_id = a.id
      left join (select distinct planned_product_id from application_record) r on r.planned_product_id = p.id
      group by z.id) per_zone`;
  const { none, open, all } = counted!;
  expect(open).toBeGreaterThan(5);
  expect(Object.fromEntries(states.map((s) => [s.state, s.n]))).toEqual(
    Object.fromEntries(Object.entries({ done: all - none - open, none, open }).filter(([, n]) => n > 0)),
  );
});

test('a partner of the tank stands beside its product, and spots keep their area', async () => {
  const back = await products('14 Quarry Lane', 'back');
  expect(back.map((p) => [p.on, p.product.split(',')[0], Number(p.rate)])).toEqual([
    ['2027-03-08', 'Prodiamine 65 WG', 0.4],
    ['2027-03-08', '2', 1.1],
    ['2027-05-17', 'Prodiamine 65 WG', 0.4],
    ['2027-05-17', '2', 1.1],
  ]);
  const [spot] = await products('19 Kiln Hill', 'whole lawn');
  expect([spot?.use, spot?.place, Number(spot?.area)]).toEqual(['spot', 'spots', 500]);
});

test('records keep every figure, belong to a visit, and find what was planned; a correction to its first', async () => {
  const now = await db`select id, site, applied_on::text, amount::text, amount_unit, gates::text as gates
    from application_record order by id`;
  expect(now).toEqual(oldRecords);
  const rows = await db<{ id: string; visit: string; planned: string | null; corrects: string | null }[]>`
    select id, visit_id as visit, planned_product_id as planned, corrects_id as corrects from application_record`;
  expect(rows.every((r) => r.planned !== null)).toBe(true);
  const corrected = rows.find((r) => r.corrects !== null)!;
  const first = rows.find((r) => r.id === corrected.corrects)!;
  expect([corrected.visit, corrected.planned]).toEqual([first.visit, first.planned]);
  // the two products of one tank are one visit
  const visits = new Set(rows.map((r) => r.visit));
  expect(visits.size).toBe(3);
});

test('a planned seeding is one of several now, and the nearest water the first of all waters', async () => {
  const seeded = await db<
    { address: string; seedings: unknown }[]
  >`select l.address, z.seedings from public.zone z join public.lawn l on l.id = z.lawn_id
    where z.seedings <> '[]' order by l.address`;
  expect(seeded.map((r) => [r.address, r.seedings])).toEqual([
    ['88 Chandler Street', [{ on: '2027-04-01', kind: 'seed' }]],
  ]);
  const waters = await db<
    { name: string; waters: unknown }[]
  >`select z.name, z.waters from public.zone z where z.waters is not null order by z.name`;
  // somebody had looked, and found none
  expect(waters.map((r) => [r.name, r.waters])).toEqual([
    ['back', []],
    ['front', [{ kind: 'drain', feet: 30 }]],
  ]);
});

/** Every version that was released, by a database of it: see npm run keep-release. */
const RELEASED = 'tests/data/released';
describe.each(fs.readdirSync(RELEASED))('a database of release %s', (file) => {
  const called = `iron_gate_released_${process.pid}`;
  let old: postgres.Sql;
  beforeAll(async () => {
    const server = connect(admin);
    await server.unsafe(`create database ${called}`);
    await server.end();
    old = connect(at(admin, called));
    await old.unsafe(gunzipSync(fs.readFileSync(path.join(RELEASED, file))).toString());
    // a dump leaves its session without a search path
    await old.unsafe('reset all');
  });
  afterAll(async () => {
    await old.end();
    const server = connect(admin);
    await server.unsafe(`drop database ${called}`);
    await server.end();
  });
  /** Of every column: how many rows its table has, and a sum of what stands in it. */
  const sums = async (): Promise<Map<string, string>> => {
    const columns = await old<{ table: string; column: string }[]>`
      select c.table_name as table, c.column_name as column from information_schema.columns c
      join pg_tables t on t.schemaname = c.table_schema and t.tablename = c.table_name
      where c.table_schema = 'public'`;
    const out = new Map<string, string>();
    for (const { table, column } of columns) {
      const [row] = await old.unsafe<{ sum: string }[]>(
        `select count(*) || ' ' || coalesce(sum(hashtextextended(t."${column}"::text, 0)), 0) as sum from public."${table}" t`,
      );
      out.set(`${table}.${column}`, row!.sum);
    }
    return out;
  };

  test('comes to this version with every figure in the columns that stand, and takes its defaults', async () => {
    const before = await sums();
    expect(before.size).toBeGreaterThan(300);
    await migrate(drizzle(old), { migrationsFolder: 'drizzle' });
    const after = await sums();
    const kept = [...before].filter(([column]) => after.has(column));
    expect(kept.length / before.size).toBeGreaterThan(0.9);
    expect(kept.filter(([column, sum]) => after.get(column) !== sum)).toEqual([]);
    expect(await old`select units from public.organisation`).toEqual([{ units: 'trade' }]);
    // asked again there is nothing more to do
    await migrate(drizzle(old), { migrationsFolder: 'drizzle' });
  });
});
