/** What the demo company has read, seen, measured and set up. All invented; written through the use cases, as people would. */
import { DateTime } from 'luxon';
import type { TakeoffDraft, TreeDraft } from '@/core/lawn/takeoff-draft';
import type { Spot } from '@/core/lawn/zone';
import { fromInches, toFahrenheit } from '@/core/units/trade';
import { draftOf } from '@/app/lawns/lawn-draft';
import type { Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import { siteName, zonesOf } from '@/data/lawns';
import { thermometersOf } from '@/data/readings';
import { observation, thermometer } from '@/data/schema';
import { checkReadings, takeImport } from '@/server/imports/imports';
import { runImport } from '@/server/imports/run-imports';
import { saveFilter } from '@/server/lawns/lawn-list';
import { saveLawn, type LawnInput } from '@/server/lawns/save-lawn';
import { expectedAt } from '@/server/soil/view';
import { addSensor, fetchSensor, sensorsOf } from '@/server/soil/soil-station';
import { takeReading } from '@/server/soil/take-reading';
import { runJob } from '@/server/worker/worker';

/** Readings: where, when, how deep, and by how many °F the site differs from its kind. */
const READ: readonly Readonly<{
  site: string;
  by: string;
  spot: Spot;
  depth: string;
  warmer: number;
  at: readonly string[];
}>[] = [
  {
    site: '14 Quarry Lane · front',
    by: 'Tobin Asher',
    spot: 'open',
    depth: '3',
    warmer: 1.4,
    at: ['2027-03-01T10:10', '2027-03-08T09:50', '2027-03-12T15:20', '2027-03-17T10:30'],
  },
  {
    site: '14 Quarry Lane · front',
    by: 'Tobin Asher',
    spot: 'warmest strip',
    depth: '3',
    warmer: 2.2,
    at: ['2027-03-08T09:55', '2027-03-17T10:35'],
  },
  {
    site: '5 Saddler Court · whole lawn',
    by: 'Lise Corran',
    spot: 'open',
    depth: '2',
    warmer: 1.1,
    at: ['2027-03-10T11:00', '2027-03-16T14:15'],
  },
  {
    site: '66 Weir Walk · front',
    by: 'Lise Corran',
    spot: 'open',
    depth: '4',
    warmer: -0.9,
    at: ['2027-03-09T08:40', '2027-03-15T09:05'],
  },
];
/** A figure that somebody confirmed although it looked wrong: kept, flagged, not used. */
const ODD = { site: '66 Weir Walk · front', by: 'Lise Corran', at: '2027-03-16T09:20', value: '71' };

const SEEN: readonly Readonly<{ day: string; sign: string; by: string }>[] = [
  { day: '2024-03-10', sign: 'early yellow shrub in bloom', by: 'Mara Venn' },
  { day: '2025-03-16', sign: 'early yellow shrub in bloom', by: 'Mara Venn' },
  { day: '2026-03-05', sign: 'early yellow shrub in bloom', by: 'Tobin Asher' },
  { day: '2026-04-12', sign: 'lilac opening', by: 'Mara Venn' },
  { day: '2027-03-13', sign: 'early yellow shrub in bloom', by: 'Tobin Asher' },
];

const shape = (
  kind: string,
  sign: string,
  name: string,
  a: string,
  b: string,
  x = '',
  y = '',
  c = '',
): TakeoffDraft => ({ kind, sign, name, a, b, c, x, y });
const tree = (name: string, kind: TreeDraft['kind'], dripLine: string, x: string, y: string): TreeDraft => ({
  name,
  kind,
  dripLine,
  x,
  y,
  keepOut: kind === 'fruit',
});
/** Sheets filled in further than the list of lawns has it. */
const SHEETS: Readonly<Record<string, Partial<LawnInput>>> = {
  '14 Quarry Lane · front': {
    measure: {
      by: 'takeoff',
      shapes: [
        shape('rectangle', 'add', 'lawn', '96', '70', '0', '0'),
        shape('rectangle', 'subtract', 'drive', '16', '20', '70', '0'),
        shape('rectangle', 'subtract', 'bed', '16', '10', '8', '50'),
      ],
    },
    areaError: '3',
    trees: [tree('maple', 'ornamental', '9', '52', '46')],
    concreteEdgeFt: '84',
    bedEdgeFt: '46',
    hazards: 'Low lights along the path.',
    notes: 'Gate on the left sticks.',
    noticeHours: '24',
    weedHistory: 'Crabgrass along the drive in 2025 and 2026.',
  },
  '12 Farrier Bend · whole lawn': {
    measure: {
      by: 'takeoff',
      shapes: [
        shape('rectangle', 'add', 'back', '90', '60', '0', '0'),
        shape('trapezoid', 'add', 'side', '40', '40', '90', '0', '25'),
        shape('circle', 'subtract', 'pond', '8', '', '68', '42'),
      ],
    },
    areaError: '4',
    trees: [tree('apple', 'fruit', '7', '18', '40'), tree('pear', 'fruit', '6', '34', '44')],
    waters: [{ kind: 'pond', feet: '0' }],
    hazards: 'Pond in the lawn; hose across the path.',
  },
  '102 Cooper Rise · under the limes': { drainage: 'slow', thinSpots: 'All of it: lime roots and shade.' },
  '3 Mill Race · whole lawn': { hazards: 'Small dog; ring first.', concreteEdgeFt: '60' },
  '88 Chandler Street · front': {
    optOut: 'granules near the sandpit',
    organicOnly: false,
    noticeHours: '48',
  },
};

/** A logger's file: two depths, every half hour of twelve days, one broken row and a repeated one. */
function loggerFile(truth: (at: Date, depthIn: number) => number): string {
  const rows = ['Time,Probe A (2 in) F,Probe B (4 in) F'];
  const start = DateTime.fromISO('2027-03-05T00:00', { zone: 'US/Central' });
  for (let i = 0; i < 12 * 48; i++) {
    const at = start.plus({ minutes: 30 * i });
    const [a, b] = [2, 4].map((d) => truth(at.toJSDate(), d).toFixed(1));
    rows.push(`${at.toFormat('yyyy-MM-dd HH:mm')},${i === 200 ? 'E-04' : a},${b}`);
    if (i === 300) rows.push(rows.at(-1)!);
  }
  return `${rows.join('\n')}\n`;
}

export async function writeSoil(lead: Actor): Promise<void> {
  const as = (name: string): Actor => ({ ...lead, name, role: 'technician' });
  const zones = await inOrganisation(lead, zonesOf);
  const zoneAt = (site: string) => {
    const zone = zones.find((z) => siteName(z) === site);
    if (!zone) throw new Error(`The demo has no ${site}`);
    return zone;
  };
  for (const [site, more] of Object.entries(SHEETS)) {
    const zone = zoneAt(site);
    expectDone(
      await saveLawn(lead, { ...draftOf(zone), ...more, zoneId: zone.id, seen: zone.version }),
      site,
    );
  }
  await inOrganisation(lead, async (db) => {
    await db.insert(thermometer).values([
      { id: id(1), orgId: lead.orgId, name: 'Red pocket probe', offsetF: '0.6', calibratedOn: '2027-02-20' },
      {
        id: id(2),
        orgId: lead.orgId,
        name: 'Long stem, truck 2',
        offsetF: '-0.4',
        calibratedOn: '2027-02-20',
      },
    ]);
    await db
      .insert(observation)
      .values(
        SEEN.map((s, i) => ({
          orgId: lead.orgId,
          zoneId: zoneAt('14 Quarry Lane · front').id,
          sign: s.sign,
          seenOn: s.day,
          person: s.by,
          sendKey: id(100 + i),
        })),
      );
  });

  const expected = (site: string, spot: Spot, depth: string, at: Date) =>
    inOrganisation(lead, async (db) =>
      expectedAt(
        db,
        lead.orgId,
        zoneAt(site),
        await houseOf(db),
        await todayOf(db, lead),
        spot,
        fromInches(Number(depth)),
        at,
      ),
    );
  const plain = new Map<string, number>();
  for (const r of READ)
    for (const at of r.at) {
      const model = await expected(r.site, r.spot, r.depth, central(at));
      plain.set(`${r.site}${r.spot}${at}`, toFahrenheit(model!.value) + r.warmer);
    }
  const probes = await inOrganisation(lead, thermometersOf);
  let n = 200;
  for (const r of READ)
    for (const at of r.at) {
      const probe = probes.find((p) => p.name.startsWith(r.by === 'Tobin Asher' ? 'Red' : 'Long'))!;
      const value = plain.get(`${r.site}${r.spot}${at}`)! + probe.offsetF;
      expectDone(
        await takeReading(as(r.by), {
          sendKey: id(n++),
          zoneId: zoneAt(r.site).id,
          spot: r.spot,
          depth: r.depth,
          value: (Math.round(value * 2) / 2).toFixed(1),
          unit: 'F',
          thermometerId: probe.id,
          takenAt: at,
          confirmed: true,
        }),
        `${r.site} ${at}`,
      );
    }
  expectDone(
    await takeReading(as(ODD.by), {
      sendKey: id(n++),
      zoneId: zoneAt(ODD.site).id,
      spot: 'open',
      depth: '2',
      value: ODD.value,
      unit: 'F',
      thermometerId: null,
      takenAt: ODD.at,
      confirmed: true,
    }),
    'the odd reading',
  );

  await writeLogger(lead, zoneAt('41 Tannery Row · lawn').id);
  if (process.env['SOIL_URL']) {
    const zoneId = zoneAt('14 Quarry Lane · back').id;
    expectDone(
      await addSensor(lead, { zoneId, spot: 'open', serviceKey: 'quarry-1', unit: 'C' }),
      'soil station',
    );
    for (const s of await sensorsOf(lead)) await fetchSensor(lead, s.id);
  }
  expectDone(await saveFilter(lead, { name: 'Nothing planned yet', query: '?plan=none' }), 'filter');
  await runJob({ kind: 'outlooks', orgId: lead.orgId });
}

async function writeLogger(lead: Actor, zoneId: string): Promise<void> {
  const known = new Map<string, number>();
  await inOrganisation(lead, async (db) => {
    const zone = (await zonesOf(db)).find((z) => z.id === zoneId)!;
    const house = await houseOf(db);
    for (const depthIn of [2, 4])
      for (let day = 5; day < 17; day++)
        for (const hour of [0, 6, 12, 18]) {
          const at = DateTime.fromObject(
            { year: 2027, month: 3, day, hour },
            { zone: 'US/Central' },
          ).toJSDate();
          const model = await expectedAt(
            db,
            lead.orgId,
            zone,
            house,
            await todayOf(db, lead),
            'open',
            fromInches(depthIn),
            at,
          );
          known.set(`${depthIn}|${at.getTime()}`, toFahrenheit(model!.value));
        }
  });
  const truth = (at: Date, depthIn: number) => {
    const six = 6 * 3_600_000;
    const local = at.getTime();
    const keys = [...known.keys()]
      .filter((k) => k.startsWith(`${depthIn}|`))
      .map((k) => Number(k.split('|')[1]));
    const before = Math.max(...keys.filter((k) => k <= local), keys[0]!);
    const after = Math.min(...keys.filter((k) => k > local), keys.at(-1)!);
    const share = after > before ? Math.min(1, (local - before) / six) : 0;
    const [a, b] = [before, after].map((k) => known.get(`${depthIn}|${k}`)!);
    return a! * (1 - share) + b! * share - 0.8;
  };
  const checked = await checkReadings(lead, {
    fileName: 'tannery-row-march.csv',
    body: loggerFile(truth),
    mapping: {
      zoneId,
      timeColumn: 0,
      dayFirst: false,
      clock: { kind: 'zone', name: 'US/Central' },
      unit: 'F',
      columns: [
        { column: 1, depthIn: 2, spot: 'open' },
        { column: 2, depthIn: 4, spot: 'open' },
      ],
    },
  });
  if (!checked.ok) throw new Error(`The demo's logger was refused: ${JSON.stringify(checked)}`);
  await takeImport(lead, checked.value);
  await runImport(lead, checked.value.importId);
}

const id = (n: number) => `00000000-0000-4000-9000-${String(n).padStart(12, '0')}`;
const central = (at: string) => DateTime.fromISO(at, { zone: 'US/Central' }).toJSDate();

function expectDone(outcome: Readonly<{ ok: boolean }>, what: string): void {
  if (!outcome.ok) throw new Error(`The demo's ${what} was refused: ${JSON.stringify(outcome)}`);
}
