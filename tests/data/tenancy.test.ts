import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import { inOrganisation, signInDatabase } from '@/data/connection';
import * as schema from '@/data/schema';
import { askForSeason } from '@/data/season';
import { closeAll } from '../support/demo';

const us = { orgId: 'quillmoor' };
const them = { orgId: 'other-company' };
const everything = (Object.values(schema) as unknown[])
  .filter((t): t is PgTable => t instanceof PgTable)
  .map(getTableConfig);
const tenantTables = everything.filter((t) => t.policies.length > 0).map((t) => t.name);
/** Read before an organisation is known; they hold no trade data. */
const OPEN = [
  'user',
  'session',
  'account',
  'verification',
  'rate_limit',
  'organisation',
  'member',
  'api_token',
  'invitation',
  'two_factor',
  'worker_beat',
  'worker_job',
];

/** Books: what stands in them stays, by the role's grants. */
const APPEND_ONLY = [
  'application_record',
  'label_version',
  'stock_move',
  'finding',
  'latch_lift',
  'calibration',
  'cap_weighing',
  'equipment_note',
  'earlier_work',
  'house_change',
  'change_book',
  'stop_visit',
  'walk',
];

/** Nobody changes them; with a customer who is forgotten they go. */
const ADDED_AND_FORGOTTEN = ['customer_note', 'photo'];

beforeAll(async () => {
  await signInDatabase()
    .insert(schema.organisation)
    .values({ id: them.orgId, name: 'Other Company', timeZone: 'US/Eastern' })
    .onConflictDoNothing();
  // what nobody has asked to be proposed is not there
  await inOrganisation(us, (db) => askForSeason(db, us.orgId, null));
  // nor is what nobody has measured
  await inOrganisation(us, async (db) => {
    const [one] = await db.select().from(schema.equipment).limit(1);
    await db
      .insert(schema.calibration)
      .values({
        orgId: us.orgId,
        equipmentId: one!.id,
        doneOn: '2027-03-08',
        person: 'Mara Venn',
        how: 'catch',
        rate: 400,
        spread: 0.02,
        typed: {},
        sendKey: crypto.randomUUID(),
      });
    const day = { person: 'Mara Venn', sendKey: crypto.randomUUID() };
    await db
      .insert(schema.equipmentNote)
      .values({
        orgId: us.orgId,
        equipmentId: one!.id,
        notedOn: '2027-03-08',
        kind: 'worn',
        words: 'tip',
        ...day,
      });
    const [product] = await db.select().from(schema.product).limit(1);
    const [cap] = await db
      .insert(schema.measuringTool)
      .values({ orgId: us.orgId, name: 'cap', kind: 'cap', productId: product!.id, sendKey: day.sendKey })
      .returning();
    await db
      .insert(schema.capWeighing)
      .values({ orgId: us.orgId, toolId: cap!.id, grams: '11.3', weighedOn: '2027-03-08', ...day });
    await db
      .insert(schema.loadCard)
      .values({ orgId: us.orgId, forDay: '2027-03-08', card: {}, madeBy: 'Mara Venn' });
    const [lawn] = await db.select().from(schema.lawn).limit(1);
    const [zone] = await db.select().from(schema.zone).limit(1);
    const here = { orgId: us.orgId, lawnId: lawn!.id, person: 'Mara Venn', sendKey: day.sendKey };
    const at = new Date('2027-03-08T15:00:00Z');
    const [truck] = await db.insert(schema.truck).values({ orgId: us.orgId, name: 'Truck 9' }).returning();
    await db
      .insert(schema.dayRoute)
      .values({ orgId: us.orgId, forDay: '2027-03-08', truckId: truck!.id, body: {}, madeBy: 'Mara Venn' });
    await db
      .insert(schema.stopVisit)
      .values({ ...here, doneOn: '2027-03-08', arrivedAt: at, leftAt: at, body: {} });
    await db
      .insert(schema.walk)
      .values({
        orgId: us.orgId,
        zoneId: zone!.id,
        person: 'Mara Venn',
        sendKey: day.sendKey,
        walkedOn: '2027-03-08',
        body: {},
      });
    await db
      .insert(schema.photo)
      .values({ ...here, stopKey: day.sendKey, what: 'sign', takenOn: '2027-03-08', jpeg: '' });
    await db
      .insert(schema.customerNote)
      .values({ ...here, kind: 'sign', forDay: '2027-03-08', words: 'x', how: 'printed', madeAt: at });
    await db
      .insert(schema.zoneFollowUps)
      .values({ orgId: us.orgId, zoneId: zone!.id, lawnId: zone!.lawnId })
      .onConflictDoNothing();
  });
  // a company that never changed a figure has none
  await inOrganisation(us, (db) =>
    db
      .insert(schema.houseChange)
      .values({ orgId: us.orgId, person: 'Mara Venn', field: 'tankGal', was: '4', now: '5' }),
  );
});
afterAll(closeAll);

