/** From an empty database to a recorded application: a company of its own, weather from files alone, no simulator running. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { dayIn } from '@/data/clock';
import { demoLabel } from '../../scripts/demo/labels';
import { stationFile } from '../support/station-file';
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
  await Promise.all(open.splice(0).map((b) => b.quit()));
});
const firstLink = () =>
  execFileSync(process.execPath, ['--conditions=react-server', '--import', 'tsx', 'scripts/first-link.ts'], {
    encoding: 'utf8',
    env: { ...process.env, BETTER_AUTH_URL: BASE },
  });

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
  await b.page('is no address');
  await b.page('easy to guess');
  expect(await (await b.field('Company')).getAttribute('value')).toBe('Saltmarsh Turf');
  await b.choose('Time zone', 'America/Los Angeles');
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
});
void demoLabel;
void readFileSync;
void readdirSync;
