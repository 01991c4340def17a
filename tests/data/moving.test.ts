/** A company moves to another server: all of it in open formats, nothing of others, and back to work there. */
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parse } from 'csv-parse/sync';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import postgres from 'postgres';
import { COMPANY_TABLES } from '@/data/archive';
import { closeConnection, inOrganisation } from '@/data/connection';
import { siteName, zonesOf } from '@/data/lawns';
import { organisationOf } from '@/data/organisations';
import { peopleOfCompany } from '@/data/people';
import {
  NotTaken,
  lookIntoArchive,
  takeArchive,
  writeArchive,
  type Arrived,
} from '@/server/house/company-archive';
import { changeSheet } from '@/server/house/change-book';
import { closeQueue } from '@/server/queue/jobs';
import { computeWindows } from '@/server/worker/windows';
import { noteFinding } from '@/server/lawns/note-finding';
import { join } from '@/server/people/begin';
import { board } from '@/server/programme/board';
import { recordBook, recordQueryOf } from '@/server/records/view';
import { prepareDatabase } from '../../scripts/lib/database.mjs';
import { actor, closeAll, record, recordInput, refusalOf } from '../support/demo';

const admin = process.env['ADMIN_URL'];
const home = process.env['DATABASE_URL'];
if (!admin || !home) throw new Error('ADMIN_URL is not set: run these through npm test -- data');
const elsewhere = `iron_gate_moved_${process.pid}`;
const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'moving-'));
const file = path.join(folder, 'company.zip');
const lead = { ...actor('lead'), name: 'Mara Venn' };

/** The same process asks another database from now on. */
async function goTo(url: string): Promise<void> {
  await closeQueue();
  await closeConnection();
  process.env['DATABASE_URL'] = url;
}
const read = () => new Uint8Array(fs.readFileSync(file));
const note = async (street: string) => {
  const zone = (await inOrganisation(lead, zonesOf)).find((z) => siteName(z).includes(street))!;
  const seen = { kind: 'mown' as const, word: '', stage: '', figure: '', on: '2027-03-18' };
  expect((await noteFinding(lead, { sendKey: crypto.randomUUID(), zoneId: zone.id, ...seen })).ok).toBe(true);
};
/** With as many people as it names. */
const confirmed = (zip: Uint8Array) =>
  Promise.resolve().then(() => takeArchive(zip, lookIntoArchive(zip).people.length));
const refused = (zip: Uint8Array) =>
  confirmed(zip).then(
    () => 'taken',
    (error: unknown) => (error instanceof NotTaken ? error.message : `bug: ${String(error)}`),
  );

afterAll(async () => {
  await closeAll();
  const server = postgres(admin, { max: 1, onnotice() {} });
  await server.unsafe(`drop database if exists ${elsewhere} with (force)`);
  await server.end();
  fs.rmSync(folder, { recursive: true });
});

let before: Readonly<{ records: number; today: string; changes: number }>;
const standing = async () => ({
  records: (await recordBook(lead, recordQueryOf({}))).total,
  changes: (await changeSheet(lead, { subject: null, person: null, page: 1 })).total,
  today: JSON.stringify((await board(lead)).groups),
});

test('the archive holds every table of the company and what people read', async () => {
  const visit = await recordInput(
    '41 Tannery Row · lawn',
    { water: '5.6', confirmed: true },
    { area: '5600', amount: '4.2', amountUnit: 'floz' },
  );
  expect(refusalOf(await record(visit))).toBeNull();
  await note('Kiln Hill');
  await computeWindows(lead);
  before = await standing();
  await expect(writeArchive(actor(), file)).rejects.toThrow('may not');
  await writeArchive(lead, file);
  const entries = unzipSync(read());
  expect(Object.keys(entries).sort()).toEqual(
    [
      'lawns.csv',
      'lawns.geojson',
      'manifest.json',
      'records.csv',
      ...COMPANY_TABLES.map((t) => `tables/${t.name}.ndjson`),
    ].sort(),
  );
  // formats read by others: lines of JSON, CSV
  const lines = strFromU8(entries['tables/lawn.ndjson']!).trim().split('\n');
  expect(lines.map((l) => (JSON.parse(l) as { org_id: string }).org_id)).toEqual(lines.map(() => lead.orgId));
  expect(parse(strFromU8(entries['records.csv']!), { columns: true, bom: true })).toHaveLength(
    before.records,
  );
  // nobody's secrets
  const all = Object.values(entries)
    .map((e) => strFromU8(e))
    .join('\n');
  for (const word of ['password', 'hash', 'secret']) expect(all.includes(`"${word}":`)).toBe(false);
});

