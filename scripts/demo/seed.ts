/**
 * The demo company, written through the application's own use cases: the clock stands on each day in turn, plans are
 * saved and applications recorded as people would, and in the end it stands on the demo day. Deterministic.
 */
import { hashPassword } from 'better-auth/crypto';
import { eq } from 'drizzle-orm';
import { DateTime } from 'luxon';
import { addDays, isoDay, parseDay } from '@/core/calendar/day';
import { WHOLE_ZONE } from '@/core/products/application';
import { nextOf } from '@/core/season/standing';
import { NEW_PRODUCT, type TypedProduct } from '@/core/season/typed-fields';
import { SHOWS } from '@/core/units/format';
import { isRateUnit, rateOf, type AmountUnit } from '@/core/units/rate';
import type { Actor } from '@/data/actor';
import { addUsualHouse } from '@/data/house';
import { siteName, zonesOf } from '@/data/lawns';
import { addCalibration, addEquipment, changeEquipment, equipmentOf } from '@/data/equipment';
import { addLicence, addLift } from '@/data/resources';
import { addProduct, labelsOf } from '@/data/products';
import { addMove } from '@/data/stock';
import { closeQueue } from '@/server/queue/jobs';
import { closeConnection, inOrganisation, signInDatabase } from '@/data/connection';
import { addApplication, applicationsOf, type ProductChange, type StoredApplication } from '@/data/programme';
import * as schema from '@/data/schema';
import { noteEarlierWork, type EarlierInput } from '@/server/lawns/history';
import { noteFinding, type FindingInput } from '@/server/lawns/note-finding';
import { changeStanding } from '@/server/programme/change-standing';
import { saveApplication } from '@/server/programme/save-application';
import { recordVisit } from '@/server/records/record-visit';
import { workOff } from '@/server/worker/worker';
import { bringWeatherUpToDate } from '@/server/soil/weather';
import { recordWords } from '@/ui/stop-words';
import { DEMO_CATEGORY, DEMO_LABELS, DEMO_STATE, demoLabel, type DemoKey } from './labels';
import { DEMO_LAWNS } from './lawns';
import { SHOP, demoPlace } from './places';
import { writeSoil } from './soil';
import people from './people.json' with { type: 'json' };

const ORG = { id: 'quillmoor', name: 'Quillmoor Lawn Care', timeZone: 'US/Central', units: 'trade' } as const;
const DEMO_DAY = '2027-03-18';
const START_OF_SEASON = '2027-01-11';

const lead: Actor = {
  userId: 'person-1',
  name: 'Mara Venn',
  orgId: ORG.id,
  orgName: ORG.name,
  role: 'lead',
  timeZone: ORG.timeZone,
  units: ORG.units,
};
const as = (name: string): Actor => ({ ...lead, name, role: 'technician' });

/** Numbered, so that a second run, and a picture of it, is the same to the last address. */
let counted = 0;
const nextId = () => `00000000-0000-4000-8000-${String(++counted).padStart(12, '0')}`;

async function writePeople(): Promise<void> {
  const db = signInDatabase();
  await db.insert(schema.organisation).values(ORG);
  for (const [i, p] of people.people.entries()) {
    const userId = `person-${i + 1}`;
    await db.insert(schema.user).values({ id: userId, name: p.name, email: p.email, emailVerified: true });
    await db
      .insert(schema.account)
      .values({
        id: `account-${i + 1}`,
        accountId: userId,
        providerId: 'credential',
        userId,
        password: await hashPassword(people.password),
      });
    await db.insert(schema.member).values({ userId, orgId: ORG.id, role: p.role as Actor['role'] });
  }
}

async function writeHouse(): Promise<string> {
  const stationId = nextId();
  await inOrganisation(lead, async (db) => {
    await db.insert(schema.clock).values({ orgId: ORG.id, now: morningOf(START_OF_SEASON) });
    await addUsualHouse(db, ORG.id, { state: DEMO_STATE, calibrationDays: 120 });
    await db
      .insert(schema.station)
      .values({
        id: stationId,
        orgId: ORG.id,
        name: 'Tessaby County',
        serviceKey: 'tessaby',
        utcOffsetHours: -6,
        latitude: '38.6',
      });
  });
  return stationId;
}

async function writeLabels(): Promise<Map<DemoKey, string>> {
  const ids = new Map<DemoKey, string>();
  await inOrganisation(lead, async (db) => {
    for (const [key, sheet] of DEMO_LABELS)
      ids.set(key, await addProduct(db, lead, sheet, morningOf(START_OF_SEASON), productId(key)));
  });
  return ids;
}
/** Numbered apart from the rest, so that a further label moves no lawn's address. */
const productId = (key: DemoKey) =>
  `00000000-0000-4000-8001-${String(DEMO_LABELS.findIndex(([k]) => k === key) + 1).padStart(12, '0')}`;

