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
  turf: Readonly<Partial<Record<Turf, 'safe' | 'injury' | 'sensitive' | 'dormant-only'>>>;
  pre: readonly Weed[];
  post: readonly Weed[];
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
