/**
 * From when seed may go down: the one owner of that answer for the gate, the rail, the lawn, follow-ups, proposals and the
 * HTTP interface.
 *
 * Model: seed minds the substance and not the name on the bag. Doses of one substance add up, over all products that hold
 * it, while the wait of those before is not over. Every label that stands there is then asked how long it waits for all of
 * it, as so much of its own product; the longest wait counts, from the last dose on. Where a label does not say how long it
 * waits for so much, nobody knows. Spots of different names do not add up; the whole zone adds to each.
 * Left out: carry-over of what labels set no wait for.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { substanceKey } from '@/core/products/substance';
import { exceeds } from '@/core/units/tolerance';
import type { LedgerEntry } from './ledger';

/** What of one substance keeps seed out. */
export type SeedHold = Readonly<{
  substance: string;
  /** products that hold it, in the order in which they go down */
  products: readonly string[];
  /** day of the last dose that counts */
  last: Day;
  isPlanned: boolean;
  /** the longest wait that their labels set for all of it; null: one of them does not say */
  days: number | null;
  /** the first day on which seed may go down; null: not known */
  clear: Day | null;
}>;

/** One substance of one entry: how much, and how much of it a unit of the product holds. */
type Dose = Readonly<{ entry: LedgerEntry; name: string; amount: number | null; each: number }>;

/** Substances of an entry; a product that names none is one of its own. Rates that nobody knows are no dose. */
function dosesOf(entry: LedgerEntry): (Dose & Readonly<{ key: string }>)[] {
  const { rate, ingredients, productId, name } = entry;
  if (rate !== null && !ingredients.length)
    return productId === null
      ? []
      : [{ key: `product ${productId}`, entry, name, amount: rate.rate, each: 1 }];
  return ingredients.map((i) => ({
    key: substanceKey(i.name),
    entry,
    name: i.name,
    amount: i.ai,
    each: rate !== null && i.ai !== null && rate.rate > 0 ? i.ai / rate.rate : 0,
  }));
}

type Standing = Readonly<{ doses: readonly Dose[]; days: number | null }>;
const lastOf = ({ doses }: Standing): LedgerEntry => doses.at(-1)!.entry;

const hasSheet = ({ entry }: Dose): boolean => entry.seedWait !== 'no sheet';

/**
 * Days that labels keep seed out for some doses together; null: one of them does not say.
 * @param asked whose labels are asked: where none of the doses has one of ours, all that know the substance here
 */
function waitFor(doses: readonly Dose[], asked: readonly Dose[] = doses): number | null {
  const amounts = doses.map((d) => d.amount);
  const total = amounts.includes(null) ? null : amounts.reduce<number>((sum, a) => sum + a!, 0);
  let longest = 0;
  for (const { entry, each } of asked) {
    const { seedWait, rate } = entry;
    if (seedWait === 'no sheet' || seedWait === 'none') continue;
    if (seedWait === null || total === null || rate === null || each <= 0) return null;
    const asProduct = total / each;
    const step = seedWait.find((s) => s.upTo.by === rate.by && !exceeds(asProduct, s.upTo.rate));
    if (!step) return null;
    longest = Math.max(longest, step.days);
  }
  return longest;
}

/**
 * Of one substance on one ground: all doses since the wait of those before was last over.
 * @param doses by day @param asked whose labels are asked of what no label of ours stands with
 */
function standingOf(doses: readonly Dose[], asked: readonly Dose[] = doses): Standing | null {
  let standing: Standing | null = null;
  for (const dose of doses) {
    const before: Standing | null = standing;
    const isOver =
      before !== null && before.days !== null && addDays(lastOf(before).day, before.days) <= dose.entry.day;
    const now: readonly Dose[] = before && !isOver ? [...before.doses, dose] : [dose];
    standing = { doses: now, days: waitFor(now, now.some(hasSheet) ? now : asked) };
  }
  return standing;
}

/**
 * What of some entries keeps seed out once all of them are down, what is not known first, then the longest.
 * @param entries of one zone; work that is planned counts where it is among them
 */
