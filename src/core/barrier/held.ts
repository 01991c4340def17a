/**
 * What an application holds: by itself, and with all that lies there and is planned; each with its range. The list of
 * products, the barrier's panel and the season ask here.
 */
import type { Facts } from '@/core/facts/facts';
import type { Label } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import type { Weed } from '@/core/weeds/weeds';
import type { WeighedRuns } from './barrier';
import { dosesAgainst } from './doses';
import { holdOn, weightedHold, type Hold, type Range3 } from './hold';
import { leftOf } from './reached';

/** Asked about where nobody has named a weed: common practice, no source. */
const USUAL: readonly Weed[] = ['smooth-crabgrass'];

type Ground = Pick<Facts, 'zone' | 'today' | 'ledger'> & Parameters<typeof leftOf>[0];

/** What these entries hold of one weed; null: it has no season of seedlings, or the run does not hold its beginning. */
export function heldOf(
  weed: Weed,
  entries: readonly LedgerEntry[],
  { zone, today, ...facts }: Ground,
  labels: readonly Label[],
  runs: WeighedRuns,
  left: (entry: LedgerEntry) => number = leftOf({ zone, today, ...facts }, labels),
): Hold | null {
  return holdOn(weed, runs, today, dosesAgainst(weed, entries, labels, zone.turf, runs.from, left));
}

export type Held = Readonly<{ byItself: Range3; withAll: Range3 }>;

/**
 * What a dose would hold of its targets, all of one weight.
 * @param dose as the ledger would hold it, put down whole
 * @returns null: it cannot be foreseen
 */
export function heldBy(
  dose: LedgerEntry,
  targets: readonly Weed[],
  facts: Ground,
  labels: readonly Label[],
  runs: WeighedRuns,
): Held | null {
  const left = leftOf(facts, labels);
  const range = (entries: readonly LedgerEntry[]) =>
    weightedHold(
      (targets.length ? targets : USUAL).flatMap((weed) => {
        const hold = heldOf(weed, entries, facts, labels, runs, left);
        return hold ? [{ each: hold.each, weight: 1 }] : [];
      }),
    );
  const byItself = range([dose]);
  const withAll = range([...facts.ledger, dose]);
  return byItself && withAll && { byItself, withAll };
}
