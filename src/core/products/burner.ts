/** Herbicides that take whatever is green: on spots alone, and the grass around them goes too. */
import type { Label, LabelRate } from './label';
import { substanceKey } from './substance';

/** Common names, from memory. */
const BURNERS: ReadonlySet<string> = new Set(
  [
    'glyphosate',
    'glufosinate',
    'glufosinate-ammonium',
    'diquat',
    'pelargonic acid',
    'nonanoic acid',
    'ammonium nonanoate',
    'caprylic acid',
    'capric acid',
    'acetic acid',
    'd-limonene',
    'eugenol',
  ].map(substanceKey),
);

export const isBurner = ({ ingredients }: Pick<Label, 'ingredients'>): boolean =>
  ingredients.some((i) => BURNERS.has(substanceKey(i.name)));

/** Whether it would burn a whole zone: all but on turf that sleeps, where its label wants that. */
export const burnsZone = (
  label: Pick<Label, 'ingredients'>,
  { dormancy }: Pick<LabelRate, 'dormancy'>,
): boolean => isBurner(label) && dormancy !== 'dormant only';
