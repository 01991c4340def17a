/** Today reads rows that are kept beside the programme: they say what the programme itself says, after every change. */
import { sql } from 'drizzle-orm';
import { inOrganisation } from '@/data/connection';
import { zonesOf } from '@/data/lawns';
import { applicationWindow, zone as zoneTable } from '@/data/schema';
import { nextOpen } from '@/core/gates/window';
import { isOpen } from '@/core/season/programme';
import { closeLawn } from '@/server/lawns/history';
import { computeWindows } from '@/server/jobs/windows';
import { board } from '@/server/programme/board';
import { saveApplication } from '@/server/programme/save-application';
import { changeStanding } from '@/server/programme/change-standing';
import {
  actor,
  applicationInput,
  closeAll,
  programmeOf,
  record,
  recordInput,
  zoneNamed,
} from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');

/** What Today should count, asked of every zone's programme one by one. */
async function oneByOne() {
  const counted = { open: 0, finished: 0, unplanned: 0 };
  for (const { id } of await inOrganisation(lead, zonesOf)) {
    const all = await programmeOf(id);
    if (!all.length) counted.unplanned++;
    else if (all.some(isOpen)) counted.open++;
    else counted.finished++;
  }
  return counted;
}
/** What Today says; open: zones of which it shows something. */
async function counts() {
  await computeWindows(lead);
  const { finished, unplanned } = await board(lead);
  const rows = await inOrganisation(lead, (db) =>
    db.select({ id: applicationWindow.zoneId }).from(applicationWindow),
  );
  return { open: new Set(rows.map((r) => r.id)).size, finished, unplanned };
}
const lines = async (perGroup?: number) =>
  (await board(lead, perGroup)).groups.flatMap((g) => g.stops.flatMap((s) => s.lines));
const standing = async (applicationId: string, change: Parameters<typeof changeStanding>[1]['change']) => {
  const version = (
    await inOrganisation(lead, (db) =>
      db.execute<{ version: number }>(
        sql`select version from planned_application where id = ${applicationId}`,
      ),
    )
  )[0]!.version;
  expect(await changeStanding(lead, { applicationId, base: version, change })).toMatchObject({ ok: true });
};

test('the demo is counted as its programmes stand', async () => {
  const expected = await oneByOne();
  expect(expected.unplanned).toBeGreaterThan(0);
  expect(await counts()).toEqual(expected);
});

test('what is skipped leaves Today at once, and comes back when it is taken up', async () => {
  const [line] = await lines();
  const { applicationId, zoneId } = line!;
  await standing(applicationId, { what: 'skip', why: 'the customer seeds' });
  expect((await lines()).map((l) => l.applicationId)).not.toContain(applicationId);
  expect(await counts()).toEqual(await oneByOne());
  await standing(applicationId, { what: 'take up' });
  expect(await counts()).toEqual(await oneByOne());
  expect((await lines()).map((l) => l.zoneId)).toContain(zoneId);
});

test('what is recorded leaves Today at once', async () => {
  const site = '14 Quarry Lane · front';
  const { id } = await zoneNamed(site);
  const due = (await programmeOf(id)).find(isOpen)!;
  expect((await lines()).map((l) => l.applicationId)).toContain(due.id);
  expect(await record(await recordInput(site))).toMatchObject({ ok: true });
  expect((await lines()).map((l) => l.applicationId)).not.toContain(due.id);
  expect(await counts()).toEqual(await oneByOne());
});

test('a closed lawn is off Today with all its zones, and what it had comes back with it', async () => {
  const before = await counts();
  const { id, lawnId } = await zoneNamed('41 Tannery Row · drive strip');
  const there = (await inOrganisation(lead, zonesOf)).filter((z) => z.lawnId === lawnId);
  expect(there.length).toBeGreaterThan(1);
  expect(await closeLawn(lead, { zoneId: id, of: 'lawn', why: 'sold', isClosed: true })).toMatchObject({
    ok: true,
  });
  const shown = new Set((await lines()).map((l) => l.zoneId));
  expect(there.filter((z) => shown.has(z.id))).toEqual([]);
  const closed = await counts();
  // nothing is planned on it: the field, since when and why, and the way out are named
  const input = await applicationInput('14 Quarry Lane · front', { zoneId: id }, {}, 'new');
  expect(await saveApplication(lead, input)).toMatchObject({
    ok: false,
    refusal: {
      issues: [
        {
          field: 'Zone',
          problem: 'The lawn was closed on 2027-03-18: sold',
          remedy: 'Open it again on its lawn sheet, then plan.',
        },
      ],
    },
  });
  expect(closed).toEqual(await oneByOne());
  const sum = (c: typeof closed) => c.open + c.finished + c.unplanned;
  expect(sum(before) - sum(closed)).toBe(there.length);
  await closeLawn(lead, { zoneId: id, of: 'lawn', why: '', isClosed: false });
  expect(await counts()).toEqual(before);
});

test('a zone whose last application is taken out is one without a programme', async () => {
  const site = '12 Farrier Bend · whole lawn';
  const { id } = await zoneNamed(site);
  const before = await counts();
  for (const a of (await programmeOf(id)).filter((x) => x.products.every((p) => p.recordId === null)))
    await standing(a.id, { what: 'take out' });
  expect(await counts()).toEqual(await oneByOne());
  const state = await inOrganisation(lead, (db) =>
    db
      .select({ s: zoneTable.programmeState })
      .from(zoneTable)
      .where(sql`id = ${id}`),
  );
  expect([state[0]!.s, before.open >= (await counts()).open]).toEqual(['none', true]);
});

test('a short board keeps the order of the long one, and one lawn’s lines together', async () => {
  const long = (await board(lead)).groups;
  const short = (await board(lead, 2)).groups;
  for (const [g, { stops, total }] of short.entries()) {
    const all = long[g]!.stops.flatMap((s) => s.lines.map((l) => l.applicationId));
    const few = stops.flatMap((s) => s.lines.map((l) => l.applicationId));
    expect(few).toEqual(all.slice(0, 2));
    expect(total).toBe(all.length);
    expect(new Set(long[g]!.stops.map((s) => s.lawnId)).size).toBe(long[g]!.stops.length);
  }
  expect(long.some((g) => g.stops.some((s) => s.lines.length > 1))).toBe(true);
});

test('the most pressing comes first: the stop with the line that opens soonest', async () => {
  await computeWindows(lead);
  const { groups, today } = await board(lead);
  for (const { stops } of groups) {
    const opens = stops.map((s) =>
      Math.min(...s.lines.map((l) => nextOpen(l.window!.all, today)?.from ?? Infinity)),
    );
    expect(opens).toEqual(opens.toSorted((a, b) => a - b));
  }
  expect(groups.some((g) => g.stops.length > 2)).toBe(true);
});
