import 'server-only';
import { and, asc, eq, isNull, ne } from 'drizzle-orm';
import type { UnitSystem } from '@/core/units/measures';
import type { Actor, Role } from './actor';
import { asPerson, signInDatabase } from './connection';
import { member, organisation, user } from './schema';

export type Organisation = Readonly<typeof organisation.$inferSelect>;

/** Null: there is none of this id. */
export async function organisationOf(orgId: string): Promise<Organisation | null> {
  const [row] = await signInDatabase().select().from(organisation).where(eq(organisation.id, orgId));
  return row ?? null;
}

export async function organisationIds(): Promise<string[]> {
  return (await signInDatabase().select({ id: organisation.id }).from(organisation)).map((o) => o.id);
}

/** Where a person works, and as what: of several companies the first joined. Null: nowhere, or not any more. */
export async function membershipOf(
  userId: string,
): Promise<(Pick<Actor, 'orgId' | 'orgName' | 'timeZone' | 'units'> & { role: Role }) | null> {
  const [row] = await signInDatabase()
    .select({
      role: member.role,
      orgId: organisation.id,
      orgName: organisation.name,
      timeZone: organisation.timeZone,
      units: organisation.units,
    })
    .from(member)
    .innerJoin(organisation, eq(organisation.id, member.orgId))
    .where(and(eq(member.userId, userId), isNull(member.endedAt)))
    .orderBy(asc(member.joinedAt), asc(member.orgId))
    .limit(1);
  return row ?? null;
}

/** Names of those of an organisation who put product down. */
export async function namesOf(orgId: string): Promise<string[]> {
  const rows = await signInDatabase()
    .select({ name: user.name })
    .from(member)
    .innerJoin(user, eq(user.id, member.userId))
    .where(and(eq(member.orgId, orgId), ne(member.role, 'viewer'), isNull(member.endedAt)))
    .orderBy(asc(user.name));
  return rows.map((r) => r.name);
}

export async function addOrganisation(
  db: Pick<ReturnType<typeof signInDatabase>, 'insert'>,
  row: Organisation,
): Promise<void> {
  await db.insert(organisation).values(row);
}

/** From now on its people read and type figures in these units. */
export async function setUnits(
  { orgId, name }: Pick<Actor, 'orgId' | 'name'>,
  units: UnitSystem,
): Promise<void> {
  await asPerson(name, (db) => db.update(organisation).set({ units }).where(eq(organisation.id, orgId)));
}
