/** Sprayers and spreaders with what they were measured to put out, and the tools that product is measured with. */
import 'server-only';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import {
  METHODS,
  type CalibrationWay,
  type EquipmentNoteKind,
  type Method,
  type ToolKind,
} from '@/core/trade/terms';
import type { Kilograms, KilogramsPerHectare, Litres, LitresPerHectare } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import { KG_PER_LB, L_PER_FL_OZ, L_PER_GAL } from '@/core/units/trade';
import type { Transaction } from './connection';
import { groupBy } from '@/core/group';
import { fromNumeric, toNumeric } from './numbers';
import { calibration, capWeighing, equipment, equipmentNote, measuringTool } from './schema';
import { oneOf } from './words';

export type Equipment = Readonly<{
  id: string;
  name: string;
  method: Method;
  calibratedOn: Day | null;
  /** who said that it is right without figures, and why; null: there are figures */
  waived: Readonly<{ by: string; why: string }> | null;
  /** what it puts out, as it was last measured; null: it was not */
  output: ProductRate | null;
  /** the last measurement against the one before it with the same nozzle or setting; null: there is none */
  drift: number | null;
  /** of a sprayer; null: not said */
  tank: Litres | null;
  dead: Litres;
  /** of a spreader; null: not said */
  hopper: Kilograms | null;
  fitted: string;
  truck: string;
  isRidden: boolean;
  version: number;
}>;
/** As it is typed: gallons and pounds. */
export type EquipmentDetails = Readonly<{
  name: string;
  tankGal: number | null;
  deadGal: number;
  hopperLb: number | null;
  fitted: string;
  truck: string;
  isRidden: boolean;
}>;

export async function equipmentOf(db: Transaction): Promise<Equipment[]> {
  const rows = await db.select().from(equipment).orderBy(asc(equipment.name));
  const measured = groupBy(
    await db.select().from(calibration).orderBy(desc(calibration.doneOn), desc(calibration.madeAt)),
    (c) => c.equipmentId,
  );
  return rows.map((r) => {
    const [newest, ...older] = measured.get(r.id) ?? [];
    const before = newest && older.find((c) => c.fitted === newest.fitted && kindOf(c) === kindOf(newest));
    return {
      id: r.id,
      name: r.name,
      method: oneOf(METHODS, r.method, 'method'),
      calibratedOn: r.calibratedOn === null ? null : readDay(r.calibratedOn),
      waived: r.waivedBy === '' ? null : { by: r.waivedBy, why: r.waivedWhy },
      output: newest ? outputOf(newest) : null,
      drift: newest && before ? newest.rate / before.rate - 1 : null,
      tank: r.tankGal === null ? null : ((fromNumeric(r.tankGal) * L_PER_GAL) as Litres),
      dead: (fromNumeric(r.deadGal) * L_PER_GAL) as Litres,
      hopper: r.hopperLb === null ? null : ((fromNumeric(r.hopperLb) * KG_PER_LB) as Kilograms),
      fitted: r.fitted,
      truck: r.truck,
      isRidden: r.isRidden,
      version: r.version,
    };
  });
}

const kindOf = ({ how }: Pick<Calibration, 'how'>) => (how === 'weigh' || how === 'pan' ? 'mass' : 'volume');

/** L/ha of what is caught, kg/ha of what is weighed. */
export const outputOf = ({ how, rate }: Pick<Calibration, 'how'> & { rate: number }): ProductRate =>
  kindOf({ how }) === 'mass'
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
  /** how far apart the runs lay, as a share of their mean; of pans their coefficient of variation */
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
    id: r.id,
    on: readDay(r.doneOn),
    person: r.person,
    how: r.how,
    fitted: r.fitted,
    output: outputOf(r),
    spread: r.spread,
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

export async function addEquipment(
  db: Transaction,
  orgId: string,
  {
    calibratedOn,
    ...e
  }: Readonly<{
    name: string;
    method: Method;
    calibratedOn: Day | null;
    waivedBy?: string;
    waivedWhy?: string;
  }>,
): Promise<void> {
  await db
    .insert(equipment)
    .values({ orgId, ...e, calibratedOn: calibratedOn === null ? null : isoDay(calibratedOn) });
}

/** False: it is not there, or somebody changed it since that version. */
export async function changeEquipment(
  db: Transaction,
  id: string,
  version: number,
  d: EquipmentDetails,
): Promise<boolean> {
  const perhaps = (figure: number | null) => (figure === null ? null : toNumeric(figure));
  const changed = await db
    .update(equipment)
    .set({
      name: d.name,
      fitted: d.fitted,
      truck: d.truck,
      isRidden: d.isRidden,
      tankGal: perhaps(d.tankGal),
      deadGal: toNumeric(d.deadGal),
      hopperLb: perhaps(d.hopperLb),
      version: sql`${equipment.version} + 1`,
    })
    .where(and(eq(equipment.id, id), eq(equipment.version, version)))
    .returning({ id: equipment.id });
  return changed.length > 0;
}