const count = async (who: typeof us, table: string) =>
  inOrganisation(
    who,
    async (db) =>
      (await db.execute<{ n: number }>(sql`select count(*)::int as n from ${sql.identifier(table)}`))[0]!.n,
  );
const failure = (work: Promise<unknown>) =>
  work.then(
    () => 'it went through',
    (e: unknown) =>
      e instanceof Error ? String(e.cause instanceof Error ? e.cause.message : e.message) : '',
  );

test('every table but those of sign-in is fenced, and forced for its owner too', async () => {
  expect(
    everything
      .map((t) => t.name)
      .filter((n) => !tenantTables.includes(n))
      .sort(),
  ).toEqual([...OPEN].sort());
  const rows = await signInDatabase().execute<{ relname: string; relforcerowsecurity: boolean }>(
    sql`select relname, relforcerowsecurity from pg_class where relrowsecurity and relnamespace = 'public'::regnamespace`,
  );
  expect(rows.map((r) => r.relname).sort()).toEqual([...tenantTables].sort());
  expect(rows.every((r) => r.relforcerowsecurity)).toBe(true);
});

test('the application’s role owns nothing and passes no policy by', async () => {
  const [role] = await signInDatabase().execute(
    sql`select rolsuper, rolbypassrls, rolcreaterole, (select count(*)::int from pg_class where relowner = r.oid) as owns from pg_roles r where rolname = current_user`,
  );
  expect(role).toEqual({ rolsuper: false, rolbypassrls: false, rolcreaterole: false, owns: 0 });
});

describe.each(tenantTables)('%s', (table) => {
  test('has rows of ours, and shows none of them to another organisation, nor to nobody', async () => {
    expect(await count(us, table)).toBeGreaterThan(0);
    expect(await count(them, table)).toBe(0);
    const [open] = await signInDatabase().execute<{ n: number }>(
      sql`select count(*)::int as n from ${sql.identifier(table)}`,
    );
    expect(open!.n).toBe(0);
  });

  test('can be neither changed nor emptied by another, also when the query forgets its where-clause', async () => {
    const before = await count(us, table);
    const name = sql.identifier(table);
    if (APPEND_ONLY.includes(table)) {
      expect(await failure(inOrganisation(them, (db) => db.execute(sql`delete from ${name}`)))).toContain(
        'permission denied',
      );
    } else {
      const gone = await inOrganisation(them, (db) => db.execute(sql`delete from ${name}`));
      const taking = inOrganisation(them, (db) => db.execute(sql`update ${name} set org_id = ${them.orgId}`));
      if (ADDED_AND_FORGOTTEN.includes(table)) expect(await failure(taking)).toContain('permission denied');
      else expect((await taking).count).toBe(0);
      expect(gone.count).toBe(0);
    }
    expect(await count(us, table)).toBe(before);
  });

  test('takes no row for another organisation', async () => {
    const name = sql.identifier(table);
    const insert = inOrganisation(them, (db) =>
      db.execute(sql`insert into ${name} (org_id) values (${us.orgId})`),
    );
    expect(await failure(insert)).toContain('row-level security');
  });
});

test('our own row cannot be given away', async () => {
  const give = inOrganisation(us, (db) => db.update(schema.lawn).set({ orgId: them.orgId }));
  expect(await failure(give)).toContain('row-level security');
});

