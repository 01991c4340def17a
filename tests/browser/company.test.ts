/** From an empty database to a recorded application: a company of its own, weather from files alone, no simulator running. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { dayIn } from '@/data/clock';
import { isoDay } from '@/core/calendar/day';
import { DEMO_CATEGORY, demoLabel } from '../../scripts/demo/labels';
import { fillApplication } from './programme-form';
import { stationFile } from '../support/station-file';
import { totp } from '../support/totp';
import { DESKTOP, openBrowser, type Browser } from './driver';
import { BASE } from './people';

const ZONE = 'America/Los_Angeles';
const WORDS = 'harbour teaspoon velvet nine';
const folder = mkdtempSync(path.join(tmpdir(), 'company-'));
const file = (name: string, text: string) => {
  const at = path.join(folder, name);
  writeFileSync(at, text);
  return at;
};
const open: Browser[] = [];
async function browser(): Promise<Browser> {
  const b = await openBrowser(BASE, DESKTOP);
  open.push(b);
  return b;
}
afterEach(async () => {
  if (process.env['LOOK']) for (const b of open) writeFileSync('/tmp/fail.png', await b.picture());
  await Promise.all(open.splice(0).map((b) => b.quit()));
});
const firstLink = () =>
  execFileSync(process.execPath, ['--conditions=react-server', '--import', 'tsx', 'scripts/first-link.ts'], {
    encoding: 'utf8',
    env: { ...process.env, BETTER_AUTH_URL: BASE },
  });

// RFC 6238, appendix B: the secret "12345678901234567890" at 59 s and at 1111111109 s, eight digits
test('the codes of the story are those of the standard', () => {
  const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
  expect([totp(secret, 59, 8), totp(secret, 1_111_111_109, 8)]).toEqual(['94287082', '07081804']);
});

/** A field that is sent something before the page listens would lose it. */
const listening = (b: Browser, css: string) =>
  b.driver.wait(
    () =>
      b.driver.executeScript<boolean>(
        'return Object.keys(document.querySelector(arguments[0]) ?? {}).some((k) => k.startsWith("__reactProps"))',
        css,
      ),
    60_000,
  );

test('a company begins, and its first lead sets it up from files', async () => {
  const b = await browser();
  const link = firstLink();
  await b.driver.get(link);
  await b.page('Begin your company');

  // what cannot be is named, and nothing typed is lost
  await b.type(await b.field('Company'), 'Saltmarsh Turf');
  await b.type(await b.field('Your name'), 'Orla Penhale');
  await b.type(await b.field('Your e-mail'), 'orla@saltmarsh');
  await b.type(await b.field('Password'), 'saltmarsh turf 1');
  await b.press('Begin the company');
  await b.page('Time zone is missing');
  await b.page('Units is missing');
  await b.page('is no address');
  await b.page('easy to guess');
  expect(await (await b.field('Company')).getAttribute('value')).toBe('Saltmarsh Turf');
  await b.choose('Time zone', 'America/Los Angeles');
  await b.choose('Units', 'metric: °C, m², L, km/h, mm');
  await b.type(await b.field('Your e-mail'), 'orla@saltmarsh.example');
  await b.type(await b.field('Password'), WORDS);
  await b.type(await b.field('Password again'), WORDS);
  await b.press('Begin the company');
  await b.page('Setting up Saltmarsh Turf');
  // once is once, and with a company there is no first link
  await b.driver.get(link);
  await b.page('This link opens nothing');
  expect(firstLink()).toBe('');

  // the station, and its weather from a file of the public archive
  await b.go('/setup');
  await b.press('Add a station');
  await b.type(await b.field('Name'), 'Saltmarsh Field');
  await b.type(await b.field('Latitude'), '47.60');
  await b.type(await b.field('Longitude'), '122.30');
  await b.press('Add the station');
  await b.page('does not lie in the time zone');
  await b.type(await b.field('Longitude'), '-122.30');
  await b.press('Add the station');
  await b.page('No weather on file');
  await b.press('Bring weather in from a file');
  const today = dayIn(new Date(), ZONE);
  await (await b.field('CSV or .dly file')).sendKeys(file('station.dly', stationFile(today, 4)));
  await b.page('public daily archive');
  await b.press('Look it through');
  await b.page('looked through, not taken yet');
  await b.press('good days');
  await b.page('taken');
  await b.page('Take it out again');
  await b.go('/weather');
  await b.page('days on file');

  // papers, equipment, a label from a file
  await b.go('/house/gates');
  await b.type(await b.field('State where our lawns lie'), 'Merrow');
  await b.press('Save the figures of the gates');
  await b.go('/house/means');
  await b.choose('Person', 'Orla Penhale');
  await b.type(await b.field('Number'), 'PX-1');
  await b.type(await b.field('Categories'), DEMO_CATEGORY);
  await b.day('Valid to', '2030-12-31');
  await b.press('Add the licence');
  await b.page('PX-1');
  await b.type(await b.find('#equipment input'), 'Skid tank');
  await b.choose('Kind', 'hand gun');
  await b.press('Add it');
  await b.page('never calibrated');
  await b.press('Right without measuring');
  await b.type(await b.field('Why Skid tank is right'), 'measured last week by the dealer');
  await b.press('Write it down with my name');
  await b.page('Without figures: Orla Penhale said it is right');
  // measured with water, a measure and a watch: uneven runs are not taken
  await (await b.find('#equipment a[href^="/house/calibrate/"]')).click();
  await b.page('Calibrate Skid tank');
  await b.type(await b.field('Area, m²'), '93');
  await b.type(await b.field('Caught, mL'), '1900');
  await b.type(await b.field('Caught in'), '60');
  for (const [run, seconds] of [1, 2, 3].map((n) => [n, n === 3 ? '160' : '120'] as const))
    await b.type(await b.field(`Run ${run}`), seconds);
  await b.press('Keep this calibration');
  await b.page('and run 3 most');
  await b.type(await b.field('Run 3'), '121');
  await b.press('Keep this calibration');
  await b.page('Kept: 4.1 L/100 m²');
  await b.go('/products/new');
  const label = file('label.json', JSON.stringify(demoLabel('amine')));
  await listening(b, 'input[type=file]');
  await (await b.driver.findElement({ css: 'input[type=file]' })).sendKeys(label);
  await b.page('smooth crabgrass');
  await b.press('Save this product');
  await b.page('Rates and limits');

  // a lawn of its own climate
  await b.go('/lawns/new');
  await b.type(await b.field('Customer'), 'Wren Talbot');
  await b.type(await b.field('Address'), '4 Saltings Way');
  await b.type(await b.field('Zone'), 'whole lawn');
  await b.type(await b.field('Area, m²'), '0');
  await b.press('Save this sheet');
  await b.page('It must be more than 0 m²');
  await b.type(await b.field('Area, m²'), '465');
  await b.press('Save this sheet');
  await b.page('Soil temperature of this zone');
  await fillApplication(b, {
    purpose: 'Autumn broadleaf',
    day: isoDay(today),
    product: '2,4-D',
    use: 'post-emergent',
    weeds: ['dandelion'],
    rate: '1',
  });
  await b.press('Record it');
  await b.type(await b.field('Product used'), '5');
  await b.type(await b.field('Wind, km/h'), '6.5');
  await b.type(await b.field('Air temperature, °C'), '200');
  await b.press('Record this application');
  await b.page('Air temperature is 200 °C');
  await b.type(await b.field('Air temperature, °C'), '15.5');
  await b.press('Record this application');
  const said = await b.either('Recorded.', 'Is this right?');
  if (said.includes('Is this right?')) await b.press('Yes, these figures are right');
  for (const figure of ['465 m²', '6.5 km/h', '15.5 °C']) await b.page(figure);
  await b.go('/records');
  expect(await b.page('4 Saltings Way')).toContain('on 465 m²');
  // the same lawn in the other units: nothing that is kept changes
  await b.go('/house/day');
  await b.press('US trade');
  await b.field('Tank, gal');
  await b.go('/records');
  await b.page('on 5,005 sq ft');
  await b.go('/setup');
  await b.page('7 of 8 done');
});