/**
 * False: there is no such thing here.
 * @param waived who says so without figures, and why; null: there are figures
 */
export const calibrate = async (
  db: Transaction,
  id: string,
  on: Day,
  waived: Equipment['waived'] = null,
): Promise<boolean> =>
  (
    await db
      .update(equipment)
      .set({ calibratedOn: isoDay(on), waivedBy: waived?.by ?? '', waivedWhy: waived?.why ?? '' })
      .where(eq(equipment.id, id))
      .returning({ id: equipment.id })
  ).length > 0;

export type EquipmentNote = Readonly<{
  id: string;
  on: Day;
  kind: EquipmentNoteKind;
  words: string;
  person: string;
}>;
/** The newest first. */
export async function notesOf(db: Transaction, equipmentId: string): Promise<EquipmentNote[]> {
  const rows = await db
    .select()
    .from(equipmentNote)
    .where(eq(equipmentNote.equipmentId, equipmentId))
    .orderBy(desc(equipmentNote.notedOn), desc(equipmentNote.madeAt));
  return rows.map(({ id, notedOn, kind, words, person }) => ({
    id,
    kind,
    words,
    person,
    on: readDay(notedOn),
  }));
}
/** Sent twice, it is added once. */
export async function addNote(
  db: Transaction,
  orgId: string,
  { on, ...note }: Omit<EquipmentNote, 'id'> & Readonly<{ equipmentId: string; sendKey: string }>,
): Promise<void> {
  await db
    .insert(equipmentNote)
    .values({ orgId, notedOn: isoDay(on), ...note })
    .onConflictDoNothing();
}

export type MeasuringTool = Readonly<{
  id: string;
  name: string;
  kind: ToolKind;
  /** kg of a scale or a full cap, L of a jug; null: a cap that nobody has weighed */
  step: number | null;
  /** of a cap */
  productId: string | null;
  truck: string;
  /** of a cap, the newest first */
  weighings: readonly Readonly<{ grams: number; on: Day; person: string }>[];
}>;
/** Those in use. */
export async function toolsOf(db: Transaction): Promise<MeasuringTool[]> {
  const rows = await db
    .select()
    .from(measuringTool)
    .where(isNull(measuringTool.endedOn))
    .orderBy(asc(measuringTool.name));
  const weighed = groupBy(
    await db.select().from(capWeighing).orderBy(desc(capWeighing.weighedOn), desc(capWeighing.madeAt)),
    (w) => w.toolId,
  );
  return rows.map(({ id, name, kind, step, productId, truck }) => {
    const weighings = (weighed.get(id) ?? []).map((w) => ({
      grams: fromNumeric(w.grams),
      on: readDay(w.weighedOn),
      person: w.person,
    }));
    const inSi = kind === 'jug' ? L_PER_FL_OZ : 0.001;
    const typed = kind === 'cap' ? (weighings[0]?.grams ?? null) : step === null ? null : fromNumeric(step);
    return { id, name, kind, productId, truck, weighings, step: typed === null ? null : typed * inSi };
  });
}
/** Sent twice, it is added once. @param step g of a scale, fl oz of a jug; null: a cap. @returns its id */
export async function addTool(
  db: Transaction,
  orgId: string,
  {
    step,
    ...t
  }: Readonly<{
    name: string;
    kind: ToolKind;
    step: number | null;
    productId: string | null;
    truck: string;
    sendKey: string;
  }>,
): Promise<string> {
  await db
    .insert(measuringTool)
    .values({ orgId, ...t, step: step === null ? null : toNumeric(step) })
    .onConflictDoNothing();
  const [row] = await db
    .select({ id: measuringTool.id })
    .from(measuringTool)
    .where(eq(measuringTool.sendKey, t.sendKey));
  return row!.id;
}
/** False: it is not there, or was put away. */
export const endTool = async (db: Transaction, id: string, on: Day): Promise<boolean> =>
  (
    await db
      .update(measuringTool)
      .set({ endedOn: isoDay(on) })
      .where(and(eq(measuringTool.id, id), isNull(measuringTool.endedOn)))
      .returning({ id: measuringTool.id })
  ).length > 0;
/** Sent twice, it is added once. */
export async function addWeighing(
  db: Transaction,
  orgId: string,
  { on, grams, ...w }: Readonly<{ toolId: string; grams: number; on: Day; person: string; sendKey: string }>,
): Promise<void> {
  await db
    .insert(capWeighing)
    .values({ orgId, ...w, grams: toNumeric(grams), weighedOn: isoDay(on) })
    .onConflictDoNothing();
}