export function seedHolds(entries: readonly LedgerEntry[]): SeedHold[] {
  const sorted = entries.toSorted((a, b) => a.day - b.day);
  const grounds = new Set(sorted.map((e) => e.ground));
  const worst = new Map<string, SeedHold>();
  for (const ground of grounds) {
    const byKey = new Map<string, Dose[]>();
    for (const e of sorted)
      if (e.ground === null || e.ground === ground)
        for (const { key, ...dose } of dosesOf(e)) byKey.set(key, [...(byKey.get(key) ?? []), dose]);
    for (const [key, doses] of byKey) {
      const standing = standingOf(doses);
      // no label of ours says anything of it: the book of what others did has no waits
      if (!standing || !doses.some(hasSheet)) continue;
      const last = lastOf(standing);
      const hold: SeedHold = {
        substance: standing.doses[0]!.name,
        products: [...new Set(standing.doses.map((d) => d.entry.name))],
        last: last.day,
        isPlanned: last.status === 'planned',
        days: standing.days,
        clear: standing.days === null ? null : addDays(last.day, standing.days),
      };
      const there = worst.get(key);
      if (!there || longer(hold, there) < 0) worst.set(key, hold);
    }
  }
  return [...worst.values()].sort(longer);
}
const longer = (a: SeedHold, b: SeedHold): number =>
  (b.clear ?? Infinity) - (a.clear ?? Infinity) || b.last - a.last;

/** What of some entries still keeps seed out on a day; entries after it do not count. */
export const seedHoldsOn = (entries: readonly LedgerEntry[], day: Day): SeedHold[] =>
  seedHolds(entries.filter((e) => e.day <= day)).filter((h) => h.clear === null || h.clear > day);

/**
 * How long a product that is about to go down keeps seed out from a day on, with what stands there by then and with what
 * goes down beside it.
 * @param ledger of the zone @param asked the product first, then what goes down beside it; their days do not matter
 * @returns days by day; null: a label does not say how long it waits for all of it
 */
export function seedWaitWith(
  ledger: readonly LedgerEntry[],
  [product, ...beside]: readonly [LedgerEntry, ...LedgerEntry[]],
): (day: Day) => number | null {
  const sorted = ledger.toSorted((a, b) => a.day - b.day);
  const of = (key: string, list: readonly LedgerEntry[]) =>
    list.flatMap((e) => dosesOf(e).filter((d) => d.key === key));
  // on each ground where it goes down, each of its substances
  const grounds =
    product.ground === null ? new Set([null, ...sorted.map((e) => e.ground)]) : [product.ground];
  const asked = [...grounds].flatMap((ground) => {
    const here = (e: LedgerEntry) => e.ground === null || e.ground === ground;
    return [...new Set(dosesOf(product).map((d) => d.key))].map((key) => {
      const now = of(key, [product, ...beside.filter(here)]);
      const before = of(key, sorted.filter(here));
      const made = new Map<number, Readonly<{ standing: Standing | null; together: number | null }>>();
      const after = (count: number) => {
        const there = made.get(count);
        if (there) return there;
        const standing = standingOf(before.slice(0, count), [...before, ...now]);
        const entry = { standing, together: waitFor([...(standing?.doses ?? []), ...now]) };
        made.set(count, entry);
        return entry;
      };
      const alone = waitFor(now);
      return (day: Day): number | null => {
        let count = 0;
        while (count < before.length && before[count]!.entry.day <= day) count++;
        const { standing, together } = after(count);
        const isOver =
          standing === null ||
          (standing.days !== null && addDays(lastOf(standing).day, standing.days) <= day);
        return isOver ? alone : together;
      };
    });
  });
  return (day) => {
    const waits = asked.map((at) => at(day));
    return waits.includes(null) ? null : Math.max(0, ...waits.map((w) => w!));
  };
}

/** A first day for seed: today or later; 'not known': a label does not say. */
export type SeedDay = Day | 'not known';
const dayOf = (entries: readonly LedgerEntry[], today: Day): SeedDay => {
  const holds = seedHolds(entries).map((h) => h.clear);
  return holds.includes(null) ? 'not known' : (Math.max(today, ...holds.map((c) => c!)) as Day);
};

/** From when seed may go down if nothing more is put down, and if all that is planned is. */
export const safeToSeed = (
  ledger: readonly LedgerEntry[],
  today: Day,
): Readonly<{ asIs: SeedDay; withPlan: SeedDay }> => ({
  asIs: dayOf(
    ledger.filter((e) => e.status !== 'planned'),
    today,
  ),
  withPlan: dayOf(ledger, today),
});
