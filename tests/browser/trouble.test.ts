/** What goes wrong at work: two editors, a double click, an expired session, a dead weather service. */
import { By, Key } from 'selenium-webdriver';
import { DESKTOP, openBrowser, type Browser } from './driver';
import { BASE, LEAD, LISE, PASSWORD, TOBIN } from './people';
import { isSound } from './sound';

const open: Browser[] = [];
async function signedIn(email: string): Promise<Browser> {
  const b = await openBrowser(BASE, DESKTOP);
  open.push(b);
  await b.signIn(email, PASSWORD);
  return b;
}
afterEach(async () => {
  await Promise.all(open.splice(0).map((b) => b.quit()));
});
const weather = (mode: string) =>
  fetch(`${process.env['WEATHER_URL']}/v1/mode`, { method: 'PUT', body: JSON.stringify({ mode }) });
const shown = async (b: Browser, label: string) => (await b.field(label)).getAttribute('value');

test('two people edit one application: the second is told and shown both, and chooses', async () => {
  const [lead, tech] = [await signedIn(LEAD), await signedIn(LISE)];
  for (const b of [lead, tech]) {
    await b.lawn('41 Tannery Row · lawn');
  }
  await tech.type(await tech.field('Rate'), '0.45');
  await lead.type(await lead.field('Rate'), '0.6');
  await lead.press('Save the changed application');
  await lead.page('Application saved.');
  // the screen of the second draws itself anew and knows the other's plan: his own is still over the one that he saw
  await tech.page('Mara Venn has saved another version since you began.');
  expect(await shown(tech, 'Rate')).toBe('0.45');
  await tech.press('Save the changed application');
  const told = await tech.text('[role=alert]');
  expect(told).toContain('Mara Venn changed this application while you had it open');
  expect(told).toContain('0.45 fl oz/1,000 sq ft');
  expect(told).toContain('0.6 fl oz/1,000 sq ft');
  expect(await shown(tech, 'Rate')).toBe('0.45');
  await tech.press('Save mine over it');
  await tech.page('Application saved.');
  await lead.driver.navigate().refresh();
  await lead.page('Soil temperature of this zone');
  expect(await shown(lead, 'Rate')).toBe('0.45');
});

test('two people write on one lawn sheet: the second sees both, and chooses', async () => {
  const [lead, tech] = [await signedIn(LEAD), await signedIn(LISE)];
  for (const b of [lead, tech]) {
    await b.lawn('41 Tannery Row · lawn');
    await b.press('Lawn sheet');
    await b.page('Gate, hose, whom to ring.');
  }
  const notes = 'Notes';
  await tech.type(await tech.field(notes), 'Key under the third pot.');
  await lead.type(await lead.field(notes), 'Gate sticks.');
  await lead.press('Save this sheet');
  await lead.page('Gate sticks.');
  await tech.press('Save this sheet');
  const told = await tech.text('[role=alert]');
  expect(told).toContain('Key under the third pot.');
  expect(told).toContain('Gate sticks.');
  await tech.press('Take theirs');
  await tech.driver.wait(async () => (await shown(tech, notes)) === 'Gate sticks.', 60_000);
});

test('a double click records once', async () => {
  const b = await signedIn(TOBIN);
  await b.lawn('41 Tannery Row · drive strip');
  await b.press('Record it');
  await b.type(await b.field('Wind'), '2');
  await b.type(await b.field('Air temperature'), '60');
  const button = await b.find('//button[contains(., "Record this application")]');
  await b.driver.executeScript('arguments[0].click(); arguments[0].click(); arguments[0].click()', button);
  await b.page('Recorded.');
  await b.go('/records');
  const text = await b.page('An entry is never changed');
  expect(text.split('41 Tannery Row · drive strip')).toHaveLength(2);
});

test('a session that ends in the middle of a form loses nothing', async () => {
  const b = await signedIn(LISE);
  await b.lawn('8 Fallow Street');
  await b.press('Record it');
  await b.type(await b.field('Wind'), '6');
  await b.type(await b.field('Air temperature'), '58');
  await b.type(await b.field('Notes'), 'Missed the corner by the shed.');
  await b.driver.manage().deleteAllCookies();
  await b.press('Record this application');
  expect(await b.text('[role=alert]')).toContain('You have been signed out');
  await b.press('sign in again');
  await b.at('/sign-in');
  await (await b.find('[name=email]')).sendKeys(LISE);
  await (await b.find('[name=password]')).sendKeys(PASSWORD, Key.ENTER);
  await b.at('/record/');
  await b.driver.wait(async () => (await shown(b, 'Wind')) === '6', 60_000);
  expect(await shown(b, 'Notes')).toBe('Missed the corner by the shed.');
  await b.press('Record this application');
  await b.page('Missed the corner by the shed.');
});

test('a session that ends while a plan is edited loses nothing either', async () => {
  const b = await signedIn(LISE);
  await b.lawn('230 Long Meadow');
  await b.type(await b.field('Rate'), '0.65');
  await b.driver.manage().deleteAllCookies();
  await b.press('Save the changed application');
  expect(await b.text('[role=alert]')).toContain('You have been signed out');
  await b.press('sign in again');
  await (await b.find('[name=email]')).sendKeys(LISE);
  await (await b.find('[name=password]')).sendKeys(PASSWORD, Key.ENTER);
  await b.at('/lawns/');
  await b.driver.wait(async () => (await shown(b, 'Rate')) === '0.65', 60_000);
  await b.press('Save the changed application');
  await b.page('Application saved.');
});

