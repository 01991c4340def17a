/** Walks over zones, as they were written down. Added, never changed. */
import 'server-only';
import { asc, inArray } from 'drizzle-orm';
import { readDay, isoDay } from '@/core/calendar/day';
import { GROUNDS, type Found, type Walk } from '@/core/weeds/scouting';
import { STAGES, isWeed } from '@/core/weeds/weeds';
import type { Transaction } from './connection';
import { groupBy } from '@/core/group';
import { walk } from './schema';
import { bodyOf, listIn, readable } from './stored-json';

type WalkBody = Readonly<{ form: 1; found: readonly Found[]; notes: string }>;

/** A weed or stage that this program does not know is left out. @returns null for a body of a later program */
export function readWalkBody(stored: unknown): Pick<Walk, 'found' | 'notes'> | null {
  const body = bodyOf(stored, [1]);
  if (!body) return null;
  return {
    found: listIn<Found>(body, 'found')
      .filter((f) => isWeed(f.weed) && STAGES.includes(f.stage))
      .map((f) => ({ ...f, where: f.where.filter((w) => GROUNDS.includes(w)) })),
    notes: typeof body['notes'] === 'string' ? body['notes'] : '',
  };
}

function from(r: typeof walk.$inferSelect): Walk | null {
  const body = readWalkBody(r.body);
  return body && { id: r.id, on: readDay(r.walkedOn), person: r.person, ...body };
}

/** Of some zones, each zone's in the order in which they were written down. */
export async function walksOf(db: Transaction, zoneIds: readonly string[]): Promise<Map<string, Walk[]>> {
  if (!zoneIds.length) return new Map();
  const rows = await db
    .select()
    .from(walk)
    .where(inArray(walk.zoneId, [...zoneIds]))
    .orderBy(asc(walk.walkedOn), asc(walk.madeAt));
  return new Map(
    [...groupBy(rows, (r) => r.zoneId)].map(([zoneId, of]) => [zoneId, readable(of, from)] as const),
  );
}

/** Zones that were ever walked. */
export const walkedZones = async (db: Transaction): Promise<string[]> =>
  (await db.selectDistinct({ zoneId: walk.zoneId }).from(walk)).map((r) => r.zoneId);

/** False: it was sent before, and stands. */
export async function addWalk(
  db: Transaction,
  w: Omit<Walk, 'id'> & Readonly<{ orgId: string; zoneId: string; sendKey: string }>,
): Promise<boolean> {
  const { on, found, notes, ...rest } = w;
  const body: WalkBody = { form: 1, found, notes };
  const rows = await db
    .insert(walk)
    .values({ ...rest, walkedOn: isoDay(on), body })
    .onConflictDoNothing()
    .returning({ id: walk.id });
  return rows.length > 0;
}
