/** The main job, from sign-in to the record, on the desktop without a mouse and on the phone with a thumb. */
import { Key } from 'selenium-webdriver';
import { DESKTOP, PHONE, openBrowser, type Browser } from './driver';
import { BASE, LEAD, PASSWORD, TOBIN, VIEWER } from './people';
import { isSound } from './sound';

let b: Browser;
afterEach(() => b.quit());

/** Tab until what has the focus reads `text`. */
async function tabTo(text: string) {
  const seen: string[] = [];
  for (let i = 0; i < 90; i++) {
    await b.keys(Key.TAB);
    const name = await b.driver.executeScript<string>(
      `const e = document.activeElement; return (e.getAttribute('aria-label') ?? document.querySelector('label[for="' + e.id + '"]')?.innerText ?? e.innerText ?? '').trim()`,
    );
    if (name.includes(text)) return;
    seen.push(name);
  }
  throw new Error(`Tab never reached "${text}", only ${seen.join(' | ')}`);
}

test('desktop, by the keyboard alone: sign in, see why, change the plan, mix, record, next window', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.go('/lawns');
  await b.at('/sign-in');
  await isSound(b, 'sign-in');
  await (await b.find('[name=email]')).sendKeys(TOBIN);
  await (await b.find('[name=password]')).sendKeys('not the password', Key.ENTER);
  expect(await b.text('[role=alert]')).toContain('do not match');
  await b.type(await b.find('[name=email]'), TOBIN);
  await (await b.find('[name=password]')).sendKeys(PASSWORD, Key.ENTER);
  await b.at('/lawns');
  await b.page('14 Quarry Lane · front');

  await b.keys('t');
  await b.page('can go today');
  await isSound(b, 'Today');
  await tabTo('front, 14 Quarry Lane');
  await b.keys(Key.ENTER);
  await b.at('?a=');

  // the soil, the gates and their reasons
  const lawn = await b.page('all gates open');
  await b.page('Limits used');
  expect(lawn).toMatch(/55 °F at 2 in: \d+ \w+ to \d+ \w+ \(8 in 10\)/);
  await b.page('Ahead of the line: 1 in 10');
  await b.click('//summary[contains(., "Soil temperature of this zone")]');
  await b.find('.apexcharts-svg .apexcharts-series path');
  await isSound(b, 'Lawn');
  await tabTo('Gates by day');
  // the lanes that are not open throughout stand by what hurts: up to the soil line
  for (let i = 0; i < 12 && !(await b.page('Thu 18 March')).includes('Soil line, open.'); i++)
    await b.keys(Key.ARROW_UP);
  await b.page('Soil line, open.');
  for (let i = 0; i < 39; i++) await b.keys(Key.ARROW_RIGHT);
  await b.page('Soil line, shut (latch). The soil has likely crossed');

  // another rate is computed at once: amounts, limit, gates
  expect(lawn).toContain('70.76 g');
  const rate = await b.field('Rate');
  await b.type(rate, '0.45');
  expect(await b.page('100 % · 1.5 lb a.i./acre of 1.5 lb a.i./acre in 2027')).toContain('79.61 g');
  await b.type(rate, 'x');
  await b.page('"x" is not a number. Type a number in oz/1,000 sq ft');
  await b.type(rate, '0.9');
  await b.page('above the label');
  await rate.sendKeys(Key.ENTER);
  expect(await b.text('[role=alert]')).toContain("is above the label's 0.83 oz/1,000 sq ft");
  await b.type(rate, '0.35');
  await b.page('61.92 g');
  await rate.sendKeys(Key.ENTER);
  await b.page('Application saved.');

  // the mix card
  await b.driver.executeScript('document.activeElement.blur()');
  await b.keys('m');
  await b.at('/mix/');
  const card = await b.page('2 loads, 6.24 gal in all');
  expect(card).toContain('Load 1 of 2');
  // even loads: no small last one
  expect(card).toMatch(/\n31 g\n/);
  expect(card).toContain('Wear:');
  await isSound(b, 'Mix card');
  await b.type(await b.field('Tank, gal'), '0');
  await b.page('Tank is 0 gal. It must be more than 0 gal.');
  await b.type(await b.field('Tank, gal'), '50');
  await b.page('1 load, 6.24 gal in all, 62 g of product');

  // the record: what is missing is named, what looks wrong is asked, and nothing typed is lost
  await tabTo('Put down: record it');
  await b.keys(Key.ENTER);
  await b.at('/record/');
  await isSound(b, 'Record form');
  await b.type(await b.field('Product used'), '162');
  await b.type(await b.field('Air temperature'), '54');
  await tabTo('Record this application');
  // whoever reads why it was refused may send again at once: a shut button would swallow the key
  await b.driver.executeScript(`window.shutAtRefusal = [];
    new MutationObserver(() => {
      if (document.querySelector('form [role=alert]'))
        window.shutAtRefusal.push(document.querySelector('form .button-loud').disabled);
    }).observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });`);
  await b.keys(Key.ENTER);
  await b.page('Wind is missing: it was sprayed. Type what was measured, or confirm that nobody did');
  const shut = await b.driver.executeScript<boolean[]>('return window.shutAtRefusal');
  expect(shut.length).toBeGreaterThan(0);
  expect(shut).not.toContain(true);
  expect(await (await b.field('Air temperature')).getAttribute('value')).toBe('54');
  await b.type(await b.field('Wind'), '5');
  await (await b.field('Wind')).sendKeys(Key.ENTER);
  // the rate was asked about beside the wind: once the wind is not asked any more this is the second answer
  const asks = "above the label's 0.83 oz/1,000 sq ft. Check amount and area.";
  await b.driver.wait(async () => !(await b.page(asks)).includes('Wind is missing'), 60_000);
  await b.type(await b.field('Product used'), '62');
  await (await b.field('Product used')).sendKeys(Key.ENTER);
  await b.at('/records/');
  const record = await b.page('Recorded. Keep off until the spray has dried.');
  expect(record).toContain('Water in by Thu 1 April');
  expect(record).toContain('0.35 oz/1,000 sq ft');
  expect(record).toContain('Gates that day: all open');
  await isSound(b, 'Record');

  // record, limit and next window are what they should be now
  await tabTo('To the lawn: next window');
  await b.keys(Key.ENTER);
  const after = await b.page('Prodiamine 65 WG: Ajar from Thu 13 May');
  expect(after).toContain('Prodiamine 65 WG 1/2\ndone');
  await tabTo('Gates by day');
  await b.keys(Key.ARROW_LEFT);
  await b.page('label asks for 56 days between');
  await b.keys('r');
  await b.page('An entry is never changed or removed');
  await isSound(b, 'Records');
  expect(await b.page('14 Quarry Lane · front')).toContain('62 g on 6,240 sq ft');
  await b.keys('l');
  await b.page('zones');
  await isSound(b, 'Lawns');

  await b.keys('?');
  expect(await b.page('Single keys off')).toContain('In the fence: move by day');
  await isSound(b, 'Keys');
  await b.keys(Key.ESCAPE);
  expect(await b.complaints()).toEqual([]);
});

