import { holdsUpAll, isPassing } from './passing';

// nothing done is lost: only what is known to be final ends the waiting
test.each(['unreachable', 'database-away', 'signed-out', 'bug', 'too-much', 'a kind of next year'])(
  '%s passes: what waits goes on waiting',
  (kind) => expect(isPassing({ kind })).toBe(true),
);
test.each(['invalid', 'questions', 'bolted', 'forbidden', 'gone', 'already-recorded', 'changed-by-other'])(
  '%s is final: a person must look at it',
  (kind) => {
    expect(isPassing({ kind })).toBe(false);
    expect(holdsUpAll({ kind })).toBe(false);
  },
);
test('a fault with one thing does not hold up what waits behind it', () => {
  expect(['bug', 'too-much', 'unreachable'].map((kind) => holdsUpAll({ kind }))).toEqual([
    false,
    false,
    true,
  ]);
});
