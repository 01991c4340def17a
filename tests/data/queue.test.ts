/** Work in the background: shared by workers, tried again, and shown where it fails for good. */
import { eq, sql } from 'drizzle-orm';
import { againWhereCollided, inOrganisation, signInDatabase } from '@/data/connection';
import { turnClock } from '@/data/clock';
import { zonesOf } from '@/data/lawns';
import { lockZone } from '@/data/programme';
import { changesVersion } from '@/data/changes-told';
import { fileImport, metReadings, outlook } from '@/data/schema';
import { board } from '@/server/programme/board';
import { zoneSheet } from '@/server/programme/view';
import { changed } from '@/server/queue/changes';
import { takeImport } from '@/server/imports/imports';
import type { Job } from '@/server/queue/kinds';
import { closeQueue, queueState, sendJob, sendJobIn } from '@/server/queue/jobs';
import { houseSheet, tryJobAgain } from '@/server/settings/view';
import { runJob, startWorker, workerActor } from '@/server/worker/worker';
import { actor, closeAll } from '../support/demo';
import { factIn } from '@/core/units/issue';

const lead = actor('lead');
const stop: (() => Promise<void>)[] = [];
afterAll(async () => {
  for (const s of stop) await s();
  await closeAll();
});
/** Waits for a condition and not for a time. */
async function until(holds: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 1200; i++) {
    if (await holds()) return;
    await new Promise((again) => setTimeout(again, 50));
  }
  throw new Error('it never came true');
}
const version = () => inOrganisation(lead, changesVersion);

test('a new rule or forecast is computed for all kinds of site, and open screens are told', async () => {
  await inOrganisation(lead, (db) => db.delete(outlook));
  const before = await version();
  await runJob({ kind: 'outlooks', orgId: lead.orgId });
  const kinds = await inOrganisation(lead, (db) => db.select({ key: outlook.siteKey }).from(outlook));
  expect(kinds.length).toBeGreaterThan(7);
  expect(await version()).toBeGreaterThan(before);
  // done twice, it does the same once: nothing is written anew
  const stamp = () =>
    inOrganisation(lead, (db) =>
      db.execute<{ x: string }>(sql`select string_agg(xmin::text, ',' order by site_key) as x from outlook`),
    );
  const first = await stamp();
  // as a worker does that begins anew: nobody is told of what is as it was, and no window is computed again
  await runSlices({ kind: 'windows', orgId: lead.orgId });
  const told = await version();
  await runJob({ kind: 'outlooks', orgId: lead.orgId });
  expect((await stamp())[0]).toEqual(first[0]);
  expect(await version()).toBe(told);
  expect((await board(lead)).waiting).toBe(0);
});

test('a worker and people who open screens on a new day do not lock each other out', async () => {
  // the worker went from sites to readings and the screen from readings to sites: one of them was thrown out
  const [zone] = await inOrganisation(lead, zonesOf);
  await turnClock(lead, 1);
  const [, today, again, sheet] = await Promise.all([
    runJob({ kind: 'outlooks', orgId: lead.orgId }),
    board(lead),
    board(lead),
    zoneSheet(lead, zone!.id),
  ]);
  expect(again.groups.map((g) => g.total)).toEqual(today.groups.map((g) => g.total));
  expect(sheet?.outlook).not.toBeNull();
});

test('a job is sent in the transaction that makes it necessary: where that fails, there is none', async () => {
  const waiting = async () => (await queueState(lead.orgId)).waiting;
  const before = await waiting();
  const zones = { kind: 'zones', orgId: lead.orgId, zoneIds: [] } as const;
  await expect(
    inOrganisation(lead, async (db) => {
      await sendJobIn(db, zones);
      throw new Error('changed its mind');
    }),
  ).rejects.toThrow('changed its mind');
  expect(await waiting()).toBe(before);
  await inOrganisation(lead, (db) => sendJobIn(db, zones));
  expect(await waiting()).toBe(before + 1);
  // of windows one job waits, however often it is sent
  for (let i = 0; i < 3; i++) await sendJob({ kind: 'windows', orgId: lead.orgId });
  expect(await waiting()).toBeLessThanOrEqual(before + 2);
});

test('a queue that is away takes the change with it: an import is not left waiting for nothing', async () => {
  const [file] = await inOrganisation(lead, (db) =>
    db
      .insert(fileImport)
      .values({
        orgId: lead.orgId,
        kind: 'lawns',
        fileName: 'good.csv',
        body: 'x',
        mapping: {},
        status: 'checked',
        total: 1,
        problems: [],
        madeBy: 'x',
        madeAt: new Date(),
      })
      .returning(),
  );
  await closeQueue();
  const url = process.env['DATABASE_URL']!;
  process.env['DATABASE_URL'] = 'postgres://nobody@127.0.0.1:9/nothing';
  try {
    await expect(takeImport(lead, { importId: file!.id })).rejects.toThrow();
  } finally {
    process.env['DATABASE_URL'] = url;
  }
  const [now] = await inOrganisation(lead, (db) =>
    db.select().from(fileImport).where(eq(fileImport.id, file!.id)),
  );
  expect(now!.status).toBe('checked');
  await inOrganisation(lead, (db) => db.delete(fileImport).where(eq(fileImport.id, file!.id)));
});

