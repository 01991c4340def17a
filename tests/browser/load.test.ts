/** A morning's loads: the sprayer is measured, twelve lawns are loaded, and a card is ticked through while the network is gone. */
import { sql } from 'drizzle-orm';
import { isoDay } from '@/core/calendar/day';
import { isOpen } from '@/core/season/standing';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { siteName, zonesOf } from '@/data/lawns';
import { cardsForApplication } from '@/data/load-cards';
import { saveApplication } from '@/server/programme/save-application';
import { actor, applicationInput, closeAll, programmeOf } from '../support/demo';
import { DESKTOP, PHONE, openBrowser, type Browser } from './driver';
import { BASE, LEAD, PASSWORD, TOBIN } from './people';
import { lineTo, type Line } from './line';
import { isSound } from './sound';

const lead = actor('lead');
let b: Browser;
let line: Line;
beforeAll(async () => {
  line = await lineTo(new URL(BASE));
});
afterEach(() => b.quit());
afterAll(async () => {
  await line.cut();
  await closeAll();
});

const STOPS = 12;
/** Twelve lawns in the order of the list: a barrier for today where its gates let it be planned, else what is planned there. */
async function morning(): Promise<string[]> {
  const today = await inOrganisation(lead, (db) => todayOf(db, lead));
  const ids: string[] = [];
  for (const zone of await inOrganisation(lead, zonesOf)) {
    if (ids.length === STOPS) break;
    const input = await applicationInput(
      siteName(zone),
      { purpose: 'Load', plannedOn: isoDay(today), sendKey: crypto.randomUUID() },
      { rate: '0.4', times: 'once' },
      'new',
    );
    const before = new Set((await programmeOf(zone.id)).map((a) => a.id));
    const isPlanned = (await saveApplication(lead, input)).ok;
    const made = (await programmeOf(zone.id)).find((a) => isOpen(a) && !(isPlanned && before.has(a.id)));
    if (made) ids.push(made.id);
  }
  expect(ids).toHaveLength(STOPS);
  return ids;
}

test('a sprayer is measured, and twelve lawns are loaded from it', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.go('/house/means');
  await (await b.find('//li[contains(., "Skid tank")]//a[contains(., "Calibrate")]')).click();
  await b.page('Calibrate Skid tank');
  // a gallon a minute, a minute to 1,000 sq ft; one run is off
  await b.type(await b.field('Caught, fl oz'), '128');
  await b.type(await b.field('Caught in'), '60');
  for (const [i, seconds] of ['60', '61', '75'].entries())
    await b.type(await b.field(`Run ${i + 1}`), seconds);
  await b.press('Keep this calibration');
  await b.page('Do that run again');
  await b.type(await b.field('Run 3'), '59');
  await b.press('Keep this calibration');
  await b.page('Kept: 1 gal/1,000 sq ft');
  await isSound(b, 'Calibrate');
  // what it is stands below, and is kept
  await b.type(await b.field('Truck'), 'Truck 7');
  await b.press('Save what it is');
  await b.page('Saved. Loads go by it');
  await b.driver.navigate().refresh();
  expect(await (await b.field('Truck')).getAttribute('value')).toBe('Truck 7');

  await b.go('/load');
  await b.page('What can go today');
  await (await b.find('//label[contains(., "14 Quarry Lane")]')).click();
  await b.press('Load for 1 stop');
  await b.page('Load for 1 stop');
  await b.page('Water by what Skid tank');
  const ids = await morning();
  await b.go(`/load?stops=${ids.join('.')}`);
  const said = await b.page(`Load for ${STOPS} stops`);
  expect(said).toContain('Wear:');
  expect(said).toMatch(/\d+ loads?, [\d.]+ gal in all/);
  await isSound(b, 'Load');
  // a tank of fifty gallons, filled for whole lawns
  await b.type(await b.field('Tank, gal'), '50');
  await (await b.find('//summary[contains(., "What is left")]')).click();
  await b.choose('Loads', 'as many whole lawns');
  await b.page('Load 2 of');
  await b.type(await b.field('Left in the tank'), '60');
  await b.page('More is left in the tank than it holds');
  await b.type(await b.field('Left in the tank'), '');
  await (await b.find('//section[@aria-label="Tank"]//button[contains(., "Keep these cards")]')).click();
  await b.page('on this device');

  // the way: not told while places are not known, and an order of its own once they are
  await inOrganisation(lead, (db) => db.execute(sql`update lawn set latitude = null, longitude = null`));
  await b.driver.navigate().refresh();
  await b.page('The shortest way is told once');
  await inOrganisation(lead, (db) =>
    db.execute(sql`update lawn set latitude = 38.6 + (hashtext(id::text) % 100) / 1000.0, longitude = -90`),
  );
  await b.driver.navigate().refresh();
  await b.press('Order by the shortest way');
  await b.page('from stop to stop');
  await b.driver.wait(
    async () => new URL(await b.driver.getCurrentUrl()).searchParams.get('stops') !== ids.join('.'),
    60_000,
  );
  const ordered = new URL(await b.driver.getCurrentUrl()).searchParams.get('stops')!.split('.');
  expect(ordered.toSorted()).toEqual(ids.toSorted());
  expect(await b.complaints()).toEqual([]);
});

