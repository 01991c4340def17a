/** Files of readings and of lawns: looked through, taken in the background, taken once, taken out again. */
import { fact, factIn, readRowProblems } from '@/core/units/issue';
import { factSaid, rowSaid } from '../support/told';
import { eq, sql } from 'drizzle-orm';
import { Forbidden } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { importOf } from '@/data/imports';
import { fileImport, reading, zone } from '@/data/schema';
import { check } from '@placemarkio/check-geojson';
import { writeLawnsGeoJson } from '@/formats/lawn-geojson';
import { readLawnTable } from '@/server/imports/read-files';
import { LAWN_KEYS, matchColumns, type LawnMapping } from '@/formats/lawn-columns';
import { LAWN_CELLS, writeLawns } from '@/formats/lawn-csv';
import { readCsv } from '@/formats/logger-csv';
import type { LoggerMapping } from '@/formats/logger-csv';
import { checkLawnFile, checkReadings, setupFor, takeImport, undoImport } from '@/server/imports/imports';
import { rowsOfZones } from '@/data/lawns';
import { runImport, runUndo } from '@/server/imports/run-imports';
import { exportLawns, lawnList, queryOf } from '@/server/lawns/lawn-list';
import { refusalOf, actor, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const ROWS = 20_000;

/** A reading every five minutes from 1 January, in °F, two depths. */
function logger(rows: number, broken: Readonly<Record<number, string>> = {}): string {
  const start = Date.UTC(2027, 0, 1, 6);
  const lines = Array.from({ length: rows }, (_, i) => {
    const at = new Date(start + i * 300_000).toISOString().slice(0, 16).replace('T', ' ');
    return (
      broken[i] ??
      `${at},${(45 + 6 * Math.sin(i / 90)).toFixed(1)},${(45 + 4 * Math.sin(i / 90 - 1)).toFixed(1)}`
    );
  });
  return ['time,shallow,deep', ...lines].join('\n');
}
async function mapping(site: string, over: Partial<LoggerMapping> = {}): Promise<LoggerMapping> {
  return {
    zoneId: (await zoneNamed(site)).id,
    timeColumn: 0,
    dayFirst: false,
    clock: { kind: 'offset', hours: 0 },
    unit: 'F',
    columns: [
      { column: 1, depthIn: 2, spot: 'open' },
      { column: 2, depthIn: 4, spot: 'open' },
    ],
    ...over,
  };
}
const file = (id: string) => inOrganisation(lead, async (db) => (await importOf(db, id))!);
const readingsAt = async (site: string) => {
  const { id } = await zoneNamed(site);
  return inOrganisation(lead, async (db) => {
    const [row] = await db
      .select({ n: sql<number>`count(*)::int` })
      .from(reading)
      .where(eq(reading.zoneId, id));
    return row!.n;
  });
};
const checked = async (...args: Parameters<typeof checkReadings>) => {
  const outcome = await checkReadings(...args);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return outcome.value.importId;
};

describe('a logger’s file', () => {
  const site = '12 Farrier Bend · whole lawn';
  const body = logger(ROWS, { 17: 'never,1,2', 40: '2027-01-01 09:20,999,45' });

  test('is looked through first: counts and bad rows by line, nothing taken', async () => {
    const id = await checked(lead, { fileName: 'a.csv', body, mapping: await mapping(site) });
    const f = await file(id);
    expect([f.status, f.total, f.bad, f.skipped]).toEqual(['checked', ROWS, 2, 0]);
    expect(readRowProblems(f.problems).map((row) => [row.line, rowSaid(row)])).toEqual([
      [19, '"never" is no time'],
      [42, '999.0 °F under shallow is impossible: turf soil lies between -10 and 140 °F'],
    ]);
    // of before codes were kept
    expect(readRowProblems([{ line: 4, problem: 'a sentence' }]).map(rowSaid)).toEqual(['a sentence']);
    expect(await readingsAt(site)).toBe(0);
    expect(await setupFor(lead, 'time|shallow|deep')).toMatchObject({ unit: 'F', timeColumn: 0 });

    // taken in the background, with progress; twice run, it is taken once
    expect((await takeImport(lead, { importId: id })).ok).toBe(true);
    await runImport(lead, id);
    const taken = await file(id);
    const good = 2 * ROWS - 3;
    expect([taken.status, taken.done, taken.added]).toEqual(['done', ROWS, good]);
    expect(await readingsAt(site)).toBe(good);
    await runImport(lead, id);
    expect(await readingsAt(site)).toBe(good);

    // the answer was lost on the way and it is sent again: taken it is, once
    expect(await takeImport(lead, { importId: id })).toEqual({ ok: true, value: null });
    expect((await file(id)).status).toBe('done');
    expect(await takeImport(lead, { importId: crypto.randomUUID() })).toMatchObject({
      refusal: { kind: 'gone' },
    });
  });

  test('brought in a second time adds nothing', async () => {
    const id = await checked(lead, { fileName: 'a again.csv', body, mapping: await mapping(site) });
    await takeImport(lead, { importId: id });
    await runImport(lead, id);
    expect((await file(id)).added).toBe(0);
  });

  test('that a worker left in the middle is finished by the next', async () => {
    const other = '3 Mill Race · whole lawn';
    const id = await checked(lead, { fileName: 'b.csv', body: logger(300), mapping: await mapping(other) });
    await inOrganisation(lead, (db) =>
      db.update(fileImport).set({ status: 'running', done: 10 }).where(eq(fileImport.id, id)),
    );
    await runImport(lead, id);
    expect((await file(id)).status).toBe('done');
    expect(await readingsAt(other)).toBe(600);
  });

  test('is taken out again as a whole, and only it', async () => {
    const [first] = await inOrganisation(lead, (db) =>
      db.select({ id: fileImport.id }).from(fileImport).where(eq(fileImport.fileName, 'a.csv')),
    );
    expect((await undoImport(lead, { importId: first!.id })).ok).toBe(true);
    await runUndo(lead, first!.id);
    expect(await readingsAt(site)).toBe(0);
    expect(await readingsAt('3 Mill Race · whole lawn')).toBe(600);
    expect((await file(first!.id)).status).toBe('undone');
    await runUndo(lead, first!.id);
    expect((await undoImport(lead, { importId: first!.id })).ok).toBe(true);
    expect((await takeImport(lead, { importId: first!.id })).ok).toBe(false);
  });

  test('in the other scale, or stuck, is warned about before it is taken', async () => {
    const celsius = logger(3000).replace(
      /,(\d+\.\d),(\d+\.\d)/g,
      (_, a: string, b: string) =>
        `,${((Number(a) - 32) / 1.8).toFixed(1)},${((Number(b) - 32) / 1.8).toFixed(1)}`,
    );
    const id = await checked(lead, { fileName: 'c.csv', body: celsius, mapping: await mapping(site) });
    expect((await file(id)).warnings).toContainEqual(fact('other-scale-fits', { fits: 'C', chosen: 'F' }));
    const stuck = await checked(lead, {
      fileName: 'd.csv',
      body: logger(500).replace(/,\d+\.\d,/g, ',44.0,'),
      mapping: await mapping(site),
    });
    expect((await file(stuck)).warnings).toContainEqual(
      fact('sensor-stuck', { column: 'shallow', value: 44, readings: 500, month: '2027-01' }),
    );
  });

  test.each([
    ['', 'The file has no columns'],
    ['time,a\n', 'The file has a header and no rows'],
    ['time,a\nx,1\ny,2', 'None of the 2 rows can be read: line 2, "x" is no time'],
  ])('%j is refused with the reason', async (text, words) => {
    const outcome = await checkReadings(lead, {
      fileName: 'x.csv',
      body: text,
      mapping: await mapping(site),
    });
    expect(refusalOf(outcome)?.issues?.[0]?.problem).toContain(words);
  });

  test('is not for viewers, nor for another organisation’s zone', async () => {
    const input = { fileName: 'a.csv', body: logger(10), mapping: await mapping(site) };
    await expect(checkReadings(actor('viewer'), input)).rejects.toBeInstanceOf(Forbidden);
    expect(await checkReadings(actor('lead', 'other-company'), input)).toMatchObject({
      ok: false,
      refusal: { kind: 'gone' },
    });
  });
});

describe('a file of lawns', () => {
  const header = 'Client,Street,Zone,Grass,SqFt,Soil';
  const row = (i: number, turf = 'tall fescue') =>
    `Client ${i},${i} Import Road,front,${turf},${4000 + i},clay`;
  const body = [
    header,
    ...Array.from({ length: 600 }, (_, i) => row(i + 1)),
    'No Turf,9 Nowhere,front,moss,100,clay',
    row(1),
  ].join('\n');
  const headerOf = (csv: string) => {
    const read = readCsv(csv);
    if (!read.ok) throw new Error(factSaid(read.why));
    return read.file.header;
  };
  const match = (): LawnMapping => matchColumns(header.split(','));

  test('is dry-run, taken, found, exported, and taken out again but for the lawns that work has been done on', async () => {
    const outcome = await checkLawnFile(lead, { fileName: 'lawns.csv', body, mapping: match() });
    if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
    const { importId } = outcome.value;
    expect(await file(importId)).toMatchObject({ status: 'checked', total: 602, bad: 1, skipped: 1 });
    await takeImport(lead, { importId });
    await runImport(lead, importId);
    expect(await file(importId)).toMatchObject({ status: 'done', added: 600 });
    // the planner knows of them, or the list of all would be planned for a handful
    const [known] = await inOrganisation(lead, (db) =>
      db.execute<{ rows: number }>(sql`select reltuples::int as rows from pg_class where relname = 'zone'`),
    );
    expect(known!.rows).toBeGreaterThanOrEqual(600);

    const found = await lawnList(lead, queryOf({ q: 'import road clay 599' }));
    expect(found.zones.map((z) => [z.customer, z.address, z.areaSqFt])).toEqual([
      ['Client 599', '599 Import Road', 4599],
    ]);
    const csv = await exportLawns(lead, 'csv');
    expect(csv.trim().split('\n').length).toBe(600 + 15 + 1);
    const again = await checkLawnFile(lead, {
      fileName: 'again.csv',
      body: csv,
      mapping: matchColumns(headerOf(csv)),
    });
    expect(again.ok).toBe(true);

    // one of them has been read since: it stays
    await inOrganisation(lead, async (db) => {
      const [z] = await db.select({ id: zone.id }).from(zone).where(eq(zone.areaSqFt, '4007.000000'));
      await db
        .insert(reading)
        .values({
          orgId: lead.orgId,
          zoneId: z!.id,
          spot: 'open',
          depthIn: '2',
          takenAt: new Date(),
          value: '50',
          unit: 'F',
          offsetF: '0',
          calibrated: true,
          source: 'hand',
          instrument: '',
          person: 'x',
        });
    });
    await undoImport(lead, { importId });
    await runUndo(lead, importId);
    const after = await file(importId);
    expect([after.status, after.added]).toEqual(['undone', 1]);
    expect(factIn(after.trouble ?? '')).toEqual(fact('zones-taken-out', { zones: 599, stay: 1 }));
    // of before codes were kept
    expect(factIn('it broke')).toEqual(fact('as-told', { words: 'it broke' }));
    expect((await lawnList(lead, queryOf({ q: 'import road' }))).total).toBe(1);
  });

  const OUTLINE = [
    [
      [-90.5, 39.2],
      [-90.4995, 39.2],
      [-90.4995, 39.2004],
      [-90.5, 39.2],
    ],
  ];
  test.each(['csv', 'geojson'] as const)(
    'every field of a sheet comes back as it went out: %s',
    async (as) => {
      const fields = (rows: Awaited<ReturnType<typeof rowsOfZones>>) =>
        rows.map((row) =>
          Object.fromEntries(
            LAWN_KEYS.filter((k) => k !== 'address').map((k) => {
              const { of, field } = LAWN_CELLS[k];
              return [k, (row[of] as Record<string, unknown>)[field]];
            }),
          ),
        );
      const all = () => inOrganisation(lead, rowsOfZones);
      const before = (await all()).filter((r) => r.lawn.importId === null);
      // shapes, trees, waters and wishes are among them, or the test says nothing
      expect(before.some((r) => (r.zone.trees as unknown[]).length > 0)).toBe(true);
      expect(before.some((r) => (r.zone.measure as { by: string }).by !== 'typed')).toBe(true);
      expect(before.some((r) => r.zone.waters !== null)).toBe(true);
      expect(before.some((r) => r.lawn.noticeHours !== null)).toBe(true);
      // one of them with an outline, one with a place alone, one whose place nobody has said
      before[0] = {
        ...before[0]!,
        zone: { ...before[0]!.zone, measure: { by: 'polygon', polygons: [OUTLINE], file: 'GeoJSON' } },
      };
      before[1] = {
        ...before[1]!,
        lawn: { ...before[1]!.lawn, latitude: '39.250000', longitude: '-90.500000' },
      };
      before[2] = { ...before[2]!, lawn: { ...before[2]!.lawn, latitude: null, longitude: null } };
      const copies = before.map((r) => ({ ...r, lawn: { ...r.lawn, address: `Copy of ${r.lawn.address}` } }));
      const body = as === 'csv' ? writeLawns(copies) : writeLawnsGeoJson(copies);
      // RFC 7946, by a checker of others
      if (as === 'geojson') {
        const { features } = check(body) as { features: { geometry: { type: string } | null }[] };
        expect(features).toHaveLength(copies.length);
        expect(features.map((f) => f.geometry?.type ?? '')).toEqual(
          expect.arrayContaining(['MultiPolygon', 'Point', '']),
        );
      }
      const read = readLawnTable(body);
      if (!read.ok) throw new Error(factSaid(read.why));
      const mapping = matchColumns(read.file.header);
      if (as === 'csv') expect(Object.values(mapping)).toEqual(LAWN_KEYS.map((_, i) => i));
      const outcome = await checkLawnFile(lead, { fileName: `copies.${as}`, body, mapping });
      if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
      await takeImport(lead, outcome.value);
      await runImport(lead, outcome.value.importId);
      expect((await file(outcome.value.importId)).bad).toBe(0);
      const came = (await all()).filter((r) => r.lawn.address.startsWith('Copy of '));
      expect(fields(came)).toEqual(fields(before));
      await runUndo(lead, outcome.value.importId);
    },
  );

  test('without a needed column is refused by its name', async () => {
    const none = Object.fromEntries(LAWN_KEYS.map((k) => [k, -1])) as LawnMapping;
    const outcome = await checkLawnFile(lead, { fileName: 'x.csv', body, mapping: { ...none, address: 1 } });
    expect(outcome).toMatchObject({
      ok: false,
      refusal: {
        issues: [{ code: 'lawn-columns-missing', figures: { columns: ['customer', 'turf', 'area'] } }],
      },
    });
  });

  test.each([
    ['{"type":"Polygon"', 'The file is no JSON'],
    ['{"type":"Polygon","coordinates":[]}', 'no FeatureCollection'],
    ['{"type":"FeatureCollection","features":[]}', 'no feature'],
    [
      '{"type":"FeatureCollection","features":[{"type":"Feature","geometry":{"type":"LineString","coordinates":[[0,0],[1,1]]},"properties":{"Customer":"A","Address":"B"}}]}',
      'Feature 1: a LineString is no zone',
    ],
    [
      '{"type":"FeatureCollection","features":[{"type":"Feature","geometry":{"type":"Polygon","coordinates":[[[0,0],[1,1],[1,0]]]},"properties":{"Customer":"A"}}]}',
      'Feature 1: a ring needs at least four points',
    ],
    ['{"type":"FeatureCollection","features":[{"type":"Feature","geometry":null}]}', 'no properties'],
  ])('of wrong GeoJSON is refused by feature and reason: %s', (body, words) => {
    const read = readLawnTable(body);
    expect(read.ok ? '' : factSaid(read.why)).toContain(words);
  });
  // geometry of the sphere of the earth's mean radius (IUGG, from memory): a cell of a thousandth of a degree at the equator
  test('an outline without a size has the size that is drawn', () => {
    const ring = [
      [0, 0],
      [0.001, 0],
      [0.001, 0.001],
      [0, 0.001],
      [0, 0],
    ];
    const read = readLawnTable(
      JSON.stringify({
        type: 'FeatureCollection',
        features: [
          {
            type: 'Feature',
            geometry: { type: 'Polygon', coordinates: [ring] },
            properties: { Customer: 'A', Address: 'B' },
          },
        ],
      }),
    );
    if (!read.ok) throw new Error(factSaid(read.why));
    const area = Number(read.file.rows[0]![read.file.header.indexOf('Area, sq ft')]);
    const radius = 6_371_008.8;
    const square = (radius * ((0.001 * Math.PI) / 180)) ** 2;
    expect(area / (square / 0.09290304)).toBeCloseTo(1, 4);
  });
});