test.each(['failing', 'rubbish'])(
  'a weather service that is %s is said so, with the age of what is used, and work goes on',
  async (mode) => {
    const b = await signedIn(LEAD);
    await weather(mode);
    try {
      await b.press('+1 day');
      const text = await b.page('The weather service for Tessaby County is');
      expect(text).toMatch(/Gates use the forecast of \d+ March, 1 day old/);
      await b.lawn('66 Weir Walk');
      await b.page('1 day old');
    } finally {
      await weather('well');
    }
    await b.press('+1 day');
    await b.driver.wait(async () => !(await b.page('66 Weir Walk')).includes('weather service'), 60_000);
  },
);

test('a lawn that is not there, and an address that is none', async () => {
  const b = await signedIn(TOBIN);
  for (const path of [
    '/lawns/00000000-0000-4000-8000-999999999999',
    '/lawns/what',
    '/records/x',
    '/nowhere',
  ]) {
    await b.go(path);
    await b.page('There is nothing here');
  }
});

test('what nobody’s page sends to the sign-in is refused, and never a fault of the server', async () => {
  const url = `${BASE}/sign-in`;
  const plain = (html: string) => html.replaceAll('&quot;', '"').replaceAll('&amp;', '&');
  const page = await (await fetch(url)).text();
  // the page's own form, as a browser without scripts sends it
  const hidden = [...page.matchAll(/<input type="hidden" name="([^"]+)"(?: value="([^"]*)")?/g)].map(
    ([, name, value]) => [plain(name!), plain(value ?? '')] as const,
  );
  expect(hidden.map(([name]) => name)).toEqual(
    expect.arrayContaining(['$ACTION_1:0', '$ACTION_1:1', 'next']),
  );
  const id = /"id":"([0-9a-f]+)"/.exec(hidden.find(([name]) => name === '$ACTION_1:0')![1])![1]!;
  const sent = async (body: BodyInit, headers: Record<string, string> = {}) =>
    (await fetch(url, { method: 'POST', body, headers: { origin: BASE, ...headers }, redirect: 'manual' }))
      .status;
  const form = (fields: readonly (readonly [string, string])[]) => {
    const made = new FormData();
    for (const [name, value] of fields) made.append(name, value);
    return made;
  };
  const typed = [
    ['email', 'nobody@quillmoor.example'],
    ['password', 'x'],
  ] as const;
  expect(await sent(form([...hidden, ...typed]))).toBe(200);
  const faults: string[] = [];
  const expectRefused = async (what: string, body: BodyInit, headers?: Record<string, string>) => {
    const status = await sent(body, headers);
    if (status >= 500) faults.push(`${what}: ${status}`);
  };
  for (const [name, value] of hidden) {
    await expectRefused(`without ${name}`, form([...hidden.filter(([n]) => n !== name), ...typed]));
    for (const bad of [
      '',
      '{',
      '[]',
      'null',
      '[1,2,3]',
      '$1',
      '["$@9"]',
      `${value}x`,
      'x'.repeat(70_000),
      'a\0b',
    ])
      await expectRefused(
        `${name} as ${bad.slice(0, 12)}`,
        form([...hidden.map(([n, v]) => [n, n === name ? bad : v] as const), ...typed]),
      );
  }
  await expectRefused(
    'an e-mail with a NUL',
    form([...hidden, ['email', 'a\0@b.example'], ['password', 'x']]),
  );
  for (const body of ['', '[', '[]', '{}', '[null,null]', '["$K1"]', '["$F1"]', '[null,{"get":1}]', 'null'])
    await expectRefused(`arguments ${body}`, body, { 'next-action': id, 'content-type': 'text/plain' });
  await expectRefused('no form', '--x', { 'content-type': 'multipart/form-data; boundary=x' });
  await expectRefused('another host', form([...hidden, ...typed]), { 'x-forwarded-host': 'evil.example' });
  expect(faults).toEqual([]);
});

test('the eleventh try on one e-mail in a quarter of an hour is stopped, right password or not', async () => {
  const b = await openBrowser(BASE, DESKTOP);
  open.push(b);
  await b.go('/sign-in');
  for (let i = 1; i <= 11; i++) {
    await b.type(await b.find('[name=email]'), 'nobody@quillmoor.example');
    await (await b.find('[name=password]')).sendKeys('wrong wrong wrong', Key.ENTER);
    await b.driver.wait(async () => {
      const [button] = await b.driver.findElements({ css: 'form button' });
      return (
        (await button?.getText()) === 'Sign in' &&
        (await (await b.find('[name=password]')).getAttribute('value')) === ''
      );
    }, 60_000);
  }
  await b.page('Too many tries. Wait 15 minutes');
});

test('a sheet of like stops at the desk: as planned, each its own record; what nobody measured is asked about once', async () => {
  const b = await signedIn(LEAD);
  await b.go('/records');
  await b.press('Enter a sheet of stops');
  await b.page('Or any stops that are due');
  const boxes = await b.driver.findElements(By.css('section[aria-label="Stops"] input[type="checkbox"]'));
  for (const box of boxes.slice(0, 3)) {
    await b.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', box);
    await box.click();
  }
  await b.press('Enter 3 stops');
  await b.page('All as planned, but for what you change');
  await isSound(b, 'A sheet of stops');
  // the third was not done
  const third = await b.find('(//li//input[@type="checkbox"])[3]');
  await b.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', third);
  await third.click();
  await b.page('not done: it stays due');
  await b.press('Record 2 stops');
  const answered = await b.either('nobody measured there', 'All are recorded.');
  if (answered.includes('nobody measured there')) {
    await b.press('Yes to all of them');
    await b.press('Record ');
  }
  await b.page('All are recorded.');
  expect((await b.page('All are recorded.')).match(/recorded/g)!.length).toBeGreaterThanOrEqual(3);
  await b.press('See the records');
  await b.page('An entry is never changed');
});
