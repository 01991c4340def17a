import fc from 'fast-check';
import { safePath } from './safe-path';

// how browsers read addresses: the URL standard (WHATWG), by Node's own implementation of it
test.each([
  '/\t/evil.example/x',
  '//evil.example',
  '/\\evil.example',
  '\\\\evil.example',
  'https://evil.example',
  'javascript:alert(1)',
  '/\r\nSet-Cookie: a=b',
  '/\n/evil.example',
  ' /lawns',
  '',
  '/..//evil.example/x',
  '/.//evil.example',
  '/a/..//evil.example',
  '/%2e%2e//evil.example',
  '/a/%2E./.%2e//evil.example',
])('%j leads nowhere else', (path) => {
  expect(safePath(path)).toBe('/');
});
test.each(['/', '/lawns?plan=none', '/lawns/1#records', '/sign-in?next=%2Flawns', '/%2F%2Fevil.example'])(
  '%s is a path of ours',
  (path) => {
    expect(safePath(path)).toBe(path);
    expect(new URL(safePath(path), 'https://our.example').origin).toBe('https://our.example');
  },
);

/** Pieces from which a misleading address is built: separators, dots, white space, signs in every coding, other schemes. */
const piece = fc.oneof(
  fc.constantFrom(
    '/',
    '//',
    '\\',
    '.',
    '..',
    '/./',
    '/../',
    '\t',
    '\n',
    '\r',
    ' ',
    '\u0000',
    '@',
    ':',
    '?',
    '#',
    ';',
  ),
  fc.constantFrom('%2e', '%2E%2e', '%2f', '%5c', '%09', '%0a', '%00', '%25', '%'),
  fc.constantFrom('evil.example', 'https:', 'javascript:', 'lawns', 'x', '\u2025', '\uff0f', '\u3002'),
);
const path = fc.array(piece, { maxLength: 12 }).map((pieces) => pieces.join(''));

test('whatever is asked for, a browser stays on our site', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        path,
        path.map((p) => `/${p}`),
        fc.webUrl(),
        fc.string(),
      ),
      (asked) => {
        const safe = safePath(asked);
        const read = new URL(safe, 'https://our.example/sign-in');
        expect(read.origin).toBe('https://our.example');
        // a proxy, a log or a second redirect reads it again: the same address each time
        expect(new URL(read.pathname + read.search + read.hash, 'https://our.example').href).toBe(read.href);
        expect(safePath(safe)).toBe(safe);
      },
    ),
    { numRuns: 5000 },
  );
});
test('an address of ours is kept to the letter, with its query and fragment', () => {
  const word = fc.stringMatching(/^[a-z0-9][a-z0-9-]{0,8}$/);
  const address = fc
    .tuple(fc.array(word, { maxLength: 4 }), fc.option(word), fc.option(word))
    .map(
      ([rooms, query, part]) => `/${rooms.join('/')}${query ? `?q=${query}` : ''}${part ? `#${part}` : ''}`,
    );
  fc.assert(fc.property(address, (ours) => expect(safePath(ours)).toBe(ours)));
});
