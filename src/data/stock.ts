import 'server-only';
import { asc, eq, sql } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import { shelfOf, type Move, type MoveKind, type Shelf } from '@/core/products/stock';
import { amountOf, isAmountUnit, type AmountUnit } from '@/core/units/rate';
import type { Transaction } from './connection';
import { groupBy } from '@/core/group';
import { fromNumeric, toNumeric } from './numbers';
import { stockMove } from './schema';

/** One line of the stock book, in the unit in which it was typed. */
export type StockLine = Readonly<{
  id: string;
  productId: string;
  kind: MoveKind;
  lot: string;
  amount: number;
  unit: AmountUnit;
  price: number | null;
  on: Day;
  /** of what came in; null: not said */
  expires: Day | null;
  note: string;
  person: string;
}>;

function lineFrom(r: typeof stockMove.$inferSelect): StockLine {
  if (!isAmountUnit(r.unit)) throw new RangeError(`Unknown unit in stock move ${r.id}: ${r.unit}`);
  return {
    id: r.id,
    productId: r.productId,
    kind: r.kind,
    lot: r.lot,
    unit: r.unit,
    amount: fromNumeric(r.amount),
    price: r.price === null ? null : fromNumeric(r.price),
    on: readDay(r.movedOn),
    expires: r.expiresOn === null ? null : readDay(r.expiresOn),
    note: r.note,
    person: r.person,
  };
}
/** A correction may take away, and use may give back. */
const moveOf = ({ kind, lot, amount, unit, on, expires }: StockLine): Move => ({
  kind,
  lot,
  on,
  expires,
  amount: Math.sign(amount) * amountOf(Math.abs(amount), unit).amount,
});

/** The stock book of one product, the latest line first. */
export async function stockLines(db: Transaction, productId: string): Promise<StockLine[]> {
  const rows = await db
    .select()
    .from(stockMove)
    .where(eq(stockMove.productId, productId))
    .orderBy(asc(stockMove.entered));
  return rows.map(lineFrom).reverse();
}

/** Whether a book is kept of a product: something of it has come in, or was counted. */
export async function hasShelf(db: Transaction, productId: string): Promise<boolean> {
  const rows = await db
    .select({ id: stockMove.id })
    .from(stockMove)
    .where(eq(stockMove.productId, productId))
    .limit(1);
  return rows.length > 0;
}

/** What stands on the shelf of every product that a book is kept of. */
export async function shelvesOf(db: Transaction): Promise<Map<string, Shelf>> {
  const rows = await db.select().from(stockMove).orderBy(asc(stockMove.entered));
  const lines = groupBy(rows.map(lineFrom), (l) => l.productId);
  return new Map([...lines].map(([id, list]) => [id, shelfOf(list.map(moveOf))]));
}

/**
 * What a record, with those it corrects, has drawn of a product, kg or L. Null: nothing of it is in the book, or the
 * shelf has been counted since, which a later word about the record does not change.
 */
export async function drawnBy(
  db: Transaction,
  productId: string,
  recordIds: readonly string[],
): Promise<number | null> {
  const rows = await db
    .select()
    .from(stockMove)
    .where(eq(stockMove.productId, productId))
    .orderBy(asc(stockMove.entered));
  let drawn: number | null = null;
  for (const r of rows) {
    if (r.kind === 'count') drawn = null;
    if (r.recordId !== null && recordIds.includes(r.recordId))
      drawn = (drawn ?? 0) + moveOf(lineFrom(r)).amount;
  }
  return drawn;
}

export type NewMove = Readonly<
  Omit<StockLine, 'id'> & { orgId: string; recordId: string | null; sendKey: string }
>;
/** Adds a line; sent twice, it is added once. */
export async function addMove(db: Transaction, { on, expires, amount, price, ...m }: NewMove): Promise<void> {
  await db
    .insert(stockMove)
    .values({
      ...m,
      movedOn: isoDay(on),
      expiresOn: expires === null ? null : isoDay(expires),
      amount: toNumeric(amount),
      price: price === null ? null : toNumeric(price),
    })
    .onConflictDoNothing();
}

/** One person at a time moves a product's stock: what is there is read and written as one. */
export async function holdShelf(db: Transaction, productId: string): Promise<void> {
  await db.execute(sql`select pg_advisory_xact_lock(hashtext('shelf'), hashtext(${productId}))`);
}

/** Whether a line that is sent stands in the book already: its answer was lost. */
export async function isSent(db: Transaction, sendKey: string): Promise<boolean> {
  const rows = await db.select({ id: stockMove.id }).from(stockMove).where(eq(stockMove.sendKey, sendKey));
  return rows.length > 0;
}
