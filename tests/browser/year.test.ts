/**
 * Whole years, planned and worked: a warm-season one at the desk from June over New Year to April, a cool-season one on
 * the phone, and tanks of three on centipede. The clock is turned to each day, and every visit goes into the book.
 */
import { addDays, isoDay, parseDay } from '@/core/calendar/day';
import { todayOf, turnClock } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { licencesOf } from '@/data/resources';
import { saveLicence } from '@/server/settings/gate-house';
import { actor, closeAll } from '../support/demo';
import { DESKTOP, PHONE, openBrowser, type Browser } from './driver';
import { BASE, LEAD, PASSWORD } from './people';
import { addApplication, recordPlanned, type Wanted } from './programme-form';
import { isSound } from './sound';

let b: Browser;
afterEach(() => b.quit());
afterAll(closeAll);
const lead = actor('lead');
// the demo's licences end before these years do
beforeAll(async () => {
  for (const { person, number, categories } of await inOrganisation(lead, licencesOf)) {
    const renewed = { userId: '', person, number, categories: categories.join(', '), validTo: '2031-12-31' };
    expect(await saveLicence(lead, renewed)).toMatchObject({ ok: true });
  }
});
const clockTo = async (iso: string) => {
  const today = await inOrganisation(lead, (db) => todayOf(db, lead));
  expect(await turnClock(lead, parseDay(iso)! - today)).toEqual({ ok: true });
};

/** Plans a year on a lawn, then works it day by day; gives the lawn's text at its end. */
async function work(
  site: string,
  year: readonly Wanted[],
  visits: readonly [day: string, purpose: string][],
) {
  await b.lawn(site);
  for (const wanted of year) await addApplication(b, wanted);
  await isSound(b, `${site}, planned`);
  for (const [day, purpose] of visits) {
    await clockTo(day);
    await b.lawn(site);
    await recordPlanned(b, purpose);
  }
  await b.lawn(site);
  await isSound(b, `${site}, worked`);
  return b.page('Limits used');
}
/** What of the named applications the lawn's programme says is done. */
const done = (lawn: string, names: readonly string[]) =>
  names.filter((name) => new RegExp(`\\n${name}[^\\n]*\\n(?:[^\\n]*\\n)?done`).test(lawn));
/** A file of the book as the open browser gets it. */
const file = (url: string) =>
  b.driver.executeAsyncScript<{ status: number; type: string; text: string }>(
    `const [url, say] = arguments;
     fetch(url).then(async (r) => say({ status: r.status, type: r.headers.get('content-type'), text: await r.text() }));`,
    url,
  );

test('a warm-season year at the desk, over New Year', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  const lawn = await work(
    '230 Long Meadow',
    [
      {
        purpose: 'Clover in spots',
        day: '2027-06-02',
        product: '3-way SL',
        spots: '3000',
        use: 'post-emergent, spots',
        weeds: ['white clover'],
      },
      {
        purpose: 'Sedge, two shots',
        day: '2027-07-06',
        product: 'Halosulfuron 75 WG',
        rate: '0.6',
        use: 'post-emergent, spots',
        spots: '4000',
        often: 'sequence',
        shots: '2',
        saved: 2,
      },
      {
        purpose: 'Autumn barrier',
        day: '2027-09-08',
        product: 'Prodiamine 65 WG',
        rate: '0.25',
        use: 'pre-emergent, autumn',
      },
      { purpose: 'Clean-up', day: '2027-12-07', product: '3-way SL', weeds: ['henbit'] },
      {
        purpose: 'Winter barrier',
        day: '2028-01-31',
        product: 'Prodiamine 65 WG',
        rate: '0.4',
        use: 'pre-emergent, spring',
        often: 'split',
        saved: 2,
        beside: [{ product: '2,4-D amine', rate: '1', weeds: ['henbit'] }],
      },
    ],
    [
      ['2027-03-24', 'Dithiopyr 2 EW'],
      ['2027-06-02', 'Clover in spots'],
      ['2027-07-06', 'Sedge, two shots'],
      ['2027-09-08', 'Autumn barrier'],
      ['2027-12-07', 'Clean-up'],
      ['2028-01-31', 'Winter barrier'],
    ],
  );
  const names = [
    'Dithiopyr 2 EW',
    'Clover in spots',
    'Sedge',
    'Autumn barrier',
    'Clean-up',
    'Winter barrier',
  ];
  expect(done(lawn, names)).toEqual(names);
  // the second shots and the second part of the winter barrier, with their own weeks, are what is left
  expect(lawn).toMatch(/Winter barrier[^\n]*2\/2/);

  // the same visits stand in the book, and in the inspector's files
  const csv = await file('/api/export/records.csv?lawn=230%20Long%20Meadow');
  expect([csv.status, csv.type]).toEqual([200, expect.stringContaining('text/csv')]);
  const rows = csv.text
    .trim()
    .split('\n')
    .filter((row) => row.includes('230 Long Meadow'));
  expect(rows).toHaveLength(7);
  expect(rows.filter((row) => row.includes('2,4-D amine'))).toHaveLength(1);
  expect((await file('/api/export/records.json')).type).toContain('application/json');
  const pdf = await file('/api/export/records.pdf');
  expect([pdf.type, pdf.text.slice(0, 5)]).toEqual(['application/pdf', '%PDF-']);
});

test('a cool-season year on the phone, over New Year', async () => {
  b = await openBrowser(BASE, PHONE);
  await b.signIn(LEAD, PASSWORD);
  // the clock stands after the year before: February 2028
  const on = (month: number, day: number) =>
    `${month < 3 ? 2029 : 2028}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  const lawn = await work(
    '66 Weir Walk',
    [
      {
        purpose: 'Crabgrass that came through',
        day: on(6, 20),
        product: 'Quinclorac',
        weeds: ['smooth crabgrass'],
      },
      { purpose: 'Autumn feed', day: on(9, 5), product: 'Fertilizer 18-0-4', rate: '4' },
      { purpose: 'Next spring', day: on(2, 28), product: 'Prodiamine 65 WG', rate: '0.4', use: 'spring' },
    ],
    [
      [on(6, 20), 'Crabgrass that came through'],
      [on(9, 5), 'Autumn feed'],
      [on(2, 28), 'Next spring'],
    ],
  );
  const names = ['Crabgrass that came through', 'Autumn feed', 'Next spring'];
  expect(done(lawn, names)).toEqual(names);
});

test('centipede takes tanks of three products, each judged beside the others', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  const today = await inOrganisation(lead, (db) => todayOf(db, lead));
  const day = isoDay(addDays(today, 10));
  await b.lawn('8 Fallow Street');
  await addApplication(b, {
    purpose: 'Winter tank',
    day,
    product: 'Atrazine 4 SC',
    rate: '0.6',
    weeds: ['annual bluegrass'],
    beside: [{ product: 'Chelated iron 6 SL' }, { product: 'Wetting agent SL' }],
  });
  await b.press('Winter tank');
  await b.press('Mix');
  // the lawn's own screen names the product too
  await b.at('/mix/');
  const card = await b.page('Load 1');
  expect(card).toContain('Chelated iron 6 SL');
  expect(card).toContain('Wetting agent SL');
  await isSound(b, 'Mix card of three');
  await b.lawn('8 Fallow Street');
  await clockTo(day);
  await b.lawn('8 Fallow Street');
  await recordPlanned(b, 'Winter tank');
  const record = await b.page('Recorded.');
  for (const name of ['Atrazine 4 SC', 'Chelated iron 6 SL', 'Wetting agent SL'])
    expect(record).toContain(name);
});
