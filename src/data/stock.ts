import 'server-only';
import { and, asc, eq, gt, sql } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import {
  EMPTY_BOOK,
  shelfIn,
  withMoves,
  type Book,
  type Move,
  type MoveKind,
  type Shelf,
} from '@/core/products/stock';
import { amountOf, isAmountUnit, type AmountUnit } from '@/core/units/rate';
import type { Transaction } from './connection';
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

/**
 * Books as they were read last, by product: lines are added and never changed, so that only those that came since are read.
 * `lines` of them end with the line `last`: where the database counts otherwise, one that was entered before came after, and
 * the book is read anew. What a transaction has written itself is not kept: it may yet be taken back.
 */
type ReadBook = Readonly<{ book: Book; lines: number; last: number }>;
const books = new Map<string, ReadBook>();
const MOST_BOOKS = 20_000;
const writing = new WeakSet<Transaction>();

/** What stands on the shelf of every product that a book is kept of. */
export async function shelvesOf(db: Transaction): Promise<Map<string, Shelf>> {
  const there = await db
    .select({
      productId: stockMove.productId,
      lines: sql<number>`count(*)::int`,
      last: sql<string>`max(${stockMove.entered})`,
    })
    .from(stockMove)
    .groupBy(stockMove.productId);
  const shelves = new Map<string, Shelf>();
  for (const { productId, lines, last } of there) {
    const known = books.get(productId);
    const grown = known && (await grownBy(db, productId, known, lines));
    const book = grown?.lines === lines ? grown : await grownBy(db, productId, NO_LINES, lines);
    if (!writing.has(db) && book.last === Number(last)) keepBook(productId, book);
    shelves.set(productId, shelfIn(book.book));
  }
  return shelves;
}
const NO_LINES: ReadBook = { book: EMPTY_BOOK, lines: 0, last: 0 };

/** A book with the lines after its last. @param lines how many there are in all: where it has them, none is asked for */
async function grownBy(
  db: Transaction,
  productId: string,
  { book, lines: had, last }: ReadBook,
  lines: number,
): Promise<ReadBook> {
  if (had === lines) return { book, lines: had, last };
  const rows = await db
    .select()
    .from(stockMove)
    .where(and(eq(stockMove.productId, productId), gt(stockMove.entered, last)))
    .orderBy(asc(stockMove.entered));
  return {
    book: withMoves(
      book,
      rows.map((r) => moveOf(lineFrom(r))),
    ),
    lines: had + rows.length,
    last: rows.at(-1)?.entered ?? last,
  };
}

function keepBook(productId: string, book: ReadBook): void {
  if (books.size >= MOST_BOOKS) books.clear();
  books.set(productId, book);
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
  writing.add(db);
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
