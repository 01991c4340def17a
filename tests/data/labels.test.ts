/** Labels in versions, the shelf, what was seen, and lifted latches: on a real database, as people do it. */
import { SHOWS } from '@/core/units/format';
import { addDays, isoDay, parseDay } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { GateKey } from '@/core/gates/gate-names';
import { windowOf } from '@/core/gates/window';
import { EMPTY_SHEET, type LabelSheet } from '@/core/products/sheet';
import { contextOf, DAYS_AHEAD } from '@/core/season/programme';
import { nextOf } from '@/core/season/standing';
import { Forbidden } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { labelVersion, latchLift, stockMove } from '@/data/schema';
import { addMove, shelvesOf } from '@/data/stock';
import { todayOf } from '@/data/clock';
import { zonesOf } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { applicationsOf } from '@/data/programme';
import { areaOf } from '@/core/products/application';
import { amountFor } from '@/core/units/rate';
import { liftLatch, type LiftInput } from '@/server/programme/lift-latch';
import { noteFinding, type FindingInput } from '@/server/lawns/note-finding';
import {
  moveStock,
  productList,
  productSheet,
  readSheetFile,
  saveSheet,
  type MoveInput,
} from '@/server/products/products';
import {
  waiveCalibration,
  saveEquipment,
  saveGateRules,
  saveLicence,
  type GateRulesInput,
} from '@/server/settings/gate-house';
import { saveDayRules, type DayInput } from '@/server/settings/day-rules';
import { changeSheet } from '@/server/house/change-book';
import { fieldChanges } from '@/ui/change-words';
import { houseSheet, saveCrossings } from '@/server/settings/view';
import { zoneSheet } from '@/server/programme/view';
import { recordSheet } from '@/server/records/view';
import {
  CROSSINGS_TYPED,
  GATES_TYPED,
  actor,
  closeAll,
  record,
  recordInput,
  zoneNamed,
  refusalOf,
} from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const viewer = actor('viewer');
const key = () => crypto.randomUUID();
const named = async (name: string) => (await productList(lead)).find((l) => l.label.name.startsWith(name))!;
const verdictsOn = async (zoneId: string, day = 0) => {
  const sheet = (await zoneSheet(lead, zoneId))!;
  const at = addDays(sheet.today, day);
  const context = contextOf(sheet.applications, nextOf(sheet.applications)!.id, sheet.facts);
  const { lanes } = windowOf(context, { from: at, to: addDays(at, 1) });
  return (gate: GateKey) => spanAt(lanes.find((l) => l.gate.key === gate)!.lane, at)!.verdict;
};

