import { writeFileSync, readFileSync } from 'node:fs';
import { DESKTOP, PHONE, openBrowser, type Browser } from '../tests/browser/driver';
const base = 'http://localhost:3111';
async function keep(b: Browser, name: string) {
  await b.driver.executeScript('document.activeElement?.blur(); return document.fonts.ready.then(() => true)');
  writeFileSync(`/tmp/${name}.png`, await b.picture());
}
for (const [name, size] of [['d', DESKTOP], ['p', PHONE]] as const) {
  const b = await openBrowser(base, size);
  try {
    if (process.argv[2]) { await b.driver.get(process.argv[2]); await b.page('Begin'); await keep(b, `${name}-begin`); }
    await b.signIn('orla@saltmarsh.example', 'harbour teaspoon velvet nine');
    await b.go('/setup'); await b.page('done'); await keep(b, `${name}-setup`);
    await b.go('/weather'); await b.page('days on file'); await keep(b, `${name}-weather`);
    await b.go('/people'); await b.page('What each role'); await keep(b, `${name}-people`);
    await b.go('/imports?kind=weather'); await b.page('What is in the file');
    writeFileSync('/tmp/wx.csv', 'date,tmin,tmax,precip,wind\n2026-11-28,40,52,0.2,5\n');
    await (await b.field('CSV or .dly file')).sendKeys('/tmp/wx.csv');
    await b.page('One row is'); await keep(b, `${name}-wx`);
    await b.go('/'); await b.page('Today'); await keep(b, `${name}-today`);
  } finally { await b.quit(); }
}
void readFileSync;
