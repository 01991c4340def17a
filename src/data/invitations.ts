/** One-time links: who may begin a company, join it, or set a new password. Only hashes of their keys are kept. */
import 'server-only';
import { and, desc, eq, gt, isNull } from 'drizzle-orm';
import { asPerson, signInDatabase } from './connection';
import { invitation } from './schema';

export type Invitation = Readonly<typeof invitation.$inferSelect>;
type Db = Pick<ReturnType<typeof signInDatabase>, 'select' | 'insert' | 'update'>;

const isLiving = (now: Date) =>
  and(isNull(invitation.usedAt), isNull(invitation.takenBackAt), gt(invitation.expiresAt, now));

/** The living invitation whose key has this hash; null: none, used, taken back, or too old. */
export async function livingInvitation(
  hash: string,
  now: Date,
  db: Db = signInDatabase(),
): Promise<Invitation | null> {
  const [row] = await db
    .select()
    .from(invitation)
    .where(and(eq(invitation.hash, hash), isLiving(now)));
  return row ?? null;
}

export async function addInvitation(row: typeof invitation.$inferInsert): Promise<void> {
  await asPerson(row.madeBy, async (db) => {
    await db.insert(invitation).values(row);
  });
}

/** Uses it up; false: somebody was quicker. */
export async function useUp(id: string, now: Date, db: Db): Promise<boolean> {
  const used = await db
    .update(invitation)
    .set({ usedAt: now })
    .where(and(eq(invitation.id, id), isLiving(now)))
    .returning({ id: invitation.id });
  return used.length > 0;
}

/** Invitations of a company that still wait for somebody. */
export const waitingInvitations = (orgId: string, now: Date): Promise<Invitation[]> =>
  signInDatabase()
    .select()
    .from(invitation)
    .where(and(eq(invitation.orgId, orgId), isLiving(now)))
    .orderBy(desc(invitation.madeAt));

/** Takes living ones back: one by its id, or all to one address. */
export async function takeInvitationsBack(
  { orgId, name }: Readonly<{ orgId: string; name: string }>,
  of: Readonly<{ id: string } | { email: string }>,
  now: Date,
): Promise<number> {
  const which = 'id' in of ? eq(invitation.id, of.id) : eq(invitation.email, of.email);
  const gone = await asPerson(name, (db) =>
    db
      .update(invitation)
      .set({ takenBackAt: now })
      .where(and(eq(invitation.orgId, orgId), which, isLiving(now)))
      .returning({ id: invitation.id }),
  );
  return gone.length;
}

/** Voids links to begin a company: only the newest counts. */
export async function voidFirstLinks(now: Date): Promise<void> {
  await signInDatabase()
    .update(invitation)
    .set({ takenBackAt: now })
    .where(and(eq(invitation.kind, 'first'), isLiving(now)));
}