describe('labels', () => {
  test('a changed label is a new version; a record made before keeps the old one', async () => {
    const zone = await zoneNamed('66 Weir Walk · front');
    const [line] = (await zoneSheet(lead, zone.id))!.entries;
    const before = (await recordSheet(lead, line!.id))!.record;
    const { versions } = (await productSheet(lead, before.productId))!;
    const sheet: LabelSheet = { ...versions[0]!.sheet, intervalDays: 70, labelDate: '2027-02-01' };
    expect(await saveSheet(lead, { productId: before.productId, seen: versions[0]!.version, sheet })).toEqual(
      { ok: true, value: { productId: before.productId, version: versions[0]!.version + 1 } },
    );
    const after = (await zoneSheet(lead, zone.id))!;
    expect(nextOf(after.applications)!.products[0]!.label.minimumIntervalDays).toBe(70);
    expect((await recordSheet(lead, before.id))!.label.minimumIntervalDays).toBe(56);
    expect(after.facts.ledger.find((e) => e.id === before.id)?.intervalDays).toBe(56);
    // saved again as it is, it is no further version
    expect(await saveSheet(lead, { productId: before.productId, seen: 2, sheet })).toMatchObject({
      ok: true,
      value: { version: 2 },
    });
  });

  test('two people change one label: the second is told, and nothing is written over', async () => {
    const { label } = await named('Oxadiazon');
    const first = (await productSheet(lead, label.id))!.versions[0]!;
    expect(
      (await saveSheet(lead, { productId: label.id, seen: 1, sheet: { ...first.sheet, intervalDays: 100 } }))
        .ok,
    ).toBe(true);
    const late = await saveSheet(lead, {
      productId: label.id,
      seen: 1,
      sheet: { ...first.sheet, intervalDays: 90 },
    });
    expect(late).toMatchObject({
      ok: false,
      refusal: {
        kind: 'changed-by-other',
        by: lead.name,
        theirs: { version: 2, sheet: { intervalDays: 100 } },
      },
    });
    expect((await productSheet(lead, label.id))!.label.minimumIntervalDays).toBe(100);
  });

  test('a sheet that contradicts itself, a number that is taken, and a viewer are refused', async () => {
    const bad = await saveSheet(lead, {
      productId: null,
      seen: 0,
      sheet: { ...EMPTY_SHEET, name: 'X', labelDate: 'soon' },
    });
    expect(refusalOf(bad)?.issues?.[0]).toMatchObject({ field: 'labelDate' });
    const twin = await saveSheet(lead, {
      productId: null,
      seen: 0,
      sheet: { ...EMPTY_SHEET, name: 'Y', labelDate: '2027-01-01', registrationNumber: 'DEMO-0001' },
    });
    expect(refusalOf(twin)?.issues?.[0]?.problem).toContain('Prodiamine 65 WG');
    await expect(saveSheet(viewer, { productId: null, seen: 0, sheet: EMPTY_SHEET })).rejects.toThrow(
      Forbidden,
    );
    const file = await readSheetFile(lead, { text: '[]' });
    expect(refusalOf(file)?.kind).toBe('invalid');
  });

  test('no version of a label is ever changed or removed', async () => {
    await expect(
      inOrganisation(lead, (db) => db.update(labelVersion).set({ madeBy: 'nobody' })),
    ).rejects.toThrow();
    await expect(inOrganisation(lead, (db) => db.delete(labelVersion))).rejects.toThrow();
  });
});

