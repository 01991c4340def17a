/** What counts as organic work. */
import type { Label } from './label';
import { factsOf } from './ingredient-facts';
import { substanceKey } from './substance';

/**
 * What a customer who asks for organic work takes, by name: a group that is not said, or none, makes nothing organic.
 * Minimum-risk and iron herbicides, from memory; whether a certifier lists the product is for its label.
 */
const ORGANIC: ReadonlySet<string> = new Set(
  [
    'corn gluten meal',
    'iron HEDTA',
    'FeHEDTA',
    'acetic acid',
    'pelargonic acid',
    'caprylic acid',
    'capric acid',
    'citric acid',
    'eugenol',
    'd-limonene',
  ].map(substanceKey),
);

export const isOrganic = ({ ingredients }: Pick<Label, 'ingredients'>): boolean =>
  ingredients.length > 0 &&
  ingredients.every((i) => ORGANIC.has(substanceKey(i.name)) || factsOf(i.name)?.status === 'biopesticide');
