import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import Joi from 'joi';
import { requirePermission, type Actor } from '@/data/actor';
import { signInDatabase } from '@/data/connection';
import { apiToken, member, organisation, user } from '@/data/schema';
import { done, refuse, type Outcome } from './outcome';

/** A personal token as its owner sees it. The secret itself is shown once, when it is made. */
export type TokenNews = Readonly<{
  id: string;
  name: string;
  hint: string;
  createdAt: string;
  lastUsedAt: string | null;
  revokedAt: string | null;
}>;

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex');
const MOST_TOKENS = 20;

const mine = (actor: Actor) => and(eq(apiToken.userId, actor.userId), eq(apiToken.orgId, actor.orgId));

export async function tokensOf(actor: Actor): Promise<TokenNews[]> {
  const rows = await signInDatabase()
    .select()
    .from(apiToken)
    .where(mine(actor))
    .orderBy(desc(apiToken.createdAt));
  return rows.map((t) => ({
    id: t.id,
    name: t.name,
    hint: t.hint,
    createdAt: t.createdAt.toISOString(),
    lastUsedAt: t.lastUsedAt?.toISOString() ?? null,
    revokedAt: t.revokedAt?.toISOString() ?? null,
  }));
}

export const tokenShape = Joi.object<{ name: string }>({ name: Joi.string().allow('').max(80).required() });
/** Makes a token that may do what its person may do. The only time its secret is seen. */
export async function makeToken(
  actor: Actor,
  { name }: { name: string },
): Promise<Outcome<{ secret: string }>> {
  requirePermission(actor, 'use the interface');
  const issue = (problem: string, remedy: string) =>
    refuse({ kind: 'invalid', issues: [{ field: 'Name', problem, remedy }] });
  if (!name.trim())
    return issue('The token has no name', 'Say what it is for, so that you know which to take back.');
  const living = (await tokensOf(actor)).filter((t) => t.revokedAt === null);
  if (living.length >= MOST_TOKENS)
    return issue(`You have ${living.length} tokens`, `At most ${MOST_TOKENS} are kept. Take one back first.`);
  const secret = `ig_${randomBytes(32).toString('base64url')}`;
  await signInDatabase()
    .insert(apiToken)
    .values({
      orgId: actor.orgId,
      userId: actor.userId,
      name: name.trim(),
      hash: hashOf(secret),
      hint: secret.slice(-4),
    });
  return done({ secret });
}

export const tokenIdShape = Joi.object<{ id: string }>({ id: Joi.string().guid().required() });
/** Takes a token back: from now on it opens nothing. */
export async function revokeToken(actor: Actor, { id }: { id: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'see');
  const gone = await signInDatabase()
    .update(apiToken)
    .set({ revokedAt: new Date() })
    .where(and(mine(actor), eq(apiToken.id, id), isNull(apiToken.revokedAt)))
    .returning({ id: apiToken.id });
  return gone.length ? done(null) : refuse({ kind: 'gone' });
}

/** Whose token this is, with the role that its person has now; null: nobody's, or taken back. */
export async function actorOfToken(secret: string): Promise<{ actor: Actor; tokenId: string } | null> {
  const [row] = await signInDatabase()
    .select({
      tokenId: apiToken.id,
      userId: user.id,
      name: user.name,
      role: member.role,
      orgId: organisation.id,
      orgName: organisation.name,
      timeZone: organisation.timeZone,
    })
    .from(apiToken)
    .innerJoin(user, eq(user.id, apiToken.userId))
    .innerJoin(member, and(eq(member.userId, apiToken.userId), eq(member.orgId, apiToken.orgId)))
    .innerJoin(organisation, eq(organisation.id, apiToken.orgId))
    .where(and(eq(apiToken.hash, hashOf(secret)), isNull(apiToken.revokedAt)));
  if (!row) return null;
  const { tokenId, ...actor } = row;
  await signInDatabase().update(apiToken).set({ lastUsedAt: new Date() }).where(eq(apiToken.id, tokenId));
  return { actor, tokenId };
}

/** Calls that one token may make in a minute. */
export const CALLS_PER_MINUTE = 60;

/** Counts a call, for all servers together. Gives the seconds to wait, or 0. */
export async function countCall(tokenId: string): Promise<number> {
  const key = `api|${tokenId}`;
  const now = Date.now();
  const over = now - 60_000;
  const [row] = await signInDatabase().execute<{ count: number; last_request: string }>(sql`
    insert into rate_limit (id, key, count, last_request) values (${crypto.randomUUID()}, ${key}, 1, ${now})
    on conflict (key) do update set
      count = case when rate_limit.last_request < ${over} then 1 else rate_limit.count + 1 end,
      last_request = case when rate_limit.last_request < ${over} then ${now} else rate_limit.last_request end
    returning count, last_request`);
  if (!row || row.count <= CALLS_PER_MINUTE) return 0;
  return Math.max(1, Math.ceil((Number(row.last_request) + 60_000 - now) / 1000));
}
