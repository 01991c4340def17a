/** The company's trucks: who goes out with them, when, and from where. Equipment names the truck that it rides on. */
import 'server-only';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { isoDay, type Day } from '@/core/calendar/day';
import type { Place } from '@/core/lawn/nearest';
import type { Transaction } from './connection';
import { fromNumeric, toNumeric } from './numbers';
import { truck } from './schema';

export type Truck = Readonly<{
  id: string;
  name: string;
  people: readonly string[];
  /** minutes from midnight; null: the house's working hours */
  from: number | null;
  to: number | null;
  /** where it begins, fills and ends; null: not said */
  at: Place | null;
  version: number;
}>;

export const trucksOf = async (db: Transaction): Promise<Truck[]> =>
  (await db.select().from(truck).where(isNull(truck.endedOn)).orderBy(asc(truck.name))).map((r) => ({
    id: r.id,
    name: r.name,
    people: r.people,
    from: r.fromMinute,
    to: r.toMinute,
    version: r.version,
    at:
      r.latitude === null || r.longitude === null
        ? null
        : { latitude: fromNumeric(r.latitude), longitude: fromNumeric(r.longitude) },
  }));

const columns = (t: Omit<Truck, 'id' | 'version'>) => ({
  name: t.name,
  people: [...t.people],
  fromMinute: t.from,
  toMinute: t.to,
  latitude: t.at && toNumeric(t.at.latitude),
  longitude: t.at && toNumeric(t.at.longitude),
});

/** Null: there is one of that name. */
export async function addTruck(
  db: Transaction,
  orgId: string,
  t: Omit<Truck, 'id' | 'version'>,
): Promise<string | null> {
  const [row] = await db
    .insert(truck)
    .values({ orgId, ...columns(t) })
    .onConflictDoNothing()
    .returning({ id: truck.id });
  return row?.id ?? null;
}

/** False: it is not there, or somebody changed it first. */
export async function changeTruck(db: Transaction, { id, version, ...t }: Truck): Promise<boolean> {
  const rows = await db
    .update(truck)
    .set({ ...columns(t), version: version + 1 })
    .where(and(eq(truck.id, id), eq(truck.version, version), isNull(truck.endedOn)))
    .returning({ id: truck.id });
  return rows.length > 0;
}

/** Its days stay. False: it is not there. */
export async function endTruck(db: Transaction, id: string, on: Day): Promise<boolean> {
  const rows = await db
    .update(truck)
    .set({ endedOn: isoDay(on) })
    .where(and(eq(truck.id, id), isNull(truck.endedOn)))
    .returning({ id: truck.id });
  return rows.length > 0;
}
