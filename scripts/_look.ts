import { writeFileSync } from 'node:fs';
import { DESKTOP, PHONE, openBrowser } from '../tests/browser/driver';
const [, , base = '', size = 'desk', ...paths] = process.argv;
const b = await openBrowser(base, size === 'phone' ? PHONE : DESKTOP);
try {
  await b.signIn('lead@quillmoor.example', 'gate open at dawn');
  for (const p of paths) {
    const [where = '', name = '', press = '', scroll = ''] = p.split('|');
    await b.go(where);
    await b.driver.sleep(1800);
    if (press) for (const x of press.split('>')) { const s = await b.driver.findElements({ xpath: '//summary[contains(.,"' + x + '")]' }); if (s[0]) await s[0].click(); else await b.press(x); await b.driver.sleep(1200); }
    if (scroll) await b.driver.executeScript(`window.scrollTo(0, ${scroll === 'end' ? 'document.body.scrollHeight' : scroll})`);
    await b.driver.sleep(400);
    writeFileSync(`/tmp/shots/${name}-${size}.png`, await b.picture());
    console.log(name, (await b.complaints()).join(' ').slice(0, 300));
  }
} finally { await b.quit(); }
process.exit(0);
