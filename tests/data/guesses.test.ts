/**
 * Guesses at passwords and codes. A code opens once: published, RFC 6238 § 5.2 (from memory). Guesses are limited for each
 * account without shutting its owner out: published, OWASP ASVS 5, chapter 6 (from memory).
 */
import fs from 'node:fs/promises';
import { APIError } from 'better-auth/api';
import { sql } from 'drizzle-orm';
import { inOrganisation, signInDatabase } from '@/data/connection';
import { tellChange } from '@/data/changes-told';
import { changePerson } from '@/server/people/manage';
import { changeStream } from '@/server/entry/change-stream';
import { auth } from '@/server/entry/auth';
import { isStillIn } from '@/server/entry/session';
import { actorOfToken, makeToken } from '@/server/entry/tokens';
import people from '../../scripts/demo/people.json' with { type: 'json' };
import { actor, closeAll } from '../support/demo';
import { totp } from '../support/totp';

afterAll(closeAll);
const OUTBOX = `.data/outbox-guesses-${process.pid}`;
beforeAll(() => (process.env['IRON_GATE_OUTBOX'] = OUTBOX));
afterAll(() => fs.rm(OUTBOX, { recursive: true, force: true }));

const { password } = people;
const EMAIL = people.people.find((p) => p.role === 'technician')!.email;
/** A browser: what it was sent as cookies it sends back. */
function browser(place: string) {
  const cookies = new Map<string, string>();
  const headers = () =>
    new Headers({
      'x-forwarded-for': place,
      cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join('; '),
    });
  /** Its status; what a limit throws before the library has a say is one too. */
  const take = async (asked: Promise<Response>): Promise<number> => {
    const response = await asked.catch((error: unknown) => {
      if (error instanceof APIError) return new Response(null, { status: error.statusCode });
      throw error;
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie)!;
      if (value) cookies.set(name!, value);
      else cookies.delete(name!);
    }
    return response.status;
  };
  const api = auth().api;
  const as = <B>(body: B) => ({ body, headers: headers(), asResponse: true as const });
  return {
    headers,
    forget: (part: string) => {
      for (const name of cookies.keys()) if (name.includes(part)) cookies.delete(name);
    },
    signIn: (typed = password, email = EMAIL) => take(api.signInEmail(as({ email, password: typed }))),
    code: (code: string) => take(api.verifyTOTP(as({ code }))),
    spare: (code: string) => take(api.verifyBackupCode(as({ code }))),
    changePassword: (currentPassword: string, newPassword: string) =>
      take(api.changePassword(as({ currentPassword, newPassword }))),
    signOut: () => take(api.signOut({ headers: headers(), asResponse: true })),
    isIn: async () => (await api.getSession({ headers: headers() })) !== null,
  };
}
const [OK, UNAUTHORIZED, TOO_MANY] = [200, 401, 429];
const now = () => Date.now() / 1000;

describe('a second factor', () => {
  let secret: string;
  let spares: string[];
  beforeAll(async () => {
    const own = browser('192.0.2.1');
    await own.signIn();
    const made = await auth().api.enableTwoFactor({ body: { password }, headers: own.headers() });
    if (!('totpURI' in made)) throw new Error('no secret');
    secret = new URL(made.totpURI).searchParams.get('secret')!;
    spares = made.backupCodes;
    expect(await own.code(totp(secret, now() - 30))).toBe(OK);
  });
  afterAll(async () => {
    await signInDatabase().execute(sql`delete from two_factor`);
    await signInDatabase().execute(sql`update "user" set two_factor_enabled = false`);
  });

  test('opens once: the same code by another who saw it typed is refused, the next one is taken', async () => {
    const [first, second] = [browser('192.0.2.2'), browser('192.0.2.3')];
    await first.signIn();
    await second.signIn();
    const code = totp(secret, now());
    expect(await first.code(code)).toBe(OK);
    expect(await first.isIn()).toBe(true);
    expect(await second.code(code)).toBe(UNAUTHORIZED);
    expect(await second.isIn()).toBe(false);
    // begun again, with the code of the half minute after
    await second.signIn();
    expect(await second.code(totp(secret, now() + 30))).toBe(OK);
  });
  test('the code that switched it on signs nobody in', async () => {
    const late = browser('192.0.2.4');
    await signInDatabase().execute(sql`delete from rate_limit where key like 'code|%'`);
    await signInDatabase().execute(sql`update two_factor set verified = false`);
    await signInDatabase().execute(sql`update "user" set two_factor_enabled = false`);
    const own = browser('192.0.2.5');
    await own.signIn();
    const code = totp(secret, now());
    expect(await own.code(code)).toBe(OK);
    await late.signIn();
    expect(await late.code(code)).toBe(UNAUTHORIZED);
  });
  test('of two who come with one code at the same moment one gets in', async () => {
    await signInDatabase().execute(sql`delete from rate_limit where key like 'code|%'`);
    const two = [browser('192.0.2.6'), browser('192.0.2.7')];
    for (const b of two) await b.signIn();
    const code = totp(secret, now());
    const answers = await Promise.all(two.map((b) => b.code(code)));
    expect(answers.toSorted()).toEqual([OK, UNAUTHORIZED]);
  });
  test('a code for a lost phone opens once', async () => {
    const [first, second] = [browser('192.0.2.8'), browser('192.0.2.9')];
    await first.signIn();
    expect(await first.spare(spares[0]!)).toBe(OK);
    await second.signIn();
    expect(await second.spare(spares[0]!)).toBe(UNAUTHORIZED);
  });
});