test('a card is ticked through on the phone, the network gone in the middle', async () => {
  const [application] = await inOrganisation(lead, async (db) => {
    for (const zone of await zonesOf(db))
      for (const a of await programmeOf(zone.id))
        if ((await cardsForApplication(db, a.id)).length) return [a];
    return [];
  });
  b = await openBrowser(line.url, PHONE);
  await b.signIn(TOBIN, PASSWORD);
  await b.go('/load');
  await b.page('Kept cards');
  await (await b.find('//a[contains(., "Load 1 of")]')).click();
  await b.page('What really went in');
  await isSound(b, 'Load card, phone');
  // its worker is there, and has its files
  const hired = () =>
    b.driver.executeScript<string>(
      `return (async () => {
         const r = await navigator.serviceWorker.getRegistration();
         const [mine, store] = [navigator.serviceWorker.controller?.state, await caches.has('cards-1')];
         if (mine && store) return 'here';
         const states = ['installing', 'waiting', 'active'].map((k) => k + ' ' + r?.[k]?.state);
         return [...states, 'over this page ' + mine, 'store ' + store].join(', ');
       })()`,
    );
  let last = '';
  await b.driver
    .wait(async () => (last = await hired()) === 'here', 240_000)
    .catch((error: unknown) => {
      throw new Error(`the worker of the service never came: ${last}`, { cause: error });
    });
  // a page that came past it is taken over: its ticks are kept for where there is no network too
  await b.driver.sendDevToolsCommand('Page.reload', { ignoreCache: true });
  await b.page('What really went in');
  await b.driver.wait(
    () => b.driver.executeScript<boolean>('return navigator.serviceWorker.controller !== null'),
    60_000,
    'the page is nobody’s',
  );
  const boxes = '//section//input[@type="checkbox"] | //li//input[@type="checkbox"]';
  const count = async () => (await b.driver.findElements({ xpath: boxes })).length;
  const tick = async (n: number) => (await b.find(`(${boxes})[${n}]`)).click();
  const ticked = async () =>
    b.driver.executeScript<number>('return document.querySelectorAll("main input:checked").length');
  /** Ticks are read after the first paint: waited for. */
  const areTicked = (n: number) => b.driver.wait(async () => (await ticked()) === n, 60_000);
  const all = await count();
  expect(all).toBeGreaterThan(4);
  await tick(1);
  await tick(2);

  await line.cut();
  // read again with no network: the card is there, with its ticks
  await b.driver.navigate().refresh();
  await b.page('What really went in');
  await areTicked(2);
  // any other address says so, and leads to what was taken along
  const cardAt = await b.driver.getCurrentUrl();
  await b.go('/lawns');
  await b.page('No network');
  await (await b.find('//a[contains(., "Load card")]')).click();
  await b.page('What really went in');
  expect(await b.driver.getCurrentUrl()).toBe(cardAt);
  await areTicked(2);
  for (let n = 3; n <= all; n++) await tick(n);
  await areTicked(all);
  await b.type(await b.field('Prodiamine'), '77');
  await b.press('This went in');
  await b.page('Kept on this device');
  await b.driver.navigate().refresh();
  await b.page('Kept on this device');
  await areTicked(all);

  await line.mend();
  // it sends itself, once
  await b.page('What went in is written down, by Tobin');
  const cards = await inOrganisation(lead, (db) => cardsForApplication(db, application!.id));
  const card = cards.find((c) => c.measured !== null)!;
  expect(card.measured!.products[0]).toBeCloseTo(0.077, 6);
  await b.driver.navigate().refresh();
  await b.page('77 g of Prodiamine');
  await areTicked(all);
  // the record begins with it
  await (await b.find('//section[@aria-label="Records"]//a')).click();
  await b.at('/record/');
  const used = Number(await (await b.field('Product used')).getAttribute('value'));
  const { stops, products } = card.card;
  const mine = stops.filter((s) => s.applicationId === stops[0]!.applicationId);
  const asked = mine.reduce((sum, s) => sum + s.amounts[0]!.amount, 0);
  expect(used).toBeCloseTo((asked * 77) / products[0]!.measured.amount, 1);
  // among what is folded away
  const equipment = await b.driver.executeScript<string>(
    `const label = [...document.querySelectorAll('label')].find((l) => l.textContent.startsWith('Equipment'));
     return document.getElementById(label.htmlFor).value`,
  );
  expect(equipment).toContain('Skid tank');
});
