/** What all this stands on may be used as it is: permissive licenses and the MPL, package by package of the lock file. */
import fs from 'node:fs';

const MAY = new Set(
  '0BSD Apache-2.0 BSD-2-Clause BSD-3-Clause BlueOak-1.0.0 CC0-1.0 ISC MIT MIT-0 MPL-2.0 OFL-1.1 Unlicense Zlib'.split(
    ' ',
  ),
);
/** Read by hand, each with its why. */
const BY_HAND: Readonly<Record<string, string>> = {
  'png-js': 'MIT, by the file LICENSE that comes with it',
  'splaytree-ts': 'BSD-3-Clause, misspelt',
  'caniuse-lite': 'CC-BY-4.0: a table of browsers, read while building, not given to anybody',
};
/** sharp's shared library is LGPL: Next.js brings it for pictures that it resizes, and nothing here has it resize any. */
const isSharps = (name: string) => name.startsWith('@img/sharp-');

type Locked = Readonly<{
  license?: string;
  optional?: boolean;
  os?: readonly string[];
  cpu?: readonly string[];
}>;
const { packages } = JSON.parse(fs.readFileSync('package-lock.json', 'utf8')) as {
  packages: Record<string, Locked>;
};
/** "(A OR B) AND C" is allowed where C is, and one of A and B. */
const isAllowed = (license: string): boolean =>
  license
    .replace(/[()]/g, '')
    .split(' AND ')
    .every((part) => part.split(' OR ').some((one) => MAY.has(one.trim())));

const named = Object.entries(packages)
  .filter(([place]) => place !== '')
  .map(([place, locked]) => ({ name: place.split('node_modules/').at(-1)!, ...locked }));

test('every package is under a license that lets a company use it, change it and pass it on', () => {
  const wrong = named.filter(
    ({ name, license, optional }) =>
      // of another machine: left out of what is installed, and listed without a license
      !(license === undefined && optional) &&
      !(name in BY_HAND) &&
      !isSharps(name) &&
      !isAllowed(license ?? 'none'),
  );
  expect(wrong.map(({ name, license }) => `${name}: ${license ?? 'none'}`)).toEqual([]);
  expect(named.length).toBeGreaterThan(500);
});
test('nothing resizes pictures, and what was read by hand is still here', () => {
  expect(fs.readFileSync('package.json', 'utf8')).not.toContain('"sharp"');
  for (const name of Object.keys(BY_HAND)) expect(named.map((n) => n.name)).toContain(name);
});
test('a license that none may use is refused', () => {
  for (const license of ['GPL-3.0-or-later', 'MIT AND GPL-2.0', 'none'])
    expect(isAllowed(license)).toBe(false);
  for (const license of ['(MIT OR GPL-3.0-or-later)', 'Apache-2.0 AND MIT'])
    expect(isAllowed(license)).toBe(true);
});
