import 'server-only';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware, getSessionFromCtx } from 'better-auth/api';
import { betterAuth } from 'better-auth/minimal';
import { nextCookies } from 'better-auth/next-js';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { countOwnTry, countSignIn, forgetOwnTries, forgetSignIns, spendCode, type Origin } from './guesses';
import { hashPassword, verifyPassword } from './hashing';
import { log } from '@/server/log';
import { metrics } from './metrics';
import { LEAST_LENGTH } from './passwords';
import { signInDatabase } from '@/data/connection';
import { accountOf } from '@/data/people';
import * as schema from '@/data/schema';

/** No address is longer (RFC 5321). */
const MOST_SIGNS = 254;

/**
 * Where a request comes from: as the proxy before this server says, else as the connection does. Behind a proxy it must
 * set X-Forwarded-For itself.
 */
const placeOf = (headers: Headers | undefined): string =>
  headers?.get('x-forwarded-for')?.split(',').at(-1)?.trim().slice(0, 60) || 'here';

/** Tries to sign in stand in the log by the person's id, and never by an e-mail: what was typed may be anybody's. */
function noteTry(outcome: string, person: string | null): void {
  metrics().signIns.inc({ outcome });
  log[outcome === 'signed in' ? 'info' : 'warn'](
    { outcome, ...(person ? { person } : {}) },
    'a try to sign in',
  );
}

const FACTORS = ['/two-factor/verify-totp', '/two-factor/verify-backup-code'];
/** What a signed-in person types a password or a code for once more. */
const OWN = ['/change-password', '/two-factor/enable', '/two-factor/disable', ...FACTORS];

/** The cookie by which a device is known that has been signed in before: its own name, and whose accounts it opened. */
const DEVICE_COOKIE = 'device';
const DEVICE_SECONDS = 400 * 24 * 3600;
const MOST_ON_DEVICE = 5;

type Context = Parameters<Parameters<typeof createAuthMiddleware>[0]>[0];
const deviceCookie = (context: Context) =>
  context.context.createAuthCookie(DEVICE_COOKIE, { maxAge: DEVICE_SECONDS });
async function deviceOf(context: Context): Promise<Readonly<{ name: string; people: string[] }> | null> {
  const value = await context.getSignedCookie(deviceCookie(context).name, context.context.secret);
  const [name, ...people] = value ? value.split('.') : [];
  return name ? { name, people } : null;
}
async function originOf(context: Context, email: string): Promise<Origin> {
  const [account, device] = [await accountOf(email), await deviceOf(context)];
  const isKnown = device !== null && account !== null && device.people.includes(account.userId);
  return { place: placeOf(context.headers), device: isKnown ? device.name : null };
}
/** From now on this device is one on which the person has been signed in. */
async function rememberDevice(context: Context, userId: string): Promise<void> {
  const device = (await deviceOf(context)) ?? { name: crypto.randomUUID(), people: [] };
  const people = [userId, ...device.people.filter((p) => p !== userId)].slice(0, MOST_ON_DEVICE);
  const { name, attributes } = deviceCookie(context);
  await context.setSignedCookie(name, [device.name, ...people].join('.'), context.context.secret, attributes);
}
const typedEmail = (context: Context): string | null => {
  const email = (context.body as { email?: unknown } | undefined)?.email;
  return context.path === '/sign-in/email' && typeof email === 'string' ? email : null;
};

/** Counts what is about to be tried. @throws APIError where it is one too many */
async function countTry(context: Context): Promise<void> {
  const email = typedEmail(context);
  if (email !== null) {
    // no account has it: no database is asked
    if (email.length > MOST_SIGNS || email.includes('\0')) throw new APIError('UNAUTHORIZED');
    await countSignIn(email, await originOf(context, email));
  } else if (OWN.includes(context.path)) {
    const own = await getSessionFromCtx(context);
    // with none a factor is typed to sign in: the library counts those by person and by challenge
    if (own) await countOwnTry(own.session.token, own.user.id);
  }
}

/** How a try to sign in ended. @param userId who is in; null: nobody yet */
function noteAnswer(
  { path, context: { returned } }: Readonly<{ path: string; context: Readonly<{ returned?: unknown }> }>,
  userId: string | null,
): void {
  if (userId !== null) noteTry('signed in', userId);
  else if (!(returned instanceof APIError)) noteTry('asked for the second factor', null);
  else if (returned.status !== 'TOO_MANY_REQUESTS')
    noteTry(FACTORS.includes(path) ? 'wrong code' : 'wrong e-mail or password', null);
}

const make = () =>
  betterAuth({
    appName: 'Iron Gate',
    baseURL: process.env['BETTER_AUTH_URL'] ?? 'http://localhost:3000',
    secret: process.env['BETTER_AUTH_SECRET'] ?? '',
    database: drizzleAdapter(signInDatabase(), { provider: 'pg', schema }),
    // people are added by their lead, not by themselves
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: LEAST_LENGTH,
      password: { hash: hashPassword, verify: verifyPassword },
    },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    telemetry: { enabled: false },
    logger: { level: 'error' },
    databaseHooks: {
      session: {
        create: {
          // before the session is there, so that of two who come with one code at the same moment one gets in
          before: async (session, context) => {
            const code = (context?.body as { code?: unknown } | undefined)?.code;
            if (context && FACTORS.includes(context.path) && typeof code === 'string')
              await spendCode(session.userId, code);
          },
        },
      },
    },
    hooks: {
      before: createAuthMiddleware(async (context) => {
        try {
          await countTry(context);
        } catch (error) {
          if (error instanceof APIError && error.status === 'TOO_MANY_REQUESTS')
            noteTry('too many tries', null);
          throw error;
        }
      }),
      after: createAuthMiddleware(async (context) => {
        const { newSession, returned } = context.context;
        const isRefused = returned instanceof APIError;
        const email = typedEmail(context);
        if (email !== null || FACTORS.includes(context.path)) {
          noteAnswer(context, newSession?.user.id ?? null);
          if (newSession) await rememberDevice(context, newSession.user.id);
        }
        if (email !== null && newSession) await forgetSignIns(email, await originOf(context, email));
        else if (OWN.includes(context.path) && !isRefused) {
          const own = await getSessionFromCtx(context);
          if (own) await forgetOwnTries(own.session.token);
        }
      }),
    },
    plugins: [twoFactor({ issuer: 'Iron Gate' }), nextCookies()],
  });
const kept = globalThis as typeof globalThis & { __ironGateAuth?: ReturnType<typeof make> };
/** Made on first use, so that a build needs neither database nor secret. There is no HTTP route to it: actions only. */
export const auth = () => (kept.__ironGateAuth ??= make());
