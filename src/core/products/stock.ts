/**
 * What is on the shelf of one product, from what came in and went out. A count says what a lot really holds; a
 * correction adds or takes with its reason. Use without a lot draws from the oldest lot that has any; use of less than
 * nothing gives back what a corrected record had drawn too much.
 */
import type { Day } from '@/core/calendar/day';
import type { SquareMetres } from '@/core/units/quantity';
import { amountFor, type ProductRate } from '@/core/units/rate';
import type { Label } from './label';
import { HAIR } from '@/core/units/tolerance';

export const MOVES = ['in', 'out', 'count', 'correct', 'use'] as const;
export type MoveKind = (typeof MOVES)[number];
/** Amounts in kg or L, at least 0, but for corrections and what is given back. In the order in which they were entered. */
export type Move = Readonly<{
  kind: MoveKind;
  lot: string;
  amount: number;
  on: Day;
  /** of what came in, where its package says so */
  expires?: Day | null;
}>;
export type Lot = Readonly<{
  lot: string;
  onHand: number;
  since: Day;
  /** the day of which it was first drawn from; null: it is closed */
  opened: Day | null;
  expires: Day | null;
}>;
export type Shelf = Readonly<{ onHand: number; lots: readonly Lot[] }>;

/** A book that is read up to one of its lines: more can be added to it without reading it again. */
export type Book = Readonly<{
  lots: ReadonlyMap<string, Omit<Lot, 'lot'>>;
  /** the lot that use without a lot came from last */
  lastDrawn: string;
}>;
export const EMPTY_BOOK: Book = { lots: new Map(), lastDrawn: '' };

/** A book with the lines that come after it. @param moves of one product, in the order in which they were entered */
export function withMoves(book: Book, moves: readonly Move[]): Book {
  const lots = new Map(book.lots);
  let { lastDrawn } = book;
  const lotOf = (lot: string, on: Day) =>
    lots.get(lot) ?? { onHand: 0, since: on, opened: null, expires: null };
  const take = (lot: string, amount: number, on: Day, isDrawn: boolean) => {
    const l = lotOf(lot, on);
    lots.set(lot, { ...l, onHand: l.onHand + amount, opened: l.opened ?? (isDrawn ? on : null) });
  };
  /** from the oldest lot that has any; more than the book holds is owed until somebody counts */
  const draw = (amount: number, on: Day) => {
    let left = amount;
    const oldest = [...lots].filter(([, l]) => l.onHand > 0).sort(([, a], [, b]) => a.since - b.since);
    for (const [name, l] of oldest) {
      const part = Math.min(left, l.onHand);
      take(name, -part, on, true);
      lastDrawn = name;
      left -= part;
      if (left <= 0) return;
    }
    if (left > 0) take(oldest.at(-1)?.[0] ?? '', -left, on, true);
  };
  for (const { kind, lot, amount, on, expires = null } of moves) {
    if (kind === 'in' || kind === 'correct') {
      take(lot, amount, on, false);
      const l = lotOf(lot, on);
      // of two packages of one lot the sooner counts
      if (expires !== null) lots.set(lot, { ...l, expires: Math.min(expires, l.expires ?? expires) as Day });
    } else if (kind === 'count') lots.set(lot, { ...lotOf(lot, on), onHand: amount });
    else if (lot !== '') take(lot, -amount, on, true);
    else if (amount < 0) take(lastDrawn, -amount, on, false);
    else draw(amount, on);
  }
  return { lots, lastDrawn };
}

/** What stands on the shelf by a book. */
export function shelfIn({ lots }: Book): Shelf {
  const list = [...lots].map(([lot, l]) => ({ lot, ...l }));
  return {
    onHand: list.reduce((sum, l) => sum + l.onHand, 0),
    lots: list.filter((l) => l.onHand !== 0).sort((a, b) => a.since - b.since),
  };
}

/** @param moves of one product */
export const shelfOf = (moves: readonly Move[]): Shelf => shelfIn(withMoves(EMPTY_BOOK, moves));

/** What a season needs of a product and what must be bought for it, in whole packages. */
export type Purchase = Readonly<{
  /** kg or L */
  need: number;
  short: number;
  /** of the cheapest choice of packages; empty where none is named or nothing is short */
  packages: readonly Readonly<{ index: number; count: number }>[];
  /** USD; null where a price is missing */
  cost: number | null;
  /** kg or L left over */
  over: number;
}>;

/**
 * Whole packages that cover what is short: the cheapest that do, by price where all have one, else with the least left
 * over. Branch and bound over the counts of each size: exact.
 * @param sizes kg or L of each package, with its price in USD
 */
export function purchaseOf(
  need: number,
  onHand: number,
  sizes: readonly Readonly<{ size: number; price: number | null }>[],
): Purchase {
  const short = Math.max(0, need - Math.max(0, onHand));
  const usable = sizes.map((s, index) => ({ ...s, index })).filter((s) => s.size > 0);
  if (short <= HAIR || !usable.length)
    return { need, short, packages: [], cost: short > HAIR ? null : 0, over: 0 };
  const priced = usable.every((s) => s.price !== null);
  const worth = (s: (typeof usable)[number]) => (priced ? s.price! : s.size);
  // the best value first: with it alone one is near the best answer, and most of the others need no look
  const sorted = usable.toSorted((a, b) => worth(a) / a.size - worth(b) / b.size || b.size - a.size);
  let best: { counts: number[]; value: number; size: number } | null = null;
  const search = (i: number, counts: number[], size: number, value: number) => {
    const s = sorted[i]!;
    // no package from here on is better value than this one
    const atLeast = value + (Math.max(0, short - size) * worth(s)) / s.size;
    if (best && atLeast > best.value + HAIR) return;
    const enough = Math.max(0, Math.ceil((short - size) / s.size - HAIR));
    if (i === sorted.length - 1) {
      const total = {
        counts: [...counts, enough],
        value: value + enough * worth(s),
        size: size + enough * s.size,
      };
      const isBetter =
        !best ||
        total.value < best.value - HAIR ||
        (total.value <= best.value + HAIR && total.size < best.size);
      if (isBetter) best = total;
      return;
    }
    for (let n = enough; n >= 0; n--) search(i + 1, [...counts, n], size + n * s.size, value + n * worth(s));
  };
  search(0, [], 0, 0);
  const { counts, size } = best! as { counts: number[]; size: number };
  const packages = sorted.map(({ index }, i) => ({ index, count: counts[i]! })).filter((p) => p.count > 0);
  return {
    need,
    short,
    packages,
    cost: priced ? packages.reduce((sum, p) => sum + p.count * sizes[p.index]!.price!, 0) : null,
    over: size + Math.max(0, onHand) - need,
  };
}

/**
 * The first day on which what is on hand does not cover all that goes down up to it: by then the rest is bought.
 * @param needs kg or L on the first day on which each may go, in any order
 * @returns null: it lasts
 */
export function runsOutOn(
  onHand: number,
  needs: readonly Readonly<{ day: Day; amount: number }>[],
): Day | null {
  let left = Math.max(0, onHand);
  for (const { day, amount } of needs.toSorted((a, b) => a.day - b.day)) {
    left -= amount;
    if (left < -HAIR) return day;
  }
  return null;
}

/** What the product on an area costs, USD, by the package with the lowest price a unit; null: no package has a price. */
export function packageCost(label: Label, rate: ProductRate, area: SquareMetres): number | null {
  const prices = label.packages.flatMap((p) =>
    p.price === null || p.size.by !== rate.by ? [] : [p.price / p.size.amount],
  );
  return prices.length ? Math.min(...prices) * amountFor(rate, area).amount : null;
}
