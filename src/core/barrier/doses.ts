/** What of a zone's ledger and programme is a barrier against a weed: which ingredients, how strong, how much of each. */
import type { Day } from '@/core/calendar/day';
import { factsOf } from '@/core/products/ingredient-facts';
import type { Label } from '@/core/products/label';
import { ingredientRate } from '@/core/products/content';
import type { LedgerEntry } from '@/core/records/ledger';
import { isPreEmergent, type Turf } from '@/core/trade/terms';
import type { ProductRate } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';
import { strengthOf, type Dose, type LabelMonths, type Strength } from './barrier';

/**
 * Doses of the whole zone that stop a weed's germination. What lies on spots alone holds nothing of the zone.
 * @param from entries before it are worn off, and left out @param left the share of each that is in place, see reached.ts
 */
export function dosesAgainst(
  weed: Weed,
  entries: readonly LedgerEntry[],
  labels: readonly Label[],
  turf: Turf,
  from: Day,
  left: (entry: LedgerEntry) => number = () => 1,
): Dose[] {
  return entries
    .filter((e) => e.day >= from && e.ground === null && e.inSoil !== false)
    .flatMap((e) => {
      const label = labels.find((l) => l.id === e.productId);
      const share = left(e);
      return e.ingredients.flatMap((i): Dose[] => {
        // the label's word on what it stops; of what is not a product of ours, what is recalled of its ingredient
        const isStopped = label ? label.before.includes(weed) : factsOf(i.name)?.pre.includes(weed);
        if (!isStopped || i.ai === null || i.ai <= 0) return [];
        const strength = strengthIn(i.name, label, turf);
        const rate = (i.ai * share) as Dose['rate'];
        return strength && rate > 0
          ? [{ day: e.day, group: i.group, ingredient: i.name, strength, rate }]
          : [];
      });
    });
}

/** The strength of an ingredient by the label that brings it, else by what is recalled; null: neither tells. */
export function strengthIn(ingredient: string, label: Label | undefined, turf: Turf): Strength | null {
  const known = factsOf(ingredient);
  const part = label?.ingredients.find((i) => i.name === ingredient);
  const rows = (label?.rates ?? []).filter((r) => r.turf === turf && isPreEmergent(r.use));
  const ofIngredient = (rate: ProductRate) =>
    part && ingredientRate(rate, { ...part, counts: 'a.i.' }, label!.density);
  const months = rows.flatMap((r) =>
    [...r.monthsAt, ...(r.months === null ? [] : [{ rate: r.high, months: r.months }])].flatMap(
      (m): LabelMonths[] => {
        const rate = ofIngredient(m.rate);
        return rate ? [{ rate, months: m.months }] : [];
      },
    ),
  );
  const lows = rows.flatMap((r) => ofIngredient(r.low) ?? []);
  return strengthOf(months, lows.length ? (Math.min(...lows) as Dose['rate']) : null, {
    halfLife: known?.soilHalfLife ?? null,
    low: known?.kgPerHa ? (known.kgPerHa[0] as Dose['rate']) : null,
  });
}
