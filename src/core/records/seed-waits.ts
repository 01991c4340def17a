/**
 * How long what lies in the ground, or is planned to, keeps seed out: each product by its label's wait for all of it that
 * has not passed a wait of its own, as the gate ahead of a seeding counts it too.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { seedingWaitDays, type Label } from '@/core/products/label';
import { rateLike, type ProductRate } from '@/core/units/rate';
import type { LedgerEntry } from './ledger';

export type SeedWait = Readonly<{
  name: string;
  /** the last dose that counts */
  day: Day;
  isPlanned: boolean;
  /** by its label, for all that then lies there */
  days: number;
  /** the first day on which seed may go down */
  clear: Day;
}>;

/** What of one product stands on a day: all doses since the wait of those before was last over. */
export type Standing = Readonly<{
  last: LedgerEntry;
  /** null: one of them nobody knows */
  rate: ProductRate | null;
  /** null: its sheet does not tell, or the rate is not known */
  days: number | null;
}>;

/** @param entries of one product, on ground that they share; null: nothing of them stands on the day */
export function standingOn(entries: readonly LedgerEntry[], label: Label, day: Day): Standing | null {
  const isOver = (s: Standing, on: Day) => s.days !== null && addDays(s.last.day, s.days) <= on;
  const standing = entries
    .filter((e) => e.day <= day)
    .toSorted((a, b) => a.day - b.day)
    .reduce<Standing | null>((so, last) => {
      const before = so && !isOver(so, last.day) ? so : null;
      const rate =
        before && last.rate
          ? before.rate && rateLike(last.rate, before.rate.rate + last.rate.rate)
          : last.rate;
      return { last, rate, days: rate && seedingWaitDays(label, rate) };
    }, null);
  return standing && !isOver(standing, day) ? standing : null;
}

/**
 * What still stands against seed on a day, the longest first. Doses that no sheet tells a wait of are left out: their gate
 * says so. Spots of different names do not add up.
 * @param labelOf the label of an entry's product; undefined: it is none of ours
 */
export function seedWaitsOn(
  ledger: readonly LedgerEntry[],
  labelOf: (productId: string) => Label | undefined,
  seeding: Day,
): SeedWait[] {
  const grounds = new Set(ledger.map((e) => e.ground));
  const products = new Set(ledger.flatMap((e) => e.productId ?? []));
  const waits = [...products].flatMap((id): SeedWait[] => {
    const label = labelOf(id);
    if (!label) return [];
    const mine = ledger.filter((e) => e.productId === id && e.rate !== null);
    const found = [...grounds].flatMap((ground): SeedWait[] => {
      const here = mine.filter((e) => e.ground === null || e.ground === ground);
      const standing = standingOn(here, label, seeding);
      if (!standing || standing.days === null) return [];
      const { last, days } = standing;
      return [
        {
          name: last.name,
          day: last.day,
          isPlanned: last.status === 'planned',
          days,
          clear: addDays(last.day, days),
        },
      ];
    });
    return found.toSorted((a, b) => b.clear - a.clear).slice(0, 1);
  });
  return waits.toSorted((a, b) => b.clear - a.clear);
}
