import 'server-only';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware } from 'better-auth/api';
import { betterAuth } from 'better-auth/minimal';
import { nextCookies } from 'better-auth/next-js';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { log } from './log';
import { metrics } from './metrics';
import { LEAST_LENGTH } from './passwords';
import { signInDatabase } from '@/data/connection';
import { countUnder, forgetCount } from '@/data/tokens';
import * as schema from '@/data/schema';

const WINDOW_MS = 15 * 60_000;
/** Tries for one e-mail from one place of the network, and for all e-mails from there. */
const MOST_TRIES = 10;
const MOST_FROM_ONE_PLACE = 60;
/** No address is longer (RFC 5321). */
const MOST_SIGNS = 254;

/**
 * Where a request comes from: as the proxy before this server says, else as the connection does. Behind a proxy it must
 * set X-Forwarded-For itself.
 */
const placeOf = (headers: Headers | undefined): string =>
  headers?.get('x-forwarded-for')?.split(',').at(-1)?.trim().slice(0, 60) || 'here';

const keysOf = (email: string, place: string) => ({
  one: `try|${email.trim().toLowerCase()}|${place}`,
  all: `tries|${place}`,
});

/**
 * Counts a try, for all servers together. Tries from elsewhere do not count against a person: a stranger who guesses
 * shuts himself out and nobody else.
 */
async function countTry(email: string, place: string): Promise<void> {
  if (email.length > MOST_SIGNS) throw new APIError('UNAUTHORIZED');
  const { one, all } = keysOf(email, place);
  const now = Date.now();
  const [here, everywhere] = [await countUnder(one, WINDOW_MS, now), await countUnder(all, WINDOW_MS, now)];
  if (here.count > MOST_TRIES || everywhere.count > MOST_FROM_ONE_PLACE) {
    noteTry('too many tries', null);
    throw new APIError('TOO_MANY_REQUESTS');
  }
}

/** Tries to sign in stand in the log by the person's id, and never by an e-mail: what was typed may be anybody's. */
function noteTry(outcome: string, person: string | null): void {
  metrics().signIns.inc({ outcome });
  log[outcome === 'signed in' ? 'info' : 'warn'](
    { outcome, ...(person ? { person } : {}) },
    'a try to sign in',
  );
}
const FACTORS = ['/two-factor/verify-totp', '/two-factor/verify-backup-code'];

const make = () =>
  betterAuth({
    appName: 'Iron Gate',
    baseURL: process.env['BETTER_AUTH_URL'] ?? 'http://localhost:3000',
    secret: process.env['BETTER_AUTH_SECRET'] ?? '',
    database: drizzleAdapter(signInDatabase(), { provider: 'pg', schema }),
    // people are added by their lead, not by themselves
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: LEAST_LENGTH },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    telemetry: { enabled: false },
    logger: { level: 'error' },
    hooks: {
      before: createAuthMiddleware(async (context) => {
        const email = (context.body as { email?: unknown } | undefined)?.email;
        if (context.path === '/sign-in/email' && typeof email === 'string')
          await countTry(email, placeOf(context.headers));
      }),
      after: createAuthMiddleware(async (context) => {
        const isFactor = FACTORS.includes(context.path);
        if (context.path === '/sign-in/email' || isFactor) {
          const { newSession, returned } = context.context;
          if (newSession) noteTry('signed in', newSession.user.id);
          else if (returned instanceof APIError && returned.status !== 'TOO_MANY_REQUESTS')
            noteTry(isFactor ? 'wrong code' : 'wrong e-mail or password', null);
          else if (!(returned instanceof APIError)) noteTry('asked for the second factor', null);
        }
        const email = (context.body as { email?: unknown } | undefined)?.email;
        // who was right begins to count anew
        if (context.path === '/sign-in/email' && typeof email === 'string' && context.context.newSession)
          await forgetCount(keysOf(email, placeOf(context.headers)).one);
      }),
    },
    plugins: [twoFactor({ issuer: 'Iron Gate' }), nextCookies()],
  });
const kept = globalThis as typeof globalThis & { __ironGateAuth?: ReturnType<typeof make> };
/** Made on first use, so that a build needs neither database nor secret. There is no HTTP route to it: actions only. */
export const auth = () => (kept.__ironGateAuth ??= make());
