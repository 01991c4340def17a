import { APIError } from 'better-auth/api';
import { hashPassword, inTurn, verifyPassword } from './hashing';

test('of many who sign in at once two are hashed for, the others wait, and who comes after too many is told', async () => {
  let [atOnce, most] = [0, 0];
  const ends: (() => void)[] = [];
  const work = () =>
    new Promise<void>((ok) => {
      most = Math.max(most, ++atOnce);
      ends.push(() => {
        atOnce--;
        ok();
      });
    });
  const all = Array.from({ length: 202 }, () => inTurn(work));
  await expect(inTurn(work)).rejects.toThrow(APIError);
  for (let i = 0; i < all.length; i++) {
    while (!ends.length) await new Promise((soon) => setImmediate(soon));
    ends.shift()!();
  }
  await Promise.all(all);
  expect(most).toBe(2);
});

test('what is hashed is known again, and nothing else', async () => {
  const hash = await hashPassword('harbor teaspoon velvet nine');
  expect(await verifyPassword({ hash, password: 'harbor teaspoon velvet nine' })).toBe(true);
  expect(await verifyPassword({ hash, password: 'harbor teaspoon velvet ten' })).toBe(false);
});
