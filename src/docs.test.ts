import { existsSync, readFileSync, readdirSync } from 'node:fs';

const pages = [
  'README.md',
  'CONTRIBUTING.md',
  'SECURITY.md',
  ...readdirSync('docs')
    .filter((f) => f.endsWith('.md'))
    .map((f) => `docs/${f}`),
];
/** Files and folders of ours that a page names in full, without a star. */
const named = (text: string) =>
  [...text.matchAll(/`((?:src|tests|scripts|drizzle|docs)\/[^`\s*<]+)`/g)].map((m) =>
    m[1]!.replace(/\/$/, ''),
  );

test.each(pages)('%s names files that exist', (page) => {
  expect(named(readFileSync(page, 'utf8')).filter((file) => !existsSync(file))).toEqual([]);
});

test('the page on adding names the files of each thing', () => {
  const [, ...things] = readFileSync('docs/adding.md', 'utf8').split('\n## ');
  const files = things.map((t) => [t.split('\n')[0], new Set(named(t)).size >= 4]);
  expect(files).toEqual(
    [
      'A gate',
      'A field of a label',
      'A figure of the company',
      'A question of the API',
      'A refusal',
      'A screen',
    ].map((t) => [t, true]),
  );
});
