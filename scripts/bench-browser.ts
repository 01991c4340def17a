/** What a first visit loads: scripts named in the page itself, gzipped, for the Lawn route and for an empty one; and when the chart comes. */
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { openBrowser } from '../tests/browser/driver';

const base = process.argv[2] ?? '';
const { password } = JSON.parse(readFileSync('scripts/demo/people.json', 'utf8')) as { password: string };

const b = await openBrowser(base);
try {
  await b.signIn('lead@quillmoor.example', password);
  const cookie = (await b.driver.manage().getCookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  const scriptsOf = async (where: string) => {
    const html = await (await fetch(base + where, { headers: { cookie } })).text();
    return [...new Set([...html.matchAll(/<script[^>]+src="([^"]+\.js[^"]*)"/g)].map((m) => m[1] ?? ''))];
  };
  const weigh = async (urls: readonly string[]) => {
    let bytes = 0;
    for (const url of urls)
      bytes += gzipSync(Buffer.from(await (await fetch(new URL(url, base))).arrayBuffer()), {
        level: 9,
      }).length;
    return bytes;
  };
  const lawn = '/lawns/00000000-0000-4000-8000-000000000008';
  const [ofLawn, ofEmpty] = [await scriptsOf(lawn), await scriptsOf('/nowhere')];
  const [lawnBytes, emptyBytes] = [await weigh(ofLawn), await weigh(ofEmpty)];
  const kB = (n: number) => `${(n / 1000).toFixed(1)} kB`;
  console.log(
    `      first-load JavaScript, gzipped: Lawn ${kB(lawnBytes)}, empty route ${kB(emptyBytes)}, ratio ${(lawnBytes / emptyBytes).toFixed(2)}`,
  );

  await b.go(lawn);
  // the chart, and with it all that plans here
  await b.click('//summary[contains(., "Soil temperature of this zone")]');
  await b.find('.apexcharts-svg');
  const loaded = await b.driver.executeScript<{ name: string; at: number; size: number }[]>(
    `return performance.getEntriesByType('resource').filter((e) => e.name.endsWith('.js')).map((e) => ({ name: e.name, at: e.startTime, size: e.encodedBodySize }))`,
  );
  const painted = await b.driver.executeScript<number>(
    `return performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0`,
  );
  const late = loaded.filter((l) => !ofLawn.some((url) => l.name.endsWith(url)));
  const chart = late.toSorted((a, c) => c.size - a.size)[0];
  const isAfter = chart !== undefined && chart.at > painted;
  console.log(
    `${isAfter ? 'ok  ' : 'EARLY'}  charts come after the first paint: paint at ${painted.toFixed(0)} ms, chart asked for at ${chart?.at.toFixed(0) ?? 'never'} ms`,
  );
  if (!isAfter) process.exitCode = 1;

  // measured by the page itself: from the key to the frame in which the fence stands for the new rate
  const redraws = await b.driver.executeAsyncScript<number[]>(`
    const done = arguments[0];
    const field = [...document.querySelectorAll('label')].find((l) => l.innerText === 'Rate');
    const input = document.getElementById(field.htmlFor);
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
    const times = [];
    const turn = (i) => {
      if (i === 12) return done(times);
      const began = performance.now();
      set.call(input, (0.5 + i / 100).toFixed(2));
      input.dispatchEvent(new Event('input', { bubbles: true }));
      requestAnimationFrame(() => setTimeout(() => {
        times.push(performance.now() - began);
        setTimeout(() => turn(i + 1), 100);
      }, 0));
    };
    turn(0);`);
  const redraw = redraws.slice(2).toSorted((x, y) => x - y)[5]!;
  const isQuick = redraw < 50;
  console.log(
    `${isQuick ? 'ok  ' : 'SLOW'}  the fence after a change of rate: ${redraw.toFixed(0)} ms to the frame (limit 50 ms, median of 10)`,
  );
  if (!isQuick) process.exitCode = 1;
} finally {
  await b.quit();
}
