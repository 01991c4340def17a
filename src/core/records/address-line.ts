/** The answer at every door, for a whole address: when were you here last, what did you put down, when may I seed, mow, let the dog out. */
import { addDays, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import type { LedgerEntry } from './ledger';
import { safeToSeed, type SeedDay } from './safe-to-seed';

/** An entry that stands, with the label as it was then; null: that sheet is gone. */
export type AddressEntry = Readonly<{
  day: Day;
  zone: string;
  product: string;
  /** "14:30"; empty: nobody said */
  endedAt: string;
  label: Pick<Label, 'reentry' | 'mowing'> | null;
}>;

export type AddressLine = Readonly<{
  /** the last day on which something went down; null: never */
  last: Readonly<{ day: Day; products: readonly string[]; zones: readonly string[] }> | null;
  /** from when it may be mown, of what went down last; null: no label says anything, or it is over */
  mowFrom: Day | null;
  /** what the labels of that day say of keeping off, each once; empty: they say nothing */
  keepOff: readonly string[];
  /** when the last of it was down, as written; empty: nobody said */
  downAt: string;
  /** from when seed may go down on every zone; what is planned does not count */
  seedFrom: SeedDay;
}>;

/** @param ledgers of each zone of the address */
export function addressLine(
  entries: readonly AddressEntry[],
  ledgers: readonly (readonly LedgerEntry[])[],
  today: Day,
): AddressLine {
  const day = entries.reduce<Day | null>(
    (latest, e) => (latest === null || e.day > latest ? e.day : latest),
    null,
  );
  const then = entries.filter((e) => e.day === day);
  const mowing = entries.flatMap((e) =>
    e.label?.mowing.afterDays == null ? [] : [addDays(e.day, e.label.mowing.afterDays)],
  );
  const mowFrom = mowing.length ? (Math.max(...mowing) as Day) : null;
  const seeds = ledgers.map((l) => safeToSeed(l, today).asIs);
  return {
    last:
      day === null
        ? null
        : {
            day,
            products: [...new Set(then.map((e) => e.product))],
            zones: [...new Set(then.map((e) => e.zone))],
          },
    mowFrom: mowFrom !== null && mowFrom > today ? mowFrom : null,
    keepOff: [...new Set(then.map((e) => e.label?.reentry.trim() ?? ''))].filter(Boolean),
    downAt:
      then
        .map((e) => e.endedAt)
        .toSorted()
        .at(-1) ?? '',
    seedFrom: seeds.includes('not known') ? 'not known' : (Math.max(today, ...seeds.map(Number)) as Day),
  };
}
