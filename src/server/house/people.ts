import 'server-only';
import { asc, eq, and, ne } from 'drizzle-orm';
import { requirePermission, type Actor } from '@/data/actor';
import { signInDatabase } from '@/data/connection';
import { member, user } from '@/data/schema';

/** Names of those in the actor's organisation who put product down. */
export async function peopleOf(actor: Actor): Promise<string[]> {
  requirePermission(actor, 'see');
  const rows = await signInDatabase()
    .select({ name: user.name })
    .from(member)
    .innerJoin(user, eq(user.id, member.userId))
    .where(and(eq(member.orgId, actor.orgId), ne(member.role, 'viewer')))
    .orderBy(asc(user.name));
  return rows.map((r) => r.name);
}
