/**
 * Passwords are hashed two at a time: a hash takes a tenth of a second of a core and a thread of the few that Node reads
 * files and names with, and sixty at once would make everybody's next request wait for seconds.
 */
import 'server-only';
import { APIError } from 'better-auth/api';
import { hashPassword as hash, verifyPassword as verify } from 'better-auth/crypto';
import pLimit from 'p-limit';

const AT_ONCE = 2;
/** Some ten seconds of waiting: whoever comes after these is told to come again. */
const MOST_WAITING = 200;

const kept = globalThis as typeof globalThis & { __ironGateHashing?: ReturnType<typeof pLimit> };
const lane = () => (kept.__ironGateHashing ??= pLimit(AT_ONCE));

/** Does a piece of work when fewer than two are under way. @throws APIError TOO_MANY_REQUESTS where too many wait already */
export function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (lane().pendingCount >= MOST_WAITING) return Promise.reject(new APIError('TOO_MANY_REQUESTS'));
  return lane()(work);
}

export const hashPassword = (password: string) => inTurn(() => hash(password));
export const verifyPassword = (asked: Readonly<{ hash: string; password: string }>) =>
  inTurn(() => verify(asked));
