/** Records as files: what they hold is what is in the book, and their totals are what the shelf lost. */
import { execFileSync } from 'node:child_process';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { parse } from 'csv-parse/sync';
import { GET as schemaRoute } from '@/app/api/v1/records.schema.json/route';
import { isoDay } from '@/core/calendar/day';
import { productList } from '@/server/products/products';
import { RECORD_COLUMNS, recordFile, recordsAsCsv, recordsAsJson } from '@/server/records/export';
import { recordsAsPdf } from '@/app/api/export/record-pdf';
import { recordQueryOf } from '@/server/records/view';
import { actor, closeAll, record, recordInput } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const file = (params: Record<string, string> = {}) => recordFile(actor('viewer'), recordQueryOf(params));
const pdfText = async (f: Awaited<ReturnType<typeof file>>) =>
  execFileSync('pdftotext', ['-raw', '-', '-'], { input: await recordsAsPdf(f) }).toString();
const shelfOf = async (name: string) =>
  (await productList(lead)).find((p) => p.label.name.startsWith(name))!.shelf!.onHand;

test('CSV and JSON hold every entry, by the published schema; a word that looks like a formula is none', async () => {
  const input = await recordInput(
    '41 Tannery Row · lawn',
    { notes: '=1+1, missed "the corner"', water: '5.6' },
    { amount: '2.8', amountUnit: 'floz', area: '5600' },
  );
  expect((await record({ ...input, confirmed: true })).ok).toBe(true);
  const all = await file();
  expect(all.entries.length).toBeGreaterThan(5);
  const rows = parse<Record<string, string>>(recordsAsCsv(all), { columns: true });
  expect(rows).toHaveLength(all.entries.length);
  expect(Object.keys(rows[0]!)).toEqual(RECORD_COLUMNS.map((c) => c.key));
  const mine = rows.find((r) => r['site'] === '41 Tannery Row · lawn')!;
  expect(mine).toMatchObject({
    date: isoDay(all.madeOn),
    place: 'zone',
    area_sqft: '5600',
    water_gal: '5.6',
  });
  expect(mine['notes']).toBe(`'=1+1, missed "the corner"`);
  // 2.8 fl oz on 5,600 sq ft: 0.5 fl oz per 1,000 sq ft is 1.592 L/ha (1 fl oz = 29.5735 mL, by definition)
  expect([Number(mine['amount']), mine['amount_unit'], mine['rate_unit']]).toEqual([2.8, 'floz', 'L/ha']);
  expect([mine['label_rate'], mine['label_rate_unit']]).toEqual(['0.5', 'fl oz/1,000 sq ft']);
  expect(Number(mine['rate'])).toBeCloseTo((2.8 * 0.0295735295625) / (5600 * 0.09290304e-4), 6);

  // no figure carries the last bits of a product of two
  expect(recordsAsCsv(all)).not.toMatch(/\d\.\d{13,}/);

  const ajv = new Ajv2020({ allErrors: true });
  (formats as unknown as { default: (to: Ajv2020) => void }).default(ajv);
  const check = ajv.compile((await schemaRoute().json()) as object);
  const json = JSON.parse(JSON.stringify(recordsAsJson(all))) as { entries: object[] };
  expect([check(json), check.errors]).toEqual([true, null]);
  expect(check({ ...json, entries: [{ ...json.entries[0], amount: '2.8' }] })).toBe(false);
});

test('totals are what the shelf lost; a correction counts once', async () => {
  const before = await shelfOf('Dithiopyr');
  const known = (await file()).totals.find((t) => t.product.startsWith('Dithiopyr'))?.amount ?? 0;
  const input = await recordInput('230 Long Meadow · paddock', { water: '87.1' }, { area: '87120' });
  const put = (amount: string, id: string | null) =>
    record({
      ...input,
      sendKey: crypto.randomUUID(),
      confirmed: true,
      products: [{ ...input.products[0]!, amount, amountUnit: 'floz' }],
      corrects: id === null ? null : { id, reason: 'Read the jug wrong' },
    });
  const first = await put('52', null);
  expect((await put('50', first.ok ? first.value.recordId : '')).ok).toBe(true);
  const all = await file();
  const total = all.totals.find((t) => t.product.startsWith('Dithiopyr'))!;
  expect(total.unit).toBe('L');
  expect(total.amount - known).toBeCloseTo(before - (await shelfOf('Dithiopyr')), 9);
  expect(total.amount - known).toBeCloseTo(50 * 0.0295735295625, 9);
  // and by hand, from the rows that stand
  const standing = all.entries.filter(
    (e) => e.correctedById === null && e.productName.startsWith('Dithiopyr'),
  );
  expect(total.entries).toBe(standing.length);
});

test('a search narrows the file as it narrows the list', async () => {
  const { entries } = await file({ by: 'Tobin Asher', from: '2027-03-01' });
  expect(entries.length).toBeGreaterThan(0);
  expect(entries.every((e) => e.appliedBy === 'Tobin Asher' && isoDay(e.appliedOn) >= '2027-03-01')).toBe(
    true,
  );
  expect((await file({ standing: '1' })).entries.length).toBeLessThan((await file()).entries.length);
  expect((await file({ q: 'no such lawn' })).totals).toEqual([]);
});

test('the PDF says what 7 CFR part 110.3 asks of each entry, marks corrections, and holds the totals', async () => {
  const all = await file();
  const text = await pdfText(all);
  const flat = text.replace(/\s+/g, ' ');
  for (const name of ['Day', 'Site', 'Product', 'Used', 'Area', 'Target', 'Applied by', 'Remarks'])
    expect(flat).toContain(name);
  expect(flat).toContain(`${all.entries.length} entries`);
  expect(flat).toContain('CORRECTED: another');
  expect(flat).toContain('50 fl oz');
  // a company of the trade reads the label's units
  expect(flat).toContain('0.574 fl oz/1,000 sq ft');
  expect(flat).not.toMatch(/kg\/ha|L\/ha|\d kg/);
  expect(flat).toContain('18 March 2027');
  expect(flat).toContain('87,120 sq ft');
  expect(flat).toContain('Totals of the entries that stand');
  const { registrationNumber } = all.entries.find((e) => e.registrationNumber)!;
  expect(flat).toContain(registrationNumber);
  expect(flat).toMatch(/page 1 of \d/);
  // every entry is there, however many pages it takes
  for (const e of all.entries) expect(flat).toContain(e.site);
  await expect(
    recordsAsPdf({ ...all, entries: Array.from({ length: 2001 }, () => all.entries[0]!) }),
  ).rejects.toThrow(RangeError);
});