describe('guesses at one person', () => {
  beforeEach(() => signInDatabase().execute(sql`delete from rate_limit`));

  test('from a hundred places wait for each other, and the person is told, once, and not shut out', async () => {
    const own = browser('198.51.100.1');
    expect(await own.signIn()).toBe(OK);
    const guesses = await Promise.all(
      Array.from({ length: 100 }, (_, i) => browser(`203.0.113.${i}`).signIn('a guess that is wrong')),
    );
    const looked = guesses.filter((g) => g === UNAUTHORIZED).length;
    expect(looked).toBeGreaterThanOrEqual(20);
    expect(looked).toBeLessThanOrEqual(60);
    expect(guesses.filter((g) => g === TOO_MANY)).toHaveLength(100 - looked);
    // on the device on which the person was signed in before, at once; from a place where somebody guessed, too
    own.forget('session');
    expect(await own.signIn()).toBe(OK);
    const letters = (await fs.readdir(OUTBOX)).filter((f) => f.endsWith('.eml'));
    expect(letters).toHaveLength(1);
    const letter = await fs.readFile(`${OUTBOX}/${letters[0]}`, 'utf8');
    expect(letter).toContain(`To: ${EMAIL}`);
    expect(letter).not.toContain('a guess');
  });
  test('a device known to one person opens no way to guess at another', async () => {
    const own = browser('198.51.100.2');
    expect(await own.signIn()).toBe(OK);
    const other = people.people.find((p) => p.role === 'lead')!.email;
    for (let i = 0; i < 10; i++) expect(await own.signIn('a guess that is wrong', other)).toBe(UNAUTHORIZED);
    expect(await own.signIn(password, other)).toBe(TOO_MANY);
    expect(await own.signIn()).toBe(OK);
  });
  test('a device cookie that was made up is nobody’s', async () => {
    const thief = browser('198.51.100.3');
    await thief.signIn();
    const cookie = thief.headers().get('cookie')!;
    const forged = cookie.replace(/(device=)[^;]*/, '$1made-up.person-1.person-2');
    expect(forged).not.toBe(cookie);
    const tried = await auth().api.signInEmail({
      body: { email: EMAIL, password },
      headers: new Headers({ cookie: forged, 'x-forwarded-for': '198.51.100.4' }),
      asResponse: true,
    });
    // a new device of its own, and not the one that was claimed
    expect(tried.headers.getSetCookie().find((c) => c.includes('device='))).not.toContain('made-up');
  });
  test('a sign-in that was stolen guesses ten times at the password, the person’s own goes on', async () => {
    const [own, stolen] = [browser('198.51.100.5'), browser('198.51.100.6')];
    await own.signIn();
    await stolen.signIn();
    const fresh = 'plum orbit canyon sleeve';
    for (let i = 0; i < 10; i++)
      expect(await stolen.changePassword(`guess ${i} of the thief`, fresh)).not.toBe(OK);
    expect(await stolen.changePassword(password, fresh)).toBe(TOO_MANY);
    expect(await own.changePassword(password, fresh)).toBe(OK);
    expect(await own.changePassword(fresh, password)).toBe(OK);
  });
});

describe('access that was ended', () => {
  const lead = actor('lead');
  const technician = actor('technician');
  const { userId } = technician;
  const end = () => changePerson(lead, { userId, to: 'ended' });
  const browsers: ReturnType<typeof browser>[] = [];
  const back = () => changePerson(lead, { userId, to: 'back' });

  test('takes the person’s tokens with it: taken up again, the old one opens nothing', async () => {
    const made = await makeToken(technician, { name: 'old', days: 30, calls: ['outlook'] });
    if (!made.ok) throw new Error('no token');
    expect(await actorOfToken(made.value.secret)).not.toBeNull();
    await end();
    expect(await actorOfToken(made.value.secret)).toBeNull();
    await back();
    expect(await actorOfToken(made.value.secret)).toBeNull();
    const anew = await makeToken(technician, { name: 'new', days: 30, calls: ['outlook'] });
    if (!anew.ok) throw new Error('no token');
    expect(await actorOfToken(anew.value.secret)).not.toBeNull();
  });
  test.each([
    ['by the lead', end],
    ['by a sign-out elsewhere', () => browsers.at(-1)!.signOut()],
  ])('%s, ends what an open screen of the person is told', async (_, endAccess) => {
    const screen = browser('198.51.100.7');
    await screen.signIn();
    browsers.push(screen);
    const reader = (
      await changeStream(technician, new AbortController().signal, () =>
        isStillIn(screen.headers(), technician),
      )
    ).getReader();
    expect((await reader.read()).done).toBe(false);
    await endAccess();
    // something happens in the company: the screen is asked who it is before it is told
    await inOrganisation(lead, (db) => tellChange(db, lead.orgId, null));
    expect((await reader.read()).done).toBe(true);
    await back();
  });
});
