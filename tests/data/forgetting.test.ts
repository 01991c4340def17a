/** A customer asks to be forgotten: name and address are nowhere but on records, and there until the law's years are over. */
import { sql } from 'drizzle-orm';
import { isoDay } from '@/core/calendar/day';
import { todayOf, turnClock } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import { matchColumns } from '@/formats/lawn-columns';
import { checkLawnFile, takeImport } from '@/server/imports/imports';
import { runImport } from '@/server/imports/run-imports';
import { saveKeeping } from '@/server/settings/keeping';
import { clearNamesWhoseYearsAreOver, forgetCustomer } from '@/server/lawns/forget-customer';
import { closeLawn } from '@/server/lawns/history';
import { noteSign } from '@/server/soil/take-reading';
import { actor, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const SITE = '3 Mill Race · whole lawn';

/** In which of the company's tables a text stands, by a look at every row. */
async function tablesWith(text: string): Promise<string[]> {
  return inOrganisation(lead, async (db) => {
    const tables = await db.execute<{ name: string }>(
      sql`select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'org_id' order by 1`,
    );
    const found: string[] = [];
    for (const { name } of tables) {
      const [row] = await db.execute<{ n: number }>(
        sql`select count(*)::int as n from ${sql.identifier(name)} t where position(${text} in t::text) > 0`,
      );
      if (row!.n) found.push(name);
    }
    return found;
  });
}
const records = (zoneId: string) =>
  inOrganisation(lead, (db) =>
    db.execute<Record<string, unknown>>(
      sql`select * from application_record where zone_id = ${zoneId} order by id`,
    ),
  );
const why = (run: () => Promise<unknown>): Promise<string> =>
  run().then(
    () => 'it went through',
    (error: unknown) => {
      for (let e = error; e instanceof Error; e = e.cause) if (!(e.cause instanceof Error)) return e.message;
      return String(error);
    },
  );
const inSql = (text: string) => why(() => inOrganisation(lead, (db) => db.execute(sql.raw(text))));

test('is asked about, and only on a closed lawn', async () => {
  const { id: zoneId } = await zoneNamed(SITE);
  expect(await forgetCustomer(lead, { zoneId, confirmed: true })).toMatchObject({
    refusal: { issues: [{ code: 'lawn-still-open' }] },
  });
  expect((await closeLawn(lead, { zoneId, of: 'lawn', why: 'sold', isClosed: true })).ok).toBe(true);
  const asked = await forgetCustomer(lead, { zoneId, confirmed: false });
  expect(asked).toMatchObject({ ok: false, refusal: { kind: 'questions' } });
  expect(JSON.stringify(asked)).toContain('3 Mill Race');
  expect(await tablesWith('3 Mill Race')).toContain('lawn');
  expect((await closeLawn(lead, { zoneId, of: 'lawn', why: '', isClosed: false })).ok).toBe(true);
});

test('name, address, notes and what the book of changes and files knew are gone, and records stand as they were', async () => {
  const zone = await zoneNamed(SITE);
  const { customer, id: zoneId } = zone;
  // what a file brought, what was noted, and what the book of changes says of it
  const body = [
    'Customer,Address,Zone,Turf,Area',
    `${customer},9 Reed End,whole lawn,bermudagrass,4000`,
  ].join('\n');
  const mapping = matchColumns(body.split('\n')[0]!.split(','));
  const checked = await checkLawnFile(lead, { fileName: 'lawns.csv', body, mapping: mapping });
  if (!checked.ok) throw new Error(JSON.stringify(checked.refusal));
  await takeImport(lead, checked.value);
  await runImport(lead, checked.value.importId);
  const today = await inOrganisation(lead, (db) => todayOf(db, lead));
  await noteSign(lead, {
    zoneId,
    sign: 'early yellow shrub in bloom',
    seenOn: isoDay(today),
    sendKey: crypto.randomUUID(),
    note: `told by ${customer}`,
  } as never);
  const before = await records(zoneId);
  expect(before.length).toBeGreaterThan(0);
  expect(await tablesWith(customer)).toEqual(
    expect.arrayContaining(['application_record', 'file_import', 'lawn', 'observation']),
  );

  // the other lawn that the file made is the same customer's: both are forgotten
  for (const site of [SITE, '9 Reed End · whole lawn']) {
    const { id } = await zoneNamed(site);
    await closeLawn(lead, { zoneId: id, of: 'lawn', why: `${customer} moved`, isClosed: true });
    expect(await forgetCustomer(lead, { zoneId: id, confirmed: true })).toEqual({ ok: true, value: null });
    expect((await forgetCustomer(lead, { zoneId: id, confirmed: true })).ok).toBe(false);
    expect(await closeLawn(lead, { zoneId: id, of: 'lawn', why: '', isClosed: false })).toMatchObject({
      refusal: { issues: [{ code: 'customer-forgotten' }] },
    });
  }
  for (const text of [customer, '3 Mill Race'])
    expect(await tablesWith(text)).toEqual(['application_record']);
  expect(await tablesWith('9 Reed End')).toEqual([]);
  expect(await records(zoneId)).toEqual(before);
});

describe('records', () => {
  let zoneId: string;
  beforeAll(async () => {
    const [row] = await inOrganisation(lead, (db) =>
      db.execute<{ id: string }>(
        sql`select zone_id as id from application_record where address = '3 Mill Race' limit 1`,
      ),
    );
    zoneId = row!.id;
  });
  test('keep the name while their years run, whoever asks the database', async () => {
    expect(await clearNamesWhoseYearsAreOver(lead)).toBe(0);
    const at = `where zone_id = '${zoneId}'`;
    expect(
      await inSql(
        `update application_record set customer = '', address = '', site = 'forgotten', notes = '' ${at}`,
      ),
    ).toBe('This entry keeps its customer for now');
    expect(await inSql(`update application_record set customer = 'Somebody' ${at}`)).toBe(
      'An entry of the book is never changed',
    );
    expect(await inSql(`update application_record set amount = 1 ${at}`)).toMatch(/permission denied/);
    expect(await inSql(`delete from application_record ${at}`)).toMatch(/permission denied/);
    expect(await inSql(`update change_book set was = '{}', now = '{}' where subject = 'lawn'`)).toBe(
      'The book of changes is never changed',
    );
    expect(await inSql(`update change_book set name = 'x' where subject = 'licence'`)).toBe(
      'The book of changes is never changed',
    );
  });
  test.each([
    ['', 'Names on records'],
    ['1', 'Names on records'],
    ['2.5', 'Names on records'],
  ])('a house that would keep them for "%s" years is told the least', async (keepNamesYears, field) => {
    const { keepingVersion: seen } = await inOrganisation(lead, houseOf);
    expect(await saveKeeping(lead, { seen, keepNamesYears })).toMatchObject({
      refusal: { issues: [{ field }] },
    });
  });
  test('lose it when the house’s years are over, and nothing else', async () => {
    const { keepingVersion: seen } = await inOrganisation(lead, houseOf);
    expect((await saveKeeping(lead, { seen, keepNamesYears: '3' })).ok).toBe(true);
    const before = await records(zoneId);
    // two years and a half after the last of them the law is satisfied, and the house is not
    await turnClock(lead, 915);
    expect(await clearNamesWhoseYearsAreOver(lead)).toBe(0);
    await turnClock(lead, 365);
    expect(await clearNamesWhoseYearsAreOver(lead)).toBe(before.length);
    expect(await clearNamesWhoseYearsAreOver(lead)).toBe(0);
    expect(await tablesWith('3 Mill Race')).toEqual([]);
    expect(await records(zoneId)).toEqual(
      before.map((r) => ({ ...r, customer: '', address: '', site: 'forgotten', notes: '' })),
    );
  });
  test('of others are not touched', async () => {
    expect(await tablesWith('14 Quarry Lane')).toContain('application_record');
  });
});
