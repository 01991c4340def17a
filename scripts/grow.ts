/**
 * npm run grow -- --lawns N --years Y: fills the demo's company through the database, for measuring: its lawns again and
 * again, under other numbers and names, with all that hangs on them, and the work of years before, each with its draw on the
 * shelf. DATABASE_URL: that database, by a login that passes the fences; without it the demo's own (npm run demo first).
 * Ids are made from those they are twins of, so that a second run with the same figures adds nothing.
 */
import path from 'node:path';
import postgres from 'postgres';
import { cluster } from './lib/postgres.mjs';
import { atDatabase } from './lib/database.mjs';
import { DATA, say } from './lib/setup.mjs';

const option = (name: string, usual: number) => {
  const at = process.argv.indexOf(`--${name}`);
  return at > 0 ? Number(process.argv[at + 1]) : usual;
};
const LAWNS = option('lawns', 1000);
const YEARS = option('years', 3);
const ORG = 'quillmoor';
const whole = (value: number, most: number) => Number.isInteger(value) && value >= 1 && value <= most;
if (!whole(LAWNS, 100_000) || !whole(YEARS, 10))
  throw new RangeError(
    `--lawns ${LAWNS} --years ${YEARS}: from 1 to 100,000 lawns and from 1 to 10 years. Give both as whole numbers.`,
  );

type Column = Readonly<{ name: string; type: string; isKey: boolean; parent: string | null }>;
const db = postgres(await address(), { max: 1, onnotice() {} });

async function address(): Promise<string> {
  const given = process.env['DATABASE_URL'];
  if (given) return given;
  const own = cluster(path.join(DATA, 'demo'));
  return atDatabase(await own.start(), 'iron_gate_demo');
}

/** Tables whose rows hang on a lawn, parents first, by the keys of the database itself. */
async function tables(): Promise<readonly Readonly<{ name: string; columns: readonly Column[] }>[]> {
  const keys = await db<{ child: string; parent: string; column: string }[]>`
    select c.conrelid::regclass::text as child, c.confrelid::regclass::text as parent, a.attname as column
    from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[array_length(c.conkey, 1)]
    where c.contype = 'f' and c.connamespace = 'public'::regnamespace`;
  const hang = new Set(['lawn']);
  for (let size = 0; size !== hang.size;) {
    size = hang.size;
    for (const k of keys) if (hang.has(k.parent)) hang.add(k.child);
  }
  // what files brought in is of its file, not of the lawn
  hang.delete('file_import');
  const order: string[] = [];
  while (order.length < hang.size) {
    const next = [...hang].find(
      (t) =>
        !order.includes(t) &&
        keys.every((k) => k.child !== t || k.parent === t || !hang.has(k.parent) || order.includes(k.parent)),
    );
    if (!next) throw new Error(`Tables that hang on each other: ${[...hang].join(', ')}`);
    order.push(next);
  }
  const columns = await db<{ table: string; name: string; type: string }[]>`
    select c.relname as table, a.attname as name, format_type(a.atttypid, null) as type
    from pg_attribute a join pg_class c on c.oid = a.attrelid
    where c.relnamespace = 'public'::regnamespace and a.attnum > 0 and not a.attisdropped
      and a.attidentity = '' and a.attgenerated = ''`;
  return order.map((name) => ({
    name,
    columns: columns
      .filter((c) => c.table === name)
      .map((c) => {
        const key = keys.find((k) => k.child === name && k.column === c.name);
        return { name: c.name, type: c.type, isKey: key !== undefined, parent: key?.parent ?? null };
      }),
  }));
}

/** A column of the twin `k` of a row: ids of its own, and of what hangs on a lawn; all else as it is. */
function twinOf(table: string, c: Column, hang: ReadonlySet<string>): string {
  if (table === 'lawn' && c.name === 'address')
    return `(coalesce(substring(address from '^[0-9]{1,5}')::int, 0) + k * 40)::text || substring(address from '[^0-9].*$')`;
  if (table === 'lawn' && c.name === 'customer') return `customer || ' ' || k`;
  const isOwn = c.isKey ? hang.has(c.parent ?? '') : true;
  return c.type === 'uuid' && isOwn ? `pg_temp.twin("${c.name}", k::text)` : `"${c.name}"`;
}

