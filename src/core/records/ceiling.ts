/** The most that a house puts on a turf in twelve months, and what of a dose counts against it. */
import type { Day } from '@/core/calendar/day';
import { rootEquivalent } from '@/core/products/ingredient-facts';
import type { Ingredient } from '@/core/products/label';
import { substanceKey } from '@/core/products/substance';
import type { Turf } from '@/core/trade/terms';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import type { Contained, LedgerEntry } from './ledger';

/**
 * The most of one a.i. that the house puts on a turf in twelve months, whatever the label would allow. Ingredient null: all
 * that prunes roots, each counted as so much prodiamine.
 */
export type Ceiling = Readonly<{ turf: Turf; ingredient: string | null; most: KilogramsPerHectare }>;

/** Of each ingredient, and of roots, the lowest ceiling on a turf, or on either grass of a mix. */
export function ceilingsOn(
  ceilings: readonly Ceiling[],
  { turf, mixedWith }: Readonly<{ turf: Turf; mixedWith: Turf | null }>,
): Ceiling[] {
  const lowest = new Map<string | null, Ceiling>();
  for (const c of ceilings) {
    if (c.turf !== turf && c.turf !== mixedWith) continue;
    const key = c.ingredient === null ? null : substanceKey(c.ingredient);
    const other = lowest.get(key);
    if (!other || c.most < other.most) lowest.set(key, c);
  }
  return [...lowest.values()];
}

/** Of all that prunes roots, as prodiamine, kg/ha; null: the house sets none on this turf. */
export const rootCeilingOn = (
  ceilings: readonly Ceiling[],
  zone: Parameters<typeof ceilingsOn>[1],
): KilogramsPerHectare | null => ceilingsOn(ceilings, zone).find((c) => c.ingredient === null)?.most ?? null;

/** How much 1 kg of an ingredient counts against a ceiling, kg; 0: it does not; null: nobody knows. */
export function weightIn(
  { ingredient }: Pick<Ceiling, 'ingredient'>,
  { name, group }: Pick<Ingredient, 'name' | 'group'>,
): number | null {
  if (ingredient === null) return rootEquivalent(name, group);
  return substanceKey(ingredient) === substanceKey(name) ? 1 : 0;
}

/** kg/ha of prodiamine that take as much of the roots as a dose does; 0: it spares them; null: it cannot be told. */
export function rootLoadIn(contained: readonly Contained[]): number | null {
  const counted = countedIn({ ingredient: null }, contained);
  return counted === undefined ? 0 : counted;
}

/** The root load of what lies there of the last twelve months and of what is planned, kg/ha over the zone. */
export function rootLoadBefore(
  ledger: readonly Pick<LedgerEntry, 'day' | 'ingredients' | 'share'>[],
  today: Day,
): number | null {
  return ledger
    .filter((e) => e.day > today - 365)
    .reduce<number | null>((sum, e) => {
      const load = rootLoadIn(e.ingredients);
      return sum === null || load === null ? null : sum + load * e.share;
    }, 0);
}

/** What of a dose counts against a ceiling, kg/ha of the ground that is treated; undefined: nothing; null: it cannot be told. */
export function countedIn(
  ceiling: Pick<Ceiling, 'ingredient'>,
  contained: readonly Contained[],
): number | null | undefined {
  const counted = contained.flatMap((c) => {
    const weight = weightIn(ceiling, c);
    return weight === 0 ? [] : [weight === null || c.ai === null ? null : weight * c.ai];
  });
  return counted.length
    ? counted.reduce((sum, kg) => (sum === null || kg === null ? null : sum + kg), 0)
    : undefined;
}