test('two that lock each other out: one is ended by the database and run again, and both are done', async () => {
  const [a, b] = await inOrganisation(lead, zonesOf);
  const met = { count: 0 };
  const tries: string[] = [];
  /** Locks one zone, waits until the other has locked its own, then wants the other's. */
  const cross = (mine: string, other: string) =>
    againWhereCollided(() =>
      inOrganisation(lead, async (db) => {
        tries.push(mine);
        await lockZone(db, mine);
        met.count++;
        for (let i = 0; met.count < 2 && i < 600; i++) await new Promise((go) => setTimeout(go, 20));
        await lockZone(db, other);
        return mine;
      }),
    );
  expect(await Promise.all([cross(a!.id, b!.id), cross(b!.id, a!.id)])).toEqual([a!.id, b!.id]);
  expect(tries.length).toBeGreaterThan(2);
  // what is wrong otherwise is thrown at once
  let runs = 0;
  const wrong = againWhereCollided(() => {
    runs++;
    return Promise.reject(new Error('something else'));
  });
  await expect(wrong).rejects.toThrow('something else');
  expect(runs).toBe(1);
});

/** A job with all that it hands in after itself, as a worker does when its turn comes again. */
async function runSlices(job: Job): Promise<void> {
  for (let next: Job | void = job; next;) next = await runJob(next);
}

test('windows that something has changed are stale at once, and computed by the job', async () => {
  await runSlices({ kind: 'windows', orgId: lead.orgId });
  expect((await board(lead)).waiting).toBe(0);
  const [zone] = await inOrganisation(lead, zonesOf);
  await inOrganisation(lead, (db) => changed(db, lead, [zone!.id]));
  const stale = await board(lead);
  expect(stale.waiting).toBe(1);
  const { windows } = await houseSheet(lead);
  expect(windows.left).toBe(1);
  expect(windows.all).toBe(stale.groups.reduce((sum, g) => sum + g.total, 0));
  const lines = stale.groups.flatMap((g) => g.stops.flatMap((s) => s.lines));
  expect(lines.filter((l) => !l.isFresh).map((l) => l.zoneId)).toEqual([zone!.id]);
  await runSlices({ kind: 'windows', orgId: lead.orgId });
  expect((await board(lead)).waiting).toBe(0);
});

test('what was read at one lawn is held to the model before another of its kind is computed', async () => {
  const compared = () =>
    inOrganisation(lead, (db) => db.select({ id: metReadings.zoneId }).from(metReadings));
  const before = (await compared()).length;
  expect(before).toBeGreaterThan(1);
  await inOrganisation(lead, (db) => db.delete(metReadings));
  const zones = await inOrganisation(lead, zonesOf);
  const unread = zones.find((z) => z.readingsVersion === 0)!;
  await inOrganisation(lead, (db) => changed(db, lead, [unread.id]));
  await runSlices({ kind: 'windows', orgId: lead.orgId });
  expect(await compared()).toHaveLength(before);
});

test('two workers share the queue: each job is done, and once', async () => {
  // each is seen by what it writes: the comparison of one reading's zone, whose row is made anew by every run
  stop.push(await startWorker(), await startWorker());
  for (let i = 0; i < 6; i++) await sendJob({ kind: 'zones', orgId: lead.orgId, zoneIds: [] });
  await until(async () => (await queueState(lead.orgId)).waiting === 0);
  const rows = await signInDatabase().execute<{
    id: string;
    state: string;
    retry_count: number;
    tries: number;
  }>(sql`select id, state, retry_count from pgboss.job where data->>'kind' = 'zones'`);
  expect(rows.length).toBeGreaterThanOrEqual(6);
  // a job that two had taken would have been finished twice: the second finds it finished, and it is tried again
  expect(rows.every((r) => r.state === 'completed' && r.retry_count === 0)).toBe(true);
});

test('a job that fails is tried four times, then shown with its reason; tried again by hand, it is done', async () => {
  // an import whose file is no table: the check stands before it in the interface, so it must be made by hand
  const [broken] = await inOrganisation(lead, (db) =>
    db
      .insert(fileImport)
      .values({
        orgId: lead.orgId,
        kind: 'lawns',
        fileName: 'torn.csv',
        body: 'Customer,"Address\n',
        mapping: {},
        status: 'waiting',
        total: 1,
        problems: [],
        madeBy: 'x',
        madeAt: new Date(),
      })
      .returning(),
  );
  await sendJob({ kind: 'import', orgId: lead.orgId, importId: broken!.id });
  await until(async () => (await queueState(lead.orgId)).failed.length > 0);
  const [failed] = (await queueState(lead.orgId)).failed;
  expect(failed).toMatchObject({ kind: 'import' });
  expect(factIn(failed!.why).code).toBe('no-table');
  const [job] = await signInDatabase().execute<{ retry_count: number }>(
    sql`select retry_count from pgboss.job where id = ${failed!.id}::uuid`,
  );
  expect(job!.retry_count).toBe(3);
  const state = () =>
    inOrganisation(
      lead,
      async (db) => (await db.select().from(fileImport).where(eq(fileImport.id, broken!.id)))[0]!,
    );
  expect(await state()).toMatchObject({
    status: 'failed',
    trouble: expect.stringContaining('no-table') as string,
  });

  // the other organisation neither sees it nor can try it
  expect((await queueState('other-company')).failed).toEqual([]);
  expect((await tryJobAgain(actor('lead', 'other-company'), { id: failed!.id })).ok).toBe(false);

  await inOrganisation(lead, (db) =>
    db.update(fileImport).set({ status: 'undone' }).where(eq(fileImport.id, broken!.id)),
  );
  expect((await tryJobAgain(lead, { id: failed!.id })).ok).toBe(true);
  await until(async () => {
    const q = await queueState(lead.orgId);
    return q.waiting === 0 && q.failed.length === 0;
  });
});

test('a worker works for one organisation at a time, as itself', async () => {
  expect(await workerActor(lead.orgId)).toMatchObject({
    name: 'Iron Gate',
    orgId: lead.orgId,
    timeZone: 'US/Central',
    units: 'trade',
  });
  await expect(workerActor('nobody')).rejects.toThrow('No such organisation: nobody');
});
