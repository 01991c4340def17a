import 'server-only';
import { asc, desc, eq } from 'drizzle-orm';
import { isoDay, type Day } from '@/core/calendar/day';
import type { State } from '@/core/calendar/span';
import type { Reason } from '@/core/gates/reason';
import { USES, type Use } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import { amountOf, isAmountUnit, rateFrom, type AmountUnit, type ProductRate } from '@/core/units/rate';
import type { SquareMetres } from '@/core/units/quantity';
import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import type { Transaction } from './connection';
import { fromNumeric } from './numbers';
import { labelAt, type LabelBook } from './products';
import { applicationRecord } from './schema';
import { dayFrom } from './weather';
import { oneOf } from './words';

/** How the gates stood on the day of the application, as known when it was recorded: all together, and each that was not open. */
export type GatesThen = Readonly<{
  state: State;
  why: readonly Readonly<{ gate: string; state: State; reason: Reason }>[];
}>;

/** One entry as it is shown. Figures in the units in which they were typed. */
export type RecordEntry = Readonly<{
  id: string;
  plannedId: string | null;
  zoneId: string;
  productId: string;
  part: number;
  parts: number;
  /** the label's version then */
  labelVersion: number;
  use: Use;
  /** the entry with which this one went down; null: it went alone, or leads */
  withId: string | null;
  productName: string;
  registrationNumber: string;
  site: string;
  turf: string;
  areaSqFt: number;
  amount: number;
  amountUnit: AmountUnit;
  /** what the amount comes to on the area */
  rate: ProductRate;
  waterGal: number;
  appliedOn: Day;
  appliedBy: string;
  windMph: number;
  airF: number;
  notes: string;
  gates: GatesThen;
  recordedBy: string;
  recordedAt: Date;
  correctsId: string | null;
  correctionReason: string | null;
  /** the entry that corrects this one; null: this one stands */
  correctedById: string | null;
}>;

type Row = typeof applicationRecord.$inferSelect;

function entryFrom(r: Row, all: readonly Row[]): RecordEntry {
  const { amountUnit } = r;
  if (!isAmountUnit(amountUnit)) throw new RangeError(`Unknown unit in record ${r.id}: ${amountUnit}`);
  const amount = fromNumeric(r.amount);
  const areaSqFt = fromNumeric(r.areaSqFt);
  return {
    ...r,
    use: oneOf(USES, r.use, 'use'),
    areaSqFt,
    amount,
    amountUnit,
    rate: rateFrom(amountOf(amount, amountUnit), fromSquareFeet(areaSqFt)),
    waterGal: fromNumeric(r.waterGal),
    appliedOn: dayFrom(r.appliedOn),
    windMph: fromNumeric(r.windMph),
    airF: fromNumeric(r.airF),
    gates: r.gates as GatesThen,
    correctedById: all.find((other) => other.correctsId === r.id)?.id ?? null,
  };
}

/** All entries of the organisation, the latest application first; corrected ones too. */
export async function recordsOf(db: Transaction): Promise<RecordEntry[]> {
  const rows = await db
    .select()
    .from(applicationRecord)
    .orderBy(desc(applicationRecord.appliedOn), desc(applicationRecord.recordedAt));
  return rows.map((r) => entryFrom(r, rows));
}

/** The entries of one zone, the earliest first. */
export async function recordsOfZone(db: Transaction, zoneId: string): Promise<RecordEntry[]> {
  const rows = await db
    .select()
    .from(applicationRecord)
    .where(eq(applicationRecord.zoneId, zoneId))
    .orderBy(asc(applicationRecord.appliedOn), asc(applicationRecord.recordedAt));
  return rows.map((r) => entryFrom(r, rows));
}

/** One entry; null where there is none, or where it is another organisation's. */
export async function recordOf(db: Transaction, id: string): Promise<RecordEntry | null> {
  const [row] = await db.select().from(applicationRecord).where(eq(applicationRecord.id, id));
  if (!row) return null;
  return (await recordsOfZone(db, row.zoneId)).find((r) => r.id === id) ?? null;
}

/**
 * The ledger of a zone: the entries that stand, each with its label as it was then. A spot counts by its share of the
 * zone's area.
 */
export function ledgerFrom(
  entries: readonly RecordEntry[],
  labels: LabelBook,
  area: SquareMetres,
): LedgerEntry[] {
  return entries
    .filter((e) => e.correctedById === null)
    .flatMap((e) => {
      const label = labelAt(labels, e.productId, e.labelVersion);
      const share = e.use === 'spot' ? Math.min(1, e.areaSqFt / toSquareFeet(area)) : 1;
      return label ? [{ id: e.id, day: e.appliedOn, label, rate: e.rate, done: true, share }] : [];
    });
}

export type NewRecord = Readonly<
  Omit<typeof applicationRecord.$inferInsert, 'id' | 'appliedOn' | 'gates'> & {
    appliedOn: Day;
    gates: GatesThen;
  }
>;

/**
 * Adds an entry. Sent twice (the same key), or recorded already by another (the same planned application), it is not
 * added again: the entry that stands is named instead.
 */
export async function addRecord(
  db: Transaction,
  r: NewRecord,
): Promise<{ added: boolean; id: string; same: boolean }> {
  const [row] = await db
    .insert(applicationRecord)
    .values({ ...r, appliedOn: isoDay(r.appliedOn) })
    .onConflictDoNothing()
    .returning({ id: applicationRecord.id });
  if (row) return { added: true, id: row.id, same: true };
  const [sent] = await db.select().from(applicationRecord).where(eq(applicationRecord.sendKey, r.sendKey));
  if (sent) return { added: false, id: sent.id, same: true };
  const [standing] = r.correctsId
    ? await db.select().from(applicationRecord).where(eq(applicationRecord.correctsId, r.correctsId))
    : await db
        .select()
        .from(applicationRecord)
        .where(eq(applicationRecord.plannedId, r.plannedId ?? ''));
  if (!standing) throw new Error('A record was refused by no rule that is known');
  return { added: false, id: standing.id, same: false };
}