await db.unsafe(`create function pg_temp.twin(uuid, text) returns uuid language sql immutable
  as $$ select case when $1 is null then null else md5($1::text || ':' || $2)::uuid end $$`);
const list = await tables();
const hang = new Set(list.map((t) => t.name));
const [{ n: there } = { n: 0 }] = await db<{ n: number }[]>`
  select count(*)::int as n from lawn where org_id = ${ORG} and customer !~ ' [0-9]+$'`;
if (!there) throw new Error(`The company ${ORG} has no lawn: npm run demo writes them.`);
const copies = Math.max(0, Math.ceil(LAWNS / there) - 1);
for (const { name, columns } of list) {
  if (!copies) break;
  const names = columns.map((c) => `"${c.name}"`).join(', ');
  const { count } = await db.unsafe(`insert into "${name}" (${names})
    select ${columns.map((c) => twinOf(name, c, hang)).join(', ')}
    from "${name}", generate_series(1, ${copies}) k where org_id = '${ORG}'
    on conflict do nothing`);
  if (count) say(`${count.toLocaleString('en-US')} rows of ${name}`);
}

/** Each planned product went down in each year before, in one entry with its draw on the shelf. */
const record = list.find((t) => t.name === 'application_record');
if (!record) throw new Error('There is no table of records.');
const OF_YEAR: Readonly<Record<string, string>> = {
  id: `pg_temp.twin(pp.id, 'record ' || y)`,
  send_key: `pg_temp.twin(pp.id, 'sent ' || y)`,
  visit_id: `pg_temp.twin(a.id, 'visit ' || y)`,
  planned_id: 'null',
  planned_product_id: 'null',
  corrects_id: 'null',
  correction_reason: 'null',
  zone_id: 'z.id',
  product_id: 'pp.product_id',
  product_name: 'p.name',
  use: 'pp.use',
  part: '1',
  parts: '1',
  customer: 'l.customer',
  address: 'l.address',
  site: `l.address || ' · ' || z.name`,
  turf: 'z.turf',
  area_sq_ft: 'z.area_sq_ft - z.excluded_sq_ft',
  lot: `'Y' || y || '-' || (abs(hashtext(pp.product_id::text || z.id::text)) % 8)`,
  applied_on: 'a.planned_on - 365 * y',
  recorded_at: `(a.planned_on - 365 * y)::timestamptz + interval '15 hours'`,
};
if (YEARS > 1) {
  const names = record.columns.map((c) => `"${c.name}"`).join(', ');
  const { count } = await db.unsafe(`insert into application_record (${names})
    select ${record.columns.map((c) => OF_YEAR[c.name] ?? `t."${c.name}"`).join(', ')}
    from planned_product pp join planned_application a on a.id = pp.application_id
      join zone z on z.id = a.zone_id join lawn l on l.id = z.lawn_id join product p on p.id = pp.product_id
      cross join lateral (select * from application_record where org_id = '${ORG}' and corrects_id is null
        order by (product_id = pp.product_id) desc, recorded_at limit 1) t,
      generate_series(1, ${YEARS - 1}) y
    where a.org_id = '${ORG}' on conflict do nothing`);
  say(`${count.toLocaleString('en-US')} entries of ${YEARS - 1} years before`);
  const drawn = await db.unsafe(`insert into stock_move
      (org_id, id, product_id, kind, lot, amount, unit, price, moved_on, note, person, record_id, send_key)
    select org_id, pg_temp.twin(id, 'draw'), product_id, 'use', lot, amount, amount_unit, null, applied_on, '', applied_by, id,
      pg_temp.twin(id, 'draw sent')
    from application_record r where org_id = '${ORG}' and product_kind = 'herbicide'
      and not exists (select 1 from stock_move m where m.record_id = r.id)
    order by applied_on on conflict do nothing`);
  say(`${drawn.count.toLocaleString('en-US')} draws on the shelf`);
}
await db.unsafe('analyze');
const [{ zones, records } = { zones: 0, records: 0 }] = await db<{ zones: number; records: number }[]>`
  select (select count(*)::int from zone where org_id = ${ORG}) as zones,
    (select count(*)::int from application_record where org_id = ${ORG}) as records`;
say(`${zones.toLocaleString('en-US')} zones, ${records.toLocaleString('en-US')} entries`);
await db.end();
