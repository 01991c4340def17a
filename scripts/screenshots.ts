import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { DESKTOP, PHONE, openBrowser, type Browser } from '../tests/browser/driver';

const base = process.argv[2] ?? '';
const { password } = JSON.parse(readFileSync('scripts/demo/people.json', 'utf8')) as { password: string };
const OUT = path.resolve('docs/screenshots');
mkdirSync(OUT, { recursive: true });

const QUARRY = '/lawns/00000000-0000-4000-8000-000000000008';
const ORCHARD = '/lawns/00000000-0000-4000-8000-000000000013';
const chart = (b: Browser) => b.find('.apexcharts-svg .apexcharts-series path');

/** Today, when no window is being computed any more. */
const settled = (b: Browser) =>
  b.driver.wait(async () => !/computed anew|computing…/.test(await b.page('can go today')), 120_000);

async function keep(b: Browser, name: string) {
  // the caret blinks
  await b.driver.executeScript(
    'document.activeElement?.blur(); return document.fonts.ready.then(() => true)',
  );
  writeFileSync(path.join(OUT, `${name}.png`), await b.picture());
  console.log(`docs/screenshots/${name}.png`);
}

const desktop = await openBrowser(base, DESKTOP);
try {
  await desktop.signIn('tobin@quillmoor.example', password);
  await settled(desktop);
  await keep(desktop, 'today');
  await desktop.go(QUARRY);
  await desktop.page('Limits used');
  await keep(desktop, 'lawn');
  await desktop.go(ORCHARD);
  await desktop.page('Limits used');
  await desktop.press('What would open it?');
  await desktop.page('Another rate');
  await desktop.driver.executeScript('scrollTo(0, 0)');
  await keep(desktop, 'lawn-shut');
  await desktop.go(QUARRY);
  await desktop.press('Propose programmes');
  await desktop.page('programmes were tried');
  await keep(desktop, 'programmes');
  await desktop.go('/season');
  await desktop.press('Propose');
  await desktop.page('Programmes are proposed for');
  await desktop.page('% planned');
  await keep(desktop, 'season');
  await desktop.go(`${QUARRY}/soil`);
  await chart(desktop);
  await keep(desktop, 'soil');
  await desktop.go('/lawns');
  await desktop.page('zones');
  await keep(desktop, 'lawns');
  await desktop.go('/products');
  await desktop.page('on hand');
  await keep(desktop, 'products');
  await desktop.press('Pendimethalin');
  await desktop.page('Rates and limits');
  await desktop.press('Change the label');
  await desktop.page('Add a row of rates');
  await desktop.driver.executeScript(
    "[...document.querySelectorAll('h2')].find((h) => h.innerText === 'Rates').scrollIntoView()",
  );
  await keep(desktop, 'label');
  await desktop.go('/house');
  await desktop.page('When is the line crossed?');
  await keep(desktop, 'house');
  await desktop.go('/load');
  await desktop.page('What can go today');
  for (const lawn of ['14 Quarry Lane', '102 Cooper Rise', '41 Tannery Row'])
    await desktop.driver.executeScript(
      'arguments[0].click()',
      await desktop.find(`//label[contains(., "${lawn}")]`),
    );
  await desktop.press('Load for 3 stops');
  await desktop.choose('Sprayer', 'Skid tank');
  await desktop.page('Load 3 of 3');
  await desktop.press('Keep these cards');
  await desktop.page('Kept, and on this device');
  await desktop.driver.executeScript('scrollTo(0, 430)');
  await keep(desktop, 'load');
  await desktop.go('/key');
  await desktop.press('a blade of grass');
  await desktop.page('Leaf: a blade of grass');
  if (!(await desktop.text('fieldset')).includes('Seed head')) await desktop.press('Seed head');
  await desktop.press('fingers from about one point');
  await desktop.page('Seed head: fingers from about one point');
  await desktop.driver.executeScript('scrollTo(0, 0)');
  await keep(desktop, 'key');
  await desktop.go('/day');
  await desktop.page('back at');
  await desktop.driver.wait(async () => !(await desktop.page('back at')).includes('Looking for'), 120_000);
  await keep(desktop, 'day');
  // planned before: it is planned anew
  if ((await desktop.page('back at')).includes('saved it')) await desktop.press('Plan it anew');
  await desktop.press('Save the day');
  await desktop.page('saved it');
  await desktop.go('/rehearsal');
  await desktop.press('a round of 12 lawns');
  await desktop.page('on the latest');
  await desktop.press('Wait four weeks');
  await desktop.page('Week 5 of');
  for (let week = 5; week < 12; week++) {
    await desktop.page('yesterday');
    const open = 'button[aria-label^="Put Prodiamine 65"]:not([disabled])';
    if ((await desktop.driver.findElements({ css: open })).length) {
      await desktop.click(open);
      await desktop.driver.wait(
        async () => !(await desktop.text('[aria-label="Put down so far"]')).includes('Nothing'),
        60_000,
      );
      break;
    }
    await desktop.press('Wait a week');
    await desktop.page(`Week ${week + 1} of`);
  }
  await desktop.press('End the season here');
  await desktop.page('How the season went');
  await desktop.driver.executeScript('scrollTo(0, 330)');
  await keep(desktop, 'rehearsal');
} finally {
  await desktop.quit();
}

const phone = await openBrowser(base, PHONE);
try {
  await phone.signIn('tobin@quillmoor.example', password);
  await settled(phone);
  await keep(phone, 'phone-today');
  await phone.go(QUARRY);
  await phone.page('Limits used');
  await keep(phone, 'phone-lawn');
  await phone.go('/load');
  await (await phone.find('//a[contains(., "Load 1 of")]')).click();
  await phone.page('What really went in');
  for (const box of (await phone.driver.findElements({ css: 'main li input' })).slice(0, 2))
    await box.click();
  await keep(phone, 'phone-load-card');
  await phone.go('/go');
  await phone.press('Truck 1');
  await phone.page('works without a network');
  await (await phone.find('//main//ol//a')).click();
  await phone.press('I am here');
  await phone.page('Wind from');
  await phone.type(await phone.field('Wind, mph'), '12');
  await phone.page('SHUT, Wind');
  await keep(phone, 'phone-stop');
  await phone.go(QUARRY);
  await phone.press('Mix card');
  await phone.page('Load 1');
  await phone.press('record it');
  await phone.page('Record this application');
  await (await phone.find('[aria-label^="Sun theme"]')).click();
  await keep(phone, 'phone-record-sun');
} finally {
  await phone.quit();
}
