import { NextRequest } from 'next/server';
import { proxy } from './proxy';

const asked = () => proxy(new NextRequest('http://localhost:3000/lawns')).headers;
const before = process.env['BETTER_AUTH_URL'];
afterEach(() => {
  if (before === undefined) delete process.env['BETTER_AUTH_URL'];
  else process.env['BETTER_AUTH_URL'] = before;
});

// RFC 6797: the header is for answers over TLS
test.each([
  ['https://lawns.example', 'max-age=31536000'],
  ['http://localhost:3000', null],
])('where people come over %s, browsers are told: %s', (url, told) => {
  process.env['BETTER_AUTH_URL'] = url;
  expect(asked().get('strict-transport-security')).toBe(told);
});
test('every page has a nonce of its own, and no other site may frame it', () => {
  const nonce = () => /'nonce-([^']+)'/.exec(asked().get('content-security-policy') ?? '')?.[1];
  expect(nonce()).toBeTruthy();
  expect(nonce()).not.toBe(nonce());
  expect(asked().get('x-frame-options')).toBe('DENY');
});

describe('what is not let in', () => {
  const sent = (headers: Record<string, string>, where = '/lawns') =>
    proxy(new NextRequest(`http://localhost:3000${where}`, { method: 'POST', headers })).status;
  beforeEach(() => (process.env['BETTER_AUTH_URL'] = 'https://lawns.example'));
  test.each([
    ['from our own address', { origin: 'https://lawns.example', host: '127.0.0.1:3000' }, 200],
    [
      'on the machine itself, by another of its names',
      { origin: 'http://127.0.0.1:3000', host: '127.0.0.1:3000' },
      200,
    ],
    ['by a program, which names no page', { host: '127.0.0.1:3000' }, 200],
    ['from another site', { origin: 'https://evil.example', host: '127.0.0.1:3000' }, 403],
    [
      'from another site that says it is the way here',
      { origin: 'https://evil.example', host: 'evil.example', 'x-forwarded-host': 'evil.example' },
      403,
    ],
    ['from a page without a name', { origin: 'null', host: 'lawns.example' }, 403],
    ['from another port', { origin: 'http://127.0.0.1:9', host: '127.0.0.1:3000' }, 403],
    ['a body of 46 MiB', { 'content-length': String(46 * 1024 * 1024) }, 413],
  ])('%s: %#', (_, headers, status) => {
    expect(sent(headers)).toBe(status);
  });
  test('an address that cannot be decoded is refused, and one that can is not', () => {
    expect([sent({}, '/lawns/%zz'), sent({}, '/%E0%A4%A'), sent({}, '/lawns/%C3%A4')]).toEqual([
      400, 400, 200,
    ]);
  });
});
