import { writeFileSync } from 'node:fs';
import people from '/work/main/scripts/demo/people.json' with { type: 'json' };
import { openBrowser, DESKTOP, PHONE } from '/work/main/tests/browser/driver';
const [, , size, out, ...steps] = process.argv;
const b = await openBrowser('http://localhost:3456', size === 'phone' ? PHONE : DESKTOP);
await b.signIn(people.people[0]!.email, people.password);
for (const s of steps) {
  if (s.startsWith('go:')) await b.go(s.slice(3));
  else if (s.startsWith('press:')) await b.press(s.slice(6));
  else if (s.startsWith('see:')) await b.page(s.slice(4));
  else if (s.startsWith('scroll:')) await b.driver.executeScript(`window.scrollTo(0, ${s.slice(7)})`);
  else if (s.startsWith('lawn:')) {
    await b.go('/lawns?q=' + encodeURIComponent(s.slice(5)));
    await (await b.find(`//main//a[contains(., "${s.slice(5)}")]`)).click();
    await b.at('/lawns/0');
    await b.page('Programme');
  }
  await new Promise((r) => setTimeout(r, 700));
}
writeFileSync(out, await b.picture());
console.log((await b.complaints()).join('\n'));
await b.quit();
process.exit(0);
