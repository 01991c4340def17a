/**
 * A morning of twelve stops on a phone, from the board to the closed book: the day is planned, the network is cut three
 * times, the app is killed and opened again, the phone's clock is two hours off; and the rain of the days after waters it in.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { turnClock } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { computeWindows } from '@/server/worker/windows';
import { bringWeatherUpToDate } from '@/server/soil/weather';
import { writeStreets } from '../../scripts/demo/streets';
import { actor, closeAll } from '../support/demo';
import { DESKTOP, PHONE, openBrowser, type Browser } from './driver';
import type { Refusal } from '@/server/entry/outcome';
import { lineTo, type Line } from './line';
import { BASE, LEAD, PASSWORD, TOBIN } from './people';
import { newerServer } from './newer-server';
import { isSound } from './sound';

const lead = actor('lead');
const STOPS = 12;
const STREET = 'Lantern Row';
let b: Browser;
let line: Line;
let newer: Awaited<ReturnType<typeof newerServer>> | null = null;
const folder = mkdtempSync(path.join(tmpdir(), 'pictures-'));
beforeAll(async () => {
  line = await lineTo(new URL(BASE));
  await writeStreets(
    lead,
    [{ street: STREET, family: 'Ashby', houses: 13, from: [1, 1], step: [0.1, 0.04] }],
    'Morning',
  );
  await computeWindows(lead);
});
afterEach(() => b.quit());
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await line.cut();
  newer?.end();
  await closeAll();
});

const one = async (query: ReturnType<typeof sql>): Promise<number> =>
  (await inOrganisation(lead, (db) => db.execute<{ n: number }>(query)))[0]!.n;
const records = () =>
  one(sql`select count(*)::int as n from application_record r join zone z on z.id = r.zone_id
    join lawn l on l.id = z.lawn_id where l.address like ${`%${STREET}`}`);
const walks = () =>
  one(sql`select count(*)::int as n from walk w join zone z on z.id = w.zone_id
    join lawn l on l.id = z.lawn_id where l.address like ${`%${STREET}`}`);
const visits = () =>
  one(sql`select count(*)::int as n from stop_visit v join lawn l on l.id = v.lawn_id
    where l.address like ${`%${STREET}`}`);

test('a lead plans the day: everything on one truck, one lawn left out, one moved by hand, saved', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.page('can go today');
  await b.page(STREET);
  await b.press('Plan the day');
  await b.page('of 18 lawns');
  await isSound(b, 'Plan the day');
  await b.press('Truck 2 goes out');
  await b.page('Truck 2 stays at home');
  await b.page('Truck 2 stays at home: ');
  // all that is not of the street stays for another day
  for (const address of [
    '14 Quarry Lane',
    '41 Tannery Row',
    '102 Cooper Rise',
    '19 Kiln Hill',
    '230 Long Meadow',
  ]) {
    await (await b.find(`button[aria-label="Leave ${address} out"]`)).click();
    await b.page(`${address} left out: `);
  }
  await b.page('left out by hand');
  await (await b.find(`button[aria-label="Lock 9 ${STREET}"]`)).click();
  await b.page(`9 ${STREET} locked: `);
  // by the keyboard one is moved down
  const grip = await b.find('ol li:first-child button[aria-label^="Move"]');
  const moved = (await grip.getAttribute('aria-label'))!.replace('Move ', '');
  await b.driver.executeScript('arguments[0].focus()', grip);
  await b.keys(' ');
  await b.driver.executeScript(
    'return new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)))',
  );
  await b.keys('\uE015');
  await b.driver.executeScript('return new Promise((r) => setTimeout(r, 300))');
  await b.keys(' ');
  await b.page(`${moved} put there by hand: `);
  await b.press('Save the day');
  await b.page('saved it');
  const kept = await one(sql`select sum(jsonb_array_length(body -> 'visits'))::int as n from day_route`);
  expect(kept).toBe(STOPS);
  for (const file of ['gpx', 'geojson', 'ics']) {
    const text = await b.driver.executeScript<string>(
      `return fetch(document.querySelector('a[href*="/day/${file}"]').href).then((r) => r.text())`,
    );
    expect(text).toContain(STREET);
  }
  expect(await b.complaints()).toEqual([]);
});

test('twelve stops on the phone, the network cut three times, the clock two hours off: each is kept once', async () => {
  b = await openBrowser(line.url, PHONE);
  await b.driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: 'const real = Date.now.bind(Date); Date.now = () => real() + 2 * 3600000;',
  });
  await b.signIn(TOBIN, PASSWORD);
  await b.go('/go');
  await (await b.find('//main//a[contains(., "Truck 1")]')).click();
  await b.page('it works without a network');
  await isSound(b, 'Go, phone');
  // its worker is there, and has its files and this page
  await b.until(
    () => b.driver.executeScript<boolean>(`return navigator.serviceWorker.controller !== null`),
    'no service worker',
  );
  await b.driver.navigate().refresh();
  await b.page('it works without a network');
  await b.until(() => b.driver.executeScript<boolean>(`return caches.has('go-1')`), 'no files kept');
  const here = await b.driver.getCurrentUrl();
  /** The app is killed, and opened again where it was. */
  const kill = async () => {
    const at = await b.driver.getCurrentUrl();
    await b.driver.get('about:blank');
    await b.driver.get(at);
  };
  const press = async (words: string) => b.press(words);
  const step = async (name: string) => {
    await (await b.find(`//nav[@aria-label="Steps"]//button[.="${name}"]`)).click();
    await at(name);
  };
  const at = (name: string) => b.find(`//nav[@aria-label="Steps"]//*[@aria-current="step"][.="${name}"]`);
  /** Does something with what the phone keeps. */
  const inStore = (work: string) =>
    b.driver.executeAsyncScript(
      `const done = arguments[arguments.length - 1];
       (async () => {
         const dbs = await indexedDB.databases();
         const { name } = dbs.find((d) => d.name.startsWith('iron-gate-go-'));
         const db = await new Promise((r) => { const o = indexedDB.open(name); o.onsuccess = () => r(o.result); });
         const ask = (mode, table, f) => new Promise((r, no) => {
           const q = f(db.transaction(table, mode).objectStore(table));
           q.onsuccess = () => r(q.result);
           q.onerror = () => no(q.error);
         });
         const getAll = (table) => ask('readonly', table, (t) => t.getAll());
         const put = (table, value) => ask('readwrite', table, (t) => t.put(value));
         await (async () => { ${work} })();
         db.close();
         done();
       })();`,
    );
  let taps = 0;
  const tap = async (words: string) => {
    taps++;
    await press(words);
  };
  const begin = async () => {
    // from the list, or where the stop before led on to this one
    const first = await b.find(
      '//main//p[contains(@class, "fixed")]//a | //button[contains(., "I am here")]',
    );
    if ((await first.getTagName()) === 'a') await first.click();
    await b.page('start the clock');
    await tap('I am here');
    await at('Check');
  };
  const check = async () => {
    await step('Check');
    await b.type(await b.field('Wind, mph'), '4');
    await b.choose('Wind from', 'SW');
    await b.type(await b.field('Air, °F'), '52');
    await step('Apply');
  };
  const apply = async () => {
    await at('Apply');
    await tap('Begin');
    await tap('It is down');
    await at('Done');
  };
  const finish = async () => {
    await tap('Stop the clock');
    // what is killed before the phone has gone on is not finished, and stands there to be finished again
    await b.until(
      async () =>
        !(await b.driver.executeScript<string>('return document.body.innerText')).includes('Stop the clock'),
      'the phone never went on',
    );
  };
  /** Until the phone has an answer for all that was done on it. */
  const nothingWaits = async () => {
    await b.driver.get(here);
    await b.until(
      async () => !(await b.page('works without a network')).includes('on this device and'),
      'something waits still',
    );
  };
  /** A stop of a round: wind and air of next door are confirmed, the rest is as planned. */
  const whole = async () => {
    const before = taps;
    await begin();
    await b.page('ago at');
    await tap('Still so here');
    await apply();
    await b.page('All that the record needs');
    await finish();
    expect(taps - before).toBeLessThanOrEqual(5);
  };

  // the first with a network, every step looked at
  await begin();
  await step('Look');
  await (await b.find('//label[contains(., "Hazards")]//input')).click();
  await press('Next: Check');
  await b.type(await b.field('Wind, mph'), '14');
  await b.page('SHUT, Wind');
  // nothing begins before it is measured, and at a shut gate not without a reason
  await step('Apply');
  await b.page('Measure the air first');
  await press('To Check');
  await b.type(await b.field('Air, °F'), '52');
  await step('Apply');
  await b.page('SHUT, Wind');
  const anyway = await b.find('//button[contains(., "Begin anyway")]');
  expect(await anyway.isEnabled()).toBe(false);
  await b.type(await b.field('Wait, or go anyway because'), 'the customer waits');
  await b.driver.wait(() => anyway.isEnabled(), 60_000);
  await isSound(b, 'Apply at a shut gate, phone');
  await step('Check');
  await b.type(await b.field('Wind, mph'), '4');
  await b.page('By what you measured it may go');
  await isSound(b, 'Check, phone');
  await press('Next: Wear');
  await (await b.find('//main//label//input[@type="checkbox"]')).click();
  await step('Done');
  await b.page('The work was not begun');
  await step('Apply');
  await apply();
  await step('Used');
  await b.type(await b.field('Tank before'), '100');
  await b.type(await b.field('Tank after'), '80');
  await b.page('above the plan');
  await step('Done');
  await b.page('more than 10 % off the plan');
  await step('Used');
  await (await b.find('//label[contains(., "that is what went down")]//input')).click();
  await isSound(b, 'Used, phone');
  await step('Sign');
  const picture = path.join(folder, 'sign.png');
  writeFileSync(picture, await b.picture());
  await b.driver.findElement({ css: 'input[aria-label="Picture of the sign"]' }).sendKeys(picture);
  await b.page('1 picture taken');
  await step('Customer');
  await press('handed over');
  await isSound(b, 'Customer, phone');
  await step('Done');
  await finish();
  await b.until(async () => (await records()) === 1, 'not 1 records');
  await b.until(async () => (await one(sql`select count(*)::int as n from photo`)) === 1, 'no photo');
  // the phone knows it too: what it has no answer for it would send again
  await nothingWaits();

  // cut between two stops: four are done in a valley, the app killed in the middle of one
  await line.cut();
  await b.driver.get(here);
  await b.page('works without a network');
  await whole();
  await b.page('wait');
  await begin();
  await check();
  await step('Check');
  await kill();
  await at('Check');
  expect(await (await b.field('Wind, mph')).getAttribute('value')).toBe('4');
  // what is up is walked without a network too
  await press('Walk it: what is up on whole lawn');
  await press('+ smooth crabgrass');
  await press('1 tiller');
  await b.type(await b.field('Or typed, %'), '1');
  await isSound(b, 'Walk at a stop, phone');
  await press('Save the walk');
  await b.page('1 weed written down for whole lawn');
  await step('Apply');
  await apply();
  await finish();
  await whole();
  await whole();
  expect(await records()).toBe(1);
  await b.driver.get(here);
  await b.page('5 things wait on this device');
  // nobody signs out over it without a word
  await press('Sign out');
  await b.page('Sign out all the same');
  // meanwhile the server became a newer one; and one of them was written by an older program than the phone's
  await inStore(
    `const all = await getAll('queue');
     const { form, ...old } = all.find((w) => w.kind === 'stop');
     const { form: _f, ...input } = old.input;
     const zones = input.zones.map(({ anyway, ...z }) => ({
       ...z,
       products: z.products.map(({ labelVersion, ...p }) => p),
     }));
     await put('queue', { ...old, input: { ...input, zones } });`,
  );
  newer = await newerServer();
  await line.mend(newer.url);
  // it is sent from any page
  await b.go('/lawns');
  await b.until(async () => (await records()) === 5, 'not 5 records');
  await b.until(async () => (await walks()) === 1, 'no walk');
  await b.driver.get(here);

  // cut while the work goes on
  await begin();
  await check();
  await press('Begin');
  await line.cut();
  await press('It is down');
  await at('Done');
  await finish();
  await whole();
  await line.mend();
  await b.until(async () => (await records()) === 7, 'not 7 records');

  // cut just as it is sent: its answer is lost, and it is sent once more
  await begin();
  await check();
  await apply();
  await finish();
  await line.cut();
  await line.mend();
  await b.until(async () => (await records()) === 8, 'not 8 records');
  // kept by the server, and told to the phone only when it asks again
  await nothingWaits();

  // somebody else signs in on the phone: what waits is not theirs, is told to them, and waits for its own
  await line.cut();
  await whole();
  await b.driver.sendDevToolsCommand('Network.clearBrowserCookies', {});
  await b.driver.get('about:blank');
  await line.mend();
  await b.go('/sign-in');
  await b.page('1 thing done on this device is not sent yet');
  await b.signIn(LEAD, PASSWORD);
  await b.page('can go today');
  const answer = await b.driver.executeAsyncScript<{ refusal: { kind: string } }>(
    `const done = arguments[arguments.length - 1];
     (async () => {
       const dbs = await indexedDB.databases();
       const mine = dbs.find((d) => d.name.startsWith('iron-gate-go-')).name.slice('iron-gate-go-'.length);
       const sent = await fetch('/api/go/stop', {
         method: 'POST',
         headers: { 'content-type': 'application/json', 'x-iron-gate-person': mine },
         body: '{}',
       });
       done(await sent.json());
     })();`,
  );
  expect(answer.refusal.kind).toBe('signed-out');
  expect(await records()).toBe(8);
  await b.driver.sendDevToolsCommand('Network.clearBrowserCookies', {});
  await b.signIn(TOBIN, PASSWORD);
  await b.until(async () => (await records()) === 9, 'not 9 records');
  await b.driver.get(here);
  await b.page('works without a network');

  // sent with every page closed: the browser wakes the service worker
  await line.cut();
  await whole();
  await b.driver.get('about:blank');
  await line.mend();
  await b.driver.sendDevToolsCommand('ServiceWorker.enable', {});
  await b.until(async () => {
    for (let id = 0; id < 8; id++)
      await b.driver
        .sendDevToolsCommand('ServiceWorker.dispatchSyncEvent', {
          origin: line.url,
          registrationId: String(id),
          tag: 'outbox',
          lastChance: false,
        })
        .catch(() => undefined);
    return (await records()) === 10;
  }, 'not 10 records, with every page closed');
  await b.driver.get(here);
  await b.page('works without a network');
  /** What the next tries of a stop are answered with; undefined: nothing, as on a dead line. */
  const answersFirst = (answers: readonly (Readonly<{ status: number; body: string }> | undefined)[]) =>
    b.driver.executeScript(
      `const real = window.fetch, answers = arguments[0];
       window.fetch = async (url, ...more) => {
         if (!String(url).startsWith('/api/go/stop') || !answers.length) return real(url, ...more);
         const answer = answers.shift();
         if (!answer) throw new TypeError('Failed to fetch');
         return new Response(answer.body, { status: answer.status });
       }`,
      answers,
    );
  const says = (refusal: Refusal) => ({ status: 200, body: JSON.stringify({ ok: false, refusal }) });
  // a busy server, one that fails, nonsense of something in between, half an answer, and none: it waits, and is sent again
  await begin();
  await check();
  await apply();
  await answersFirst([
    says({ kind: 'too-much', detail: 'The server is busy.' }),
    { status: 500, body: 'Internal Server Error' },
    { status: 200, body: '<html>Welcome to the guest network</html>' },
    { status: 200, body: '{"ok":true,"val' },
    undefined,
  ]);
  await finish();
  await b.until(async () => (await records()) === 11, 'not 11 records');
  // refused for good: it is not lost, says why, and is finished again as it was typed
  await begin();
  await check();
  await apply();
  const last = await b.driver.getCurrentUrl();
  await answersFirst([says({ kind: 'forbidden', permission: 'record' })]);
  await finish();
  await b.page('not sent');
  expect(await records()).toBe(11);
  // also after the app was killed
  await b.driver.get('about:blank');
  await b.driver.get(last);
  await b.page('Not sent.');
  await b.page('Your role may not record');
  await step('Check');
  expect(await (await b.field('Wind, mph')).getAttribute('value')).toBe('4');
  await step('Done');
  await press('Send it again');
  await b.until(async () => (await records()) === STOPS, 'not a record of every stop');
  await b.driver.get(here);
  await b.page('The day is done');
  await b.until(
    async () => !(await b.page('The day is done')).includes('on this device and'),
    'something waits still',
  );

  expect([await records(), await visits()]).toEqual([STOPS, STOPS]);
  // by the company's clock: nobody was there in the hours to come
  const late = await one(
    sql`select count(*)::int as n from stop_visit v, clock c where v.left_at > c.now + interval '1 minute'`,
  );
  expect(late).toBe(0);
  const notes = await one(sql`select count(*)::int as n from customer_note where kind = 'after'`);
  expect(notes).toBe(1);
});

