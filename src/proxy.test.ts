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