test('phone: the same path with a thumb', async () => {
  b = await openBrowser(BASE, PHONE);
  await b.signIn(TOBIN, PASSWORD);
  await b.page('can go today');
  await isSound(b, 'Today, phone');
  await (await b.find('//a[@aria-label="paddock, 230 Long Meadow"]')).click();
  await b.page('Soil temperature of this zone');
  await isSound(b, 'Lawn, phone');
  await b.press('a day →');
  await b.page('Fri 19 March');
  await b.press('Mix card');
  // two acres from a backpack: the card says so, and a skid tank does it in one
  expect(await b.page('22 loads')).toContain('Load 22 of 22');
  await b.type(await b.field('Tank, gal'), '200');
  await b.page('1 load, 87.1 gal in all, 52.25 fl oz of product');
  await isSound(b, 'Mix card, phone');
  await b.press('Put down: record it');
  await b.type(await b.field('Wind'), '3');
  await b.type(await b.field('Air temperature'), '51');
  await isSound(b, 'Record form, phone');
  await b.press('Record this application');
  await b.page('Recorded.');
  await isSound(b, 'Record, phone');
  await b.press('Records');
  await b.page('52.27 fl oz on 87,120 sq ft');
  await isSound(b, 'Records, phone');
  const small = await b.driver.executeScript<string[]>(
    `return [...document.querySelectorAll('main button, main a.button, header a, header button')].filter((e) => e.offsetHeight && e.offsetHeight < 44).map((e) => e.innerText)`,
  );
  expect(small).toEqual([]);
});

test('the demo clock moves by a day and a week, and the lawn with it', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.lawn('66 Weir Walk');
  const soil = (await b.page('yesterday')).match(/yesterday's mean [\d.]+ °F/)?.[0];
  await b.press('+1 day');
  const next = await b.page('Fri 19 March');
  expect(next.match(/yesterday's mean [\d.]+ °F/)?.[0]).not.toBe(soil);
  await b.press('+1 week');
  await b.page('Fri 26 March');
});

test('a viewer sees and is not offered to plan, to record or to turn the clock', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(VIEWER, PASSWORD);
  const today = await b.page('due or next');
  expect(today).not.toContain('+1 day');
  expect(await b.driver.findElements({ xpath: '//main//a[normalize-space(.)="Record"]' })).toEqual([]);
  await b.lawn('66 Weir Walk');
  expect(await (await b.field('Rate')).isEnabled()).toBe(false);
  await b.press('Sign out');
  await b.at('/sign-in');
  await b.go('/records');
  await b.at('/sign-in?next=%2Frecords');
});

test('pages carry a policy that lets no script in without its nonce', async () => {
  b = await openBrowser(BASE, DESKTOP);
  const response = await fetch(`${BASE}/sign-in`);
  const policy = response.headers.get('content-security-policy') ?? '';
  expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+' 'strict-dynamic'(;|$)/);
  expect(policy).toContain("frame-ancestors 'none'");
  expect(response.headers.get('x-content-type-options')).toBe('nosniff');
  await b.go('/sign-in');
  await b.driver.executeScript(
    `const s = document.createElement('div'); s.innerHTML = '<img src=x onerror="window.broken=1">'; document.body.append(s)`,
  );
  await b.driver.wait(
    async () => (await b.complaints()).some((c) => c.includes('Content Security Policy')),
    5000,
  );
  expect(await b.driver.executeScript('return window.broken ?? null')).toBeNull();
});
