import { SHOWS } from '@/core/units/format';
/** The day in the database: routes, stops that come from phones, pictures, follow-ups, what customers are told. */
import { spokenBundle } from '@/app/go/spoken-bundle';
import { messageTexts } from '@/ui/message-facts';
import { factSaid, problemOf } from '../support/told';
import { sql } from 'drizzle-orm';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import { NO_WISHES, planDays } from '@/core/day/plan-day';
import type { DoneStop } from '@/core/stop/bundle';
import { beginRun, doneStopOf } from '@/core/stop/run';
import { momentOf, turnClock } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { notesOfLawn } from '@/data/customer-notes';
import { routesOf } from '@/data/day-routes';
import { findingsOf } from '@/data/findings';
import { recordsOfZones } from '@/data/records';
import { customerNote, lawn, photo, reading, stopVisit } from '@/data/schema';
import { visitsOfLawn } from '@/data/stop-visits';
import { customerSheet, tellCustomer, tellShape } from '@/server/day/customer';
import { routesFile } from '@/server/day/files';
import { saveRoutes, saveRoutesShape, type SaveRoutesInput } from '@/server/day/save-route';
import { dayScreen } from '@/server/day/view';
import { saveTruck, saveVisitRules, truckShape, visitRulesShape } from '@/server/house/trucks';
import { computeWindows } from '@/server/worker/windows';
import { closeLawn } from '@/server/lawns/history';
import { forgetCustomer } from '@/server/lawns/forget-customer';
import { noteFinding, findingShape } from '@/server/lawns/note-finding';
import { board } from '@/server/programme/board';
import { zoneSheet } from '@/server/programme/view';
import { labelsOf } from '@/data/products';
import { likeSheet, truckDays } from '@/server/records/like-stops';
import { stopBundle } from '@/server/stop/bundle';
import { visitsSheet } from '@/server/stop/visits';
import { finishStop } from '@/server/stop/finish-stop';
import { doneStopShape } from '@/server/stop/stop-shape';
import { keepPhoto, photoShape } from '@/server/stop/keep-photo';
import { USUAL_VISIT_RULES } from '@/data/visit-rules';
import { actor, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const tobin = { ...actor('technician'), name: 'Tobin Asher' };
const lise = { ...actor('technician'), name: 'Lise Corran' };
const words = () => 'a reason';
const key = () => crypto.randomUUID();
const must = <T>(o: { ok: true; value: T } | { ok: false; refusal: unknown }): T => {
  if (!o.ok) throw new Error(JSON.stringify(o.refusal));
  return o.value;
};
const today = async (): Promise<Day> => (await inOrganisation(lead, (db) => momentOf(db, lead))).today;

/** Plans today for all trucks and saves it, as the screen does. */
async function planToday(who = lead): Promise<SaveRoutesInput> {
  await computeWindows(lead);
  const { question, routes } = await dayScreen(lead, null, 1);
  const plan = planDays(question, NO_WISHES, { rounds: 40 });
  const input: SaveRoutesInput = {
    routes: plan.tours.map((t) => ({
      day: isoDay(t.day),
      truckId: t.truckId,
      drive: t.drive,
      finish: t.finish,
      seen: routes.find((r) => r.truckId === t.truckId)?.version ?? 0,
      visits: t.visits.map((v) => ({
        ...v,
        isLocked: false,
        regret: 0,
        applicationIds: question.stops.find((s) => s.lawnId === v.lawnId)!.lines.map((l) => l.applicationId),
      })),
    })),
  };
  expect(saveRoutesShape.validate(input).error).toBeUndefined();
  must(await saveRoutes(who, input));
  return input;
}

/** A stop of a bundle done by a phone, whose clock may be off. */
async function doneOf(lawnId: string, over: Partial<DoneStop> = {}, phone = Date.now()): Promise<DoneStop> {
  const on = await today();
  const routes = await inOrganisation(lead, (db) => routesOf(db, { from: on, to: addDays(on, 1) }));
  const route = routes.find((r) => r.body.visits.some((v) => v.lawnId === lawnId))!;
  const bundle = spokenBundle((await stopBundle(tobin, isoDay(on), route.truckId))!, SHOWS.trade);
  const stop = bundle.stops.find((s) => s.lawnId === lawnId)!;
  const run = beginRun(stop, bundle, key());
  const minute = 60_000;
  const sent = doneStopOf(
    stop,
    {
      ...run,
      arrivedAt: phone - 30 * minute,
      leftAt: phone - 2 * minute,
      wind: '5',
      windFrom: 'SW',
      air: '55',
      zones: Object.fromEntries(
        Object.entries(run.zones).map(([id, z]) => [
          id,
          { ...z, startedAt: phone - 25 * minute, endedAt: phone - 10 * minute },
        ]),
      ),
    },
    bundle,
    phone,
  );
  const done = { ...sent, ...over };
  expect(doneStopShape.validate(done).error).toBeUndefined();
  return done;
}
const stopsOf = (input: SaveRoutesInput) => input.routes.flatMap((r) => r.visits.map((v) => v.lawnId));

let planned: SaveRoutesInput;
/** What is planned but for the lawn whose record is looked at. */
let rest: string[];
/** Those as they were to be done, before anything was. */
const morning = new Map<string, DoneStop>();
/** One of them once more, as if its plan had been removed since: other work. */
const unplannedOf = (lawnId: string, over: Partial<DoneStop> = {}): DoneStop => {
  const s = { ...morning.get(lawnId)!, ...over, sendKey: key() };
  return { ...s, zones: s.zones.map((z) => ({ ...z, applicationId: key() })) };
};
beforeAll(async () => {
  planned = await planToday();
  const { lawnId } = await zoneNamed('14 Quarry Lane · front');
  rest = stopsOf(planned).filter((l) => l !== lawnId);
  expect(rest.length).toBeGreaterThanOrEqual(4);
  for (const id of rest) morning.set(id, await doneOf(id));
});

describe('the trucks’ day', () => {
  test('what may go today is in it or left with a reason, and who saves second is told', async () => {
    const { question } = await dayScreen(lead, null, 1);
    const { groups } = await board(lead);
    const can = groups.filter((g) => g.group === 'open' || g.group === 'ajar').flatMap((g) => g.stops);
    expect(new Set(question.stops.map((s) => s.lawnId))).toEqual(new Set(can.map((s) => s.lawnId)));
    expect(stopsOf(planned).length).toBeGreaterThan(2);
    // as it was seen before anybody saved
    const again = await saveRoutes(tobin, { routes: planned.routes.map((r) => ({ ...r, seen: 0 })) });
    expect(again).toMatchObject({ ok: false, refusal: { kind: 'invalid' } });
    if (!again.ok && again.refusal.kind === 'invalid')
      expect(problemOf(again.refusal.issues[0]!)).toMatch(
        new RegExp(`^${lead.name} has saved Truck \\d for Thu 18 March`),
      );
  });
  test('a day gone by is not planned, nor a truck or an application that is not there', async () => {
    const [first] = planned.routes;
    expect(await saveRoutes(lead, { routes: [{ ...first!, day: '2027-03-01' }] })).toMatchObject({
      refusal: {
        issues: [{ field: 'Day', code: 'day-not-plannable', figures: { text: '2027-03-01', isPast: true } }],
      },
    });
    expect(await saveRoutes(lead, { routes: [{ ...first!, truckId: key() }] })).toMatchObject({
      refusal: { kind: 'gone' },
    });
  });
  test('comes out as GPX, GeoJSON and calendar with each stop in it', async () => {
    const on = await today();
    const address = (await zoneNamed('14 Quarry Lane · front')).address;
    for (const as of ['gpx', 'geojson', 'ics'] as const)
      expect(await routesFile(lead, as, on, 1)).toContain(address);
  });
  test('a lawn that others mow or water that day is off it, and says so', async () => {
    const { lawnId } = await zoneNamed('14 Quarry Lane · front');
    // Thursday
    await inOrganisation(lead, (db) =>
      db
        .update(lawn)
        .set({ mownOn: [4] })
        .where(sql`id = ${lawnId}`),
    );
    const { question } = await dayScreen(lead, null, 1);
    expect(question.stops.find((s) => s.lawnId === lawnId)).toMatchObject({
      days: [],
      off: [{ why: 'mown' }],
    });
    await inOrganisation(lead, (db) =>
      db
        .update(lawn)
        .set({ mownOn: [] })
        .where(sql`id = ${lawnId}`),
    );
  });
});

describe('a stop that comes from a phone', () => {
  test('is recorded with its times by the company’s clock, though the phone’s is two hours off', async () => {
    // what is sprayed: its record asks for the wind
    const { lawnId } = await zoneNamed('14 Quarry Lane · front');
    const off = 2 * 3_600_000;
    const done = await doneOf(lawnId, { wind: '16' }, Date.now() + off);
    const s = { ...done, zones: done.zones.map((z) => ({ ...z, anyway: 'the customer waited' })) };
    expect(doneStopShape.validate(s).error).toBeUndefined();
    const kept = must(await finishStop(tobin, s, words));
    expect(kept.zones.map((z) => z.outcome)).toEqual(s.zones.map(() => 'recorded'));
    const [visit] = await inOrganisation(lead, (db) => visitsOfLawn(db, lawnId, 5));
    const { now } = await inOrganisation(lead, (db) => momentOf(db, lead));
    expect(now.getTime() - visit!.leftAt.getTime()).toBe(2 * 60_000);
    expect(visit!.leftAt.getTime() - visit!.arrivedAt.getTime()).toBe(28 * 60_000);
    const records = await inOrganisation(lead, (db) => recordsOfZones(db, [s.zones[0]!.zoneId]));
    const record = records.find((r) => r.id === kept.zones[0]!.recordId)!;
    const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
    expect(minutes(record.endedAt) - minutes(record.startedAt)).toBe(15);
    expect(record).toMatchObject({
      appliedBy: tobin.name,
      windMph: 16,
      windFrom: 'SW',
      appliedOn: await today(),
    });
    expect(record.reentryTold).not.toBe('');
    // above the house's 10 mph: the record says so by its own wind, and the lead reads it
    expect(record.gates).toMatchObject({ state: 'shut', anyway: 'the customer waited' });
    expect(record.gates.why.filter((w) => w.key === 'wind')).toMatchObject([
      { state: 'shut', isMeasured: true, reason: { code: 'windy' } },
    ]);
    const { wentAhead } = (await board(lead)).asked;
    expect(wentAhead).toMatchObject([
      { recordId: record.id, person: tobin.name, gates: ['Wind'], because: 'the customer waited' },
    ]);
  });
  test('sent five times, two of them at once, it is kept once', async () => {
    const lawnId = rest[0]!;
    const s = await doneOf(lawnId, { told: 'Keep off until dry', toldHow: 'handed over', said: 'Thanks' });
    const both = await Promise.all([finishStop(tobin, s, words), finishStop(tobin, s, words)]);
    for (let i = 0; i < 3; i++)
      both.push(await finishStop(tobin, { ...s, sentAt: s.sentAt + 5000 * i }, words));
    const ids = both.map((o) =>
      must(o)
        .zones.map((z) => z.recordId)
        .join(),
    );
    expect(new Set(ids).size).toBe(1);
    const count = async (table: typeof stopVisit | typeof customerNote) =>
      (
        await inOrganisation(lead, (db) =>
          db
            .select({ n: sql<number>`count(*)::int` })
            .from(table)
            .where(sql`lawn_id = ${lawnId}`),
        )
      )[0]!.n;
    expect([await count(stopVisit), await count(customerNote)]).toEqual([1, 2]);
  });
  test('done by two, the first stands and both are kept to be seen', async () => {
    const lawnId = rest[1]!;
    const mine = await doneOf(lawnId);
    const theirs: DoneStop = {
      ...mine,
      sendKey: key(),
      appliedBy: lise.name,
      zones: mine.zones.map((z) => ({ ...z, products: z.products.map((p) => ({ ...p, amount: '1' })) })),
    };
    must(await finishStop(tobin, mine, words));
    const second = must(await finishStop(lise, theirs, words));
    expect(second.zones[0]).toMatchObject({ outcome: 'already' });
    expect(second.zones[0]!.told.map(factSaid).join()).toContain(tobin.name);
    const visits = await inOrganisation(lead, (db) => visitsOfLawn(db, lawnId, 5));
    expect(visits.map((v) => v.person).sort()).toEqual([lise.name, tobin.name]);
    expect(visits.find((v) => v.person === lise.name)!.body.zones[0]!.products[0]!.amount).toBe('1');
    const { doubles } = (await board(lead)).asked;
    expect(doubles).toMatchObject([{ zoneId: mine.zones[0]!.zoneId, person: lise.name }]);
    expect(doubles[0]!.told.map(factSaid).join()).toContain(tobin.name);
    const records = await inOrganisation(lead, (db) => recordsOfZones(db, [mine.zones[0]!.zoneId]));
    expect(records.filter((r) => r.plannedId === mine.zones[0]!.applicationId)).toHaveLength(
      mine.zones[0]!.products.length,
    );
  });
  test('of which a figure is no figure goes back whole; mended, what was seen there is written down', async () => {
    const lawnId = rest[2]!;
    const s = unplannedOf(lawnId, {
      stages: ['smooth-crabgrass|seedling', 'nonsense|x'],
      seen: { leafWet: null, bloom: true, green: '60', soil: '51' },
    });
    const bad = {
      ...s,
      zones: s.zones.map((z) => ({ ...z, products: z.products.map((p) => ({ ...p, amount: 'much' })) })),
    };
    const visits = () => inOrganisation(lead, (db) => visitsOfLawn(db, lawnId, 20));
    const before = await visits();
    expect(JSON.stringify(await finishStop(tobin, bad, words))).toMatch(/invalid.*much/);
    // the phone has it still, and nothing of it is half here
    expect(await visits()).toEqual(before);
    // mended, under the same name
    expect(must(await finishStop(tobin, s, words)).zones[0]).toMatchObject({ outcome: 'recorded' });
    expect(await visits()).toHaveLength(before.length + 1);
    const zoneId = s.zones[0]!.zoneId;
    const found = (await inOrganisation(lead, (db) => findingsOf(db, [zoneId]))).get(zoneId) ?? [];
    expect(found.map((f) => [f.kind, f.word, f.figure])).toEqual(
      expect.arrayContaining([
        ['turf green', '', 60],
        ['weed stage', 'smooth-crabgrass|seedling', null],
      ]),
    );
    expect(found.some((f) => f.word.includes('nonsense'))).toBe(false);
    const soil = await inOrganisation(lead, (db) =>
      db
        .select()
        .from(reading)
        .where(sql`zone_id = ${zoneId} and value = 51`),
    );
    expect(soil).toMatchObject([{ spot: 'open', unit: 'F', depthIn: '2.000000' }]);
  });
  test('whose clock was off by ages is whole, and says that its hours are not known', async () => {
    const s = unplannedOf(rest[0]!, { seen: { leafWet: null, bloom: null, green: 'lush', soil: '400' } });
    const nonsense = { ...s, arrivedAt: 0, leftAt: 8.64e15 };
    const zones = s.zones.map((z) => ({ ...z, startedAt: 8.64e15, endedAt: 0 }));
    const kept = must(await finishStop(tobin, { ...nonsense, zones }, words));
    expect(kept.zones.map((z) => z.outcome)).toEqual(s.zones.map(() => 'recorded'));
    expect(kept.refused.map((r) => r.part)).toEqual(['Green', 'Soil']);
    expect(factSaid(kept.refused[1]!.why)).toContain('400');
    const { zoneId } = s.zones[0]!;
    const records = await inOrganisation(lead, (db) => recordsOfZones(db, [zoneId]));
    const mine = records.find((r) => r.id === kept.zones[0]!.recordId)!;
    expect(mine).toMatchObject({ appliedOn: await today(), startedAt: '', endedAt: '' });
    expect(mine.notes).toContain('clock was changed');
    const { doubles } = (await board(lead)).asked;
    const told = doubles.filter((d) => d.zoneId === zoneId).map((d) => d.told.map(factSaid).join());
    expect(told.some((w) => w.includes('lush'))).toBe(true);
    expect(told.some((w) => w.includes('400'))).toBe(true);
  });
  test('that went by a plan which somebody removed meanwhile is recorded as other work', async () => {
    const s = unplannedOf(rest[1]!);
    const kept = must(await finishStop(tobin, s, words));
    expect(kept.zones[0]!.outcome).toBe('recorded');
    expect(kept.zones[0]!.told.map(factSaid).join()).toContain('not planned here any more');
    const { zoneId } = s.zones[0]!;
    const made = (await inOrganisation(lead, (db) => recordsOfZones(db, [zoneId]))).find(
      (r) => r.id === kept.zones[0]!.recordId,
    )!;
    expect([made.plannedId, made.plannedProductId]).toEqual([null, null]);
  });
  test('of which a zone is not on the lawn any more, that part says so, and the rest is kept', async () => {
    const s = await doneOf(rest[3]!);
    const { id } = await zoneNamed('14 Quarry Lane · front');
    const elsewhere = { ...s.zones[0]!, zoneId: id, applicationId: key() };
    const nothing = { ...s.zones[0]!, products: [] };
    const kept = must(await finishStop(tobin, { ...s, zones: [elsewhere, nothing, ...s.zones] }, words));
    expect(kept.zones.map((z) => z.outcome)).toEqual([
      'refused',
      'refused',
      ...s.zones.map(() => 'recorded'),
    ]);
    expect(kept.zones[0]!.told.map(factSaid).join()).toContain('not on this lawn any more');
    expect(kept.zones[1]!.told.map(factSaid).join()).toContain('No product');
    const { doubles } = (await board(lead)).asked;
    expect(doubles.map((d) => d.zoneId)).toEqual(expect.arrayContaining([id, s.zones[0]!.zoneId]));
  });
  test('whose last part cannot be written is not kept at all: sent again it is whole', async () => {
    const s = unplannedOf(rest[2]!, { seen: { leafWet: null, bloom: null, green: '55', soil: '' } });
    const [zoneId] = s.zones.map((z) => z.zoneId);
    const there = () =>
      inOrganisation(lead, async (db) => ({
        records: (await recordsOfZones(db, [zoneId!])).map((r) => r.id),
        visits: (await visitsOfLawn(db, s.lawnId, 20)).map((v) => v.id),
        found: (await findingsOf(db, [zoneId!])).get(zoneId!) ?? [],
      }));
    const before = await there();
    // no database keeps this sign in a text
    await expect(finishStop(tobin, { ...s, truck: 'Truck\0' }, words)).rejects.toThrow();
    expect(await there()).toEqual(before);
    expect(must(await finishStop(tobin, s, words)).zones[0]!.outcome).toBe('recorded');
    const after = await there();
    expect(after.records.length).toBeGreaterThan(before.records.length);
    expect([after.visits.length, after.found.length]).toEqual([
      before.visits.length + 1,
      before.found.length + 1,
    ]);
  });
  test('that an older program sent is read, and what it could not know is not asked of it', async () => {
    const { form: _, ...s } = unplannedOf(rest[1]!);
    const old = {
      ...s,
      zones: s.zones.map(({ anyway: _a, ...z }) => ({
        ...z,
        products: z.products.map(({ labelVersion: _v, ...p }) => p),
      })),
    };
    const checked = doneStopShape.validate({ ...old, aKeyOfAnotherProgram: 1 });
    expect(checked.error).toBeUndefined();
    expect(must(await finishStop(tobin, checked.value as never, words)).zones[0]!.outcome).toBe('recorded');
    // a server that was set back keeps its hands off: the phone holds it until the newer one is there
    expect(await finishStop(tobin, { ...s, sendKey: key(), form: 99 } as never, words)).toMatchObject({
      refusal: { kind: 'too-much' },
    });
  });
  test('with a feed that nobody planned has a record of it: gates, shelf and nitrogen know', async () => {
    const { labels } = await inOrganisation(lead, async (db) => ({ labels: await labelsOf(db) }));
    const feed = labels.now.find((l) => l.kind === 'fertilizer')!;
    const s = unplannedOf(rest[1]!);
    const z = s.zones[0]!;
    const given = {
      ...z.products[0]!,
      plannedProductId: '',
      productId: feed.id,
      labelVersion: feed.version,
      use: 'turf care' as const,
      targets: [],
      amount: '20',
      amountUnit: feed.amountUnit,
      tank: 2,
    };
    const stop = { ...s, zones: [{ ...z, products: [...z.products, given] }] };
    expect(doneStopShape.validate(stop).error).toBeUndefined();
    const kept = must(await finishStop(tobin, stop, words));
    expect(kept.zones[0]!.outcome).toBe('recorded');
    const entries = (await inOrganisation(lead, (db) => recordsOfZones(db, [z.zoneId]))).filter(
      (r) => r.productId === feed.id && r.plannedProductId === null,
    );
    expect(entries).toHaveLength(1);
    expect(entries[0]).toMatchObject({ plannedProductId: null, amount: 20, windMph: null });
    const sheet = (await zoneSheet(lead, z.zoneId))!;
    expect(sheet.facts.ledger.find((e) => e.id === entries[0]!.id)!.nitrogen).toBeGreaterThan(0);
    // and the phone offers it, with what stands against it
    const on = await today();
    const routes = await inOrganisation(lead, (db) => routesOf(db, { from: on, to: addDays(on, 1) }));
    const bundle = spokenBundle((await stopBundle(tobin, isoDay(on), routes[0]!.truckId))!, SHOWS.trade);
    const offered = bundle.stops.flatMap((x) => x.zones.flatMap((y) => y.addOns.map((o) => o.labelId)));
    expect(offered).toContain(feed.id);
    expect(bundle.labels.some((l) => l.id === feed.id)).toBe(true);
  });
  test('with a restricted product and nobody licensed is recorded all the same, and told to the lead', async () => {
    const book = await inOrganisation(lead, (db) => labelsOf(db));
    const strict = book.now.find((l) => l.restrictedUse)!;
    const s = unplannedOf(rest[1]!, { certifiedBy: 'Lise Corran' });
    const z = s.zones[0]!;
    const product = {
      ...z.products[0]!,
      plannedProductId: '',
      productId: strict.id,
      labelVersion: strict.version,
      use: 'post-emergent' as const,
      targets: [],
      amount: '1',
      amountUnit: strict.amountUnit,
    };
    const kept = must(await finishStop(tobin, { ...s, zones: [{ ...z, products: [product] }] }, words));
    expect(kept.zones[0]!.outcome).toBe('recorded');
    expect(kept.zones[0]!.told.map(factSaid).join()).toContain('Lise Corran has no licence on file');
    const { doubles } = (await board(lead)).asked;
    expect(
      doubles
        .filter((d) => d.zoneId === z.zoneId && d.isEntered)
        .map((d) => d.told.map(factSaid).join())
        .join(),
    ).toContain('no licence on file');
  });
  test('of a sheet at the desk: a truck’s day with what is left of it', async () => {
    const days = await truckDays(lead);
    const left = days.flatMap((d) => d.applicationIds);
    expect(left.length).toBeGreaterThan(0);
    const sheet = await likeSheet(lead, [...left, key()]);
    expect(sheet.rows.map((r) => r.applicationId)).toEqual(left);
    expect(sheet.rows.every((r) => r.first.products.every((p) => Number(p.amount) > 0))).toBe(true);
    await expect(likeSheet(actor('viewer'), left)).rejects.toThrow();
  });
  test('stands in the history of its address, over all zones, under the line for the door', async () => {
    const { id, lawnId } = await zoneNamed('14 Quarry Lane · front');
    const sheet = (await visitsSheet(lead, id))!;
    expect(sheet.zone.address).toBe('14 Quarry Lane');
    expect(sheet.visits.every((v) => v.lawnId === lawnId)).toBe(true);
    expect(new Set(sheet.history.map((h) => h.zone)).size).toBeGreaterThan(1);
    expect(sheet.line.last!.day).toBe(Math.max(...sheet.history.map((h) => h.day)));
  });
  test('of another company’s lawn, or of one that is gone, it is not taken', async () => {
    const s = await doneOf(rest[3]!);
    expect(await finishStop(tobin, { ...s, lawnId: key() }, words)).toMatchObject({
      refusal: { kind: 'gone' },
    });
  });
});

describe('a picture', () => {
  const jpeg = Buffer.from([0xff, 0xd8, 0xff, 0xe1, 0, 4, 1, 2, 0xff, 0xda, 0, 3, 1, 9, 0xff, 0xd9]);
  const input = () => ({
    sendKey: key(),
    stopKey: key(),
    lawnId: rest[0]!,
    what: 'sign',
    takenAt: 1000,
    sentAt: 2000,
    jpeg: jpeg.toString('base64'),
  });
  test('is kept once, without what the camera added, and goes with a customer who is forgotten', async () => {
    const p = input();
    expect(photoShape.validate(p).error).toBeUndefined();
    must(await keepPhoto(tobin, p));
    must(await keepPhoto(tobin, p));
    const rows = () =>
      inOrganisation(lead, (db) =>
        db
          .select()
          .from(photo)
          .where(sql`lawn_id = ${p.lawnId}`),
      );
    expect(await rows()).toHaveLength(1);
    expect(Buffer.from((await rows())[0]!.jpeg, 'base64')).toHaveLength(jpeg.length - 6);
    const zone = (await inOrganisation(lead, (db) => visitsOfLawn(db, p.lawnId, 1)))[0]!.body.zones[0]!;
    must(await closeLawn(lead, { zoneId: zone.zoneId, of: 'lawn', why: 'moved', isClosed: true }));
    must(await forgetCustomer(lead, { zoneId: zone.zoneId, confirmed: true }));
    expect(await rows()).toEqual([]);
    expect(await inOrganisation(lead, (db) => notesOfLawn(db, p.lawnId, 0 as Day))).toEqual([]);
  });
  test('that is none is refused by name and remedy', async () => {
    const p = { ...input(), jpeg: Buffer.from('no picture').toString('base64') };
    expect(await keepPhoto(tobin, p)).toMatchObject({
      refusal: { issues: [{ field: 'Picture', code: 'not-a-jpeg' }] },
    });
  });
});

describe('what records ask for', () => {
  test('waits on Today until rain or somebody’s word answers it', async () => {
    const lawnId = rest[1]!;
    const [visit] = await inOrganisation(lead, (db) => visitsOfLawn(db, lawnId, 1));
    const { zoneId } = visit!.body.zones[0]!;
    await computeWindows(lead);
    const asked = (await board(lead)).asked;
    expect(asked.zones).toBeGreaterThan(0);
    const water = async () =>
      (await zoneSheet(lead, zoneId))!.followUps.find((f) => f.kind === 'water-in' && f.since === visit!.day);
    expect(await water()).toMatchObject({ answer: null, from: visit!.day });
    const finding = {
      sendKey: key(),
      zoneId,
      kind: 'watered' as const,
      word: 'customer',
      stage: '',
      figure: '',
      on: isoDay(await today()),
    };
    expect(findingShape.validate(finding).error).toBeUndefined();
    must(await noteFinding(lead, finding));
    expect(await water()).toMatchObject({ answer: { by: 'customer' } });
    expect(await noteFinding(lead, { ...finding, sendKey: key(), word: 'nobody' })).toMatchObject({
      refusal: { issues: [{ field: 'Watered by' }] },
    });
  });
  test('a call back stands on Today until it is answered; damage asks for a cause', async () => {
    const { id } = await zoneNamed('88 Chandler Street · front');
    const on = isoDay(await today());
    const note = (kind: 'callback' | 'callback answered' | 'damage', word: string, stage = '') =>
      noteFinding(lead, { sendKey: key(), zoneId: id, kind, word, stage, figure: '', on });
    expect(await note('callback', '')).toMatchObject({ refusal: { issues: [{ field: 'About' }] } });
    must(await note('callback', 'brown patch by the drive'));
    await computeWindows(lead);
    const calls = async () =>
      (await board(lead)).asked.lines.filter((l) => l.kind === 'callback' && l.zoneId === id);
    expect(await calls()).toMatchObject([{ note: 'brown patch by the drive' }]);
    must(await note('callback answered', ''));
    await computeWindows(lead);
    expect(await calls()).toEqual([]);
    expect(await note('damage', 'brown tips', 'bad luck')).toMatchObject({
      refusal: { issues: [{ field: 'Cause' }] },
    });
    must(await note('damage', 'brown tips', 'late frost'));
  });
  test('a planned stop that nobody recorded is told the day after, with the days that the law leaves', async () => {
    await turnClock(lead, 1);
    await computeWindows(lead);
    const { unrecorded } = (await board(lead)).asked;
    expect(unrecorded.length).toBeGreaterThan(0);
    expect(unrecorded.every((u) => u.left === 13)).toBe(true);
  });
});

describe('what a customer is told', () => {
  test('is made of the house’s words and the label, kept, and opens the gate of notice', async () => {
    const zone = await zoneNamed('14 Quarry Lane · back');
    const next = (await zoneSheet(lead, zone.id))!.applications.find((a) =>
      a.products.some((p) => p.recordId === null),
    )!;
    const sheet = (await customerSheet(lead, zone.id, next.id))!;
    const messages = messageTexts(sheet.visit, sheet.templates, SHOWS.trade);
    expect(messages.before).toContain(zone.address);
    expect(messages.after).toContain('Keep people and pets off until it is dry');
    expect(messages.sign).not.toMatch(/[{}]/);
    const input = {
      sendKey: key(),
      zoneId: zone.id,
      applicationId: next.id,
      kind: 'before',
      how: 'handed over',
      words: messages.before,
    } as const;
    expect(tellShape.validate(input).error).toBeUndefined();
    must(await tellCustomer(lead, input));
    must(await tellCustomer(lead, input));
    expect(
      (await customerSheet(lead, zone.id, next.id))!.notes.filter((n) => n.kind === 'before'),
    ).toHaveLength(1);
    expect((await zoneSheet(lead, zone.id))!.facts.seen.noticeSent).not.toBeNull();
    expect(await tellCustomer(lead, { ...input, sendKey: key(), how: 'by letter' })).toMatchObject({
      refusal: { issues: [{ field: 'Mail', code: 'no-mail-address-on-file' }] },
    });
    expect(await tellCustomer(lead, { ...input, sendKey: key(), words: '  ' })).toMatchObject({
      refusal: { issues: [{ field: 'Words' }] },
    });
  });
});

describe('the house', () => {
  const truck = {
    id: '',
    seen: 0,
    name: 'Truck 3',
    people: ['Lise Corran'],
    from: '06:30',
    to: '15:00',
    latitude: '38.6',
    longitude: '-90',
  };
  test('a truck is written down once by its name, with what is wrong named', async () => {
    expect(truckShape.validate(truck).error).toBeUndefined();
    must(await saveTruck(lead, truck));
    expect(await saveTruck(lead, truck)).toMatchObject({ refusal: { issues: [{ field: 'Truck' }] } });
    for (const [change, field] of [
      [{ name: ' ' }, 'Truck'],
      [{ from: '6.30' }, 'Out at'],
      [{ to: '06:00' }, 'Back at'],
      [{ latitude: '138' }, 'Latitude'],
      [{ longitude: '' }, 'Longitude'],
    ] as const)
      expect(await saveTruck(lead, { ...truck, name: 'Truck 4', ...change })).toMatchObject({
        refusal: { issues: [{ field }] },
      });
  });
  test('words for customers that leave out what must be said are refused', async () => {
    const text = (v: number | null) => (v === null ? '' : String(v));
    const r = USUAL_VISIT_RULES;
    const input = {
      seen: 1,
      waterDays: [1, 4],
      messages: r.messages,
      hourCost: '38',
      speedMph: text(r.speedMph),
      detour: text(r.detour),
      fillMinutes: text(r.fillMinutes),
      lawnFillMinutes: text(r.lawnFillMinutes),
      waterNotFrom: '10',
      waterNotTo: '16',
    };
    expect(visitRulesShape.validate(input).error).toBeUndefined();
    const said = (messages: typeof r.messages) => saveVisitRules(lead, { ...input, messages });
    expect(await said({ ...r.messages, sign: 'TREATED' })).toMatchObject({
      refusal: { issues: [{ field: 'Sign', code: 'letter-place-missing', figures: { place: 'what' } }] },
    });
    expect(await said({ ...r.messages, after: `${r.messages.after} {price}` })).toMatchObject({
      refusal: {
        issues: [{ field: 'Note after', code: 'letter-unknown-place', figures: { place: 'price' } }],
      },
    });
    expect(await saveVisitRules(lead, { ...input, waterNotTo: '' })).toMatchObject({
      refusal: { issues: [{ field: 'No water to' }] },
    });
    must(await saveVisitRules(lead, input));
    expect(await saveVisitRules(lead, input)).toMatchObject({
      refusal: { issues: [{ field: 'House rules' }] },
    });
  });
});