test('the rain of the days after waters it in; what it did not is asked for', async () => {
  // the page's clock is turned and not the service worker's: of what that one sent nobody knows the hour
  const water = async () =>
    (
      await inOrganisation(lead, (db) =>
        db.execute<{ by: string | null; n: number }>(sql`
          select f -> 'answer' ->> 'by' as by, count(*)::int as n
          from zone_follow_ups u join lawn l on l.id = u.lawn_id, jsonb_array_elements(u.body -> 'list') f
          join application_record r on r.id::text = f ->> 'entryId'
          where l.address like ${`%${STREET}`} and f ->> 'kind' = 'water-in' and r.ended_at <> '' group by 1`),
      )
    ).map((r) => [r.by, r.n]);
  const known =
    await one(sql`select count(*)::int as n from application_record r join zone z on z.id = r.zone_id
    join lawn l on l.id = z.lawn_id where l.address like ${`%${STREET}`} and r.ended_at <> ''`);
  expect(known).toBeGreaterThanOrEqual(STOPS - 4);
  await computeWindows(lead);
  expect(await water()).toEqual([[null, known]]);
  for (let day = 0; day < 10 && (await water()).some(([by]) => by === null); day++) {
    await turnClock(lead, 1);
    await bringWeatherUpToDate(lead);
    await computeWindows(lead);
  }
  expect(await water()).toEqual([['rain', known]]);
  b = await openBrowser(BASE, PHONE);
  await b.signIn(TOBIN, PASSWORD);
  await b.go('/records');
  await b.page(STREET);
  await b.lawn(`9 ${STREET}`);
  await (await b.find('//section[@aria-label="Afterwards"]//summary')).click();
  await b.page('rain did it');
});
