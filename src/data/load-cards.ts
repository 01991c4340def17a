/** Cards of loads, as they were made, and what was really measured. */
import 'server-only';
import { and, asc, desc, eq, gte, inArray, isNull, or, sql } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import { CARD_VERSION, mixKey, type LoadCard } from '@/core/mixing/card';
import type { Transaction } from './connection';
import { applicationRecord, loadCard } from './schema';
import { bodyOf, isObject, listIn, readable } from './stored-json';

/** Of each product of the card in kg or L, and the water in L. */
export type MeasuredLoad = Readonly<{ products: readonly number[]; water: number }>;
export type StoredCard = Readonly<{
  id: string;
  forDay: Day;
  card: LoadCard;
  madeBy: string;
  madeAt: Date;
  measured: MeasuredLoad | null;
  measuredBy: string;
}>;

/** @returns null for a card of a later program */
export function readCard(stored: unknown): LoadCard | null {
  const card = bodyOf(stored, [CARD_VERSION], 'version');
  return card && { ...(card as LoadCard), stops: listIn(card, 'stops'), products: listIn(card, 'products') };
}
function cardFrom(r: typeof loadCard.$inferSelect): StoredCard | null {
  const card = readCard(r.card);
  if (!card) return null;
  return {
    id: r.id,
    forDay: readDay(r.forDay),
    card,
    madeBy: r.madeBy,
    measuredBy: r.measuredBy,
    madeAt: r.madeAt,
    measured: readMeasured(r.measured),
  };
}

function readMeasured(stored: unknown): MeasuredLoad | null {
  if (!isObject(stored) || typeof stored['water'] !== 'number') return null;
  return { products: listIn(stored, 'products'), water: stored['water'] };
}

/** Sent twice, they are added once: the device has named them. */
export async function addCards(
  db: Transaction,
  orgId: string,
  madeBy: string,
  cards: readonly Readonly<{ id: string; card: LoadCard }>[],
): Promise<void> {
  await db
    .insert(loadCard)
    .values(cards.map(({ id, card }) => ({ id, orgId, forDay: isoDay(card.day), card, madeBy })))
    .onConflictDoNothing();
}

export async function cardOf(db: Transaction, id: string): Promise<StoredCard | null> {
  const [row] = await db.select().from(loadCard).where(eq(loadCard.id, id));
  return row ? cardFrom(row) : null;
}

/** Those of some days, the newest first; of one day in their order. */
export async function cardsSince(db: Transaction, day: Day, most = 60): Promise<StoredCard[]> {
  const rows = await db
    .select()
    .from(loadCard)
    .where(gte(loadCard.forDay, isoDay(day)))
    .orderBy(desc(loadCard.forDay), desc(loadCard.madeAt), asc(sql`(${loadCard.card}->>'number')::int`))
    .limit(most);
  return readable(rows, cardFrom);
}

/** Those that one of some zones has a part of. */
const holdsZone = (zoneIds: readonly string[]) =>
  or(
    ...zoneIds.map(
      (id) => sql`${loadCard.card}->'stops' @> ${JSON.stringify([{ zoneId: id }])}::text::jsonb`,
    ),
  );

/** Cards with a part for an application, the newest first. */
export async function cardsForApplication(db: Transaction, applicationId: string): Promise<StoredCard[]> {
  const rows = await db
    .select()
    .from(loadCard)
    .where(sql`${loadCard.card}->'stops' @> ${JSON.stringify([{ applicationId }])}::text::jsonb`)
    .orderBy(desc(loadCard.forDay), desc(loadCard.madeAt));
  return readable(rows, cardFrom);
}

/** Writes down what was really measured, once. False: it is written already, or there is no such card. */
export async function keepMeasured(
  db: Transaction,
  id: string,
  m: Readonly<{ measured: MeasuredLoad; by: string; at: Date; key: string }>,
): Promise<boolean> {
  const kept = await db
    .update(loadCard)
    .set({ measured: m.measured, measuredBy: m.by, measuredAt: m.at, measuredKey: m.key })
    .where(and(eq(loadCard.id, id), isNull(loadCard.measured)))
    .returning({ id: loadCard.id });
  return kept.length > 0;
}
/** Whether what is sent is what was written: its answer was lost. */
export async function isMeasuredBy(db: Transaction, id: string, key: string): Promise<boolean> {
  const rows = await db
    .select({ id: loadCard.id })
    .from(loadCard)
    .where(and(eq(loadCard.id, id), eq(loadCard.measuredKey, key)));
  return rows.length > 0;
}

/** Cards name customers: with a lawn that is forgotten they go. */
export async function dropCardsOf(db: Transaction, zoneIds: readonly string[]): Promise<void> {
  if (zoneIds.length) await db.delete(loadCard).where(holdsZone(zoneIds));
}

/** Mixes that are on record: products of one visit that shared a tank. */
export async function knownMixes(db: Transaction): Promise<Set<string>> {
  const rows = await db
    .select({ products: sql<string[]>`array_agg(distinct ${applicationRecord.productId}::text)` })
    .from(applicationRecord)
    .groupBy(applicationRecord.visitId, applicationRecord.tank)
    .having(sql`count(distinct ${applicationRecord.productId}) > 1`);
  return new Set(rows.map((r) => mixKey(r.products)));
}

/** What a visit used of each product, in the middle, in the unit of its entries. */
export async function usualAmounts(
  db: Transaction,
  productIds: readonly string[],
): Promise<{ productId: string; unit: string; amount: number }[]> {
  if (!productIds.length) return [];
  return db
    .select({
      productId: applicationRecord.productId,
      unit: applicationRecord.amountUnit,
      amount: sql<number>`percentile_cont(0.5) within group (order by ${applicationRecord.amount})::float8`,
    })
    .from(applicationRecord)
    .where(inArray(applicationRecord.productId, [...productIds]))
    .groupBy(applicationRecord.productId, applicationRecord.amountUnit)
    .orderBy(desc(sql`count(*)`));
}