describe('the shelf', () => {
  const move = (productId: string, over: Partial<MoveInput>): MoveInput => ({
    sendKey: key(),
    productId,
    kind: 'in',
    lot: 'T-1',
    amount: '2',
    unit: 'lb',
    price: '',
    on: '2027-03-18',
    note: '',
    ...over,
  });
  test('in, out and counted; nothing goes out that is not there; sent twice, it is written once', async () => {
    const { label } = await named('Oxadiazon');
    const once = move(label.id, { amount: '100', price: '164' });
    await moveStock(lead, once);
    await moveStock(lead, once);
    expect((await named('Oxadiazon')).shelf?.onHand).toBeCloseTo(100 * 0.45359237, 6);
    expect((await moveStock(lead, move(label.id, { kind: 'out', amount: '30' }))).ok).toBe(true);
    const much = await moveStock(lead, move(label.id, { kind: 'out', amount: '71' }));
    expect(refusalOf(much)?.issues?.[0]?.problem).toContain('70 lb are there');
    const wrongKind = await moveStock(lead, move(label.id, { unit: 'gal' }));
    expect(refusalOf(wrongKind)?.issues?.[0]?.problem).toContain('measured the other way');
    const why = await moveStock(lead, move(label.id, { kind: 'correct', amount: '-1' }));
    expect(refusalOf(why)?.issues?.[0]?.field).toBe('Note');
    expect(
      (await moveStock(lead, move(label.id, { kind: 'correct', amount: '-1', note: 'torn bag' }))).ok,
    ).toBe(true);
    expect((await named('Oxadiazon')).shelf?.onHand).toBeCloseTo(69 * 0.45359237, 6);
    await expect(inOrganisation(lead, (db) => db.delete(stockMove))).rejects.toThrow();
  });

  test('what is taken back, and what another enters late, counts as it stands', async () => {
    const { label } = await named('Oxadiazon');
    const line = (amount: number) => ({
      orgId: lead.orgId,
      productId: label.id,
      kind: 'in' as const,
      lot: 'late',
      unit: 'lb' as const,
      on: parseDay('2027-03-18')!,
      amount,
      price: null,
      note: '',
      person: 'x',
      recordId: null,
      expires: null,
      sendKey: key(),
    });
    const onHand = async () => (await named('Oxadiazon')).shelf!.onHand / 0.45359237;
    const before = await onHand();
    // seen by who wrote it, and by nobody once it is taken back
    await expect(
      inOrganisation(lead, async (db) => {
        await addMove(db, line(11));
        expect((await shelvesOf(db)).get(label.id)!.onHand / 0.45359237).toBeCloseTo(before + 11, 6);
        throw new Error('taken back');
      }),
    ).rejects.toThrow('taken back');
    expect(await onHand()).toBeCloseTo(before, 6);
    // entered before another line, and there only after that was read
    let isEntered = () => {};
    let mayEnd = () => {};
    const entered = new Promise<void>((ok) => (isEntered = ok));
    const end = new Promise<void>((ok) => (mayEnd = ok));
    const slow = inOrganisation(lead, async (db) => {
      await addMove(db, line(5));
      isEntered();
      await end;
    });
    await entered;
    await inOrganisation(lead, (db) => addMove(db, line(2)));
    expect(await onHand()).toBeCloseTo(before + 2, 6);
    mayEnd();
    await slow;
    expect(await onHand()).toBeCloseTo(before + 7, 6);
  });

  test('a record draws the shelf down, and what the season needs is said in whole packages', async () => {
    const before = await named('Dithiopyr');
    const planned = await recordInput('41 Tannery Row · lawn', { water: '5.6' }, { area: '5600' });
    const put = (amount: string, correctsId: string | null) =>
      record(
        {
          ...planned,
          sendKey: key(),
          confirmed: true,
          products: [{ ...planned.products[0]!, amount, amountUnit: 'floz' }],
          corrects: correctsId === null ? null : { id: correctsId, reason: 'Read the jug wrong' },
        },
        lead,
      );
    const drawn = async () => before.shelf!.onHand - (await named('Dithiopyr')).shelf!.onHand;
    const idOf = (r: Awaited<ReturnType<typeof put>>) => (r.ok ? r.value.recordId : '');
    const first = idOf(await put('2.8', null));
    expect(await drawn()).toBeCloseTo(2.8 * 0.0295735295625, 9);
    const after = await named('Dithiopyr');
    // corrected down and up again, the shelf has what was really used; counted meanwhile, the count stands
    const second = idOf(await put('2.5', first));
    expect(await drawn()).toBeCloseTo(2.5 * 0.0295735295625, 9);
    const third = idOf(await put('3', second));
    expect(await drawn()).toBeCloseTo(3 * 0.0295735295625, 9);
    await moveStock(
      lead,
      move(before.label.id, { kind: 'count', lot: 'K-118', amount: '100', unit: 'floz' }),
    );
    expect((await put('2.9', third)).ok).toBe(true);
    expect((await named('Dithiopyr')).shelf!.onHand).toBeCloseTo(100 * 0.0295735295625, 9);
    expect(after.purchase.need).toBeLessThan(before.purchase.need);
    const buy = (await productList(lead)).find((l) => l.purchase.short > 0 && l.label.packages.length)!;
    const bought = buy.purchase.packages.reduce(
      (s, p) => s + p.count * buy.label.packages[p.index]!.size.amount,
      0,
    );
    expect(bought).toBeGreaterThanOrEqual(buy.purchase.short);
  });

  test('what the season needs is the sum of what each zone’s plans still ask for', async () => {
    const list = await productList(lead);
    const summed = await inOrganisation(lead, async (db) => {
      const zones = new Map((await zonesOf(db)).map((z) => [z.id, z]));
      const until = addDays(await todayOf(db, lead), DAYS_AHEAD);
      const sums = new Map<string, number>();
      for (const [zoneId, applications] of await applicationsOf(db, null, await labelsOf(db)))
        for (const a of applications.filter((x) => !x.skipped && x.plannedOn <= until))
          for (const p of a.products.filter((x) => x.recordId === null && zones.has(zoneId)))
            sums.set(
              p.label.id,
              (sums.get(p.label.id) ?? 0) + amountFor(p.rate, areaOf(p.place, zones.get(zoneId)!)).amount,
            );
      return sums;
    });
    expect(summed.size).toBeGreaterThan(3);
    for (const { label, purchase } of list)
      expect([label.name, purchase.need / (summed.get(label.id) ?? 1)]).toEqual([
        label.name,
        summed.has(label.id) ? expect.closeTo(1, 6) : 0,
      ]);
  });

  test('a shelf with too little shuts a latch', async () => {
    const { label } = await named('Prodiamine 65');
    await moveStock(lead, move(label.id, { kind: 'count', lot: 'L-2291', amount: '1', unit: 'g' }));
    const zone = await zoneNamed('27 Orchard Close · front and side');
    expect((await verdictsOn(zone.id))('stock')).toMatchObject({ state: 'shut', strength: 'latch' });
    await moveStock(lead, move(label.id, { kind: 'count', lot: 'L-2291', amount: '9', unit: 'lb' }));
    expect((await verdictsOn(zone.id))('stock').state).toBe('open');
  });
});

