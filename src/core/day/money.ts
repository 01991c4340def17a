/** Material and minutes against the price of the visit: per stop, lawn, day and person. Kept small: no accounts. */
import type { Day } from '@/core/calendar/day';

/** One visit of a lawn, with what is known of it; null: not known. */
export type CostedVisit = Readonly<{
  lawnId: string;
  address: string;
  day: Day;
  person: string;
  /** at the lawn, from its stop or from the times on its records */
  minutes: number | null;
  /** USD of product, by what its packages cost; null: a product without a price is among them */
  material: number | null;
  /** USD */
  price: number | null;
}>;

export type MoneyLine = Readonly<{
  key: string;
  visits: number;
  /** sums over the visits that say so, and how many do */
  minutes: Readonly<{ sum: number; of: number }>;
  material: Readonly<{ sum: number; of: number }>;
  price: Readonly<{ sum: number; of: number }>;
  /** material as a share of the price, over visits that say both; null: none does */
  share: number | null;
  /** price less material and time, over visits that say all; null: none does, or an hour has no price */
  left: Readonly<{ sum: number; of: number }> | null;
}>;

const MINUTES_AN_HOUR = 60;

/** @param hourCost USD of a person's hour; null: time is not reckoned */
export function moneyBy(
  visits: readonly CostedVisit[],
  keyOf: (v: CostedVisit) => string,
  hourCost: number | null,
): MoneyLine[] {
  const groups = new Map<string, CostedVisit[]>();
  for (const v of visits) groups.set(keyOf(v), [...(groups.get(keyOf(v)) ?? []), v]);
  return [...groups].map(([key, of]): MoneyLine => {
    const sumOf = (figure: (v: CostedVisit) => number | null) => {
      const known = of.flatMap((v) => figure(v) ?? []);
      return { sum: known.reduce((a, b) => a + b, 0), of: known.length };
    };
    const both = of.filter((v) => v.material !== null && v.price !== null && v.price > 0);
    const share = both.length
      ? both.reduce((s, v) => s + v.material!, 0) / both.reduce((s, v) => s + v.price!, 0)
      : null;
    const left = sumOf((v) =>
      hourCost === null || v.price === null || v.material === null || v.minutes === null
        ? null
        : v.price - v.material - (v.minutes * hourCost) / MINUTES_AN_HOUR,
    );
    return {
      key,
      visits: of.length,
      share,
      left: left.of ? left : null,
      minutes: sumOf((v) => v.minutes),
      material: sumOf((v) => v.material),
      price: sumOf((v) => v.price),
    };
  });
}

/** Materials take so much of the price as a rule. Common practice, no source: 20 to 30, up to 40 %. */
export const USUAL_SHARE = { least: 0.2, most: 0.4 } as const;
