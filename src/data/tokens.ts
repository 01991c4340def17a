import 'server-only';
import { and, desc, eq, gt, isNull, or, sql } from 'drizzle-orm';
import type { Actor } from './actor';
import { asPerson, signInDatabase } from './connection';
import { apiToken, member, organisation, user } from './schema';

export type Token = Readonly<typeof apiToken.$inferSelect>;
type Owner = Pick<Actor, 'userId' | 'orgId' | 'name'>;

const ownedBy = ({ userId, orgId }: Owner) => and(eq(apiToken.userId, userId), eq(apiToken.orgId, orgId));

/** The newest first, with those that were taken back. */
export const storedTokens = (owner: Owner): Promise<Token[]> =>
  signInDatabase().select().from(apiToken).where(ownedBy(owner)).orderBy(desc(apiToken.createdAt));

/** @param hash of the secret: the secret itself is not kept */
export async function addToken(
  { userId, orgId, name }: Owner,
  token: Readonly<{ name: string; hash: string; hint: string; expiresAt: Date; calls: string[] }>,
): Promise<void> {
  await asPerson(name, async (db) => {
    await db.insert(apiToken).values({ userId, orgId, ...token });
  });
}

/** False: the owner has no such living token. */
export async function takeTokenBack(owner: Owner, id: string, now: Date): Promise<boolean> {
  const gone = await asPerson(owner.name, (db) =>
    db
      .update(apiToken)
      .set({ revokedAt: now })
      .where(and(ownedBy(owner), eq(apiToken.id, id), isNull(apiToken.revokedAt)))
      .returning({ id: apiToken.id }),
  );
  return gone.length > 0;
}

/** Who asks with a token, and which calls it opens. */
export type ByToken = Readonly<{ actor: Actor; tokenId: string; calls: readonly string[] }>;

/** Whose living token has this hash, with the role that its person has now; the use is noted. Null: nobody's. */
export async function actorBehind(hash: string, now: Date): Promise<ByToken | null> {
  const [row] = await signInDatabase()
    .select({
      tokenId: apiToken.id,
      calls: apiToken.calls,
      userId: user.id,
      name: user.name,
      role: member.role,
      orgId: organisation.id,
      orgName: organisation.name,
      timeZone: organisation.timeZone,
      units: organisation.units,
    })
    .from(apiToken)
    .innerJoin(user, eq(user.id, apiToken.userId))
    .innerJoin(
      member,
      and(eq(member.userId, apiToken.userId), eq(member.orgId, apiToken.orgId), isNull(member.endedAt)),
    )
    .innerJoin(organisation, eq(organisation.id, apiToken.orgId))
    .where(
      and(
        eq(apiToken.hash, hash),
        isNull(apiToken.revokedAt),
        or(isNull(apiToken.expiresAt), gt(apiToken.expiresAt, now)),
      ),
    );
  if (!row) return null;
  const { tokenId, calls, ...actor } = row;
  await signInDatabase().update(apiToken).set({ lastUsedAt: now }).where(eq(apiToken.id, tokenId));
  return { actor, tokenId, calls };
}

/** Counts one more under a key within a window of time, for all servers together. */
export async function countUnder(
  key: string,
  windowMs: number,
  now: number,
): Promise<{ count: number; since: number }> {
  const over = now - windowMs;
  const [row] = await signInDatabase().execute<{ count: number; last_request: string }>(sql`
    insert into rate_limit (id, key, count, last_request) values (${crypto.randomUUID()}, ${key}, 1, ${now})
    on conflict (key) do update set
      count = case when rate_limit.last_request < ${over} then 1 else rate_limit.count + 1 end,
      last_request = case when rate_limit.last_request < ${over} then ${now} else rate_limit.last_request end
    returning count, last_request`);
  return { count: row!.count, since: Number(row!.last_request) };
}

export async function forgetCount(key: string): Promise<void> {
  await signInDatabase().execute(sql`delete from rate_limit where key = ${key}`);
}

/** Counts of windows that are long over. @param before ms since 1970 */
export async function dropOldCounts(before: number): Promise<void> {
  await signInDatabase().execute(sql`delete from rate_limit where last_request < ${before}`);
}