/** Papers, sprayers and the shelf. */
async function writeMeans(products: ReadonlyMap<DemoKey, string>): Promise<void> {
  await inOrganisation(lead, async (db) => {
    await addLicence(db, ORG.id, {
      person: lead.name,
      userId: lead.userId,
      number: 'CA-20417',
      categories: [DEMO_CATEGORY],
      validTo: parseDay('2028-06-30')!,
    });
    for (const [name, method, calibrated] of [
      ['Backpack, 4 gal', 'backpack', '2027-03-08'],
      ['Skid tank, hand gun', 'hand gun', '2027-03-02'],
      ['Push spreader', 'spreader', '2027-03-01'],
    ] as const)
      await addEquipment(db, ORG.id, { name, method, calibratedOn: parseDay(calibrated) });
    const none = { tankGal: null, deadGal: 0, hopperLb: null, fitted: '', truck: '', isRidden: false };
    for (const e of await equipmentOf(db))
      await changeEquipment(db, e.id, e.version, {
        ...none,
        name: e.name,
        truck: e.method === 'backpack' ? 'Truck 2' : 'Truck 1',
        ...(e.method === 'backpack' ? { tankGal: 4, deadGal: 0.05, fitted: 'wide fan' } : {}),
        ...(e.method === 'hand gun' ? { tankGal: 200, deadGal: 1.5, fitted: 'shower head' } : {}),
        ...(e.method === 'spreader' ? { hopperLb: 50, fitted: 'gate 14' } : {}),
      });
    await db
      .insert(schema.truck)
      .values(
        ['Tobin Asher', 'Lise Corran'].map((driver, i) => ({
          id: `00000000-0000-4000-8003-00000000000${i + 1}`,
          orgId: ORG.id,
          name: `Truck ${i + 1}`,
          people: [driver],
          latitude: String(SHOP.latitude),
          longitude: String(SHOP.longitude),
        })),
      );
    const spreader = (await equipmentOf(db)).find((e) => e.method === 'spreader')!;
    for (const [on, pounds] of [
      ['2026-03-02', 3.9],
      ['2026-08-24', 4],
      ['2027-03-01', 4.1],
    ] as const)
      await addCalibration(db, ORG.id, {
        equipmentId: spreader.id,
        on: parseDay(on)!,
        person: lead.name,
        how: 'weigh',
        spread: 0.04,
        fitted: 'gate 14, medium granules',
        typed: {},
        sendKey: `00000000-0000-4000-8002-${on.replaceAll('-', '').padStart(12, '0')}`,
        rate: rateOf(pounds, 'lb/1000sqft').rate,
      });
    const bought = (key: DemoKey, lot: string, amount: number, unit: AmountUnit, price: number, on: string) =>
      addMove(db, {
        orgId: ORG.id,
        productId: products.get(key)!,
        kind: 'in',
        lot,
        amount,
        unit,
        price,
        on: parseDay(on)!,
        note: '',
        person: lead.name,
        recordId: null,
        sendKey: nextId(),
        expires: parseDay('2029-12-31'),
      });
    await bought('prodiamine', 'L-2291', 10, 'lb', 192, '2027-01-20');
    await bought('dithiopyr', 'K-118', 1, 'gal', 296, '2027-01-20');
    await bought('granule', 'G-70', 600, 'lb', 408, '2027-02-02');
    await bought('amine', 'A-9', 2.5, 'gal', 52, '2027-02-02');
    await bought('quinclorac', 'Q-31', 1, 'lb', 92, '2027-02-02');
  });
}

const morningOf = (day: string) => DateTime.fromISO(`${day}T07:00`, { zone: ORG.timeZone }).toJSDate();
const standOn = (day: string) =>
  inOrganisation(lead, (db) =>
    db
      .update(schema.clock)
      .set({ now: morningOf(day) })
      .where(eq(schema.clock.orgId, ORG.id)),
  );

type Step = Readonly<{ day: string; run: () => Promise<void> }>;

/** One product in one application, as a form has it. */
const one = (
  productId: string,
  rate: string,
  unit: string,
  over: Partial<TypedProduct> = {},
): TypedProduct => ({ ...NEW_PRODUCT, productId, rate, unit, use: 'pre-emergent', ...over });

