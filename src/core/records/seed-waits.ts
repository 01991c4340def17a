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

/**
 * What still stands against seed on a day, the longest first. Doses that no sheet tells a wait of are left out: their gate
 * says so.
 * @param labelOf the label of an entry's product; undefined: it is none of ours
 */
export function seedWaitsOn(
  ledger: readonly LedgerEntry[],
  labelOf: (productId: string) => Label | undefined,
  seeding: Day,
): SeedWait[] {
  const lasting = new Map<string, { rate: ProductRate; clear: Day }>();
  const waits = new Map<string, SeedWait>();
  for (const e of ledger.filter((x) => x.day <= seeding).toSorted((a, b) => a.day - b.day)) {
    const label = e.productId === null ? undefined : labelOf(e.productId);
    if (!label || !e.rate) continue;
    const before = lasting.get(label.id);
    const stands = before && before.clear > e.day ? before.rate.rate : 0;
    const rate = rateLike(e.rate, stands + e.rate.rate);
    const days = seedingWaitDays(label, rate);
    if (days === null) continue;
    const clear = addDays(e.day, days);
    lasting.set(label.id, { rate, clear });
    if (clear > seeding)
      waits.set(label.id, { name: e.name, day: e.day, isPlanned: e.status === 'planned', days, clear });
    else waits.delete(label.id);
  }
  return [...waits.values()].toSorted((a, b) => b.clear - a.clear);
}
