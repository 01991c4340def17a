import 'server-only';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware } from 'better-auth/api';
import { betterAuth } from 'better-auth/minimal';
import { nextCookies } from 'better-auth/next-js';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { sql } from 'drizzle-orm';
import { LEAST_LENGTH } from './passwords';
import { signInDatabase } from '@/data/connection';
import * as schema from '@/data/schema';

const WINDOW_MS = 15 * 60_000;
/** Tries for one e-mail address in the window, right or wrong. */
const MOST_TRIES = 10;

/**
 * Counts a try for an address, whatever address on the network it comes from. Kept in the database, so that all servers
 * count together.
 */
async function countTry(email: string): Promise<void> {
  const key = `try|${email.trim().toLowerCase()}`;
  const now = Date.now();
  const [row] = await signInDatabase().execute<{ count: number }>(sql`
    insert into rate_limit (id, key, count, last_request) values (${crypto.randomUUID()}, ${key}, 1, ${now})
    on conflict (key) do update set
      count = case when rate_limit.last_request < ${now - WINDOW_MS} then 1 else rate_limit.count + 1 end,
      last_request = case when rate_limit.last_request < ${now - WINDOW_MS} then ${now} else rate_limit.last_request end
    returning count`);
  if ((row?.count ?? 0) > MOST_TRIES) throw new APIError('TOO_MANY_REQUESTS');
}

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
    hooks: {
      before: createAuthMiddleware(async (context) => {
        const email = (context.body as { email?: unknown } | undefined)?.email;
        if (context.path === '/sign-in/email' && typeof email === 'string') await countTry(email);
      }),
    },
    plugins: [twoFactor({ issuer: 'Iron Gate' }), nextCookies()],
  });
const kept = globalThis as typeof globalThis & { __ironGateAuth?: ReturnType<typeof make> };
/** Made on first use, so that a build needs neither database nor secret. There is no HTTP route to it: actions only. */
export const auth = () => (kept.__ironGateAuth ??= make());