/** Plans an application through the use case, and its further parts on their own days. */
async function plan(
  zoneId: string,
  days: readonly string[],
  products: readonly TypedProduct[],
  what: string,
  purpose = '',
): Promise<void> {
  const before = new Set((await programmeOf(zoneId)).map((a) => a.id));
  const [plannedOn = '', ...later] = days;
  const typed = { purpose, plannedOn, earliest: '', latest: '', products };
  await expectDone(
    saveApplication(lead, { zoneId, applicationId: '', base: 0, sendKey: '', ...typed }),
    `plan of ${what}`,
  );
  const made = (await programmeOf(zoneId)).filter((a) => !before.has(a.id)).slice(1);
  for (const [i, to] of later.entries()) {
    const a = made[i];
    if (!a) throw new Error(`The demo's plan of ${what} has no part ${i + 2}`);
    if (isoDay(a.plannedOn) === to) continue;
    const change = { what: 'move', to } as const;
    await expectDone(
      changeStanding(lead, { applicationId: a.id, base: a.version, change }),
      `move at ${what}`,
    );
  }
}

const programmeOf = (zoneId: string): Promise<StoredApplication[]> =>
  inOrganisation(
    lead,
    async (db) => (await applicationsOf(db, [zoneId], await labelsOf(db))).get(zoneId) ?? [],
  );

/** Records the next application that is due on a zone, as it was planned but for what is said. */
async function record(
  zoneId: string,
  by: string,
  day: string,
  used: Readonly<{
    amount: string;
    unit: string;
    area: string;
    water: string;
    wind: string;
    air: string;
    notes: string;
  }>,
  what: string,
): Promise<void> {
  const next = nextOf(await programmeOf(zoneId));
  if (!next) throw new Error(`Nothing is due at ${what}`);
  await expectDone(
    recordVisit(
      as(by),
      {
        sendKey: nextId(),
        zoneId,
        applicationId: next.id,
        water: used.water,
        appliedOn: day,
        appliedBy: by,
        products: next.products.map((p) => ({
          plannedProductId: p.id,
          productId: p.label.id,
          use: p.use,
          targets: p.targets,
          place: p.place.on,
          ground: '',
          area: used.area,
          amount: used.amount,
          amountUnit: used.unit,
          tank: p.tank,
          lot: '',
        })),
        startedAt: '',
        endedAt: '',
        certifiedBy: lead.name,
        supervisor: '',
        method: '',
        equipment: '',
        wind: used.wind,
        windFrom: 'SW',
        air: used.air,
        noticeGiven: '',
        reentryTold: '',
        notes: used.notes,
        confirmed: false,
        corrects: null,
      },
      recordWords(SHOWS.trade),
    ),
    `record of ${what}`,
  );
}

/** Writes the lawns, and gives what was planned and done on them as steps by day. */
async function writeLawns(stationId: string, products: Map<DemoKey, string>): Promise<Step[]> {
  const steps: Step[] = [];
  for (const { zones, at, ...lawn } of DEMO_LAWNS) {
    const lawnId = nextId();
    await inOrganisation(lead, (db) =>
      db
        .insert(schema.lawn)
        .values({
          id: lawnId,
          orgId: ORG.id,
          stationId,
          ...lawn,
          latitude: String(demoPlace(...at).latitude),
          longitude: String(demoPlace(...at).longitude),
        }),
    );
    for (const { plans, sqFt, isNew, ...zone } of zones) {
      const zoneId = nextId();
      const values = {
        ...zone,
        id: zoneId,
        orgId: ORG.id,
        lawnId,
        areaSqFt: sqFt,
        besidePavement: zone.besidePavement ?? false,
        // looked for everywhere but where the notes speak of a well
        // of one lawn the notes speak of a well, and nobody has gone to look
        ...(lawn.notes.includes('Well') ? {} : { waters: [] }),
        grounds: 'home lawn',
        // all but the newest customers have been ours since the year before last
        ...(isNew ? {} : { history: 'known', bookFrom: '2025-01-01' }),
      };
      await inOrganisation(lead, (db) => db.insert(schema.zone).values(values));
      for (const { product, split, total, days, done = [], unchecked, with: others = [], purpose } of plans) {
        const unit = demoLabel(product).rateUnit;
        const firstDay = days[0] ?? START_OF_SEASON;
        const planDay = firstDay < START_OF_SEASON ? firstDay : START_OF_SEASON;
        const of = (key: DemoKey) => products.get(key) ?? '';
        const typed = [
          one(of(product), total, unit, {
            ...(split === 'single' ? {} : { times: 'split', split }),
            ...others[0]?.main,
          }),
          ...others.map((o) => one(of(o.product), o.rate, demoLabel(o.product).rateUnit, o.as)),
        ];
        steps.push({
          day: planDay,
          run: async () => {
            if (unchecked) await writeUnchecked(zoneId, of(product), Number(total), unit, firstDay);
            else await plan(zoneId, days, typed, lawn.address, purpose);
          },
        });
        for (const { day, by, ...used } of done)
          steps.push({ day, run: () => record(zoneId, by, day, { ...used, area: sqFt }, lawn.address) });
      }
    }
  }
  return steps;
}

