import { readFileSync } from 'node:fs';
import { PALETTE } from './palette';

test('what no style sheet reaches has the colors of the style sheet', () => {
  const [, day = ''] = /@theme \{([\s\S]*?)\n\}/.exec(readFileSync('src/app/globals.css', 'utf8')) ?? [];
  const told = new Map([...day.matchAll(/--color-([a-z-]+): (#[0-9a-f]{6});/g)].map((m) => [m[1], m[2]]));
  for (const [name, color] of Object.entries(PALETTE))
    expect([name, told.get(name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`))]).toEqual([name, color]);
});
