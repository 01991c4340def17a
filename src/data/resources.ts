import 'server-only';
import { asc, desc, eq } from 'drizzle-orm';
import { isoDay, type Day } from '@/core/calendar/day';
import { GATE_KEYS, type Lift, type Resources } from '@/core/gates/gate';
import { METHODS, type CalibrationWay, type Method } from '@/core/trade/terms';
import type { KilogramsPerHectare, LitresPerHectare } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import type { Transaction } from './connection';
import { groupBy } from './group';
import { calibration, equipment, latchLift, licence } from './schema';
import { shelvesOf } from './stock';
import { dayFrom } from './weather';
import { oneOf } from './words';

export type Licence = Readonly<{
  id: string;
  person: string;
  number: string;
  categories: readonly string[];
  validTo: Day;
}>;
export type Equipment = Readonly<{
  id: string;
  name: string;
  method: Method;
  calibratedOn: Day | null;
  /** what it puts out, as it was last measured; null: it was not */
  output: ProductRate | null;
}>;
type NewEquipment = Omit<Equipment, 'id' | 'output'>;

export const licencesOf = async (db: Transaction): Promise<Licence[]> =>
  (await db.select().from(licence).orderBy(asc(licence.person))).map(
    ({ id, person, number, categories, validTo }) => ({
      ...{ id, person, number, categories },
      validTo: dayFrom(validTo),
    }),
  );
export async function equipmentOf(db: Transaction): Promise<Equipment[]> {
  const rows = await db.select().from(equipment).orderBy(asc(equipment.name));
  const newest = await db
    .selectDistinctOn([calibration.equipmentId])
    .from(calibration)
    .orderBy(calibration.equipmentId, desc(calibration.doneOn), desc(calibration.madeAt));
  return rows.map(({ id, name, method, calibratedOn }) => {
    const found = newest.find((c) => c.equipmentId === id);
    return {
      ...{ id, name, method: oneOf(METHODS, method, 'method') },
      calibratedOn: calibratedOn === null ? null : dayFrom(calibratedOn),
      output: found ? outputOf(found) : null,
    };
  });
}

/** L/ha of what is caught, kg/ha of what is weighed. */
export const outputOf = ({ how, rate }: Pick<Calibration, 'how'> & { rate: number }): ProductRate =>
  how === 'weigh'
    ? { by: 'mass', rate: rate as KilogramsPerHectare }
    : { by: 'volume', rate: rate as LitresPerHectare };

/** One measurement of a piece of equipment. */
export type Calibration = Readonly<{
  id: string;
  on: Day;
  person: string;
  how: CalibrationWay;
  fitted: string;
  output: ProductRate;
  /** how far apart the runs lay, as a share of their mean */
  spread: number;
}>;

/** The newest first. */
export async function calibrationsOf(db: Transaction, equipmentId: string): Promise<Calibration[]> {
  const rows = await db
    .select()
    .from(calibration)
    .where(eq(calibration.equipmentId, equipmentId))
    .orderBy(desc(calibration.doneOn), desc(calibration.madeAt));
  return rows.map((r) => ({
    ...{ id: r.id, on: dayFrom(r.doneOn), person: r.person, how: r.how, fitted: r.fitted },
    ...{ output: outputOf(r), spread: r.spread },
  }));
}

/** Adds one; sent twice, it is added once. */
export async function addCalibration(
  db: Transaction,
  orgId: string,
  c: Readonly<{
    equipmentId: string;
    on: Day;
    person: string;
    how: CalibrationWay;
    fitted: string;
    rate: number;
    spread: number;
    typed: object;
    sendKey: string;
  }>,
): Promise<void> {
  const { on, ...row } = c;
  await db
    .insert(calibration)
    .values({ orgId, doneOn: isoDay(on), ...row })
    .onConflictDoNothing();
}

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

export async function addEquipment(
  db: Transaction,
  orgId: string,
  { calibratedOn, ...e }: NewEquipment,
): Promise<void> {
  await db
    .insert(equipment)
    .values({ orgId, ...e, calibratedOn: calibratedOn === null ? null : isoDay(calibratedOn) });
}
/** False: there is no such thing here. */
export const calibrate = async (db: Transaction, id: string, on: Day): Promise<boolean> =>
  (
    await db
      .update(equipment)
      .set({ calibratedOn: isoDay(on) })
      .where(eq(equipment.id, id))
      .returning({ id: equipment.id })
  ).length > 0;

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
    from: dayFrom(r.liftedFrom),
    until: dayFrom(r.until),
  }));
  return groupBy(lifts, (l) => l.zoneId);
}
export async function addLift(db: Transaction, l: NewLift): Promise<void> {
  await db
    .insert(latchLift)
    .values({
      ...{ orgId: l.orgId, plannedId: l.plannedId, zoneId: l.zoneId, gate: l.gate, why: l.why },
      ...{ reason: l.reason, position: l.position },
      liftedFrom: isoDay(l.from),
      until: isoDay(l.until),
      person: l.by,
      liftedAt: l.at,
      sendKey: l.sendKey,
    })
    .onConflictDoNothing();
}
