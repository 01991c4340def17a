import 'server-only';
import { eq } from 'drizzle-orm';
import type { Spot } from '@/core/lawn/zone';
import type { Actor } from './actor';
import type { Transaction } from './connection';
import { soilSensor } from './schema';

/** A soil station's probe on a zone, and how far it has been read. */
export type Sensor = Readonly<typeof soilSensor.$inferSelect>;

export const sensors = (db: Transaction): Promise<Sensor[]> => db.select().from(soilSensor);

/** Null: there is none of this id here. */
export async function sensorById(db: Transaction, id: string): Promise<Sensor | null> {
  const [row] = await db.select().from(soilSensor).where(eq(soilSensor.id, id));
  return row ?? null;
}

/** @returns its id */
export async function newSensor(
  db: Transaction,
  { orgId }: Pick<Actor, 'orgId'>,
  sensor: Readonly<{ zoneId: string; spot: Spot; serviceKey: string; unit: 'F' | 'C' }>,
): Promise<string> {
  const [row] = await db
    .insert(soilSensor)
    .values({ ...sensor, orgId, utcOffsetHours: 0 })
    .returning({ id: soilSensor.id });
  return row!.id;
}

export async function noteSensor(
  db: Transaction,
  id: string,
  change: Partial<Pick<Sensor, 'fetchedTo' | 'trouble'>>,
): Promise<void> {
  await db.update(soilSensor).set(change).where(eq(soilSensor.id, id));
}
