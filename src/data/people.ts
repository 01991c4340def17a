/** People of a company: accounts, membership, sessions. Read and written before an organisation is known, so not fenced. */
import 'server-only';
import { and, asc, desc, eq, gt, isNull, ne, sql } from 'drizzle-orm';
import type { Role } from './actor';
import { asPerson, signInDatabase, type Transaction } from './connection';
import { account, apiToken, member, session, user } from './schema';

type Db = ReturnType<typeof signInDatabase> | Transaction;

export type Person = Readonly<{
  userId: string;
  name: string;
  email: string;
  role: Role;
  joinedAt: Date;
  endedAt: Date | null;
  hasSecondFactor: boolean;
  lastSeenAt: Date | null;
}>;

/** Everybody of a company, those who left last. */
export async function peopleOfCompany(orgId: string): Promise<Person[]> {
  const rows = await signInDatabase()
    .select({
      userId: user.id,
      name: user.name,
      email: user.email,
      role: member.role,
      joinedAt: member.joinedAt,
      endedAt: member.endedAt,
      hasSecondFactor: user.twoFactorEnabled,
      lastSeenAt: sql<
        string | null
      >`(select max(updated_at) from session where session.user_id = "user"."id")`,
    })
    .from(member)
    .innerJoin(user, eq(user.id, member.userId))
    .where(eq(member.orgId, orgId))
    .orderBy(sql`${member.endedAt} is not null`, asc(user.name));
  return rows.map((r) => ({ ...r, lastSeenAt: r.lastSeenAt === null ? null : new Date(r.lastSeenAt) }));
}

/** Whether an e-mail address has an account on this server, in whatever company. */
export async function hasAccount(email: string, db: Db = signInDatabase()): Promise<boolean> {
  const rows = await db
    .select({ id: user.id })
    .from(user)
    .where(eq(sql`lower(${user.email})`, email.toLowerCase()));
  return rows.length > 0;
}

/** Whose account an e-mail address is, in whatever company; null: nobody's. */
export async function accountOf(email: string): Promise<Readonly<{ userId: string; name: string }> | null> {
  const [row] = await signInDatabase()
    .select({ userId: user.id, name: user.name })
    .from(user)
    .where(eq(user.email, email.trim().toLowerCase()));
  return row ?? null;
}

/** A person with a password, who belongs to a company. @param passwordHash as the sign-in library makes it */
export async function addPerson(
  db: Db,
  p: Readonly<{ name: string; email: string; passwordHash: string; orgId: string; role: Role }>,
): Promise<string> {
  const id = crypto.randomUUID();
  await db.insert(user).values({ id, name: p.name, email: p.email.toLowerCase(), emailVerified: true });
  await db
    .insert(account)
    .values({
      id: crypto.randomUUID(),
      accountId: id,
      providerId: 'credential',
      userId: id,
      password: p.passwordHash,
    });
  await db.insert(member).values({ userId: id, orgId: p.orgId, role: p.role });
  return id;
}

export async function setPassword(db: Db, userId: string, passwordHash: string): Promise<void> {
  await db
    .update(account)
    .set({ password: passwordHash, updatedAt: new Date() })
    .where(and(eq(account.userId, userId), eq(account.providerId, 'credential')));
}

/**
 * Changes what a person may do, or ends or takes up again the work here. With its end go sign-ins and tokens. The last lead
 * stays one.
 * Two leads who end each other at once wait for each other.
 */
export function changeMember(
  { orgId, name }: Readonly<{ orgId: string; name: string }>,
  userId: string,
  change: Readonly<{ role: Role } | { endedAt: Date | null }>,
): Promise<'done' | 'gone' | 'last lead'> {
  return asPerson(name, async (db) => {
    await db.execute(sql`select pg_advisory_xact_lock(hashtext('people'), hashtext(${orgId}))`);
    const leads = await db
      .select({ userId: member.userId })
      .from(member)
      .where(and(eq(member.orgId, orgId), eq(member.role, 'lead'), isNull(member.endedAt)));
    const losesLead =
      ('role' in change && change.role !== 'lead') || ('endedAt' in change && change.endedAt !== null);
    if (losesLead && leads.length === 1 && leads[0]!.userId === userId) return 'last lead';
    const changed = await db
      .update(member)
      .set(change)
      .where(and(eq(member.orgId, orgId), eq(member.userId, userId)))
      .returning({ userId: member.userId });
    // whoever comes back signs in anew and makes new tokens: who holds an old one is not known
    if (changed.length && 'endedAt' in change && change.endedAt !== null) {
      await db.delete(session).where(eq(session.userId, userId));
      await db
        .update(apiToken)
        .set({ revokedAt: change.endedAt })
        .where(and(eq(apiToken.userId, userId), eq(apiToken.orgId, orgId), isNull(apiToken.revokedAt)));
    }
    return changed.length ? 'done' : 'gone';
  });
}

/** Where somebody is signed in. */
export type SignedInAt = Readonly<{
  id: string;
  token: string;
  userAgent: string;
  since: Date;
  seenAt: Date;
}>;
export async function sessionsOf(userId: string): Promise<SignedInAt[]> {
  const rows = await signInDatabase()
    .select()
    .from(session)
    .where(and(eq(session.userId, userId), gt(session.expiresAt, new Date())))
    .orderBy(desc(session.updatedAt));
  return rows.map((s) => ({
    id: s.id,
    token: s.token,
    userAgent: s.userAgent ?? '',
    since: s.createdAt,
    seenAt: s.updatedAt,
  }));
}

/** Ends sessions of a person: one, or all but the one with this token. Says how many. */
export async function endSessions(
  userId: string,
  which: Readonly<{ id: string } | { butToken: string | null }>,
  db: Db = signInDatabase(),
): Promise<number> {
  const those =
    'id' in which
      ? eq(session.id, which.id)
      : which.butToken === null
        ? undefined
        : ne(session.token, which.butToken);
  const gone = await db
    .delete(session)
    .where(and(eq(session.userId, userId), those))
    .returning({ id: session.id });
  return gone.length;
}
