import { keptPages, noNetworkPage } from './no-network';

const at = (path: string) => `https://iron.example${path}`;

test('leads to the days that the device keeps, the newest first, then cards and the key', () => {
  const kept = keptPages([
    at('/key'),
    at('/go?day=2027-03-17&truck=a'),
    at('/load/0b0e3a52-6c3f-4f0e-9c2a-6f3f6a0a0a0a'),
    at('/go?day=2027-03-18&truck=a'),
    at('/go'),
    at('/lawns'),
  ]);
  expect(kept.map((k) => k.href)).toEqual([
    '/go?day=2027-03-18&truck=a',
    '/go?day=2027-03-17&truck=a',
    '/load/0b0e3a52-6c3f-4f0e-9c2a-6f3f6a0a0a0a',
    '/key',
  ]);
  expect(kept[0]!.words).toContain('2027-03-18');
});

test('says what to do where nothing was taken along, and writes no address as markup', () => {
  expect(noNetworkPage([])).toContain('Open your day once with a network');
  const page = noNetworkPage([{ href: '/go?"><script>', words: '<b>' }]);
  expect(page).not.toMatch(/"><script>|<b>/);
});