describe('what was seen', () => {
  const found = (zoneId: string, over: Partial<FindingInput>): FindingInput => ({
    sendKey: key(),
    zoneId,
    kind: 'mown',
    word: '',
    stage: '',
    figure: '',
    on: '2027-03-18',
    ...over,
  });
  test('a notice that is sent opens its gate so many hours later', async () => {
    const zone = await zoneNamed('88 Chandler Street · front');
    expect((await verdictsOn(zone.id))('notice').reason.code).toBe('notice-not-sent');
    await noteFinding(lead, found(zone.id, { kind: 'notice sent' }));
    expect((await verdictsOn(zone.id))('notice').reason.code).toBe('notice-too-short');
    expect((await verdictsOn(zone.id, 1))('notice').state).toBe('shut');
    expect((await verdictsOn(zone.id, 2))('notice').state).toBe('open');
  });
  test('an event shuts its day; an empty one takes it back', async () => {
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    await noteFinding(lead, found(zone.id, { kind: 'event', word: 'garden party', on: '2027-03-20' }));
    expect((await zoneSheet(lead, zone.id))!.facts.seen.events).toMatchObject([{ what: 'garden party' }]);
    await noteFinding(lead, found(zone.id, { kind: 'event', on: '2027-03-20' }));
    expect((await zoneSheet(lead, zone.id))!.facts.seen.events).toEqual([]);
  });
  test('several events stand side by side, and one is taken back alone', async () => {
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    await noteFinding(lead, found(zone.id, { kind: 'event', word: 'wedding', on: '2027-05-01' }));
    await noteFinding(lead, found(zone.id, { kind: 'event', word: 'school fair', on: '2027-04-10' }));
    expect((await zoneSheet(lead, zone.id))!.facts.seen.events.map((e) => e.what).sort()).toEqual([
      'school fair',
      'wedding',
    ]);
    await noteFinding(lead, found(zone.id, { kind: 'event', on: '2027-05-01' }));
    expect((await zoneSheet(lead, zone.id))!.facts.seen.events).toMatchObject([{ what: 'school fair' }]);
    await noteFinding(lead, found(zone.id, { kind: 'event', on: '2027-04-10' }));
  });
  test('a soil test says whether phosphorus is wanted', async () => {
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    await noteFinding(lead, found(zone.id, { kind: 'soil test', word: 'wanted' }));
    expect((await zoneSheet(lead, zone.id))!.facts.seen.phosphorus).toMatchObject({ isWanted: true });
  });
  test('soil that was opened is kept with what opened it, and opens the barrier', async () => {
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    await noteFinding(lead, found(zone.id, { kind: 'soil opened', word: 'core aeration' }));
    expect((await zoneSheet(lead, zone.id))!.facts.seen.opened).toMatchObject([{ how: 'core aeration' }]);
  });
  test.each([
    [{ kind: 'soil opened' as const, word: 'liquid aeration' }, 'Opened by', 'missing'],
    [{ kind: 'soil test' as const, word: 'perhaps' }, 'Phosphorus', 'missing'],
    [{ on: '2027-03-19' }, 'Day', 'after today'],
    [{ on: 'today' }, 'Day', 'is no day'],
    [{ kind: 'turf green' as const, figure: '140' }, 'Green', '140 %'],
    [{ kind: 'turf green' as const, figure: 'half' }, 'Green', 'is not a number'],
    [{ kind: 'weed stage' as const, word: 'moss' }, 'Weed', 'missing'],
    [{ kind: 'turf stress' as const, word: 'sad' }, 'Stress', 'missing'],
  ])('%o is refused at %s', async (over, field, words) => {
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    const issue = refusalOf(await noteFinding(lead, found(zone.id, over)))?.issues?.find(
      (i) => i.field === field,
    );
    expect(issue?.problem).toContain(words);
  });
  test('a viewer writes nothing down', async () => {
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    await expect(noteFinding(viewer, found(zone.id, {}))).rejects.toThrow(Forbidden);
  });
});

