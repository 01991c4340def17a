/** A warm-season year at the desk and a cool-season year on the phone: planned, moved, skipped, copied, and worked. */
import { DESKTOP, PHONE, openBrowser, type Browser } from './driver';
import { BASE, LEAD, PASSWORD } from './people';
import { addApplication, type Wanted } from './programme-form';
import { isSound } from './sound';

let b: Browser;
afterEach(() => b.quit());
const type = async (label: string, text: string) => b.type(await b.field(label), text);
const add = (wanted: Wanted) => addApplication(b, wanted);

test('a warm-season year at the desk', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.lawn('230 Long Meadow');
  // February to September on bermudagrass: what is there already is the spring application
  await add({
    purpose: 'Autumn pre-emergent',
    day: '2027-09-06',
    product: 'Prodiamine 65 WG',
    rate: '0.3',
    use: 'pre-emergent, autumn',
  });
  await add({
    purpose: 'Nutsedge, two shots',
    day: '2027-06-01',
    product: 'Halosulfuron 75 WG',
    spots: '4000',
    use: 'post-emergent, spots',
    often: 'sequence',
    rate: '0.6',
    shots: '2',
    saved: 2,
  });
  await add({ purpose: 'Summer feed', day: '2027-05-25', product: 'Fertilizer 18-0-4', rate: '4' });
  const year = await b.page('Limits used');
  const order = ['Dithiopyr 2 EW', 'Summer feed', 'Nutsedge, two shots', 'Autumn pre-emergent'];
  const at = order.map((name) => year.indexOf(name, year.indexOf('Programme')));
  expect(at.every((i) => i > 0)).toBe(true);
  expect(at).toEqual(at.toSorted((x, y) => x - y));
  expect(year).toContain('Halosulfuron 75 WG 2/2');
  await isSound(b, 'A year of applications');

  // what was done is recorded with what it needed; a mark on the rail moves by the keyboard
  await b.press('Summer feed');
  await b.page('Application of 25 May');
  await b.press('Skip it…');
  await type('Why it is skipped', 'Rain washed enough in.');
  await b.press('Skip this application');
  await b.page('skipped');
  await b.press('Take it up again');
  await b.driver.wait(async () => !(await b.page('Summer feed')).includes('\nskipped'), 60_000);

  await (await b.find('//li//button[contains(., "Dithiopyr 2 EW")]')).click();
  await b.press('Record it');
  await type('Wind', '3');
  await type('Air temperature', '55');
  await b.press('Record this application');
  await b.page('Recorded.');
  await b.press('To the lawn');
  const after = await b.page('Limits used');
  expect(after).toContain('Dithiopyr 2 EW\ndone');
});

test('a cool-season year on the phone', async () => {
  b = await openBrowser(BASE, PHONE);
  await b.signIn(LEAD, PASSWORD);
  await b.lawn('14 Quarry Lane · back');
  await add({ purpose: 'Dandelions', day: '2027-10-04', product: 'MCPA + mecoprop', weeds: ['dandelion'] });
  await add({ purpose: 'Autumn feed', day: '2027-09-07', product: 'Fertilizer 18-0-4', rate: '4' });
  await isSound(b, 'A year on the phone');

  // work that nobody planned goes in the book with the rest, and counts
  await b.press('Record other work');
  await b.page('Work that nobody planned');
  await b.choose('What was put down', 'Sulfate of potash');
  await type('Product used', '5');
  await isSound(b, 'Other work on the phone');
  await b.press('Record this application');
  await b.page('Recorded.');
  await isSound(b, 'Its record on the phone');
  await b.press('To the lawn');
  const lawn = await b.page('Limits used');
  expect(lawn).toContain('Sulfate of potash 0-0-50, 50 lb, 5 lb\ndone, not planned');

  // another lawn of the same kind gets the same autumn
  await b.press('Autumn feed');
  await b.press('Copy to other zones…');
  await type('Zones with these words', 'weir');
  await b.press('Find zones');
  await (await b.find('//label[contains(., "66 Weir Walk")]')).click();
  await b.press('Copy to 1 zone');
  await b.page('copied.');
  await b.lawn('66 Weir Walk');
  await b.page('Autumn feed');
});

test('a lawn that is new to us: what was done before is entered, taken back, and counts', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.lawn('12 Farrier Bend');
  await b.page('What was put down here in the last twelve months?');
  await b.press('Enter what was done');
  await b.page('Nobody has said yet what went down before.');
  await (await b.find('//summary[contains(., "Enter earlier work")]')).click();
  await b.press('Save this earlier work');
  await b.page('What was put down is missing');
  await b.choose('Product', 'Prodiamine 65 WG');
  await b.setDay(await b.find('//form[contains(., "Done by")]//input[@type="date"]'), '2026-09-20');
  await b.type(await b.field('Amount, oz/1,000 sq ft'), '0.4');
  await b.press('Save this earlier work');
  await b.page('Prodiamine 65 WG, 0.4 oz/1,000 sq ft, by another company');
  await b.day('Everything is on file from', '2026-03-18');
  await b.press('Save this day');
  await b.page('Everything since 18 March 2026 is on file.');
  await isSound(b, 'Lawn sheet with its history');
  await b.lawn('12 Farrier Bend');
  expect(await b.page('before this book')).not.toContain('What was put down here in the last twelve months?');
  await b.press('Lawn sheet');
  await b.press('Take it back');
  await b.driver.wait(async () => !(await b.page('Before this book')).includes('by another company'), 60_000);
});
