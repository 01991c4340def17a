/** Who changed what, from what to what: written by the database whichever way a change takes, and kept from everybody. */
import { SHOWS } from '@/core/units/format';
import { eq, sql } from 'drizzle-orm';
import { SUBJECTS, type Changed, type Subject } from '@/data/change-book';
import { inOrganisation, signInDatabase } from '@/data/connection';
import { member, zone } from '@/data/schema';
import { changeQueryOf, changeSheet } from '@/server/house/change-book';
import { removeLicence, saveLicence } from '@/server/settings/gate-house';
import { changePerson, invite, peopleSheet } from '@/server/people/manage';
import { makeToken } from '@/server/entry/tokens';
import { productList, productSheet, saveSheet } from '@/server/products/products';
import { saveApplication } from '@/server/programme/save-application';
import { fieldChanges } from '@/ui/change-words';
import { actor, applicationInput, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = { ...actor('lead'), name: 'Mara Venn' };
const SITE = '19 Kiln Hill · whole lawn';
const latest = async (subject: Subject) =>
  (await changeSheet(lead, { subject, person: null, page: 1 })).changes[0];
const said = (c: Changed | undefined) =>
  c && [
    c.person,
    c.action,
    c.name,
    ...fieldChanges(c, SHOWS.trade).map((f) => `${f.field}: ${f.was} → ${f.now}`),
  ];

test('every table of the book is watched', async () => {
  const rows = await signInDatabase().execute<{ name: string }>(
    sql`select tgrelid::regclass::text as name from pg_trigger where tgname = 'noted'`,
  );
  expect(rows.map((r) => r.name).sort()).toEqual(SUBJECTS.filter((s) => s !== 'house_rule').toSorted());
});

test('a licence comes and goes, each time with what it said', async () => {
  const licence = {
    userId: '',
    person: 'Lise Corran',
    number: 'T-77',
    categories: '3A',
    validTo: '2028-02-01',
  };
  expect((await saveLicence(lead, licence)).ok).toBe(true);
  const fields = ['categories', 'number', 'valid to'];
  const values = ['3A', 'T-77', '1 February 2028'];
  const added = (await latest('licence'))!;
  expect(said(added)).toEqual([
    'Mara Venn',
    'added',
    'Lise Corran',
    ...fields.map((f, i) => `${f}: empty → ${values[i]}`),
  ]);
  const [row] = await inOrganisation(lead, (db) =>
    db.execute<{ id: string }>(sql`select id from licence where number = 'T-77'`),
  );
  expect((await removeLicence(lead, { id: row!.id })).ok).toBe(true);
  expect(said(await latest('licence'))).toEqual([
    'Mara Venn',
    'removed',
    'Lise Corran',
    ...fields.map((f, i) => `${f}: ${values[i]} → empty`),
  ]);
});

test('a label that changes says which of its parts', async () => {
  const { id, name } = (await productList(lead)).find((p) => p.label.name.startsWith('Prodiamine 65'))!.label;
  const { versions } = (await productSheet(lead, id))!;
  const before = versions[0]!;
  const sheet = { ...before.sheet, mixHours: 7, ppe: 'Gloves and boots' };
  expect((await saveSheet(lead, { productId: id, seen: before.version, sheet })).ok).toBe(true);
  const change = (await latest('label_version'))!;
  expect(change).toMatchObject({ action: 'changed', name, person: 'Mara Venn' });
  expect(fieldChanges(change, SHOWS.trade).map((c) => [c.field, c.now])).toEqual([
    ['a mix may stand, hours', '7'],
    ['what to wear (PPE)', 'Gloves and boots'],
  ]);
});

test('a plan: its day and its product, on its zone; what the programme counts is no change', async () => {
  const saved = await saveApplication(
    lead,
    await applicationInput(SITE, { plannedOn: '2027-03-25' }, { rate: '0.7' }),
  );
  expect(saved.ok).toBe(true);
  const { id } = await zoneNamed(SITE);
  // halves that are planned anew add an application beside it
  const { changes } = await changeSheet(lead, {
    subject: 'planned_application',
    person: 'Mara Venn',
    page: 1,
  });
  expect(changes).toContainEqual(
    expect.objectContaining({ action: 'changed', zoneId: id, site: SITE, now: { planned_on: '2027-03-25' } }),
  );
  const product = (await latest('planned_product'))!;
  expect(product.site).toBe(SITE);
  expect(fieldChanges(product, SHOWS.trade).map((c) => `${c.field}: ${c.now}`)).toContain('rate: 0.7');
  const of = async () => (await changeSheet(lead, { subject: 'zone', person: null, page: 1 })).total;
  const before = await of();
  await inOrganisation(lead, (db) =>
    db
      .update(zone)
      .set({ programmeVersion: sql`${zone.programmeVersion} + 1` })
      .where(eq(zone.id, id)),
  );
  expect(await of()).toBe(before);
});

test('people, links and tokens stand in it, by whom, without secrets', async () => {
  expect((await invite(lead, { name: 'Nan Oake', email: 'nan@quillmoor.example', role: 'viewer' })).ok).toBe(
    true,
  );
  const link = (await latest('invitation'))!;
  expect(link).toMatchObject({ person: 'Mara Venn', action: 'added', name: 'nan@quillmoor.example' });
  expect(Object.keys(link.now)).not.toContain('hash');

  const odd = (await peopleSheet(lead)).people.find((p) => p.role === 'viewer')!;
  expect((await changePerson(lead, { userId: odd.userId, to: 'technician' })).ok).toBe(true);
  expect(said(await latest('member'))).toEqual([
    'Mara Venn',
    'changed',
    odd.name,
    'role: viewer → technician',
  ]);
  // also where somebody with the database in hand passes the application by
  await signInDatabase().update(member).set({ role: 'viewer' }).where(eq(member.userId, odd.userId));
  expect(said(await latest('member'))).toEqual([
    'Iron Gate',
    'changed',
    odd.name,
    'role: technician → viewer',
  ]);

  const made = await makeToken(actor(), { name: 'scale', days: 30, calls: ['outlook'] });
  if (!made.ok) throw new Error('no token');
  const token = (await latest('api_token'))!;
  expect(token).toMatchObject({ name: 'scale', person: actor().name });
  expect(JSON.stringify(token.now)).not.toContain(made.value.secret);
});

test('it is read by leads of the company, page by page', async () => {
  await expect(changeSheet(actor(), changeQueryOf({}))).rejects.toThrow('may not');
  const all = await changeSheet(lead, changeQueryOf({}));
  expect(all.changes.length).toBeLessThanOrEqual(50);
  expect(all.people).toContain('Mara Venn');
  const hers = await changeSheet(lead, changeQueryOf({ by: 'Mara Venn', of: 'licence' }));
  expect(hers.changes.every((c) => c.person === 'Mara Venn' && c.subject === 'licence')).toBe(true);
  expect(changeQueryOf({ of: 'user', page: '-3' })).toEqual({ subject: null, person: null, page: 1 });
  expect((await changeSheet(actor('lead', 'other-company'), changeQueryOf({}))).total).toBe(0);
});
