/**
 * What products really took, on the company's own lawns: the cover of a weed on the walk before the work against that on
 * the look after it, by product, weed and year.
 */
import { yearOf, type Day } from '@/core/calendar/day';
import type { Walk } from './scouting';
import type { Weed } from './weeds';

export type Sprayed = Readonly<{ zoneId: string; on: Day; productId: string; targets: readonly Weed[] }>;

export type Taken = Readonly<{
  productId: string;
  weed: Weed;
  year: number;
  /** how many lawns' looks it rests on */
  looks: number;
  /** middle share that was taken, 0 to 1 */
  share: number;
}>;

/** The walk before counts for so long. Ours. */
const BEFORE_DAYS = 28;
/** Looks from two to eight weeks after. Common practice, no source. */
const AFTER_DAYS = { from: 10, to: 56 };

/** Of one treatment and weed: the share of its cover that was gone on the first look; null: nobody looked before and after. */
function takenOf({ on }: Sprayed, weed: Weed, walks: readonly Walk[]): number | null {
  const coverOn = (w: Walk) => w.found.filter((f) => f.weed === weed).reduce((sum, f) => sum + f.cover, 0);
  const before = walks
    .filter((w) => w.on <= on && on - w.on <= BEFORE_DAYS && coverOn(w) > 0)
    .toSorted((a, b) => b.on - a.on)[0];
  const after = walks
    .filter((w) => w.on >= on + AFTER_DAYS.from && w.on <= on + AFTER_DAYS.to)
    .toSorted((a, b) => a.on - b.on)[0];
  return before && after ? Math.max(0, 1 - coverOn(after) / coverOn(before)) : null;
}

/** @param walks of each zone */
export function efficacyOf(
  sprayed: readonly Sprayed[],
  walks: ReadonlyMap<string, readonly Walk[]>,
): Taken[] {
  const groups = new Map<string, { productId: string; weed: Weed; year: number; shares: number[] }>();
  for (const s of sprayed)
    for (const weed of s.targets) {
      const share = takenOf(s, weed, walks.get(s.zoneId) ?? []);
      if (share === null) continue;
      const key = `${s.productId}|${weed}|${yearOf(s.on)}`;
      const group = groups.get(key) ?? { productId: s.productId, weed, year: yearOf(s.on), shares: [] };
      group.shares.push(share);
      groups.set(key, group);
    }
  return [...groups.values()]
    .map(({ shares, ...of }) => ({ ...of, looks: shares.length, share: middle(shares) }))
    .toSorted(
      (a, b) => a.productId.localeCompare(b.productId) || a.weed.localeCompare(b.weed) || a.year - b.year,
    );
}

const middle = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  return (sorted[Math.floor((sorted.length - 1) / 2)]! + sorted[Math.ceil((sorted.length - 1) / 2)]!) / 2;
};

/** So many looks tell something of a product here. Ours. */
export const ENOUGH_LOOKS = 3;
/** Less is no control. As labels call it. */
export const CONTROL = 0.8;
/** It has lost so much of what it took. Ours. */
const FALLEN = 0.25;

/** A product that took a weed in a year before, and no longer does. */
export type Fallen = Readonly<{ before: Taken; now: Taken }>;

/** "It no longer works here": it took a weed once, and in its last year did not. */
export function noLongerWorks(taken: readonly Taken[]): readonly Fallen[] {
  const told = taken.filter((t) => t.looks >= ENOUGH_LOOKS);
  return told.flatMap((now) => {
    const same = told.filter((t) => t.productId === now.productId && t.weed === now.weed);
    const before = same
      .filter((t) => t.year < now.year && t.share >= CONTROL)
      .toSorted((a, b) => b.share - a.share)[0];
    const isLast = same.every((t) => t.year <= now.year);
    return isLast && before && now.share < CONTROL && before.share - now.share >= FALLEN
      ? [{ before, now }]
      : [];
  });
}