/** An application that stands in the book though a bolt is against it: as an older plan may. */
async function writeUnchecked(
  zoneId: string,
  productId: string,
  rate: number,
  unit: string,
  day: string,
): Promise<void> {
  if (!isRateUnit(unit)) throw new Error(`Unknown unit ${unit}`);
  const product: ProductChange = {
    id: null,
    productId,
    rate,
    unit,
    targets: [],
    method: null,
    use: 'pre-emergent',
    place: WHOLE_ZONE,
    tank: 1,
    tie: null,
  };
  const application = {
    zoneId,
    purpose: '',
    plannedOn: parseDay(day)!,
    earliest: null,
    latest: null,
    products: [product],
    sendKey: null,
  };
  await inOrganisation(lead, (db) => addApplication(db, lead, application, new Date()));
}

async function expectDone(outcome: Promise<Readonly<{ ok: boolean }>>, what: string): Promise<void> {
  const got = await outcome;
  if (!got.ok) throw new Error(`The demo's ${what} was refused: ${JSON.stringify(got)}`);
}

/** What people saw and did, and one latch that was lifted. */
async function writeFindings(): Promise<void> {
  const zones = new Map((await inOrganisation(lead, zonesOf)).map((z) => [siteName(z), z.id]));
  const note = (site: string, input: Partial<FindingInput> & Pick<FindingInput, 'kind' | 'on'>) =>
    expectDone(
      noteFinding(lead, {
        sendKey: nextId(),
        zoneId: zones.get(site)!,
        word: '',
        stage: '',
        figure: '',
        ...input,
      }),
      `finding at ${site}`,
    );
  await note('14 Quarry Lane · front', { kind: 'notice sent', on: '2027-03-16' });
  await note('14 Quarry Lane · back', { kind: 'notice sent', on: '2027-03-16' });
  await note('3 Mill Race · whole lawn', { kind: 'turf green', on: '2027-03-15', figure: '10' });
  await note('19 Kiln Hill · whole lawn', {
    kind: 'weed stage',
    on: '2027-03-15',
    word: 'henbit',
    stage: 'mature',
  });
  const zoneId = zones.get('41 Tannery Row · drive strip')!;
  const [first] = await programmeOf(zoneId);
  const from = parseDay(DEMO_DAY)!;
  await inOrganisation(lead, (db) =>
    addLift(db, {
      orgId: ORG.id,
      zoneId,
      plannedId: first!.id,
      sendKey: nextId(),
      gate: 'wind',
      from,
      reason: 'windy',
      position: 1,
      by: lead.name,
      why: 'Sheltered strip between wall and hedge, hooded nozzle.',
      until: addDays(from, 7),
      at: morningOf(DEMO_DAY),
    }),
  );
}

/** What a company before us and a customer did, as far as it was told. */
async function writeEarlier(): Promise<void> {
  const zones = new Map((await inOrganisation(lead, zonesOf)).map((z) => [siteName(z), z.id]));
  const told = (site: string, input: Partial<EarlierInput> & Pick<EarlierInput, 'on' | 'by' | 'substance'>) =>
    expectDone(
      noteEarlierWork(lead, {
        sendKey: nextId(),
        zoneId: zones.get(site)!,
        productId: '',
        group: '',
        amount: '',
        unit: '',
        certainty: 'guessed',
        note: '',
        ...input,
      }),
      `earlier work at ${site}`,
    );
  await told('102 Cooper Rise · under the limes', {
    on: '2026-10-10',
    by: 'the customer',
    substance: 'nitrogen',
    amount: '0.9',
    note: 'Fed the lawn himself, about two bags.',
  });
  await told('66 Weir Walk · front', {
    on: '2026-09-20',
    by: 'another company',
    substance: 'dithiopyr',
    group: '3',
    amount: '0.25',
    note: 'From their invoice.',
  });
}

/** Exit code that says: an earlier run was cut off, start over on an empty database. */
const CUT_OFF = 3;

const there = await signInDatabase()
  .select()
  .from(schema.organisation)
  .where(eq(schema.organisation.id, ORG.id));
const [stands] = await inOrganisation(lead, (db) => db.select().from(schema.clock));
if (!there.length) {
  await writePeople();
  const stationId = await writeHouse();
  const products = await writeLabels();
  await writeMeans(products);
  const steps = await writeLawns(stationId, products);
  for (const step of steps.toSorted((a, b) => a.day.localeCompare(b.day))) {
    await standOn(step.day);
    await bringWeatherUpToDate(lead);
    await step.run();
  }
  await standOn(DEMO_DAY);
  await writeSoil(lead);
  await writeFindings();
  await writeEarlier();
  await bringWeatherUpToDate(lead);
  await workOff();
} else if (!stands || stands.now < morningOf(DEMO_DAY)) {
  // the clock comes to the demo day last of all, and people turn it forward only
  process.exitCode = CUT_OFF;
}
await closeQueue();
await closeConnection();