let came: Arrived;
test('on an empty server it is as it was, to the last row, and people come in by links', async () => {
  const { DATABASE_URL } = await prepareDatabase(admin, elsewhere, path.join(folder, 'login.json'));
  await goTo(DATABASE_URL);
  // a line was lost on the way: nothing of it is taken in, and the whole one can be afterwards
  const entries = unzipSync(read());
  const lawns = strFromU8(entries['tables/lawn.ndjson']!).trim().split('\n').slice(1).join('\n');
  expect(await refused(zipSync({ ...entries, 'tables/lawn.ndjson': strToU8(lawns) }))).toContain(
    'it is damaged',
  );
  expect(await organisationOf(lead.orgId)).toBeNull();
  // somebody put a person of his own into it: who has looked at the list sees one more than there are
  const manifest = JSON.parse(strFromU8(entries['manifest.json']!)) as { people: object[] };
  const stranger = {
    ...manifest.people[0],
    userId: 'nobody',
    name: 'A Stranger',
    email: 'stranger@elsewhere.example',
  };
  const more = { ...manifest, people: [...manifest.people, stranger] };
  const forged = zipSync({ ...entries, 'manifest.json': strToU8(JSON.stringify(more)) });
  expect(lookIntoArchive(forged).people.map((p) => p.name)).toContain('A Stranger');
  await expect(takeArchive(forged, manifest.people.length)).rejects.toThrow('Look at the list');
  expect(await organisationOf(lead.orgId)).toBeNull();
  came = await confirmed(read());
  expect(came.company).toBe('Quillmoor Lawn Care');
  await computeWindows(lead);
  // the links to new passwords stand in the book of changes too
  expect(await standing()).toEqual({ ...before, changes: before.changes + came.links.length });
  expect((await peopleOfCompany(lead.orgId)).map((p) => p.name)).toContain('Mara Venn');

  const key = new URL(came.links.find((l) => l.name === 'Mara Venn')!.url).searchParams.get('key')!;
  const words = 'harbour teaspoon velvet nine';
  expect((await join({ key, name: '', password: words, again: words })).ok).toBe(true);
  // work goes on, in the numbers that the database counts by itself
  await note('Long Meadow');
});

test('what cannot be taken in is refused with why, and nothing of it stays', async () => {
  expect(await refused(read())).toBe('Quillmoor Lawn Care is on this server already.');
  expect(await refused(zipSync({ 'x.txt': strToU8('x') }))).toContain('no manifest.json');
  expect(await refused(strToU8('no zip at all'))).toContain('no archive of a company');
  // 30 MB of one letter in 30 kB: nothing is unpacked of it
  const bomb = zipSync({ 'manifest.json': new Uint8Array(30_000_000).fill(65) });
  expect(await refused(bomb)).toContain('manifest.json would be 30 MB');

  const entries = unzipSync(read());
  const manifest = JSON.parse(strFromU8(entries['manifest.json']!)) as {
    tables: number;
    company: { id: string };
    people: { email: string; userId: string }[];
  };
  const withManifest = (m: unknown, more: Record<string, Uint8Array> = {}) =>
    zipSync({ ...entries, 'manifest.json': strToU8(JSON.stringify(m)), ...more });
  // a manifest that is not as it is written is no manifest
  for (const wrong of [
    { ...manifest, people: 'all' },
    { ...manifest, tables: '27' },
    { ...manifest, company: {} },
    { ...manifest, people: [{ ...manifest.people[0], joinedAt: 'once' }] },
  ])
    expect(await refused(withManifest(wrong))).toContain('no archive of a company');
  const other = { ...manifest, company: { ...manifest.company, id: 'elsewhere' } };
  expect(await refused(withManifest({ ...other, tables: 1 }))).toContain('whose tables differ');
  expect(await refused(withManifest(other))).toContain('has an account on this server already');
  const strangers = manifest.people.map((p) => ({ ...p, userId: `${p.userId}-2`, email: `x-${p.email}` }));
  // rows of another company than the manifest's are refused by the fence, in words
  const lawns = strFromU8(entries['tables/lawn.ndjson']!).trim().split('\n').slice(1).join('\n');
  const torn = withManifest({ ...other, people: strangers }, { 'tables/lawn.ndjson': strToU8(lawns) });
  expect(await refused(torn)).toContain('cannot be kept as it stands in the archive');
  expect(await organisationOf('elsewhere')).toBeNull();
  expect(await inOrganisation({ orgId: 'elsewhere' }, (db) => db.query.lawn.findMany())).toEqual([]);
});
