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