describe('lifting a latch', () => {
  async function asked(over: Partial<LiftInput> = {}): Promise<LiftInput> {
    const zone = await zoneNamed('88 Chandler Street · front');
    const sheet = (await zoneSheet(lead, zone.id))!;
    const plannedId = nextOf(sheet.applications)!.id;
    return {
      sendKey: key(),
      zoneId: zone.id,
      plannedId,
      gate: 'notice',
      reason: 'notice-too-short',
      position: 1,
      why: 'Called her this morning, she agrees.',
      from: isoDay(sheet.today),
      until: isoDay(addDays(sheet.today, 1)),
      ...over,
    };
  }
  test('stands ajar with name and reason, until its day; the record keeps it', async () => {
    const input = await asked();
    expect(await liftLatch(lead, input)).toEqual({ ok: true, value: { until: input.until } });
    await liftLatch(lead, input);
    const lifted = await inOrganisation(lead, (db) => db.select().from(latchLift));
    expect(lifted.filter((l) => l.gate === 'notice')).toHaveLength(1);
    expect((await verdictsOn(input.zoneId))('notice')).toMatchObject({
      state: 'ajar',
      reason: { code: 'lifted', by: lead.name, why: 'Called her this morning, she agrees.' },
    });
    const used = { area: '3900', amount: '15.9', amountUnit: 'mL' };
    const sent = await recordInput('88 Chandler Street · front', { water: '3.9', confirmed: true }, used);
    const done = await record(sent, lead);
    if (!done.ok) throw new Error(JSON.stringify(done));
    const { record: entry } = (await recordSheet(lead, done.value.recordId))!;
    expect(entry.gates.why.find((w) => w.key === 'notice')).toMatchObject({
      reason: { code: 'lifted', by: lead.name },
    });
  });
  test.each([
    [{ why: '' }, 'Reason', 'is missing'],
    [{ why: 'ok fine' }, 'Reason', 'says too little'],
    [{ until: '2027-03-01' }, 'Until', 'lies before'],
    [{ until: '2027-06-01' }, 'Until', 'more than 31 days'],
    [{ until: 'Friday' }, 'Until', 'is no day'],
    [{ gate: 'registration' as const }, 'Gate', 'is not shut'],
    [{ reason: 'event-that-day' }, 'Gate', 'is not shut for this reason'],
    [{ position: 2 }, 'Gate', 'is not shut for this reason'],
  ])('%o is refused at %s', async (over, field, words) => {
    const zone = await zoneNamed('14 Quarry Lane · front');
    const sheet = (await zoneSheet(lead, zone.id))!;
    const input = await asked({ zoneId: zone.id, plannedId: nextOf(sheet.applications)!.id, ...over });
    const issue = refusalOf(await liftLatch(lead, input))?.issues?.find((i) => i.field === field);
    expect(issue?.problem).toContain(words);
    expect(issue?.remedy.length).toBeGreaterThan(5);
  });
  test('a bolt offers no such thing; nor does a viewer lift', async () => {
    const zone = await zoneNamed('27 Orchard Close · front and side');
    const sheet = (await zoneSheet(lead, zone.id))!;
    const input = await asked({
      zoneId: zone.id,
      plannedId: nextOf(sheet.applications)!.id,
      gate: 'seeding-ahead',
    });
    expect(refusalOf(await liftLatch(lead, input))?.kind).toBe('bolted');
    await expect(liftLatch(viewer, input)).rejects.toThrow(Forbidden);
  });
});

