/** Today reads rows that are kept beside the programme: they say what the programme itself says, after every change. */
import { sql } from 'drizzle-orm';
import { inOrganisation } from '@/data/connection';
import { turnClock } from '@/data/clock';
import { houseOf } from '@/data/house';
import { zonesOf } from '@/data/lawns';
import { applicationWindow, zone as zoneTable } from '@/data/schema';
import { boardRounds, markWindowsStale, takeStaleWindows } from '@/data/windows';
import { nextOpen } from '@/core/gates/window-lane';
import { isOpen } from '@/core/season/standing';
import { closeLawn } from '@/server/lawns/history';
import { computeWindows } from '@/server/worker/windows';
import { FIRST_LOOK, board, onlyOf, upTo } from '@/server/programme/board';
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
const lines = async () => (await board(lead)).groups.flatMap((g) => g.stops.flatMap((s) => s.lines));
/** How each line stands at the hour of the clock. */
const windowsOf = () =>
  inOrganisation(lead, (db) =>
    db
      .select({
        id: applicationWindow.applicationId,
        state: applicationWindow.state,
        day: sql<number>`${applicationWindow.forHour} / 24`,
      })
      .from(applicationWindow),
  );
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
    refusal: { issues: [{ field: 'Zone', code: 'zone-closed', figures: { isWhole: true, why: 'sold' } }] },
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
  const short = (await board(lead, upTo(2))).groups;
  for (const [g, { stops, total }] of short.entries()) {
    const all = long[g]!.stops.flatMap((s) => s.lines.map((l) => l.applicationId));
    const few = stops.flatMap((s) => s.lines.map((l) => l.applicationId));
    expect(few).toEqual(all.slice(0, 2));
    expect(total).toBe(all.length);
    expect(new Set(long[g]!.stops.map((s) => s.lawnId)).size).toBe(long[g]!.stops.length);
  }
  expect(long.some((g) => g.stops.some((s) => s.lines.length > 1))).toBe(true);
});

test('the first look shows the top of what can go; rounds count every line, and a group by itself shows its own', async () => {
  await computeWindows(lead);
  const first = await board(lead, FIRST_LOOK);
  const all = await board(lead);
  const linesOf = (b: typeof first, group: string) =>
    b.groups.find((g) => g.group === group)!.stops.flatMap((s) => s.lines.map((l) => l.applicationId));
  for (const { group, total } of all.groups) {
    const most = FIRST_LOOK[group];
    expect(linesOf(first, group).length).toBe(Math.min(total, most));
    expect(linesOf(first, group)).toEqual(linesOf(all, group).slice(0, most));
    expect(linesOf(await board(lead, onlyOf(group)), group)).toEqual(linesOf(all, group));
    const counted = first.rounds.filter((r) => r.group === group).reduce((sum, r) => sum + r.lines, 0);
    expect(counted).toBe(total);
  }
  expect(first.isDaySaved).toBe(false);
  // of each group the largest, and no group is crowded out by another
  const largest = await inOrganisation(lead, (db) => boardRounds(db, 1));
  expect(new Set(largest.map((r) => r.group))).toEqual(new Set(first.rounds.map((r) => r.group)));
  for (const { group, lines: n } of largest)
    expect(n).toBe(Math.max(...first.rounds.filter((r) => r.group === group).map((r) => r.lines)));
});

test('what loses most by waiting comes first; what is shut, by the day on which it opens', async () => {
  await computeWindows(lead);
  const { groups, today } = await board(lead);
  for (const { stops, group } of groups) {
    const place = stops.map((s) =>
      Math.min(
        ...s.lines.map(({ window }) =>
          group === 'open' || group === 'ajar'
            ? -window!.regret!.points
            : (nextOpen(window!.all, today)?.from ?? nextOpen(window!.all, today, 'ajar')?.from ?? Infinity),
        ),
      ),
    );
    expect(place).toEqual(place.toSorted((a, b) => a - b));
  }
  const can = groups.filter((g) => g.group === 'open' || g.group === 'ajar').flatMap((g) => g.stops);
  expect(can.length).toBeGreaterThan(2);
  const lost = can.flatMap((s) => s.lines.map((l) => l.window!.regret!.points));
  expect(lost.every((p) => p >= 0 && p <= 100)).toBe(true);
});

