/** A lead's season: a programme for one lawn, then all of them, and the day to start. */
import { DESKTOP, PHONE, openBrowser, type Browser } from './driver';
import { BASE, LEAD, PASSWORD } from './people';
import { isSound } from './sound';

let b: Browser;
afterEach(() => b.quit());

test('programmes are compared, one is planned in place of another, and all lawns get theirs', async () => {
  b = await openBrowser(BASE, DESKTOP);
  await b.signIn(LEAD, PASSWORD);
  await b.lawn('14 Quarry Lane · front');
  await b.press('Propose programmes');
  const said = await b.page('programmes were tried');
  for (const part of ['As it is planned now', 'No pre-emergent', 'Once', 'In two parts', '% held', 'Visits'])
    expect(said).toContain(part);
  await isSound(b, 'Proposed programmes');
  // any two side by side, each told against the other
  for (const kind of ['Once', 'In two parts'])
    await b.click(`//article[@aria-label="${kind}"]//label[contains(., "side by side")]`);
  expect(await b.page('Against the other')).toContain('Side by side');
  await b.press('Take them apart');
  // another weed is another question
  await b.click('//label[contains(., "Another weed")]//option[. = "foxtails"]');
  await b.page('Foxtails');
  await b.page('programmes were tried');
  const once = '//article[@aria-label="Once"]';
  await b.click(`${once}//button[contains(., "Plan 1 application")]`);
  await b.page('It stands for what is planned now');
  await b.click(`${once}//button[contains(., "Skip 2 applications, plan 1")]`);
  const lawn = await b.page('Pre-emergent 1');
  expect(lawn).toContain('Another programme taken over');
  // a step that was not meant is taken back, and taken again
  const rate = async () => (await b.field('Rate')).getAttribute('value');
  const planned = await rate();
  await b.type(await b.field('Rate'), '0.3');
  await b.press('One step back');
  await b.driver.wait(async () => (await rate()) === planned, 60_000);
  await b.press('Forward again');
  await b.driver.wait(async () => (await rate()) === '0.3', 60_000);
  await b.press('Undo the change');
  expect(await b.complaints()).toEqual([]);

  // all lawns: proposed by the worker, planned where nothing is, and the day to start
  await b.go('/season');
  await b.press('Propose for all zones');
  await b.press('Plan the best for');
  await b.page('planned');
  await b.page('Rounds');
  await b.press('Work it off in every past year');
  const start = await b.page('lawns a day');
  expect(start).toMatch(/Start by|Even begun at once/);
  expect(start).toContain('With one truck more');
  await isSound(b, 'Season');
  await b.type(await b.field('Trucks'), '0');
  await b.page('It must be at least 1 trucks');
  expect(await b.complaints()).toEqual([]);
});

test('the season and a programme on the phone', async () => {
  b = await openBrowser(BASE, PHONE);
  await b.signIn(LEAD, PASSWORD);
  await b.go('/season');
  await b.page('12 Farrier Bend');
  await isSound(b, 'Season on the phone');
  await b.press('To be looked at');
  await b.lawn('3 Mill Race');
  await b.press('Propose programmes');
  await b.page('programmes were tried');
  await isSound(b, 'Programmes on the phone');
});
