// What a first visit to a page loads of JavaScript, gzipped, by the build's own manifest: what the framework loads on any page,
// and what the page and its layout name. npm run bench prints it with its limits; by itself: node scripts/client-size.mjs
import fs from 'node:fs';
import path from 'node:path';
import vm from 'node:vm';
import { gzipSync } from 'node:zlib';
import { ROOT } from './lib/setup.mjs';

const NEXT = path.join(ROOT, '.next');
/** Limits in kB; Not found is what any page loads. */
const PAGES = [
  ['Not found', '/_not-found', Infinity],
  ['Lawn', '/lawns/[zoneId]', 180],
  ['Today', '', 150],
  ['Go', '/go', 180],
  ['Lawns', '/lawns', Infinity],
  ['Load', '/load', Infinity],
  ['Season', '/season', Infinity],
  ['Label', '/products/[productId]/edit', Infinity],
];

function scriptsOf(route) {
  const file = path.join(NEXT, 'server', 'app', `${route}/page_client-reference-manifest.js`);
  const context = { globalThis: {} };
  vm.runInNewContext(fs.readFileSync(file, 'utf8'), context);
  const [manifest] = Object.values(context.globalThis.__RSC_MANIFEST);
  return Object.entries(manifest.entryJSFiles)
    .filter(([entry]) => /\/(page|layout)$/.test(entry) || entry.endsWith('not-found'))
    .flatMap(([, files]) => files);
}
const { rootMainFiles } = JSON.parse(fs.readFileSync(path.join(NEXT, 'build-manifest.json'), 'utf8'));
const weigh = (files) =>
  [...new Set(files)].reduce(
    (sum, file) => sum + gzipSync(fs.readFileSync(path.join(NEXT, file)), { level: 9 }).length,
    0,
  );
let isOver = false;
for (const [name, route, most] of PAGES) {
  const kB = weigh([...rootMainFiles, ...scriptsOf(route)]) / 1000;
  const word = kB <= most ? 'ok  ' : 'OVER';
  isOver ||= kB > most;
  console.log(
    `${word}  ${name.padEnd(9)} ${kB.toFixed(1).padStart(6)} kB of JavaScript, gzipped${most < Infinity ? ` (limit ${most})` : ''}`,
  );
}
process.exitCode = isOver ? 1 : 0;
