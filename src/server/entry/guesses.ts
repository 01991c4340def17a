/**
 * Guesses at passwords and codes, counted for all servers together. Whoever guesses is shut out where the guesses come
 * from: a place of the network, a device, a sign-in that was stolen. The person who is guessed at is not: over all places
 * together tries are only made to wait for each other, not at all on a device that has been signed in before, and the
 * person is told by letter. (OWASP ASVS 5, 6.3; RFC 6238, 5.2: both from memory.)
 */
import 'server-only';
import { createHash } from 'node:crypto';
import { APIError } from 'better-auth/api';
import { countUnder, forgetCount } from '@/data/tokens';
import { accountOf } from '@/data/people';
import { sendLetter } from './letters';

const MINUTE_MS = 60_000;
const WINDOW_MS = 15 * MINUTE_MS;
const DAY_MS = 24 * 60 * MINUTE_MS;
/** Tries for one e-mail from one place of the network, and for all e-mails from there, in a quarter of an hour. */
const MOST_TRIES = 10;
const MOST_FROM_ONE_PLACE = 60;
/** Tries for one person in a day, wherever they come from, after which each waits for the one before. */
const FREE_TRIES = 20;
/** The wait grows by this with each further try. */
const WAIT_STEP_MS = 100;
const LONGEST_WAIT_MS = MINUTE_MS;
/** A try that is not let through in this time is sent away: no request is held longer. */
const PATIENCE_MS = 10_000;
const LOOK_MS = 500;
/** Tries for one person in a day at which the person is told. */
const LETTER_AT = 50;
/** A code of the authenticator is valid in its own half minute and in the ones before and after it. */
const CODE_MS = 2 * MINUTE_MS;

const short = (text: string) => createHash('sha256').update(text).digest('base64url').slice(0, 22);
const nameOf = (email: string) => short(email.trim().toLowerCase());
const tooMany = () => new APIError('TOO_MANY_REQUESTS');

/** Where a try comes from: a device that has been signed in as this person before, or else a place of the network. */
export type Origin = Readonly<{ place: string; device: string | null }>;
const originKey = (email: string, { device, place }: Origin) => `try|${nameOf(email)}|${device ?? place}`;

/**
 * Counts a try to sign in, before the password is looked at.
 * @throws APIError TOO_MANY_REQUESTS where it is one too many from there, or would have to wait too long
 */
export async function countSignIn(email: string, origin: Origin): Promise<void> {
  const now = Date.now();
  const here = await countUnder(originKey(email, origin), WINDOW_MS, now);
  const fromPlace = await countUnder(`tries|${origin.place}`, WINDOW_MS, now);
  if (here.count > MOST_TRIES || fromPlace.count > MOST_FROM_ONE_PLACE) throw tooMany();
  if (origin.device !== null) return;
  const key = `person|${nameOf(email)}`;
  const { count: today } = await countUnder(key, DAY_MS, now);
  // at this try of the day and no other: one letter
  if (today === LETTER_AT) await tellOfGuesses(email);
  await waitForTurn(key, today);
}
/** Who was right begins to count anew there. */
export const forgetSignIns = (email: string, origin: Origin) => forgetCount(originKey(email, origin));

/**
 * Counts a password or code that a signed-in person types again (for a new password, a second factor). A sign-in that was
 * stolen is shut out by itself; the person's others only wait.
 * @throws APIError TOO_MANY_REQUESTS
 */
export async function countOwnTry(sessionToken: string, userId: string): Promise<void> {
  const { count } = await countUnder(ownKey(sessionToken), WINDOW_MS, Date.now());
  if (count > MOST_TRIES) throw tooMany();
  const key = `own|${userId}`;
  await waitForTurn(key, (await countUnder(key, DAY_MS, Date.now())).count);
}
export const forgetOwnTries = (sessionToken: string) => forgetCount(ownKey(sessionToken));
const ownKey = (sessionToken: string) => `session|${short(sessionToken)}`;

/**
 * Says that a code has been used, for all servers at once: the second who comes with it is refused.
 * @throws APIError UNAUTHORIZED
 */
export async function spendCode(userId: string, code: string): Promise<void> {
  const { count } = await countUnder(`code|${userId}|${code}`, CODE_MS, Date.now());
  if (count > 1) throw new APIError('UNAUTHORIZED', { code: 'CODE_USED' });
}

/**
 * After the first twenty tries of a day each waits until none has gone ahead for some time.
 * @throws APIError TOO_MANY_REQUESTS where its turn does not come in ten seconds
 */
async function waitForTurn(key: string, today: number): Promise<void> {
  if (today <= FREE_TRIES) return;
  const wait = Math.min(LONGEST_WAIT_MS, (today - FREE_TRIES) * WAIT_STEP_MS);
  for (let waited = 0; waited <= PATIENCE_MS; waited += LOOK_MS) {
    const turn = await countUnder(`turn|${key}`, wait, Date.now());
    if (turn.count === 1) return;
    await new Promise((go) => setTimeout(go, LOOK_MS));
  }
  throw tooMany();
}

async function tellOfGuesses(email: string): Promise<void> {
  const account = await accountOf(email);
  if (!account) return;
  await sendLetter({
    to: email.trim().toLowerCase(),
    subject: 'Somebody is guessing at your Iron Gate password',
    text: `${account.name},\n\n${LETTER_AT} passwords were typed for your account in a day, on devices that you have not signed in on before. Your account is not shut: sign in as always.\n\nIf that was not you, choose a long password that you use nowhere else (Account), and begin a second factor there.\n`,
  });
}
