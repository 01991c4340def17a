import 'server-only';
import { and, asc, eq } from 'drizzle-orm';
import { isoDay, type Day } from '@/core/calendar/day';
import { METHODS, USES, type Method, type Use } from '@/core/products/label';
import type { PlannedPart, Plan } from '@/core/season/plan';
import { isSplit, SPLITS, type Split } from '@/core/season/split';
import { isRateUnit, rateOf, type RateUnit } from '@/core/units/rate';
import { fromSquareFeet } from '@/core/units/trade';
import type { Actor } from './actor';
import type { Transaction } from './connection';
import { fromNumeric, toNumeric } from './numbers';
import type { RecordEntry } from './records';
import { isWeed, type Weed } from '@/core/weeds/weeds';
import type { LabelBook } from './products';
import { plan, plannedApplication } from './schema';
import { dayFrom } from './weather';
import { oneOf } from './words';

/** A plan as it is on file: the core's, and what people need to edit it together. */
export type StoredPlan = Plan &
  Readonly<{
    id: string;
    zoneId: string;
    year: number;
    /** the total as typed */
    typed: Readonly<{ total: number; unit: RateUnit }>;
    version: number;
    changedBy: string;
    changedAt: Date;
  }>;

type Row = typeof plan.$inferSelect;
type PartRow = typeof plannedApplication.$inferSelect;

function planFrom(
  row: Row,
  parts: readonly PartRow[],
  labels: LabelBook,
  records: readonly RecordEntry[],
): StoredPlan {
  const label = labels.now.find((l) => l.id === row.productId);
  const { split, rateUnit } = row;
  if (!label || !isSplit(split) || !isRateUnit(rateUnit))
    throw new RangeError(`Plan ${row.id} names what is not known`);
  const total = fromNumeric(row.totalRate);
  return {
    id: row.id,
    zoneId: row.zoneId,
    year: row.year,
    label,
    split,
    total: rateOf(total, rateUnit),
    use: oneOf(USES, row.use, 'use'),
    target: row.target !== null && isWeed(row.target) ? row.target : null,
    method: row.method === null ? null : oneOf(METHODS, row.method, 'method'),
    partner: partnerFrom(row, labels),
    treated: row.treatedSqFt === null ? null : fromSquareFeet(fromNumeric(row.treatedSqFt)),
    typed: { total, unit: rateUnit },
    parts: parts
      .filter((p) => p.planId === row.id)
      .map((p): PlannedPart => ({
        id: p.id,
        part: p.part,
        plannedOn: dayFrom(p.plannedOn),
        recordId: records.find((r) => r.plannedId === p.id && r.correctedById === null)?.id ?? null,
      })),
    version: row.version,
    changedBy: row.changedBy,
    changedAt: row.changedAt,
  };
}

const HOWS = ['tank', 'day'] as const;
function partnerFrom(row: Row, labels: LabelBook): Plan['partner'] {
  const label = labels.now.find((l) => l.id === row.partnerProductId);
  const { partnerUnit: unit, partnerRate, partnerUse, partnerHow } = row;
  if (!label || !unit || !isRateUnit(unit) || !partnerRate || !partnerUse || !partnerHow) return null;
  return {
    label,
    rate: rateOf(fromNumeric(partnerRate), unit),
    use: oneOf(USES, partnerUse, 'use'),
    target: row.partnerTarget !== null && isWeed(row.partnerTarget) ? row.partnerTarget : null,
    how: oneOf(HOWS, partnerHow, 'way of going together'),
  };
}

/** Every plan of a year. */
export async function plansOf(
  db: Transaction,
  year: number,
  labels: LabelBook,
  records: readonly RecordEntry[],
): Promise<StoredPlan[]> {
  const rows = await db.select().from(plan).where(eq(plan.year, year));
  const parts = await db.select().from(plannedApplication).orderBy(asc(plannedApplication.part));
  return rows.map((r) => planFrom(r, parts, labels, records));
}

/** The plan of a zone for a year; null: none yet. */
export async function planOf(
  db: Transaction,
  zoneId: string,
  year: number,
  labels: LabelBook,
  records: readonly RecordEntry[],
): Promise<StoredPlan | null> {
  const [row] = await db
    .select()
    .from(plan)
    .where(and(eq(plan.zoneId, zoneId), eq(plan.year, year)));
  if (!row) return null;
  const parts = await db
    .select()
    .from(plannedApplication)
    .where(eq(plannedApplication.planId, row.id))
    .orderBy(asc(plannedApplication.part));
  return planFrom(row, parts, labels, records);
}

export type PlanChange = Readonly<{
  zoneId: string;
  year: number;
  productId: string;
  split: Split;
  total: number;
  unit: RateUnit;
  use: Use;
  target: Weed | null;
  method: Method | null;
  partner: Readonly<{
    productId: string;
    rate: number;
    unit: RateUnit;
    use: Use;
    target: Weed | null;
    how: 'tank' | 'day';
  }> | null;
  /** area of the spots, sq ft; null: the whole zone */
  treatedSqFt: number | null;
  /** a day for each part, in order */
  days: readonly Day[];
  /** the version that the editor saw; 0: there was no plan */
  seen: number;
}>;

/**
 * Writes a plan if nobody has changed it since the editor saw it; false if somebody has. Parts that are done keep their
 * rows; the caller has seen to it that a plan with parts done keeps product and split.
 */
export async function writePlan(
  db: Transaction,
  actor: Actor,
  change: PlanChange,
  now: Date,
): Promise<boolean> {
  const values = {
    productId: change.productId,
    split: change.split,
    totalRate: toNumeric(change.total),
    rateUnit: change.unit,
    use: change.use,
    target: change.target,
    method: change.method,
    partnerProductId: change.partner?.productId ?? null,
    partnerRate: change.partner ? toNumeric(change.partner.rate) : null,
    partnerUnit: change.partner?.unit ?? null,
    partnerUse: change.partner?.use ?? null,
    partnerTarget: change.partner?.target ?? null,
    partnerHow: change.partner?.how ?? null,
    treatedSqFt: change.treatedSqFt === null ? null : toNumeric(change.treatedSqFt),
    changedBy: actor.name,
    changedAt: now,
  };
  const [row] =
    change.seen === 0
      ? await db
          .insert(plan)
          .values({ orgId: actor.orgId, zoneId: change.zoneId, year: change.year, ...values })
          .onConflictDoNothing()
          .returning({ id: plan.id })
      : await db
          .update(plan)
          .set({ ...values, version: change.seen + 1 })
          .where(
            and(eq(plan.zoneId, change.zoneId), eq(plan.year, change.year), eq(plan.version, change.seen)),
          )
          .returning({ id: plan.id });
  if (!row) return false;
  await writeParts(db, actor, row.id, change.split, change.days);
  return true;
}

async function writeParts(
  db: Transaction,
  actor: Actor,
  planId: string,
  split: Split,
  days: readonly Day[],
): Promise<void> {
  const count = SPLITS[split].shares.length;
  const there = await db.select().from(plannedApplication).where(eq(plannedApplication.planId, planId));
  for (const p of there)
    if (p.part > count) await db.delete(plannedApplication).where(eq(plannedApplication.id, p.id));
  for (let part = 1; part <= count; part++) {
    const plannedOn = isoDay(days[part - 1]!);
    await db
      .insert(plannedApplication)
      .values({ orgId: actor.orgId, planId, part, plannedOn })
      .onConflictDoUpdate({
        target: [plannedApplication.planId, plannedApplication.part],
        set: { plannedOn },
      });
  }
}
