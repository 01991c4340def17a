import { backoff, isDatabaseGone } from './connection';

const coded = (code: string, cause?: unknown) => Object.assign(new Error(code, { cause }), { code });

describe('isDatabaseGone', () => {
  test.each(['ECONNREFUSED', 'CONNECTION_CLOSED', 'CONNECT_TIMEOUT', '57P01', '57P03'])(
    'knows %s, also deep in the causes',
    (code) => {
      expect(isDatabaseGone(coded(code))).toBe(true);
      expect(
        isDatabaseGone(new Error('query failed', { cause: new Error('wrapped', { cause: coded(code) }) })),
      ).toBe(true);
      // as node gives it where a name has two addresses
      expect(isDatabaseGone(new AggregateError([coded(code)]))).toBe(true);
    },
  );
  test.each([coded('23505'), coded('42501'), new Error('a bug'), 'ECONNREFUSED', null, undefined])(
    'takes %p for no such thing',
    (error) => {
      expect(isDatabaseGone(error)).toBe(false);
    },
  );
  test('does not run for ever round a cause that is its own', () => {
    const loop = new Error('loop');
    loop.cause = loop;
    expect(isDatabaseGone(loop)).toBe(false);
  });
});

test('a database that is back is seen within two seconds, however long it was away', () => {
  const waits = Array.from({ length: 40 }, (_, tries) => backoff(tries));
  expect(Math.max(...waits)).toBe(2);
  expect(waits[0]).toBeLessThan(1);
});
