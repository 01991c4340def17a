/**
 * What is generally known of active ingredients: to fill in a sheet and to give advice by. All of it is recalled, with a
 * confidence for each; a label's figure always wins, and every screen that shows one of these says so.
 */
import type { Weed } from '@/core/weeds/weeds';
import type { Site, Turf } from '@/core/trade/terms';
import { substanceKey } from './substance';
import facts from './ingredient-facts.json' with { type: 'json' };

export type IngredientFacts = Readonly<{
  name: string;
  /** site of action, HRAC/WSSA number (classification of 2020 and later); null: none */
  group: number | null;
  kind: 'pre' | 'post' | 'both';
  status: string;
  /** how far up a seedling may be, in words */
  reachBack: string | null;
  activation: 'water-in' | 'foliar' | null;
  /** usual rate, kg/ha of what `counts` says */
  kgPerHa: readonly [number, number] | null;
  yearKgPerHa: number | null;
  counts: 'ai' | 'ae' | 'whole product' | null;
  /** of a pre-emergent in the soil: days to half, its range, and under which conditions it was found */
  soilHalfLife?: Readonly<{
    days: number;
    low: number;
    high: number;
    basis: 'field' | 'laboratory at 20 °C';
  }>;
  seedingMonths: readonly [number, number | null] | null;
  safeAtSeeding: boolean;
  restrictedUse: boolean;
  rootPruning: string | null;
  /** kg of prodiamine that take as much of the roots as 1 kg of it: the ratio of usual season rates */
  rootEquivalent?: number;
  /** thins: allowed, and the turf grows thin and roots slowly */
  turf: Readonly<Partial<Record<Turf, 'safe' | 'thins' | 'injury' | 'sensitive' | 'dormant-only'>>>;
  pre: readonly Weed[];
  post: readonly Weed[];
  /** on a wet leaf it burns, as a granule too */
  burnsWetLeaf?: boolean;
  /** what labels say of sites, or a limit that differs by turf, in words */
  siteNote?: string;
  limitNote?: string;
  /** the only ground that labels allow */
  sites?: readonly Site[];
  confidence: 'high' | 'medium' | 'low';
}>;

export const INGREDIENT_FACTS = facts as unknown as readonly IngredientFacts[];
const bySubstance = new Map(INGREDIENT_FACTS.map((f) => [substanceKey(f.name), f]));
/** What is recalled of an ingredient, by whichever of its names; undefined: nothing is. */
export const factsOf = (name: string): IngredientFacts | undefined => bySubstance.get(substanceKey(name));

/** The site of action that is known for pruning roots (microtubule assembly). */
const ROOT_PRUNING_GROUP = 3;
/**
 * What 1 kg of an ingredient takes of the roots, as kg of prodiamine; 0: nothing to speak of; null: it is of the group that
 * prunes roots, and nothing is recalled of it.
 */
export const rootEquivalent = (name: string, group: number | null): number | null => {
  const facts = factsOf(name);
  if (facts) return facts.rootEquivalent ?? 0;
  return group === ROOT_PRUNING_GROUP ? null : 0;
};

/** Whether something in it burns on a wet leaf, though it works in the soil. */
export const burnsWetLeaf = (ingredients: readonly Readonly<{ name: string }>[]): boolean =>
  ingredients.some((i) => factsOf(i.name)?.burnsWetLeaf === true);