describe('the house', () => {
  test('licences, equipment and figures move their gates', async () => {
    const zone = await zoneNamed('27 Orchard Close · front and side');
    const { equipment } = await houseSheet(lead);
    await saveEquipment(lead, { name: 'Boom, 30 gal', method: 'boom', calibratedOn: '2026-01-10' });
    expect(equipment).toHaveLength(3);
    const { id } = (await houseSheet(lead)).equipment.find((e) => e.method === 'boom')!;
    // without figures it has a name and a reason, or it is not taken
    expect(await waiveCalibration(lead, { id, why: ' ' })).toMatchObject({
      refusal: { issues: [{ field: 'Why', code: 'why-not-measured-missing' }] },
    });
    expect(await waiveCalibration(lead, { id, why: 'new nozzles of the same kind' })).toEqual({
      ok: true,
      value: { on: '2027-03-18' },
    });
    expect((await houseSheet(lead)).equipment.find((e) => e.id === id)!.waived).toEqual({
      by: lead.name,
      why: 'new nozzles of the same kind',
    });
    // half a name is somebody who works here, or is not
    expect(
      refusalOf(
        await saveLicence(lead, {
          userId: '',
          person: 'Lise',
          number: '1',
          categories: 't',
          validTo: '2029-01-31',
        }),
      )?.issues?.[0],
    ).toMatchObject({
      field: 'Person',
      code: 'person-like',
      figures: { person: 'Lise', like: 'Lise Corran' },
    });
    const made = await saveLicence(lead, {
      userId: '',
      person: 'Lise Corran',
      number: 'CA-1',
      categories: 'turf and ornamental',
      validTo: '2029-01-31',
    });
    expect(made.ok).toBe(true);
    expect((await verdictsOn(zone.id))('licence')).toMatchObject({
      state: 'open',
      reason: { person: 'Lise Corran', until: parseDay('2029-01-31') },
    });
    expect(
      refusalOf(
        await saveLicence(lead, { userId: '', person: '', number: '', categories: '', validTo: 'x' }),
      )?.issues?.map((i) => i.field),
    ).toEqual(['Person', 'Valid to', 'Categories']);
  });
  test('the working day is saved by itself, what changed stands in the book, and the wind gate goes by it', async () => {
    const typed = async (over: Partial<DayInput> = {}): Promise<DayInput> => {
      const { day, dayVersion } = await houseSheet(lead);
      const texts = Object.fromEntries(Object.entries(day).map(([k, v]) => [k, String(v)]));
      return { seen: dayVersion, ...texts, ...over } as DayInput;
    };
    const before = await typed();
    expect((await saveDayRules(lead, { ...before, windLimitMph: '9', tankGal: '200' })).ok).toBe(true);
    const book = await changeSheet(lead, { subject: 'house_rule', person: lead.name, page: 1 });
    expect(
      book.changes
        .slice(0, 2)
        .flatMap((c) => fieldChanges(c, SHOWS.trade))
        .map((c) => `${c.field}: ${c.was} to ${c.now}`)
        .sort(),
    ).toEqual(['tank gal: 4 to 200', 'wind limit mph: 10 to 9']);
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    expect((await zoneSheet(lead, zone.id))!.facts.rules.windLimit).toBeCloseTo(9 * 0.44704, 9);
    // a second editor, who saw the figures of before
    expect(refusalOf(await saveDayRules(lead, before))?.issues?.[0]?.problem).toContain('Somebody else');
    const bad = { windCautionMph: '20', workToHour: '7.5', jugStepFlOz: 'x' };
    expect(refusalOf(await saveDayRules(lead, await typed(bad)))?.issues?.map((i) => i.field)).toEqual([
      'Work to',
      'Jug',
    ]);
    expect(
      refusalOf(await saveDayRules(lead, await typed({ windCautionMph: '20' })))?.issues?.[0]?.problem,
    ).toBe('Wind caution is 20 mph, beside Wind limit 9 mph');
    expect((await saveDayRules(lead, { ...before, seen: before.seen + 1 })).ok).toBe(true);
  });
  test('a closed season for fertilizer has two ends, each a day of the year', async () => {
    const saved = (over: Partial<GateRulesInput>) =>
      houseSheet(lead).then((h) => saveGateRules(lead, { ...GATES_TYPED, seen: h.gatesVersion, ...over }));
    const refused = async (over: Partial<GateRulesInput>) =>
      refusalOf(await saved(over))?.issues?.map((i) => `${i.field}: ${i.problem}`);
    expect(await refused({ fertilizerBanFrom: '11-15' })).toEqual([
      'No fertilizer to: No fertilizer to is empty',
    ]);
    expect(await refused({ fertilizerBanFrom: '11-31', fertilizerBanTo: '04-01' })).toEqual([
      'No fertilizer from: No fertilizer from "11-31" is no day of a year',
    ]);
    expect((await saved({ fertilizerBanFrom: '11-15', fertilizerBanTo: '04-01' })).ok).toBe(true);
    const zone = await zoneNamed('12 Farrier Bend · whole lawn');
    expect((await zoneSheet(lead, zone.id))!.facts.rules.fertilizerBan).toEqual({
      from: { month: 11, date: 15 },
      to: { month: 4, date: 1 },
    });
    expect((await saved({})).ok).toBe(true);
  });
  test('figures that cannot be are refused by name; the state moves registration', async () => {
    const { gates, gatesVersion: version } = await houseSheet(lead);
    const typed = { ...GATES_TYPED, state: gates.state };
    const bad = await saveGateRules(lead, {
      ...typed,
      seen: version,
      rainChancePercent: '140',
      heatCautionF: '95',
    });
    expect(refusalOf(bad)?.issues?.map((i) => i.field)).toEqual(['Chance of rain', 'Heat caution']);
    expect((await saveGateRules(lead, { ...typed, seen: version, state: 'Elsewhere' })).ok).toBe(true);
    const zone = await zoneNamed('27 Orchard Close · front and side');
    expect((await verdictsOn(zone.id))('registration').reason.code).toBe('not-registered-here');
    expect(refusalOf(await saveGateRules(lead, { ...typed, seen: version }))?.issues?.[0]?.problem).toContain(
      'Somebody else has changed',
    );
    expect((await saveGateRules(lead, { ...typed, seen: version + 1 })).ok).toBe(true);
  });
  test('one’s own other panel, saved from the same page, is no second editor', async () => {
    const page = await houseSheet(lead);
    const crossings = { ...CROSSINGS_TYPED, seen: page.version };
    const gates = { ...GATES_TYPED, state: page.gates.state, seen: page.gatesVersion };
    expect(await saveCrossings(lead, { ...crossings, runDays: '4' })).toMatchObject({ ok: true });
    expect(await saveGateRules(lead, gates)).toMatchObject({ ok: true });
    expect(await saveCrossings(lead, { ...crossings, seen: page.version + 1 })).toMatchObject({ ok: true });
    // and one who has the page of before is told, at either
    expect((await saveCrossings(lead, crossings)).ok).toBe(false);
    expect((await saveGateRules(lead, gates)).ok).toBe(false);
  });
});
