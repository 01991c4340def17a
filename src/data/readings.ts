import 'server-only';
import { and, asc, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import { SIGNS, type Sign } from '@/core/ground/crossing';
import type { SignSeen } from '@/core/ground/outlook';
import { CALIBRATED_SD, UNCALIBRATED_SD, type Reading } from '@/core/ground/readings';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import type { Celsius, Metres } from '@/core/units/quantity';
import { fromFahrenheit, fromFahrenheitDifference, fromInches } from '@/core/units/trade';
import type { Transaction } from './connection';
import { fromNumeric } from './numbers';
import { oneOf } from './words';
import { observation, reading, thermometer, zone } from './schema';

/** One reading as people see it: corrected by its instrument's offset. */
export type StoredReading = Readonly<{
  id: string;
  zoneId: string;
  spot: Spot;
  depth: Metres;
  takenAt: Date;
  /** as it was read */
  typed: Readonly<{ value: number; unit: 'F' | 'C' }>;
  /** with the instrument's offset taken off */
  value: Celsius;
  calibrated: boolean;
  source: 'hand' | 'logger' | 'station';
  instrument: string;
  person: string;
}>;
type Row = typeof reading.$inferSelect;
export type ReadingRow = typeof reading.$inferInsert;

const celsiusOf = (r: Pick<Row, 'value' | 'unit' | 'offsetF'>): Celsius => {
  const value = fromNumeric(r.value);
  const shown = r.unit === 'F' ? fromFahrenheit(value) : value;
  return (shown - fromFahrenheitDifference(fromNumeric(r.offsetF))) as Celsius;
};
const readingFrom = (r: Row): StoredReading => ({
  id: r.id,
  zoneId: r.zoneId,
  spot: oneOf(SPOTS, r.spot, 'spot'),
  depth: fromInches(fromNumeric(r.depthIn)),
  takenAt: r.takenAt,
  typed: { value: fromNumeric(r.value), unit: r.unit },
  value: celsiusOf(r),
  calibrated: r.calibrated,
  source: r.source,
  instrument: r.instrument,
  person: r.person,
});

/** The latest readings of a zone, newest first. */
export async function latestReadings(db: Transaction, zoneId: string, most = 40): Promise<StoredReading[]> {
  const rows = await db
    .select()
    .from(reading)
    .where(eq(reading.zoneId, zoneId))
    .orderBy(desc(reading.takenAt))
    .limit(most);
  return rows.map(readingFrom);
}

/** One reading; null where there is none here. */
export async function readingOf(db: Transaction, id: string): Promise<StoredReading | null> {
  const [row] = await db.select().from(reading).where(eq(reading.id, id));
  return row ? readingFrom(row) : null;
}

/**
 * Readings of zones since a day, as the filter takes them: hours of the station's standard time from then on. Of what
 * a logger or station writes down, one value every six hours: its errors from minute to minute are the same error.
 */
export async function readingsForFilter(
  db: Transaction,
  zoneIds: readonly string[],
  from: Day,
  utcOffsetHours: number,
): Promise<(Reading & { zoneId: string; spot: Spot })[]> {
  if (!zoneIds.length) return [];
  const start = from * 86_400_000 - utcOffsetHours * 3_600_000;
  const all = await db
    .selectDistinctOn(
      [
        reading.zoneId,
        reading.spot,
        reading.depthIn,
        sql`case when source = 'hand' then id::text else floor(extract(epoch from taken_at) / 21600)::text end`,
      ],
      {
        id: reading.id,
        zoneId: reading.zoneId,
        spot: reading.spot,
        depthIn: reading.depthIn,
        takenAt: reading.takenAt,
        value: reading.value,
        unit: reading.unit,
        offsetF: reading.offsetF,
        calibrated: reading.calibrated,
        instrument: reading.instrument,
      },
    )
    .from(reading)
    .where(and(inArray(reading.zoneId, [...zoneIds]), gte(reading.takenAt, new Date(start))))
    .orderBy(
      reading.zoneId,
      reading.spot,
      reading.depthIn,
      sql`case when source = 'hand' then id::text else floor(extract(epoch from taken_at) / 21600)::text end`,
      asc(reading.takenAt),
    );
  return all.map((r) => ({
    id: r.id,
    zoneId: r.zoneId,
    spot: oneOf(SPOTS, r.spot, 'spot'),
    hour: (r.takenAt.getTime() - start) / 3_600_000,
    depth: fromInches(fromNumeric(r.depthIn)),
    value: celsiusOf(r),
    sd: r.calibrated ? CALIBRATED_SD : UNCALIBRATED_SD,
    instrument: r.instrument,
  }));
}

/** Adds readings; those that are on file already are left. Gives how many were new. */
export async function addReadings(db: Transaction, rows: readonly ReadingRow[]): Promise<number> {
  if (!rows.length) return 0;
  const added = await db
    .insert(reading)
    .values([...rows])
    .onConflictDoNothing()
    .returning({ zoneId: reading.zoneId });
  if (added.length) await touchZones(db, [...new Set(added.map((r) => r.zoneId))]);
  return added.length;
}

/** The id of what a form sent before under the same key. */
export async function readingSent(db: Transaction, sendKey: string): Promise<string | null> {
  const [row] = await db.select({ id: reading.id }).from(reading).where(eq(reading.sendKey, sendKey));
  return row?.id ?? null;
}

/** Says that the readings of zones have changed: what was computed from them is computed again. */
export async function touchZones(db: Transaction, zoneIds: readonly string[]): Promise<void> {
  if (zoneIds.length)
    await db
      .update(zone)
      .set({ readingsVersion: sql`${zone.readingsVersion} + 1` })
      .where(inArray(zone.id, [...zoneIds]));
}

/** Takes out what an import has brought in. Gives how many rows went. */
export async function removeImported(db: Transaction, importId: string): Promise<number> {
  const gone = await db
    .delete(reading)
    .where(eq(reading.importId, importId))
    .returning({ zoneId: reading.zoneId });
  await touchZones(db, [...new Set(gone.map((r) => r.zoneId))]);
  return gone.length;
}

export type Thermometer = Readonly<{
  id: string;
  name: string;
  /** what it shows too much, °F */
  offsetF: number;
  calibratedOn: Day | null;
}>;

/** Those in use, by name. */
export async function thermometersOf(db: Transaction): Promise<Thermometer[]> {
  const rows = await db
    .select()
    .from(thermometer)
    .where(eq(thermometer.retired, false))
    .orderBy(asc(thermometer.name));
  return rows.map((t) => ({
    id: t.id,
    name: t.name,
    offsetF: fromNumeric(t.offsetF),
    calibratedOn: t.calibratedOn === null ? null : readDay(t.calibratedOn),
  }));
}

/** Writes a thermometer, new or known. @returns false: it is not there, or was put away */
export async function writeThermometer(
  db: Transaction,
  orgId: string,
  { id, ...t }: Readonly<{ id: string | null; name: string; offsetF: string; calibratedOn: Day | null }>,
): Promise<boolean> {
  const row = { ...t, calibratedOn: t.calibratedOn === null ? null : isoDay(t.calibratedOn) };
  const written = id
    ? await db
        .update(thermometer)
        .set(row)
        .where(and(eq(thermometer.id, id), eq(thermometer.retired, false)))
        .returning({ id: thermometer.id })
    : await db
        .insert(thermometer)
        .values({ ...row, orgId })
        .returning({ id: thermometer.id });
  return written.length > 0;
}
/** False: it is not there. */
export const retireThermometer = async (db: Transaction, id: string): Promise<boolean> =>
  (
    await db
      .update(thermometer)
      .set({ retired: true })
      .where(eq(thermometer.id, id))
      .returning({ id: thermometer.id })
  ).length > 0;

export type Observation = SignSeen & Readonly<{ id: string; person: string; note: string }>;

/** What was seen at a zone, and anywhere at its lawn, the latest first. */
export async function observationsOf(db: Transaction, lawnId: string): Promise<Observation[]> {
  const rows = await db
    .select({ o: observation })
    .from(observation)
    .innerJoin(zone, eq(zone.id, observation.zoneId))
    .where(eq(zone.lawnId, lawnId))
    .orderBy(desc(observation.seenOn));
  return rows.map(({ o }) => ({
    id: o.id,
    sign: oneOf<Sign>(SIGNS, o.sign, 'sign'),
    day: readDay(o.seenOn),
    person: o.person,
    note: o.note,
  }));
}

export async function addObservation(db: Transaction, row: typeof observation.$inferInsert): Promise<void> {
  await db.insert(observation).values(row).onConflictDoNothing();
}