test.each(APPEND_ONLY)('%s can be added to and read, not changed or removed, by grant', async (table) => {
  const name = sql.identifier(table);
  for (const work of [
    sql`update ${name} set org_id = org_id`,
    sql`delete from ${name}`,
    sql`truncate ${name}`,
  ])
    expect(await failure(inOrganisation(us, (db) => db.execute(work)))).toContain('permission denied');
});

test('nothing of the organisation is left on the connection after its transaction', async () => {
  await count(us, 'lawn');
  const [row] = await signInDatabase().execute<{ org: string | null }>(
    sql`select nullif(current_setting('app.org_id', true), '') as org`,
  );
  expect(row!.org).toBeNull();
});

describe('references between rows of companies', () => {
  /** Names of rows that may be gone, or that no table keeps. */
  const LOOSE = [
    'application_record.visit_id',
    // an application that is taken out leaves what was lifted on it, a zone its changes
    'change_book.zone_id',
    'latch_lift.planned_id',
    'load_card.measured_key',
    // a picture may come before its stop does
    'photo.stop_key',
  ];
  const keys = () =>
    signInDatabase().execute<{ child: string; parent: string; columns: string[] }>(sql`
      select c.conrelid::regclass::text as child, c.confrelid::regclass::text as parent,
        array(select a.attname::text from pg_attribute a where a.attrelid = c.conrelid and a.attnum = any(c.conkey) order by a.attname) as columns
      from pg_constraint c where c.contype = 'f' and c.connamespace = 'public'::regnamespace`);

  test('each carries the company', async () => {
    const between = (await keys()).filter(
      (k) => tenantTables.includes(k.child) && tenantTables.includes(k.parent),
    );
    expect(between.length).toBeGreaterThan(25);
    expect(between.filter((k) => !k.columns.includes('org_id'))).toEqual([]);
  });

  test('and no column names a row without one', async () => {
    const tied = (await keys()).flatMap((k) => k.columns.map((c) => `${k.child}.${c}`));
    const uuids = await signInDatabase().execute<{ name: string }>(sql`
      select table_name || '.' || column_name as name from information_schema.columns
      where table_schema = 'public' and data_type = 'uuid' and column_name <> 'id' and column_name not like '%send_key'`);
    const loose = uuids
      .map((u) => u.name)
      .filter((name) => tenantTables.includes(name.split('.')[0]!) && !tied.includes(name));
    expect(loose.sort()).toEqual(LOOSE);
  });

  test('each is found by an index over all its rows: one over some of them serves no question about all', async () => {
    /** Tables of few rows, and what no page asks for by its key. */
    const FEW = [
      'application_record.product_id',
      'day_route.truck_id',
      'earlier_work.product_id',
      'earlier_work.takes_back_id',
      'latch_lift.zone_id',
      'lawn.station_id',
      'soil_sensor.zone_id',
      'stock_move.record_id',
      'zone_follow_ups.lawn_id',
    ];
    const slow = await signInDatabase().execute<{ name: string }>(sql`
      select c.conrelid::regclass::text || '.' || a.attname as name
      from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[array_length(c.conkey, 1)]
      where c.contype = 'f' and c.connamespace = 'public'::regnamespace and a.attname <> 'org_id' and not exists (
        select 1 from pg_index i where i.indrelid = c.conrelid and i.indpred is null and (i.indkey[0] = a.attnum or (
          i.indkey[1] = a.attnum and i.indkey[0] = (
            select attnum from pg_attribute o where o.attrelid = c.conrelid and o.attname = 'org_id'))))`);
    const ofTenants = slow.map((k) => k.name).filter((name) => tenantTables.includes(name.split('.')[0]!));
    expect(ofTenants.sort()).toEqual(FEW);
  });

  test('a row of theirs on a lawn of ours is refused by the key itself', async () => {
    const [ours] = await inOrganisation(us, (db) =>
      db.select({ id: schema.lawn.id }).from(schema.lawn).limit(1),
    );
    const zone = { orgId: them.orgId, lawnId: ours!.id, name: 'x', turf: 'bermudagrass', areaSqFt: '1000' };
    const site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false } as const;
    expect(
      await failure(inOrganisation(them, (db) => db.insert(schema.zone).values({ ...zone, ...site }))),
    ).toContain('zone_lawn_id_fk');
  });
});