test('a second person joins by a one-time link, may what the role may, and is out when access ends', async () => {
  const lead = await browser();
  await lead.signIn('orla@saltmarsh.example', WORDS);
  await lead.go('/people');
  await lead.type(await lead.field('Name'), 'Bram Hollis');
  await lead.type(await lead.field('E-mail'), 'bram@saltmarsh');
  await lead.press('Make an invitation');
  await lead.page('is no address');
  await lead.type(await lead.field('E-mail'), 'bram@saltmarsh.example');
  await lead.choose('As', 'viewer');
  await lead.press('Make an invitation');
  const link = await lead.text('[data-link]');
  await lead.page('lies in the outbox folder');
  const letters = process.env['IRON_GATE_OUTBOX']!;
  const letter = readdirSync(letters).map((f) => readFileSync(path.join(letters, f), 'utf8'));
  expect(letter.some((l) => l.includes('bram@saltmarsh.example') && l.includes('Saltmarsh Turf'))).toBe(true);

  const other = await browser();
  await other.driver.get(link);
  await other.page('Work with Saltmarsh Turf');
  await other.type(await other.field('Password'), 'plum orbit canyon sleeve');
  await other.type(await other.field('Password again'), 'plum orbit canyon sleeve');
  await other.press('Join and sign in');
  await other.page('Today');
  // a second factor: a code of the app is asked for from the next sign-in on
  await other.go('/account');
  await listening(other, 'main form input');
  await other.type(await other.field('Your password, once more'), 'not this one');
  await other.press('Begin a second factor');
  await other.page('Password is not yours');
  await other.type(await other.field('Your password, once more'), 'plum orbit canyon sleeve');
  await other.press('Begin a second factor');
  const secret = await other.text('[data-secret]');
  await other.type(await other.field('3. The six digits'), totp(secret, Date.now() / 1000));
  await other.press('Switch the second factor on');
  await other.page('On: beside the password');
  await other.press('Sign out');
  await other.at('/sign-in');
  await (await other.find('[name=email]')).sendKeys('bram@saltmarsh.example');
  await (await other.find('[name=password]')).sendKeys('plum orbit canyon sleeve');
  await other.press('Sign in');
  await other.page('Second factor');
  await (await other.find('[name=code]')).sendKeys('000000');
  await other.press('Sign in');
  await other.page('This code does not fit');
  // the one that switched it on opens nothing more; the app's next one does
  await other.type(await other.find('[name=code]'), totp(secret, Date.now() / 1000 + 30));
  await other.press('Sign in');
  await other.find('header nav');

  // a viewer looks, and is offered nothing that a viewer may not do
  await other.go('/people');
  await other.page('Leads invite people');
  await other.go('/weather');
  expect(await other.page('Saltmarsh Field')).not.toContain('Add the station');
  await lead.go('/people');
  await lead.page('Bram Hollis');
  await lead.press('End access');
  await lead.page(', left');
  await other.driver.navigate().refresh();
  await other.at('/sign-in');
});