test('a line that can go today has hours today, within the working day and not gone by', async () => {
  const { groups, today } = await board(lead);
  const can = groups.filter((g) => g.group === 'open' || g.group === 'ajar').flatMap((g) => g.stops);
  const { rules } = await inOrganisation(lead, houseOf);
  for (const { window } of can.flatMap((s) => s.lines)) {
    const now = window!.hours.find((h) => h.day === today)!;
    expect(now.states).toMatch(/^-*[oas]*$/);
    expect(now.states).toMatch(/[oa]/);
    expect([now.from, now.from + now.states.length]).toEqual([rules.workFrom, rules.workTo]);
  }
});

test('the brief of the day says the forecast of each working hour', async () => {
  const { brief, today } = await board(lead);
  const { rules } = await inOrganisation(lead, houseOf);
  const [first] = brief;
  expect(first!.days.map((d) => d.day)).toEqual([today, today + 1]);
  for (const { hours } of first!.days)
    expect(hours.map((h) => h.at)).toEqual(
      Array.from({ length: rules.workTo - rules.workFrom }, (_, i) => rules.workFrom + i),
    );
});

test('settled in slices every window is as it is when settled in one go, and what somebody changed goes first', async () => {
  const kept = () =>
    inOrganisation(lead, (db) =>
      db.select().from(applicationWindow).orderBy(applicationWindow.applicationId),
    );
  await computeWindows(lead);
  await inOrganisation(lead, (db) => markWindowsStale(db, null));
  expect(await computeWindows(lead)).toBeNull();
  const atOnce = await kept();
  expect(atOnce.length).toBeGreaterThan(0);

  // an hour has come for all, and the last zone in the order of their ids was changed by somebody
  const last = atOnce
    .map((w) => w.zoneId)
    .sort()
    .at(-1)!;
  await inOrganisation(lead, async (db) => {
    await db.execute(sql`update application_window set for_hour = for_hour - 1`);
    await markWindowsStale(db, [last]);
    const hour = atOnce[0]!.forHour;
    expect([...(await takeStaleWindows(db, hour, 1)).keys()]).toEqual([last]);
  });
  let slices = 0;
  let rest: Awaited<ReturnType<typeof computeWindows>> = null;
  do {
    rest = await computeWindows(lead, { rest, ms: 0 });
    slices++;
  } while (rest);
  expect(slices).toBeGreaterThan(1);
  expect(await kept()).toEqual(atOnce);
});

test('a line that stands another way the day after is told, with what made it so, and by then alone', async () => {
  const before = await windowsOf();
  expect((await board(lead)).changes.total).toBe(0);
  await turnClock(lead, 1);
  await computeWindows(lead);
  const { changes } = await board(lead);
  const stood = new Map(before.map((w) => [w.id, w.state]));
  const now = await windowsOf();
  const turned = now.filter((w) => stood.has(w.id) && stood.get(w.id) !== w.state);
  expect(changes.total).toBe(turned.length);
  expect(turned.length).toBeGreaterThan(0);
  for (const c of changes.first)
    expect([c.was.state, c.was.day]).toEqual([stood.get(c.applicationId), now[0]!.day - 1]);
  // later on the same day it is still told
  await computeWindows(lead);
  expect((await board(lead)).changes.total).toBe(turned.length);
});

test('a month later a barrier that is not down yet loses by every day, and says so', async () => {
  await turnClock(lead, 30);
  await computeWindows(lead);
  const { groups } = await board(lead);
  const can = groups.filter((g) => g.group === 'open' || g.group === 'ajar').flatMap((g) => g.stops);
  const regrets = can.flatMap((s) => s.lines.map((l) => l.window!.regret!));
  expect(Math.max(...regrets.map((r) => r.points))).toBeGreaterThan(0.1);
  expect(regrets.every((r) => r.daysLeft > 0 && r.until !== null)).toBe(true);
});
