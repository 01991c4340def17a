import 'server-only';
import { asc, eq } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import type { Resources } from '@/core/facts/facts';
import type { Lift } from '@/core/gates/gate';
import { GATE_KEYS } from '@/core/gates/gate-names';
import type { Transaction } from './connection';
import { equipmentOf } from './equipment';
import { groupBy } from '@/core/group';
import { latchLift, licence } from './schema';
import { shelvesOf } from './stock';
import { oneOf } from './words';

export type Licence = Readonly<{
  id: string;
  person: string;
  /** null: of somebody who does not sign in here */
  userId: string | null;
  number: string;
  categories: readonly string[];
  validTo: Day;
}>;
export const licencesOf = async (db: Transaction): Promise<Licence[]> =>
  (await db.select().from(licence).orderBy(asc(licence.person))).map(
    ({ id, person, userId, number, categories, validTo }) => ({
      id,
      person,
      userId,
      number,
      categories,
      validTo: readDay(validTo),
    }),
  );
export async function addLicence(
  db: Transaction,
  orgId: string,
  { validTo, categories, ...l }: Omit<Licence, 'id'>,
): Promise<void> {
  await db.insert(licence).values({ orgId, ...l, categories: [...categories], validTo: isoDay(validTo) });
}
/** False: it is not there. */
export const dropLicence = async (db: Transaction, id: string): Promise<boolean> =>
  (await db.delete(licence).where(eq(licence.id, id)).returning({ id: licence.id })).length > 0;

/** What the company has, as the gates ask for it. */
export async function resourcesOf(db: Transaction): Promise<Resources> {
  const shelves = await shelvesOf(db);
  return {
    licences: await licencesOf(db),
    equipment: await equipmentOf(db),
    onHand: Object.fromEntries([...shelves].map(([id, { onHand }]) => [id, onHand])),
  };
}

export type NewLift = Readonly<Lift & { orgId: string; zoneId: string; at: Date; sendKey: string }>;
/** Latches lifted, by zone: of all, or of one. */
export async function liftsOf(db: Transaction, zoneId?: string): Promise<Map<string, Lift[]>> {
  const rows = await db
    .select()
    .from(latchLift)
    .where(zoneId === undefined ? undefined : eq(latchLift.zoneId, zoneId))
    .orderBy(asc(latchLift.liftedAt));
  const lifts = rows.map((r) => ({
    zoneId: r.zoneId,
    plannedId: r.plannedId,
    gate: oneOf(GATE_KEYS, r.gate, 'gate'),
    reason: r.reason as Lift['reason'],
    position: r.position,
    by: r.person,
    why: r.why,
    from: readDay(r.liftedFrom),
    until: readDay(r.until),
  }));
  return groupBy(lifts, (l) => l.zoneId);
}
export async function addLift(db: Transaction, l: NewLift): Promise<void> {
  await db
    .insert(latchLift)
    .values({
      orgId: l.orgId,
      plannedId: l.plannedId,
      zoneId: l.zoneId,
      gate: l.gate,
      why: l.why,
      reason: l.reason,
      position: l.position,
      liftedFrom: isoDay(l.from),
      until: isoDay(l.until),
      person: l.by,
      liftedAt: l.at,
      sendKey: l.sendKey,
    })
    .onConflictDoNothing();
}
