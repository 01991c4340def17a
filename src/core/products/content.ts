/** What is in a product: whether the rules for herbicides hold, and what a rate brings of an ingredient. */
import { substanceRate } from '@/core/units/by-label';
import type { GramsPerLitre, KilogramsPerHectare } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import type { Ingredient, Label } from './label';
import { isKnownSubstance } from './substance';

/** Whether the rules for herbicides hold: by its kind, or because a herbicide is in it whatever its kind (weed and feed). */
export const isHerbicide = ({ kind, ingredients }: Pick<Label, 'kind' | 'ingredients'>): boolean =>
  kind === 'herbicide' ||
  ingredients.some((i) => (i.group !== null && i.group > 0) || isKnownSubstance(i.name));

/** An a.i. put on an area with a rate of product, as its limit counts it (a.i. or a.e.); null: it cannot be told. */
export const ingredientRate = (
  rate: ProductRate,
  { content, acid, counts }: Pick<Ingredient, 'content' | 'acid' | 'counts'>,
  density: GramsPerLitre | null,
): KilogramsPerHectare | null => {
  const counted = counts === 'a.e.' ? acid : content;
  return counted && substanceRate(rate, counted, density);
};
