import { NextRequest } from 'next/server';
import { proxy } from './proxy';

const asked = async () => (await proxy(new NextRequest('http://localhost:3000/lawns'))).headers;
const before = process.env['BETTER_AUTH_URL'];
afterEach(() => {
  if (before === undefined) delete process.env['BETTER_AUTH_URL'];
  else process.env['BETTER_AUTH_URL'] = before;
});

// RFC 6797: the header is for answers over TLS
test.each([
  ['https://lawns.example', 'max-age=31536000'],
  ['http://localhost:3000', null],
])('where people come over %s, browsers are told: %s', async (url, told) => {
  process.env['BETTER_AUTH_URL'] = url;
  expect((await asked()).get('strict-transport-security')).toBe(told);
});
test('every page has a nonce of its own, and no other site may frame it', async () => {
  const nonce = async () => /'nonce-([^']+)'/.exec((await asked()).get('content-security-policy') ?? '')?.[1];
  expect(await nonce()).toBeTruthy();
  expect(await nonce()).not.toBe(await nonce());
  expect((await asked()).get('x-frame-options')).toBe('DENY');
});

describe('what is not let in', () => {
  const sent = async (headers: Record<string, string>, where = '/lawns') =>
    (await proxy(new NextRequest(`http://localhost:3000${where}`, { method: 'POST', headers }))).status;
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
    [
      'through a proxy that says another address',
      { origin: 'https://lawns.example', 'x-forwarded-host': 'evil.example' },
      400,
    ],
    [
      'through a proxy that says our address',
      { origin: 'https://lawns.example', 'x-forwarded-host': 'lawns.example' },
      200,
    ],
    ['a body of 46 MiB', { 'content-length': String(46 * 1024 * 1024) }, 413],
  ])('%s: %#', async (_, headers, status) => {
    expect(await sent(headers)).toBe(status);
  });
  test('an address that cannot be decoded is refused, and one that can is not', async () => {
    expect(
      await Promise.all(['/lawns/%zz', '/%E0%A4%A', '/lawns/%C3%A4'].map((where) => sent({}, where))),
    ).toEqual([400, 400, 200]);
  });
});

describe('what is sent to a page as a command', () => {
  const id = 'a'.repeat(42);
  const sent = async (body: BodyInit, headers: Record<string, string> = {}) =>
    (await proxy(new NextRequest('http://localhost:3000/sign-in', { method: 'POST', body, headers }))).status;
  const formOf = (fields: Readonly<Record<string, string>>) => {
    const form = new FormData();
    for (const [name, value] of Object.entries(fields)) form.set(name, value);
    return form;
  };
  // what the page's own form holds in a browser without scripts
  const GOOD = {
    $ACTION_REF_1: '',
    '$ACTION_1:0': `{"id":"${id}","bound":"$@1"}`,
    '$ACTION_1:1': '[null]',
    $ACTION_KEY: 'k1',
    email: '$1 a day',
  };
  const without = (name: string) => Object.fromEntries(Object.entries(GOOD).filter(([n]) => n !== name));

  type Case = [what: string, fields: Record<string, string>, status: number];
  test.each<Case>([
    ['a form', GOOD, 200],
    [
      'a form sent again with what was wrong',
      { ...GOOD, '$ACTION_1:1': '[{"problem":"x","email":"$$5"}]' },
      200,
    ],
    ['a form without its command', without('$ACTION_1:0'), 400],
    ['a form without its arguments', without('$ACTION_1:1'), 400],
    ['a form that is no command', { email: 'x' }, 400],
    ...['', '{', '[]x', 'null]', '$1', '["$@9"]', '["$F1"]', '{}', 'null'].map((bound): Case => [
      `arguments ${bound}`,
      { ...GOOD, '$ACTION_1:1': bound },
      400,
    ]),
    ...['', '[]', '"x"', '{"id":"zz","bound":"$@1"}', `{"id":"${id}","bound":"$@7"}`, '{"id":1}x'].map(
      (command): Case => [`command ${command}`, { ...GOOD, '$ACTION_1:0': command }, 400],
    ),
  ])('%s', async (_, fields, status) => {
    expect(await sent(formOf(fields))).toBe(status);
  });
  test.each<[body: string, status: number]>([
    ['[]', 200],
    ['[{"a":"$undefined","on":"$D2027-03-18T00:00:00Z","price":"$$5"}]', 200],
    ...['', '[', '{}', 'null', '"x"', '["$@9"]', '["$K1"]', '["$F1"]'].map((body): [string, number] => [
      body,
      400,
    ]),
  ])('arguments by a script: %s', async (body, status) => {
    expect(await sent(body, { 'next-action': id, 'content-type': 'text/plain;charset=UTF-8' })).toBe(status);
  });
  test('a form by a script, among its arguments', async () => {
    const as = { 'next-action': id };
    expect(await sent(formOf({ '0': '[null,"$K1"]', _1_email: 'x' }), as)).toBe(200);
    expect(await sent(formOf({ '0': '[null,"$@1"]' }), as)).toBe(400);
    expect(await sent(formOf({ '1': '[]' }), as)).toBe(400);
    expect(await sent('[]', { 'next-action': 'zz', 'content-type': 'text/plain' })).toBe(400);
  });
  test('a large one comes by a script of a signed-in person’s page, or not at all', async () => {
    const as = { 'next-action': id, 'content-type': 'text/plain', 'content-length': '70000' };
    const large = JSON.stringify(['x'.repeat(69_996)]);
    expect(await sent(large, { ...as, cookie: 'session=1' })).toBe(200);
    expect(await sent(large, as)).toBe(400);
    expect(await sent(formOf({ ...GOOD, email: 'x'.repeat(70_000) }), { 'content-length': '70000' })).toBe(
      400,
    );
  });
  test.each(['multipart/form-data; boundary=x', 'multipart/form-data'])('%s that is none', async (type) => {
    expect(await sent('--x\r\nnonsense', { 'content-type': type })).toBe(400);
  });
});
